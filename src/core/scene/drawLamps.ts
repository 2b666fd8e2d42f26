import { blackBodyRgb } from "../light";
import { LEAST_TRAIL_PX } from "../optics";
import { LENS_TRANSMISSION } from "../sensor";
import { FOCAL_PLANE_FACTOR } from "../sensor/response";
import { project, type View } from "./camera";
import { meetScene } from "./cast";
import { discRadiusPx } from "./defocus";
import { prepareScene } from "./prepare";
import type { Scene } from "./scene";
import { newHit } from "./solids";
import type { StillLight } from "./stillLight";

/** Share of a lamp's light that the lens scatters far around it: a phone's glass and cover. */
const WINGS_SHARE = 0.04;
/** Of the picture's width: as far as the wings go. */
const WINGS_REACH = 0.25;
/** What a post gives back of what would be seen behind it. */
const POST_SHARE = 0.1;
const POST_HALF_M = 0.05;
/** A lamp this much farther than what stands before it is hidden by it, metres. */
const HIDDEN_M = 0.6;

/**
 * The luminance in cd/m² that one output pixel would need to gather as much light as a lamp of this intensity sends
 * it, were all of it to fall into that pixel: I/d² · π(f/2)²·τ over pitch²·q. The f-number and the filter cancel.
 *
 * @see domain formulas for a point source: Φ = (I/d²)·π(f/2N)²·τ·T against E = q·L·T/N².
 */
export function pointLampLuminance(view: View, intensityCd: number, distanceM: number): number {
  const perPixelMetres = distanceM / view.focalPx;
  return (((intensityCd * Math.PI) / 4) * (LENS_TRANSMISSION / FOCAL_PLANE_FACTOR)) / perPixelMetres ** 2;
}

/** How much of a lamp's beam goes towards the camera, 0 to 1. */
function towardsCamera({ beam, at }: Scene["lamps"][number], view: View): number {
  if (!beam) return 1;
  const [x, y, z] = [view.at[0] - at[0], view.at[1] - at[1], view.at[2] - at[2]];
  const heading = (beam.headingDeg * Math.PI) / 180;
  const tilt = (beam.tiltDeg * Math.PI) / 180;
  const along =
    (x * Math.sin(heading) * Math.cos(tilt) + y * Math.sin(tilt) + z * Math.cos(heading) * Math.cos(tilt)) /
    Math.hypot(x, y, z);
  const power = Math.log(0.5) / Math.log(Math.cos((beam.halfDeg * Math.PI) / 180));
  // Its glass is seen from aside as well.
  return Math.max(0.012, Math.max(0, along) ** power);
}

/** Rings over which the wings' light is added up, each a little wider than the one before. */
const RINGS = 64;

/** Sum over the picture of (r² + a²)^-1.25 · (1 - r²/R²)²: the wings, which end at their reach without an edge. */
function wingsSum(within: number, reach: number): number {
  let sum = 0;
  let inner = 0;
  for (let ring = 1; ring <= RINGS; ring++) {
    const outer = reach * (ring / RINGS) ** 3;
    const squared = (inner * inner + outer * outer) / 2;
    sum +=
      Math.PI * (outer * outer - inner * inner) * (squared + within) ** -1.25 * (1 - squared / (reach * reach)) ** 2;
    inner = outer;
  }
  return sum;
}

const hit = newHit();

/** A lamp's own image at a squared distance from its middle: a spot of 1 in it, or out of focus a disc with a hard rim. */
function imageAt(squared: number, core: number, discPx: number): number {
  if (discPx <= core) return squared < 25 * core * core ? Math.exp(-squared / (core * core)) : 0;
  const inside = discPx + 0.5 - Math.sqrt(squared);
  return inside <= 0 ? 0 : Math.min(1, inside) * (core / discPx) ** 2;
}

/** Whether nothing stands between the camera and a lamp. */
function isSeen(scene: Scene, view: View, [x, y, z]: Scene["lamps"][number]["at"]): boolean {
  const [ox, oy, oz] = view.at;
  const distance = Math.hypot(x - ox, y - oy, z - oz);
  hit.t = 1 - HIDDEN_M / distance;
  meetScene(prepareScene(scene), null, ox, oy, oz, x - ox, y - oy, z - oz, hit);
  return hit.of === "nothing" || hit.of === "water";
}

