import type { Ghost, Ghosts } from "@/core/stack";
import { counted, plain } from "@/core/words";

interface GhostMarksProps {
  readonly ghosts: Ghosts;
  /** Of the picture on which they are marked, in its own pixels. */
  readonly size: { readonly width: number; readonly height: number };
}

/** More are not numbered: the largest are. */
const MOST_NUMBERED = 6;
const LETTERS_PX = 13;
/** A picture stands about so wide on the screen, pixels. */
const SHOWN_PX = 800;

/** Where somebody remains, row by row. */
function shapeOf({ width, height, map }: Ghosts): string {
  const runs: string[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const begins = x;
      while (x < width && map[y * width + x]! > 0) x++;
      if (x > begins) runs.push(`M${begins} ${y}h${x - begins}v1h${begins - x}z`);
    }
  return runs.join("");
}

/** What clears a place, shortly. */
const moreText = ({ framesMore }: Ghost): string => (framesMore === null ? "stays" : `+${framesMore}`);

/** Who remains and what would clear it, as a sentence. */
export function ghostText({ ghosts }: Ghosts, frames: number): string {
  if (ghosts.length === 0) return "Nobody remains.";
  const share = ghosts.reduce((sum, ghost) => sum + ghost.share, 0);
  const open = ghosts.some(({ framesMore }) => framesMore === null);
  const more = Math.max(...ghosts.map(({ framesMore }) => framesMore ?? 0));
  const [largest] = ghosts;
  const where = `Somebody remains in ${counted(ghosts.length, "place")}, ${plain(100 * share)} % of the picture, the largest in ${largest!.frames} of ${frames} frames`;
  return open
    ? `${where}; not all of it is cleared by any number of frames: choose frames in which those places are empty.`
    : `${where}: ${counted(more, "frame")} more without anybody there would clear it.`;
}

/** Marks on a picture where somebody remains, the largest with how many frames more would clear them. */
export function GhostMarks({ ghosts, size }: GhostMarksProps) {
  const { width, height } = size;
  const scale = width / SHOWN_PX;
  return (
    <g>
      <g transform={`scale(${width / ghosts.width} ${height / ghosts.height})`}>
        <path d={shapeOf(ghosts)} fill="var(--chakra-colors-coral)" fillOpacity={0.45} />
      </g>
      {ghosts.ghosts.slice(0, MOST_NUMBERED).map((ghost) => (
        <g key={`${ghost.left} ${ghost.top}`} transform={`translate(${ghost.left * width} ${ghost.top * height})`}>
          <rect
            width={ghost.width * width}
            height={ghost.height * height}
            fill="none"
            stroke="var(--chakra-colors-coral)"
            strokeWidth={1.5 * scale}
          />
          <text
            y={-4 * scale}
            fontSize={LETTERS_PX * scale}
            fill="var(--chakra-colors-on-picture, #fff)"
            stroke="#000c"
            strokeWidth={2.5 * scale}
            paintOrder="stroke"
          >
            {moreText(ghost)}
          </text>
        </g>
      ))}
    </g>
  );
}
