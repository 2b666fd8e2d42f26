import { MAP_ACROSS, MAP_DOWN } from "@/core/inspect";

interface SharpMapProps {
  /** Detail of the picture's parts over its noise, row by row; see `sharpnessMap`. */
  readonly detail: readonly number[];
  /** Of the picture, pixels. */
  readonly width: number;
  readonly height: number;
}

/** Detail under which a part is as good as empty, times the noise. */
const LEAST_DETAIL = 1;
/** A square over the richest part covers so much of it. */
const MOST_COVER = 0.8;

/** Where a picture has detail: a square over each of its parts, the larger the more; an empty or soft part has none. */
export function SharpMap({ detail, width, height }: SharpMapProps) {
  const most = Math.log2(1 + Math.max(LEAST_DETAIL, ...detail));
  const [partWidth, partHeight] = [width / MAP_ACROSS, height / MAP_DOWN];
  return detail.map((value, part) => {
    const size = value < LEAST_DETAIL ? 0 : (MOST_COVER * Math.log2(1 + value)) / most;
    const [across, down] = [size * partWidth, size * partHeight];
    const [x, y] = [((part % MAP_ACROSS) + 0.5) * partWidth, (Math.floor(part / MAP_ACROSS) + 0.5) * partHeight];
    return (
      <rect
        // biome-ignore lint/suspicious/noArrayIndexKey: a part is its place.
        key={part}
        x={x - across / 2}
        y={y - down / 2}
        width={across}
        height={down}
        fill="none"
        stroke="var(--chakra-colors-mist)"
        strokeWidth={1.5}
        vectorEffect="non-scaling-stroke"
      />
    );
  });
}
