import { MAP_ACROSS, MAP_DOWN, type PointMark, type Softness } from "@/core/inspect";

interface EvidenceProps {
  readonly softness: Softness;
  /** Images of lamps and stars by which it was told. */
  readonly marks: readonly PointMark[];
  /** Of the picture, pixels. */
  readonly width: number;
  readonly height: number;
}

/** A ring about a lamp and the shortest line in it, parts of the picture's height: a shake's own length would not be seen. */
const [RING, LEAST_LINE] = [0.022, 0.012];
/** Where no lamp tells, one arrow of this part of the picture's height does. */
const ARROW = 0.12;
const LINE = { stroke: "var(--chakra-colors-coral)", strokeWidth: 2, vectorEffect: "non-scaling-stroke" } as const;

/** A line about a place of the picture, its angle counted as a picture's is. */
function Way(props: { readonly x: number; readonly y: number; readonly half: number; readonly directionDeg: number }) {
  const { x, y, half, directionDeg } = props;
  const turn = (directionDeg * Math.PI) / 180;
  const [dx, dy] = [half * Math.cos(turn), -half * Math.sin(turn)];
  return <line x1={x - dx} y1={y - dy} x2={x + dx} y2={y + dy} {...LINE} />;
}

/** Rings about the lamps that tell, and in each the way that it was drawn out. */
function Points({ marks, height, isDrawnOut }: Pick<EvidenceProps, "marks" | "height"> & { isDrawnOut: boolean }) {
  return marks.map(({ x, y, lengthPx, directionDeg }) => (
    <g key={`${x} ${y}`}>
      <circle cx={x} cy={y} r={RING * height} fill="none" {...LINE} opacity={0.8} />
      {isDrawnOut && <Way x={x} y={y} half={Math.max(LEAST_LINE * height, lengthPx / 2)} directionDeg={directionDeg} />}
    </g>
  ));
}

/** Where a frame is soft, drawn over it: the soft parts, or the lamps that say so and how they were shaken; nothing of a sharp one. */
export function Evidence({ softness, marks, width, height }: EvidenceProps) {
  switch (softness.kind) {
    case "sharp":
      return null;
    case "partly":
      return softness.parts.map((part) => (
        <rect
          key={part}
          x={((part % MAP_ACROSS) * width) / MAP_ACROSS}
          y={(Math.floor(part / MAP_ACROSS) * height) / MAP_DOWN}
          width={width / MAP_ACROSS}
          height={height / MAP_DOWN}
          fill="none"
          {...LINE}
        />
      ));
    case "defocused":
      return <Points marks={marks} height={height} isDrawnOut={false} />;
    case "shaken":
      return marks.length > 0 ? (
        <Points marks={marks} height={height} isDrawnOut />
      ) : (
        <Way x={width / 2} y={height / 2} half={ARROW * height} directionDeg={softness.directionDeg} />
      );
    default:
      return softness satisfies never;
  }
}
