import type { Mover } from "@/core/motion";
import type { CameraPose } from "@/core/optics";
import { clearSkyAt, coreOf, moonOf, type NightSky, type Shower, starOf, sunOf } from "@/core/sky";
import { DEG_PER_RAD } from "@/core/units";
import type { SkyInk, SkyScale } from "@/ui/theme/inPage";
import { drawCompass, drawHeights, drawSkyline } from "./drawGround";
import { drawStars } from "./drawStars";
import { drawTrail } from "./drawTrail";
import { paintSky } from "./paintSky";
import { mark, type Size, type Sketch, sketchOf, write } from "./sketch";

/** What is drawn, and how it is looked at. */
export interface SkyDrawing {
  readonly night: NightSky;
  readonly colour: SkyScale;
  readonly ink: SkyInk;
  readonly darkSkyMagPerArcsec2: number;
  readonly atMs: number;
  readonly pose: CameraPose;
  /** Half the picture's width, in focal lengths. */
  readonly halfWidth: number;
  /** The radiant of the night's shower; null without one worth drawing. */
  readonly shower: Shower | null;
  readonly constellations: boolean;
  /** How long the shutter is open in all, for arcs and trails; 0 for points. */
  readonly spanSeconds: number;
  /** What passes through the picture; null when nothing does. */
  readonly mover: Mover | null;
}

/** The sun so far down that no star is hidden, and so high that all are, degrees. */
const ALL_STARS_DEG = -15;
const NO_STARS_DEG = -6;

/** Draws the computed sky in the lens's own projection: its light, stars or arcs, Milky Way, moon, core, pole, skyline. */
export function drawSky(context: CanvasRenderingContext2D, size: Size, frame: Size, drawing: SkyDrawing): void {
  const { night, atMs, shower, constellations, spanSeconds, mover, darkSkyMagPerArcsec2 } = drawing;
  const sketch = sketchOf(context, { ...drawing, size, frame });
  const sun = sunOf(night, atMs);
  const moon = moonOf(night, atMs);
  paintSky(sketch, clearSkyAt(night, atMs, darkSkyMagPerArcsec2));
  const dark = Math.max(0, Math.min(1, (NO_STARS_DEG - sun.altitudeDeg) / (NO_STARS_DEG - ALL_STARS_DEG)));
  if (dark > 0) drawStars(sketch, { night, atMs, dark, constellations, spanSeconds });
  drawHeights(sketch);
  const latitude = night.place.latitudeDeg;
  mark(
    sketch,
    latitude >= 0 ? "celestial pole" : "southern pole",
    { altitudeDeg: Math.abs(latitude), azimuthDeg: latitude >= 0 ? 0 : 180 },
    sketch.ink.mist,
    5,
  );
  mark(sketch, "galactic centre", coreOf(night)(atMs), sketch.ink.lamp, 9);
  if (shower) mark(sketch, `radiant, ${shower.name}`, starOf(night, shower)(atMs), sketch.ink.moss, 8);
  drawMoon(sketch, moon);
  mark(sketch, "sun", sun, sketch.ink.lamp, 8);
  drawSkyline(sketch, night);
  drawCompass(sketch);
  if (mover) drawTrail(sketch, mover, spanSeconds);
  drawFrame(sketch);
}

function drawMoon(sketch: Sketch, moon: ReturnType<typeof moonOf>): void {
  const spot = sketch.at(moon.altitudeDeg, moon.azimuthDeg);
  if (!spot) return;
  const { context, scale } = sketch;
  context.beginPath();
  context.arc(spot[0], spot[1], Math.max(6, (scale * moon.semidiameterDeg) / DEG_PER_RAD), 0, 2 * Math.PI);
  context.fillStyle = "#F2EEDF";
  context.fill();
  write(sketch, `moon ${Math.round(100 * moon.illuminatedFraction)} %`, [spot[0] + 9, spot[1] + 4], sketch.ink.paper);
}

/** Darkens what the picture leaves out, and outlines the picture. */
function drawFrame({ context, size, frame, ink }: Sketch): void {
  const left = (size.width - frame.width) / 2;
  const top = (size.height - frame.height) / 2;
  context.beginPath();
  context.rect(0, 0, size.width, size.height);
  context.rect(left, top, frame.width, frame.height);
  context.fillStyle = "rgba(9, 10, 13, 0.62)";
  context.fill("evenodd");
  context.strokeStyle = ink.paper;
  context.lineWidth = 1;
  context.strokeRect(left, top, frame.width, frame.height);
}
