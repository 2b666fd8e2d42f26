import type { Rgb } from "../light";
import { project, type View } from "./camera";
import { addLampIlluminance } from "./lampLight";
import { addMoonlight } from "./moonlight";
import { forEachPiece, offsetPoint, type Passage, type Placed } from "./passages";
import type { PreparedScene } from "./preparedScene";
import type { BodyPart } from "./scene";

/** A part of a mover over a short time: its outline where the time begins and where it ends, each straight from corner to corner. */
export interface MovingOutline {
  /** Corners, x and y by turns. */
  readonly from: Float64Array;
  readonly to: Float64Array;
  readonly top: number;
  readonly bottom: number;
  readonly seconds: number;
  readonly depthMetres: number;
  readonly hides: boolean;
  /** cd/m². */
  readonly luminance: Rgb;
}

/** Corners of a round outline. */
const ROUND_CORNERS = 14;
/** A piece is so short that its outline climbs by less than this, pixels, and goes not farther along than the second. */
const MOST_CLIMB_PX = 1.2;
const MOST_PIECE_PX = 48;
const DEPTH_SHARE = 0.03;

function outlineOf(
  view: View,
  place: Placed,
  { shape, offset, sizeMetres }: BodyPart,
): { points: Float64Array; depth: number } | null {
  const [forward, up, left] = offset;
  const [long, high, wide] = sizeMetres;
  if (shape === "round") {
    // As seen, a rounded body is as wide as the larger of its level sizes shows.
    const centre = project(view, offsetPoint(place, offset));
    if (!centre || centre.depthMetres < 0.4) return null;
    const across = Math.abs(place.hx * view.cosHeading - place.hz * view.sinHeading);
    const half =
      (Math.hypot(long * across, wide * Math.sqrt(1 - across * across)) * view.focalPx) / centre.depthMetres / 2;
    const tall = (high * view.focalPx) / centre.depthMetres / 2;
    const points = new Float64Array(2 * ROUND_CORNERS);
    for (let i = 0; i < ROUND_CORNERS; i++) {
      const turn = (2 * Math.PI * i) / ROUND_CORNERS;
      points[2 * i] = centre.x + half * Math.cos(turn);
      points[2 * i + 1] = centre.y + tall * Math.sin(turn);
    }
    return { points, depth: centre.depthMetres };
  }
  const points = new Float64Array(16);
  let depth = 0;
  for (let corner = 0; corner < 8; corner++) {
    const at = project(
      view,
      offsetPoint(place, [
        forward + (corner & 1 ? long : -long) / 2,
        up + (corner & 2 ? high : -high) / 2,
        left + (corner & 4 ? wide : -wide) / 2,
      ]),
    );
    if (!at || at.depthMetres < 0.4) return null;
    points[2 * corner] = at.x;
    points[2 * corner + 1] = at.y;
    depth += at.depthMetres / 8;
  }
  return { points, depth };
}

const lit = new Float64Array(3);

/** What a part sends towards the camera, cd/m²: its own light, and what it gives back of sky and lamps. */
function luminanceOf(scene: PreparedScene, view: View, place: Placed, part: BodyPart): Rgb {
  const [x, y, z] = offsetPoint(place, part.offset);
  const [ex, ez] = [view.at[0] - x, view.at[2] - z];
  const far = Math.hypot(ex, ez) || 1;
  for (let c = 0; c < 3; c++) lit[c] = 0.55 * scene.skylightGain * scene.sky.illuminance[c]! + 0.75 * scene.fill[c]!;
  addLampIlluminance(scene.lamps, x, y, z, ex / far, 0, ez / far, lit, 0.4);
  addMoonlight(scene, x, y, z, ex / far, 0, ez / far, lit, 0.4);
  const own = scene.lampGain * (part.luminanceCdM2 ?? 0);
  const [r, g, b] = part.tint;
  const back = part.luminanceCdM2 === undefined ? part.reflectance / Math.PI : 0;
  return [r * (own + back * lit[0]!), g * (own + back * lit[1]!), b * (own + back * lit[2]!)];
}

