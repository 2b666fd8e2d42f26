/** A point of a picture, as shares of its width and height from its upper left corner. */
export type PaintedPoint = readonly [x: number, y: number];

/** What a hand, or a proposal, has painted on a picture: a stroke, or all within an outline. Later ones lie over earlier ones. */
export interface PaintedShape {
  /** Whether it belongs to what is painted, or is wiped out of it. */
  readonly adds: boolean;
  readonly points: readonly PaintedPoint[];
  /** Of a stroke, a share of the picture's longer edge; null for all within the outline. */
  readonly width: number | null;
}

/** The edge of what is painted is softened by this share of the longer edge, so that nothing is cut out with scissors. */
export const PAINTED_EDGE = 1 / 500;

/** What is painted as a drawing: white on black, of the picture's size, its edges hard. @see W3C, SVG 1.1 (2011), sections 9 and 11 */
export function paintedSvg(
  shapes: readonly PaintedShape[],
  { width, height }: { readonly width: number; readonly height: number },
): string {
  const drawn = shapes.map(({ adds, points, width: share }) => {
    const colour = adds ? "#fff" : "#000";
    const places = points.map(([x, y]) => `${(x * width).toFixed(1)},${(y * height).toFixed(1)}`);
    if (share === null) return `<polygon points="${places.join(" ")}" fill="${colour}"/>`;
    const stroke = `stroke="${colour}" stroke-width="${(share * Math.max(width, height)).toFixed(1)}" stroke-linecap="round" stroke-linejoin="round"`;
    // A touch without a way is a dot.
    const [first = "0,0"] = places;
    return `<polyline points="${places.length > 1 ? places.join(" ") : `${first} ${first}`}" fill="none" ${stroke}/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#000"/>${drawn.join("")}</svg>`;
}

const SHARE_DIGITS = 4;

/** All between a line and an edge of the picture at a height. */
function outlined(line: readonly number[], edge: 0 | 1): PaintedShape {
  const round = (share: number): number => Number(share.toFixed(SHARE_DIGITS));
  const points = line.map((y, at): PaintedPoint => [round(at / Math.max(1, line.length - 1)), round(y)]);
  return { adds: true, points: [[0, edge], ...points, [1, edge]], width: null };
}

/** All under a line from the left edge to the right one, given by its height in evenly spaced columns, from 0 at the top to 1. */
export const paintedBelow = (line: readonly number[]): PaintedShape => outlined(line, 1);

/** All over such a line. */
export const paintedAbove = (line: readonly number[]): PaintedShape => outlined(line, 0);
