import { horizonAltitude, type NightSky } from "@/core/sky";
import { DEG_PER_RAD } from "@/core/units";
import { addToPath, type Sketch, type Spot, write } from "./sketch";

const COMPASS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"] as const;
const HEIGHTS_DEG = [15, 30, 45, 60, 75] as const;
const TICK_DEG = 5;

/** Half of what the drawing shows of the horizon, degrees, and a margin. */
const halfSeenDeg = ({ size, scale }: Sketch): number =>
  Math.min(89, Math.atan(size.width / 2 / scale) * DEG_PER_RAD + 12);

/** Draws the site's skyline, and the dark ground under it. */
export function drawSkyline(sketch: Sketch, night: NightSky): void {
  const { context, size, pose, at } = sketch;
  const half = halfSeenDeg(sketch);
  const line: Spot[] = [];
  for (let away = -half; away <= half; away += 0.5) {
    const azimuth = pose.azimuthDeg + away;
    const spot = at(Math.max(0, horizonAltitude(night.horizon, azimuth)), azimuth);
    if (spot) line.push(spot);
  }
  const first = line[0];
  const last = line.at(-1);
  if (!first || !last) return;
  context.beginPath();
  addToPath(context, line);
  context.lineTo(last[0], Math.max(size.height, last[1]) + 4000);
  context.lineTo(first[0], Math.max(size.height, first[1]) + 4000);
  context.closePath();
  context.fillStyle = sketch.ink.ground;
  context.fill();
  context.strokeStyle = "#ffffff30";
  context.lineWidth = 1;
  context.stroke();
}

/** Draws heights over the horizon as thin lines, named at the frame's left edge. */
export function drawHeights(sketch: Sketch): void {
  const { context, size, frame, pose, at } = sketch;
  const inFrame = ([x, y]: Spot): boolean =>
    Math.abs(x - size.width / 2) < frame.width / 2 - 4 && Math.abs(y - size.height / 2) < frame.height / 2 - 14;
  for (const heightDeg of HEIGHTS_DEG) {
    const line: (Spot | null)[] = [];
    for (let away = -180; away <= 180; away += 2) line.push(at(heightDeg, pose.azimuthDeg + away));
    context.strokeStyle = "#ffffff26";
    context.lineWidth = 1;
    context.beginPath();
    addToPath(context, line);
    context.stroke();
    const named = line.find((spot) => spot && inFrame(spot));
    if (named) write(sketch, `${heightDeg}°`, [named[0] + 2, named[1] - 3], sketch.ink.mist);
  }
}

/** Draws the compass along the horizon: a tick every five degrees, named as densely as there is room. */
export function drawCompass(sketch: Sketch): void {
  const { context, pose, at } = sketch;
  const half = halfSeenDeg(sketch);
  const apart = (at(0, pose.azimuthDeg + TICK_DEG)?.[0] ?? 0) - (at(0, pose.azimuthDeg)?.[0] ?? 0);
  const named = apart > 50 ? TICK_DEG : apart > 22 ? 2 * TICK_DEG : 6 * TICK_DEG;
  const begin = Math.ceil((pose.azimuthDeg - half) / TICK_DEG) * TICK_DEG;
  for (let azimuth = begin; azimuth <= pose.azimuthDeg + half; azimuth += TICK_DEG) {
    const spot = at(0, azimuth);
    if (!spot) continue;
    const turned = ((azimuth % 360) + 360) % 360;
    const letters = turned % 45 === 0 ? COMPASS[turned / 45] : undefined;
    const text = letters ?? (turned % named === 0 ? `${turned}°` : null);
    context.beginPath();
    context.moveTo(...spot);
    context.lineTo(spot[0], spot[1] + (text ? 7 : 4));
    context.strokeStyle = "#ffffff80";
    context.lineWidth = 1;
    context.stroke();
    if (text)
      write(sketch, text, [spot[0] - 3.4 * text.length, spot[1] + 20], letters ? sketch.ink.paper : sketch.ink.mist);
  }
}