/** The outlines of everything that passes in an exposure, piece by piece. */
export function gatherBodies(scene: PreparedScene, view: View, passages: readonly Passage[]): MovingOutline[] {
  const outlines: MovingOutline[] = [];
  for (const passage of passages) {
    const { traffic } = passage;
    if (traffic.parts.length === 0) continue;
    const isAllLit = traffic.parts.every(({ luminanceCdM2 }) => luminanceCdM2 !== undefined);
    const [a, b] = [traffic.path[0]!, traffic.path.at(-1)!];
    // How much of its way goes up or down, and that of what comes nearer grows upwards.
    const rise = Math.abs(b[1] - a[1]) / Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
    const pieceSeconds = (depthMetres: number, speedPx: number) =>
      Math.min(
        (DEPTH_SHARE * depthMetres) / traffic.speedMps,
        MOST_PIECE_PX / speedPx,
        MOST_CLIMB_PX / (rise * speedPx + 1e-9),
      );
    forEachPiece(view, passage, pieceSeconds, (from, to, seconds) => {
      for (const part of traffic.parts) {
        const begins = outlineOf(view, from, part);
        const ends = outlineOf(view, to, part);
        if (!begins || !ends) continue;
        let [top, bottom, left, right] = [Infinity, -Infinity, Infinity, -Infinity];
        for (const { points } of [begins, ends]) {
          for (let i = 0; i < points.length; i += 2) {
            left = Math.min(left, points[i]!);
            right = Math.max(right, points[i]!);
            top = Math.min(top, points[i + 1]!);
            bottom = Math.max(bottom, points[i + 1]!);
          }
        }
        if (right < 0 || left > view.width || bottom < 0 || top > view.height) continue;
        outlines.push({
          from: begins.points,
          to: ends.points,
          top,
          bottom,
          seconds,
          depthMetres: (begins.depth + ends.depth) / 2,
          // Lit windows stand before a body that hides already.
          hides: part.luminanceCdM2 === undefined || isAllLit,
          luminance: luminanceOf(scene, view, from, part),
        });
      }
    });
  }
  return outlines;
}

/** Left and right ends of a convex outline in a row; false where it does not reach it. */
const span = { left: 0, right: 0 };
function spanAt(points: Float64Array, y: number): boolean {
  const count = points.length / 2;
  let left = Infinity;
  let right = -Infinity;
  // All pairs of corners: the outline is their hull, whichever order they come in.
  for (let i = 0; i < count; i++) {
    const yi = points[2 * i + 1]!;
    for (let j = i + 1; j < count; j++) {
      const yj = points[2 * j + 1]!;
      if ((yi - y) * (yj - y) > 0 || yi === yj) continue;
      const x = points[2 * i]! + ((points[2 * j]! - points[2 * i]!) * (y - yi)) / (yj - yi);
      if (x < left) left = x;
      if (x > right) right = x;
    }
  }
  span.left = left;
  span.right = right;
  return right > left;
}

/** What is gathered along a row before it is summed up twice: time hidden, its depth, and light by channel. */
const KINDS = 5;

/** Adds a kink: from here on each further pixel has `slope` more. Whoever reads the row adds it up twice. */
function kink(row: Float64Array, width: number, at: number, slope: number, values: ArrayLike<number>): void {
  const first = Math.max(0, Math.ceil(at));
  if (first >= width) return;
  const whole = slope * (first - at);
  for (let kind = 0; kind < KINDS; kind++) {
    const value = values[kind]!;
    const index = KINDS * first + kind;
    row[index] = row[index]! + whole * value;
    row[index + KINDS] = row[index + KINDS]! + (slope - whole) * value;
  }
}

/** Time during which an edge that goes from `a` to `b` has passed a place to its right: a ramp at least a pixel wide. */
function ramp(row: Float64Array, width: number, a: number, b: number, sign: number, values: ArrayLike<number>): void {
  const from = Math.min(a, b) - 0.5;
  const to = Math.max(a, b) + 0.5;
  const slope = sign / (to - from);
  // Pixels count from their middles.
  kink(row, width, from - 0.5, slope, values);
  kink(row, width, to - 0.5, -slope, values);
}

/** A ramp's kinks lie so far beside its edges at most, pixels. */
const RAMP_PX = 3;

