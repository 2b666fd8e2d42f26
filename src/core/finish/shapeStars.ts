import { type PictureLights, STAR_SOFT_STOPS } from "./findLights";
import { stopsOf } from "./picture";
import { type CodeRows, STAR_RADIUS, starPlanes } from "./starPlanes";

// Stars made smaller, and round where the sky has turned while the shutter stood open. Only light over the sky about a star is moved, and
// each pixel keeps its colour.

/** What is done to stars. */
export interface StarShaping {
  /** Their width is multiplied by this, above 0 up to 1. */
  readonly width: number;
  /** Which part of what makes them long is taken away, 0 to 1. */
  readonly round: number;
}

/** From a star's middle to its end, along which way it is long, pixels; no more than how long it is beyond its width. */
export interface StarDrift {
  readonly x: number;
  readonly y: number;
}

/** Rows beyond its own that a row looks at: the most about it of what lies a star's length away, over the least about that. */
export const STAR_REACH = 3 * STAR_RADIUS + 1;
/** Stars whose shape is measured at most, and at least for it to count. */
const MOST_MEASURED = 400;
const LEAST_MEASURED = 8;
/** Stars that are longer than wide by less than this are round: twice the middle miss of such moments, pixels. */
const LEAST_LENGTH = 1;
/** Stars nearer to white have lost their shape. */
const MOST_PEAK = 0.9;

/** Rows of a picture that are looked at together: first every so many-th band, the others as long as stars are too few. */
const BAND_ROWS = 128;
const BANDS_APART = 4;
const ENOUGH_MEASURED = 150;

const skyOf = ({ lights }: PictureLights): number => {
  const sky = lights.findIndex(({ id }) => id === "sky");
  return sky >= 0 ? sky : lights.findIndex(({ id }) => id === "stars");
};

/** Second moments of a star's light about its middle. */
function momentsAt(over: Float32Array, width: number, at: number) {
  let [sum, x, y] = [0, 0, 0];
  const each = (use: (dx: number, dy: number, value: number) => void) => {
    for (let dy = -STAR_RADIUS; dy <= STAR_RADIUS; dy++)
      for (let dx = -STAR_RADIUS; dx <= STAR_RADIUS; dx++) {
        const value = over[at + dy * width + dx]!;
        // Half a star's height tells its shape; lower down is noise.
        if (value > 0.25 * over[at]!) use(dx, dy, value);
      }
  };
  each((dx, dy, value) => {
    sum += value;
    x += value * dx;
    y += value * dy;
  });
  let [xx, xy, yy] = [0, 0, 0];
  each((dx, dy, value) => {
    xx += (value * (dx - x / sum) ** 2) / sum;
    xy += (value * (dx - x / sum) * (dy - y / sum)) / sum;
    yy += (value * (dy - y / sum) ** 2) / sum;
  });
  return { xx, xy, yy };
}

const middleOf = (values: readonly number[]): number => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;

/** A star's light over the sky, and its second moments. */
interface StarPeak extends ReturnType<typeof momentsAt> {
  readonly light: number;
}

/** The stars between two rows of a picture. */
function peaksIn(rows: CodeRows, found: PictureLights, sky: number, from: number, to: number): StarPeak[] {
  const { width, codes } = rows;
  const height = codes.length / (3 * width);
  const top = Math.max(0, from - STAR_REACH);
  const band = codes.subarray(3 * width * top, 3 * width * Math.min(height, to + STAR_REACH));
  const planes = starPlanes({ ...rows, codes: band, top: rows.top + top }, found, sky);
  const values = new Float32Array(planes.kernel.memory.buffer);
  const least = found.starsFrom! + STAR_SOFT_STOPS;
  const peaks: StarPeak[] = [];
  for (let y = Math.max(STAR_RADIUS, from); y < Math.min(height - STAR_RADIUS, to); y++) {
    const [over, most, about, part] = [planes.over, planes.near, planes.about, planes.sky].map(
      (plane) => plane(y - top) / 4,
    ) as [number, number, number, number];
    for (let x = STAR_RADIUS; x < width - STAR_RADIUS; x++) {
      const value = values[over + x]!;
      if (value <= 0 || value < values[most + x]! || values[part + x]! < 0.5) continue;
      const around = values[about + x]!;
      if (value + around > MOST_PEAK || stopsOf(value + around) - stopsOf(around) <= least) continue;
      peaks.push({ light: value, ...momentsAt(values, planes.stride / 4, over + x) });
    }
  }
  return peaks;
}

