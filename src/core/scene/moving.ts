import { LEAST_TRAIL_PX } from "../optics";
import { type Projected, project, type View } from "./camera";
import { discRadiusPx } from "./defocus";
import { pointLampLuminance } from "./drawLamps";
import { forEachPiece, offsetPoint, type Passage, type Placed, passagesIn, pathLength } from "./passages";
import type { CarriedLamp, Point3, Scene, Traffic } from "./scene";
import { fresnel } from "./shade";
import type { Streak } from "./streaks";

/** A lamp's way is drawn in straight pieces, in which neither its distance changes by more than this share nor its place by more pixels. */
const DEPTH_SHARE = 0.04;
const MOST_PIECE_PX = 60;
/** A lamp closer than this is beside the camera, out of the picture. */
const NEAREST_LAMP_METRES = 0.8;

/** How a lamp's light spreads in the picture: its own image, and a halo about it. */
const IMAGE = { share: 0.97, widening: 1 } as const;
const HALO = { share: 0.03, widening: 2.4 } as const;
/** A lamp's image and its halo. */
const IMAGES = 2;
/** What wet ground gives back of a lamp close over it, at a low angle, and how much wider. */
const WET = { share: 0.03, widening: 1.8 } as const;
/** How much wider than itself waves show a lamp. */
const WATER_WIDENING = 1.3;
/** Lamps lower than this over the ground show in it, metres. */
const LOW_METRES = 3;
/**
 * Radius of the image of a carried lamp in pixels, at which its Gaussian has fallen to 1/e: so wide that a trail's middle
 * has the trail's light over its width, that of the lamp's own image or of the lens's blur, the larger.
 */
function lampRadiusPx(view: View, diameterM: number, depthMetres: number): number {
  const disc = discRadiusPx(view, depthMetres);
  const image = Math.max(LEAST_TRAIL_PX, (diameterM * view.focalPx) / depthMetres) / Math.sqrt(Math.PI);
  return Math.max(image, disc);
}

/** Whether a lamp is seen that shines one way: before it and from its side, or from behind it. */
function isSeen({ shines }: CarriedLamp, { hx, hz }: Placed, at: Point3, view: View): boolean {
  if (shines === "around") return true;
  const towards = hx * (view.at[0] - at[0]) + hz * (view.at[2] - at[2]);
  // From right beside it both are seen.
  const aside = 0.08 * Math.hypot(view.at[0] - at[0], view.at[2] - at[2]);
  return shines === "forward" ? towards > -aside : towards < aside;
}

/**
 * Gathers the light of every lamp that moves while the shutter is open. What it leaves in a pixel depends on how long it
 * stays there, not on how long the shutter is open.
 */
export function gatherLampStreaks(scene: Scene, view: View, passages: readonly Passage[]): Streak[] {
  const streaks: Streak[] = [];
  for (const passage of passages) {
    const { traffic } = passage;
    if (traffic.lamps.length === 0) continue;
    const pieceSeconds = (depthMetres: number, speedPx: number) =>
      Math.min((DEPTH_SHARE * depthMetres) / traffic.speedMps, MOST_PIECE_PX / speedPx);
    forEachPiece(view, passage, pieceSeconds, (from, to, seconds) =>
      addLamps(scene, view, traffic, from, to, seconds, streaks),
    );
  }
  return streaks;
}

const isIn = ({ width, height }: View, { x, y }: Projected): boolean => x >= 0 && y >= 0 && x < width && y < height;

const WAY_PIECE_PX = 8;

/** A piece of a mover's way through the picture: how long it is, pixels, and the images of its lamps that one would see there. */
export interface WayPiece {
  readonly lengthPx: number;
  readonly lamps: readonly Streak[];
}

/**
 * The whole of a mover's way through a picture, piece by piece, whether the shutter is open or not. Null unless just one mover with
 * lamps is on its way between two instants.
 */