/** Places within a row at which outlines are looked at. */
const SUBROWS = [0.25, 0.75] as const;
const values = new Float64Array(KINDS);
const start = { left: 0, right: 0 };
/** Less is the rounding of what was added up. */
const LEAST_SECONDS = 1e-9;
/** What stands so little before a body, a kerb or a rail, does not hide it, metres. */
const SAME_PLACE_M = 0.4;

/**
 * Hides still light behind bodies for as long as they stand before it, in place, and adds their own.
 *
 * @param light In a band of rows, luminance on entry; on return gathered light, cd·s/m².
 * @param depth Of the band: what stands nearer is not hidden.
 */
export function exposeBehindBodies(
  outlines: readonly MovingOutline[],
  width: number,
  firstRow: number,
  rows: number,
  shutterSeconds: number,
  depth: Float32Array,
  light: Float32Array,
): void {
  const row = new Float64Array(KINDS * (width + 2));
  for (let y = firstRow; y < firstRow + rows; y++) {
    const from = 3 * (y - firstRow) * width;
    // Columns that something passes: all others only gather.
    let left = width;
    let right = 0;
    for (const outline of outlines) {
      if (outline.bottom < y || outline.top > y + 1) continue;
      for (const sub of SUBROWS) {
        const first = spanAt(outline.from, y + sub);
        start.left = span.left;
        start.right = span.right;
        const second = spanAt(outline.to, y + sub);
        if (!first && !second) continue;
        // Where it is in the row at one end of the time only, it was there for half of it.
        const seconds = (outline.seconds / SUBROWS.length) * (first && second ? 1 : 0.5);
        if (!first) Object.assign(start, span);
        else if (!second) Object.assign(span, start);
        values[0] = outline.hides ? seconds : 0;
        values[1] = values[0] * outline.depthMetres;
        for (let c = 0; c < 3; c++) values[2 + c] = seconds * outline.luminance[c]!;
        ramp(row, width, start.left, span.left, 1, values);
        ramp(row, width, start.right, span.right, -1, values);
        left = Math.min(left, start.left, span.left);
        right = Math.max(right, start.right, span.right);
      }
    }
    const first = Math.max(0, Math.floor(left) - RAMP_PX);
    const end = Math.max(first, Math.min(width, Math.ceil(right) + RAMP_PX));
    scale(light, from, from + 3 * first, shutterSeconds);
    scale(light, from + 3 * end, from + 3 * width, shutterSeconds);
    if (end === first) continue;
    layOverRow(row, first, end, shutterSeconds, depth, (y - firstRow) * width, light);
    row.fill(0);
  }
}

/** Multiplies a stretch of values in place. */
function scale(values: Float32Array, from: number, to: number, factor: number): void {
  for (let i = from; i < to; i++) values[i] = values[i]! * factor;
}

/** Adds a row's kinks up twice and lays what comes of it over the light of its pixels; `from`: the row's first pixel. */
function layOverRow(
  row: Float64Array,
  first: number,
  end: number,
  shutterSeconds: number,
  depth: Float32Array,
  from: number,
  light: Float32Array,
): void {
  let [hiding, hidden, deeper, deep] = [0, 0, 0, 0];
  let [redder, red, greener, green, bluer, blue] = [0, 0, 0, 0, 0, 0];
  for (let x = first; x < end; x++) {
    const at = KINDS * x;
    hiding += row[at]!;
    hidden += hiding;
    deeper += row[at + 1]!;
    deep += deeper;
    redder += row[at + 2]!;
    red += redder;
    greener += row[at + 3]!;
    green += greener;
    bluer += row[at + 4]!;
    blue += bluer;
    const index = 3 * (from + x);
    const isBefore = hidden > LEAST_SECONDS && deep / hidden - SAME_PLACE_M < depth[from + x]!;
    const stays = isBefore ? Math.max(0, shutterSeconds - hidden) : shutterSeconds;
    const shows = isBefore ? 1 : 0;
    light[index] = light[index]! * stays + shows * Math.max(0, red);
    light[index + 1] = light[index + 1]! * stays + shows * Math.max(0, green);
    light[index + 2] = light[index + 2]! * stays + shows * Math.max(0, blue);
  }
}