/**
 * Measures how long a picture's stars are, by the moments of the middle one of them.
 *
 * @returns null where there are too few to tell, or where they are round.
 */
export function starDrift(rows: CodeRows, found: PictureLights): StarDrift | null {
  const sky = skyOf(found);
  if (sky < 0 || found.starsFrom === null) return null;
  const height = rows.codes.length / (3 * rows.width);
  const peaks: StarPeak[] = [];
  for (let first = 0; first < BANDS_APART && peaks.length < ENOUGH_MEASURED; first++) {
    for (let top = first * BAND_ROWS; top < height; top += BANDS_APART * BAND_ROWS)
      for (const peak of peaksIn(rows, found, sky, top, Math.min(height, top + BAND_ROWS))) peaks.push(peak);
  }
  if (peaks.length < LEAST_MEASURED) return null;
  const all = peaks.sort((a, b) => b.light - a.light).slice(0, MOST_MEASURED);
  const [xx, xy, yy] = [middleOf(all.map((m) => m.xx)), middleOf(all.map((m) => m.xy)), middleOf(all.map((m) => m.yy))];
  // A line of light of some length has a twelfth of its square more along itself than across.
  const differs = Math.hypot(xx - yy, 2 * xy);
  const half = Math.sqrt(12 * differs) / 2;
  if (2 * half < LEAST_LENGTH) return null;
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  const length = Math.min(half, STAR_RADIUS);
  return { x: length * Math.cos(angle), y: length * Math.sin(angle) };
}

/**
 * Shapes the stars of rows of a picture. Where they are a part of it, those up to `STAR_REACH` from either end lack what lies beyond.
 *
 * @param drift How long they are; see `starDrift`.
 * @returns Codes; the same ones where there is no sky.
 */
export function shapedStars(
  rows: CodeRows,
  found: PictureLights,
  { width: narrowed, round }: StarShaping,
  drift: StarDrift | null,
): Uint16Array {
  const sky = skyOf(found);
  const isRound = round === 0 || drift === null;
  if (sky < 0 || found.starsFrom === null || (narrowed === 1 && isRound)) return rows.codes;
  const { codes, width } = rows;
  const planes = starPlanes(rows, found, sky);
  const { kernel, rows: count, padded, over, about, near, line, light, lightPlane } = planes;
  if (!isRound) {
    // A line of light is cut off at both ends: what is left of it is where both its ends lie within it.
    const [dx, dy] = [round * drift.x, round * drift.y];
    const [left, up] = [Math.floor(dx), Math.floor(dy)];
    const [right, down] = [dx - left, dy - up];
    const place = (y: number, across: number) => over(Math.max(0, Math.min(count - 1, y))) + 4 * across;
    for (let y = 0; y < count; y++)
      kernel.cutRow(
        planes.shaped(y),
        over(y),
        place(y + up, left),
        place(y + up + 1, left),
        right,
        down,
        place(y - up - 1, -left - 1),
        place(y - up, -left - 1),
        1 - right,
        1 - down,
        padded,
      );
  }
  const shaped = isRound ? over : planes.shaped;
  const peaks = narrowed === 1 ? near : planes.peaks;
  if (narrowed !== 1) planes.most(peaks, shaped);
  const row = new Uint16Array(kernel.memory.buffer, line, 3 * width);
  const out = new Uint16Array(codes.length);
  for (let y = 0; y < count; y++) {
    planes.read(y);
    kernel.shapeRow(
      line,
      light,
      lightPlane,
      over(y),
      about(y),
      planes.sky(y),
      near(y),
      shaped(y),
      peaks(y),
      // A power of a bell is a narrower bell, as high.
      1 / (narrowed * narrowed),
      found.starsFrom,
      STAR_SOFT_STOPS,
      padded,
    );
    out.set(row, 3 * y * width);
  }
  return out;
}