export function lampWay(
  scene: Scene,
  view: View,
  fromSeconds: number,
  toSeconds: number,
  runSeconds: number,
): WayPiece[] | null {
  const [passage, second] = passagesIn(scene, fromSeconds, toSeconds - fromSeconds, runSeconds);
  if (!passage || second) return null;
  const { traffic, departs } = passage;
  const whole = { traffic, departs, begin: departs, end: departs + pathLength(traffic.path) / traffic.speedMps };
  const dry = { ...scene, surfaces: [] };
  const pieces: WayPiece[] = [];
  const pieceSeconds = (_: number, speedPx: number) => WAY_PIECE_PX / speedPx;
  forEachPiece(view, whole, pieceSeconds, (from, to, seconds) => {
    const [begins, ends] = [project(view, from.at), project(view, to.at)];
    if (!begins || !ends || !(isIn(view, begins) && isIn(view, ends))) return;
    const streaks: Streak[] = [];
    addLamps(dry, view, traffic, from, to, seconds, streaks);
    const lamps = streaks.filter((_, index) => index % IMAGES === 0);
    pieces.push({ lengthPx: Math.hypot(ends.x - begins.x, ends.y - begins.y), lamps });
  });
  return pieces;
}

function addLamps(
  scene: Scene,
  view: View,
  traffic: Traffic,
  from: Placed,
  to: Placed,
  seconds: number,
  streaks: Streak[],
): void {
  const water = scene.surfaces.find((surface) => surface.kind === "water");
  const wetness = Math.max(
    0,
    ...scene.surfaces.map((surface) => (surface.kind === "strip" ? surface.material.wetness : 0)),
  );
  for (const lamp of traffic.lamps) {
    const a = offsetPoint(from, lamp.offset);
    const b = offsetPoint(to, lamp.offset);
    if (!isSeen(lamp, from, a, view)) continue;
    const begins = project(view, a);
    const ends = project(view, b);
    if (!begins || !ends || Math.min(begins.depthMetres, ends.depthMetres) < NEAREST_LAMP_METRES) continue;
    const depthMetres = (begins.depthMetres + ends.depthMetres) / 2;
    const air = Math.exp(-depthMetres / scene.visibilityMetres);
    const light = air * pointLampLuminance(view, lamp.intensityCd, depthMetres) * seconds;
    const radius = lampRadiusPx(view, lamp.diameterM, depthMetres);
    const add = (start: Projected, end: Projected, share: number, widening: number, on: Streak["on"], upright = 1) =>
      streaks.push({
        x0: start.x,
        y0: start.y,
        x1: end.x,
        y1: end.y,
        radius: radius * widening,
        upright,
        light: light * share,
        colour: lamp.colour,
        depthMetres,
        on,
      });
    add(begins, ends, IMAGE.share, IMAGE.widening, "all");
    add(begins, ends, HALO.share, HALO.widening, "all");
    const mirrored = (height: number, share: number, widening: number, on: Streak["on"], upright = 1) => {
      const start = project(view, [a[0], 2 * height - a[1], a[2]]);
      const end = project(view, [b[0], 2 * height - b[1], b[2]]);
      if (start && end) add(start, end, share, widening, on, upright);
    };
    if (wetness > 0 && lamp.offset[1] < LOW_METRES) mirrored(from.at[1], wetness * WET.share * 3, WET.widening, "land");
    if (!water) continue;
    // The ray comes to the water, and leaves it, at the angle of its mirrored image.
    const above = view.at[1] + a[1] - 2 * water.heightMetres;
    const share = fresnel(above / Math.hypot(above, depthMetres));
    const spreadPx = 2 * water.slope * view.focalPx * (1 - (view.at[1] - water.heightMetres) / above);
    // Slopes along the view are as good as normally distributed: a Gaussian's 1/e lies √2 of its deviation out.
    const upright = Math.hypot(1, (Math.SQRT2 * spreadPx) / (WATER_WIDENING * radius));
    mirrored(water.heightMetres, share, WATER_WIDENING, "water", upright);
  }
}
