import { MAP_ACROSS, MAP_DOWN, type Softness } from "@/core/inspect";

interface EvidenceProps {
  readonly softness: Softness;
  /** Of the picture, pixels. */
  readonly width: number;
  readonly height: number;
}

/** A shake is drawn as an arrow of this part of the picture's height: its own length would not be seen. */
const ARROW = 0.12;

/** Where a frame is soft, drawn over it: the soft parts, or the way that it was shaken; nothing of a sharp one. */
export function Evidence({ softness, width, height }: EvidenceProps) {
  const line = { stroke: "var(--chakra-colors-coral)", strokeWidth: 2, vectorEffect: "non-scaling-stroke" } as const;
  if (softness.kind === "partly") {
    const [partWidth, partHeight] = [width / MAP_ACROSS, height / MAP_DOWN];
    return softness.parts.map((part) => (
      <rect
        key={part}
        x={(part % MAP_ACROSS) * partWidth}
        y={Math.floor(part / MAP_ACROSS) * partHeight}
        width={partWidth}
        height={partHeight}
        fill="none"
        {...line}
      />
    ));
  }
  if (softness.kind !== "shaken") return null;
  const turn = (softness.directionDeg * Math.PI) / 180;
  const [dx, dy] = [ARROW * height * Math.cos(turn), -ARROW * height * Math.sin(turn)];
  const [x, y] = [width / 2, height / 2];
  return (
    <g>
      <line x1={x - dx} y1={y - dy} x2={x + dx} y2={y + dy} {...line} />
      {[1, -1].map((end) => (
        <circle key={end} cx={x + end * dx} cy={y + end * dy} r={0.008 * height} fill="var(--chakra-colors-coral)" />
      ))}
    </g>
  );
}