/**
 * Draws posts, and the lamps that stand still: the image of the lamp itself, and the wings that the lens scatters around it,
 * (r² + a²) to the power of -1.25, which falls as r to that of -2.5. All of a lamp's light is in the two.
 */
export function drawLamps(scene: Scene, view: View, firstRow: number, rows: number, into: StillLight): void {
  for (const lamp of scene.lamps) drawPost(lamp, view, firstRow, rows, into);
  for (const lamp of scene.lamps) {
    const centre = project(view, lamp.at);
    if (!centre || !isSeen(scene, view, lamp.at)) continue;
    const share = towardsCamera(lamp, view) * Math.exp(-centre.depthMetres / scene.visibilityMetres);
    const rgb = lamp.colour ?? blackBodyRgb(lamp.kelvin);
    const power = share * pointLampLuminance(view, scene.lampGain * lamp.intensityCd, centre.depthMetres);
    const core =
      Math.max(LEAST_TRAIL_PX, (lamp.diameterMetres * view.focalPx) / centre.depthMetres) / Math.sqrt(Math.PI);
    const discPx = discRadiusPx(view, centre.depthMetres);
    const reach = WINGS_REACH * view.width;
    const within = 2 * core * core;
    const disc = ((1 - WINGS_SHARE) * power) / (Math.PI * core * core);
    const wings = (WINGS_SHARE * power) / wingsSum(within, reach);
    const hidden = centre.depthMetres - HIDDEN_M;
    const yFrom = Math.max(firstRow, Math.floor(centre.y - reach));
    const yTo = Math.min(firstRow + rows - 1, Math.ceil(centre.y + reach));
    const xFrom = Math.max(0, Math.floor(centre.x - reach));
    const xTo = Math.min(view.width - 1, Math.ceil(centre.x + reach));
    for (let y = yFrom; y <= yTo; y++) {
      for (let x = xFrom; x <= xTo; x++) {
        const squared = (x + 0.5 - centre.x) ** 2 + (y + 0.5 - centre.y) ** 2;
        if (squared > reach * reach) continue;
        const pixel = y * view.width + x;
        const own = into.depth[pixel]! > hidden ? imageAt(squared, core, discPx) * disc : 0;
        const far = squared + within;
        const left = 1 - squared / (reach * reach);
        const light = own + (wings * left * left) / (far * Math.sqrt(Math.sqrt(far)));
        const index = 3 * pixel;
        into.light[index] = into.light[index]! + light * rgb[0];
        into.light[index + 1] = into.light[index + 1]! + light * rgb[1];
        into.light[index + 2] = into.light[index + 2]! + light * rgb[2];
      }
    }
  }
}

/** Draws the post of a lamp, each pixel as far as it is covered. */
function drawPost(
  lamp: Scene["lamps"][number],
  view: View,
  firstRow: number,
  rows: number,
  { light, depth }: StillLight,
): void {
  if (lamp.postMetres <= 0) return;
  const top = project(view, lamp.at);
  const foot = project(view, [lamp.at[0], lamp.at[1] - lamp.postMetres, lamp.at[2]]);
  if (!top || !foot) return;
  const half = (POST_HALF_M * view.focalPx) / top.depthMetres;
  for (let y = Math.max(firstRow, Math.floor(top.y)); y < Math.min(firstRow + rows, foot.y); y++) {
    const centre = top.x + ((foot.x - top.x) * (y + 0.5 - top.y)) / (foot.y - top.y);
    const to = Math.min(view.width - 1, Math.floor(centre + half));
    for (let x = Math.max(0, Math.floor(centre - half)); x <= to; x++) {
      const covered = Math.max(0, Math.min(x + 1, centre + half) - Math.max(x, centre - half));
      const pixel = y * view.width + x;
      if (depth[pixel]! < top.depthMetres) continue;
      for (let c = 0; c < 3; c++) light[3 * pixel + c] = light[3 * pixel + c]! * (1 - covered * (1 - POST_SHARE));
      if (covered > 0.5) depth[pixel] = top.depthMetres;
    }
  }
}
