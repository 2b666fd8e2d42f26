import { LINEAR, lumaOf, type MeteredPicture } from "../picture";

// Where ground ends and sky begins is looked for as one line from the left edge to the right: above it the picture is even (stars apart),
// across it the light changes. What a line of a column costs is worked out for every row, and the cheapest way through all columns is found
// by dynamic programming; a wall may stand upright, so a jump costs no more than so much.

/** Light under this share of white is told from none by noise alone. */
const FLOOR = 5e-4;
/** Rows over which light is compared on both sides of the line. */
const SIDE_ROWS = 4;
/** What a change of a stop across the line is worth, against one stop of unevenness in one row of sky. */
const EDGE_WORTH = 3;
/** What it costs to call an even row ground, stops of unevenness. */
const GROUND_COST = 0.04;
/** What a step of a row from column to column costs, and the most that any jump does. */
const STEP_COST = 0.08;
const MOST_JUMP_COST = 1.6;

/** The middle one of five: of four neither the least nor the most is it, and of the other two and the fifth it is the middle one. */
function middleOfFive(a: number, b: number, c: number, d: number, e: number): number {
  const one = Math.max(Math.min(a, b), Math.min(c, d));
  const other = Math.min(Math.max(a, b), Math.max(c, d));
  return Math.max(Math.min(one, other), Math.min(Math.max(one, other), e));
}

/** Light in stops of each pixel without points as small as stars: the middle one of five across, then of five down. */
function evenStops(picture: MeteredPicture): Float32Array {
  const { width, height } = picture;
  const stopsOf = Float32Array.from(LINEAR, (light) => Math.log2(light + FLOOR));
  const stops = Float32Array.from(lumaOf(picture).luma, (code) => stopsOf[code]!);
  /** The middle one of five along lines, `step` values from each to the next of them; at their ends the last one counts again. */
  const middle = (from: Float32Array, step: number, length: number, lines: number, apart: number) => {
    const out = new Float32Array(from.length);
    for (let line = 0; line < lines; line++) {
      const at = (place: number) => from[line * apart + step * Math.max(0, Math.min(length - 1, place))]!;
      for (let place = 0; place < length; place++)
        out[line * apart + step * place] = middleOfFive(
          at(place - 2),
          at(place - 1),
          at(place),
          at(place + 1),
          at(place + 2),
        );
    }
    return out;
  };
  return middle(middle(stops, 1, width, height, width), width, height, width, 1);
}

/**
 * Where ground ends in each column of a small picture of a night, as the picture itself shows it.
 *
 * @returns For each column the first row of ground, 0 to `height`.
 */
export function proposeGround(picture: MeteredPicture): Float32Array {
  const { width, height } = picture;
  const stops = evenStops(picture);
  const rows = height + 1;
  const cost = new Float32Array(width * rows);
  const sums = new Float64Array(rows);
  for (let x = 0; x < width; x++) {
    let sky = 0;
    for (let y = 0; y < height; y++) sums[y + 1] = sums[y]! + stops[y * width + x]!;
    for (let y = 0; y <= height; y++) {
      const [above, below] = [Math.max(0, y - SIDE_ROWS), Math.min(height, y + SIDE_ROWS)];
      const edge =
        above === y || below === y
          ? 0
          : Math.abs((sums[y]! - sums[above]!) / (y - above) - (sums[below]! - sums[y]!) / (below - y));
      cost[x * rows + y] = sky + GROUND_COST * (height - y) - EDGE_WORTH * Math.min(1, edge);
      if (y === height) continue;
      const at = y * width + x;
      const down = y > 0 ? Math.abs(stops[at]! - stops[at - width]!) : 0;
      const across = x > 0 ? Math.abs(stops[at]! - stops[at - 1]!) : 0;
      sky += Math.max(down, across);
    }
  }
  return withoutNotches(cheapestWay(cost, width, rows));
}

/** A dip of the line that is narrower than this part of the picture is a lit window under a roof, no sky. */
const NOTCH_SHARE = 1 / 20;

/** The line without dips that are too narrow: the lowest of the highest rows about each column, which leaves masts standing. */
function withoutNotches(way: Float32Array): Float32Array {
  const reach = Math.round((NOTCH_SHARE * way.length) / 2);
  const about = (rows: Float32Array, pick: (...values: number[]) => number) =>
    rows.map((_, x) => pick(...rows.subarray(Math.max(0, x - reach), x + reach + 1)));
  return about(about(way, Math.min), Math.max);
}

/** The row of each column on the cheapest way from the first to the last. */
function cheapestWay(cost: Float32Array, columns: number, rows: number): Float32Array {
  const from = new Int16Array(columns * rows);
  let before = cost.slice(0, rows);
  for (let x = 1; x < columns; x++) {
    const best = before.slice();
    const origin = Int16Array.from(best, (_, y) => y);
    const relax = (y: number, other: number) => {
      if (best[other]! + STEP_COST >= best[y]!) return;
      best[y] = best[other]! + STEP_COST;
      origin[y] = origin[other]!;
    };
    for (let y = 1; y < rows; y++) relax(y, y - 1);
    for (let y = rows - 2; y >= 0; y--) relax(y, y + 1);
    let least = 0;
    for (let y = 1; y < rows; y++) if (before[y]! < before[least]!) least = y;
    for (let y = 0; y < rows; y++) {
      const jumps = before[least]! + MOST_JUMP_COST < best[y]!;
      from[x * rows + y] = jumps ? least : origin[y]!;
      best[y] = (jumps ? before[least]! + MOST_JUMP_COST : best[y]!) + cost[x * rows + y]!;
    }
    before = best;
  }
  const way = new Float32Array(columns);
  let y = before.reduce((least, value, row) => (value < before[least]! ? row : least), 0);
  for (let x = columns - 1; x >= 0; x--) {
    way[x] = y;
    y = from[x * rows + y]!;
  }
  return way;
}
