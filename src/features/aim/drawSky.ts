import { type CameraPose, type PicturePoint, pictureProjection } from "@/core/optics";
import {
  CHART_STAR_VECTORS,
  CHART_STARS,
  CONSTELLATION_LINES,
  chartPlaces,
  coreOf,
  horizonAltitude,
  MILKY_WAY_RINGS,
  moonOf,
  type NightSky,
  rotationToDate,
  type Shower,
  starOf,
  sunOf,
} from "@/core/sky";
import { ON_SKY, skyColour } from "@/ui/theme/skyScale";

/** What is drawn, and how it is looked at. */
export interface SkyDrawing {
  readonly night: NightSky;
  readonly atMs: number;
  readonly pose: CameraPose;
  /** Half the picture's width, in focal lengths. */
  readonly halfWidth: number;
  /** The radiant of the night's shower; null without one worth drawing. */
  readonly shower: Shower | null;
  readonly constellations: boolean;
  /** How long the shutter is open in all, for arcs; 0 for points. */
  readonly spanSeconds: number;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

const ARC_STEP_SECONDS = 240;
const FAINTEST = 6;
const COMPASS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"] as const;
const starPlaces = new Float32Array(2 * CHART_STARS.length);

/** Colour of a star by its index B-V: bluish to orange. */
const starColour = (index: number): string =>
  index < 0.1 ? "#CBD8FF" : index < 0.7 ? "#FFF6E6" : index < 1.2 ? "#FFE0B0" : "#FFC48A";

/** Draws the computed sky in the lens's own projection: stars or arcs, Milky Way, moon, core, pole, skyline. */
export function drawSky(context: CanvasRenderingContext2D, size: Size, drawing: SkyDrawing): void {
  const { night, atMs, pose, halfWidth, spanSeconds, shower, constellations } = drawing;
  const scale = size.width / 2 / halfWidth;
  const project = pictureProjection(pose);
  const toPx = (point: PicturePoint): [number, number] => [
    size.width / 2 + point.right * scale,
    size.height / 2 - point.up * scale,
  ];
  const at = (altitudeDeg: number, azimuthDeg: number): [number, number] | null => {
    const point = project(altitudeDeg, azimuthDeg);
    return point && Math.abs(point.right) < 6 && Math.abs(point.up) < 6 ? toPx(point) : null;
  };
  const sun = sunOf(night, atMs);
  const ground = context.createLinearGradient(0, 0, 0, size.height);
  ground.addColorStop(0, skyColour(sun.altitudeDeg - 2));
  ground.addColorStop(1, skyColour(sun.altitudeDeg + 1));
  context.fillStyle = ground;
  context.fillRect(0, 0, size.width, size.height);

  const toDate = rotationToDate(new Date(atMs));
  const dark = Math.max(0, Math.min(1, (-6 - sun.altitudeDeg) / 9));
  if (dark > 0) {
    drawMilkyWay(context, night, atMs, toDate, at, dark);
    if (constellations)
      drawLines(context, night, atMs, toDate, at, CONSTELLATION_LINES, `rgba(140, 168, 216, ${0.5 * dark})`);
    drawStars(context, night, atMs, toDate, at, dark, spanSeconds);
  }
  const label = (text: string, [x, y]: readonly [number, number], colour: string) => {
    context.font = "12.5px 'Archivo Variable', sans-serif";
    context.lineWidth = 3;
    context.strokeStyle = "#000a";
    context.strokeText(text, x + 9, y + 4);
    context.fillStyle = colour;
    context.fillText(text, x + 9, y + 4);
  };
  const mark = (text: string, place: { altitudeDeg: number; azimuthDeg: number }, colour: string, radius: number) => {
    const px = at(place.altitudeDeg, place.azimuthDeg);
    if (!px) return;
    context.beginPath();
    context.arc(px[0], px[1], radius, 0, 2 * Math.PI);
    context.strokeStyle = colour;
    context.lineWidth = 1.6;
    context.stroke();
    label(text, px, colour);
  };
  const latitude = night.place.latitudeDeg;
  mark(
    latitude >= 0 ? "celestial pole" : "southern pole",
    { altitudeDeg: Math.abs(latitude), azimuthDeg: latitude >= 0 ? 0 : 180 },
    ON_SKY.mist,
    5,
  );
  mark("galactic centre", coreOf(night)(atMs), ON_SKY.lamp, 9);
  if (shower) mark(`radiant, ${shower.name}`, starOf(night, shower)(atMs), ON_SKY.moss, 8);
  const moon = moonOf(night, atMs);
  const moonAt = at(moon.altitudeDeg, moon.azimuthDeg);
  if (moonAt) {
    context.beginPath();
    context.arc(moonAt[0], moonAt[1], Math.max(6, (scale * moon.semidiameterDeg * Math.PI) / 180), 0, 2 * Math.PI);
    context.fillStyle = "#F2EEDF";
    context.fill();
    label(`moon ${Math.round(100 * moon.illuminatedFraction)} %`, moonAt, ON_SKY.paper);
  }
  if (sun.altitudeDeg > -18) mark("sun", sun, ON_SKY.lamp, 8);
  drawSkyline(context, size, night, pose, halfWidth, at);
  COMPASS.forEach((name, index) => {
    const px = at(0, 45 * index);
    if (px) label(name, [px[0] - 12, Math.min(size.height - 8, px[1] + 16)], ON_SKY.paper);
  });
}

type Locate = (altitudeDeg: number, azimuthDeg: number) => [number, number] | null;

function drawMilkyWay(
  context: CanvasRenderingContext2D,
  night: NightSky,
  atMs: number,
  toDate: readonly number[],
  at: Locate,
  dark: number,
): void {
  for (const rings of MILKY_WAY_RINGS) {
    drawLines(context, night, atMs, toDate, at, rings, `rgba(205, 214, 240, ${0.4 * dark})`);
  }
}

/** Strokes lines on the sky, leaving out what lies behind the camera. */
function drawLines(
  context: CanvasRenderingContext2D,
  night: NightSky,
  atMs: number,
  toDate: readonly number[],
  at: Locate,
  lines: readonly Float64Array[],
  colour: string,
): void {
  context.strokeStyle = colour;
  context.lineWidth = 1;
  context.beginPath();
  for (const line of lines) {
    const places = new Float32Array((2 * line.length) / 3);
    chartPlaces(night.track, night.place, atMs, line, toDate, places);
    addToPath(
      context,
      Array.from({ length: places.length / 2 }, (_, point) => at(places[2 * point]!, places[2 * point + 1]!)),
    );
  }
  context.stroke();
}

/** Adds points to the path that is being drawn; where one is out of sight the line breaks off. */
function addToPath(context: CanvasRenderingContext2D, points: readonly ([number, number] | null)[]): void {
  let drawing = false;
  for (const point of points) {
    if (!point) drawing = false;
    else if (drawing) context.lineTo(...point);
    else {
      context.moveTo(...point);
      drawing = true;
    }
  }
}

function drawStars(
  context: CanvasRenderingContext2D,
  night: NightSky,
  atMs: number,
  toDate: readonly number[],
  at: Locate,
  dark: number,
  spanSeconds: number,
): void {
  const steps = spanSeconds > 60 ? Math.max(2, Math.ceil(spanSeconds / ARC_STEP_SECONDS) + 1) : 1;
  const end = night.span.end.getTime();
  const faintest = steps > 1 ? 4.2 : FAINTEST;
  const trails: ([number, number] | null)[][] = [];
  for (let step = 0; step < steps; step++) {
    const instant = Math.min(end, atMs + (steps === 1 ? 0 : (step / (steps - 1)) * spanSeconds * 1000));
    chartPlaces(night.track, night.place, instant, CHART_STAR_VECTORS, toDate, starPlaces);
    for (let star = 0; star < CHART_STARS.length; star++) {
      if (CHART_STARS[star]!.magnitude > faintest) break;
      const px = starPlaces[2 * star]! > 0 ? at(starPlaces[2 * star]!, starPlaces[2 * star + 1]!) : null;
      const trail = trails[star];
      if (trail) trail.push(px);
      else trails.push([px]);
    }
  }
  trails.forEach((trail, star) => {
    const { magnitude, colourIndex } = CHART_STARS[star]!;
    const size = Math.max(0.5, 2.7 - 0.42 * magnitude);
    context.globalAlpha = dark * Math.min(1, 1.25 - 0.14 * magnitude);
    context.fillStyle = starColour(colourIndex);
    context.strokeStyle = starColour(colourIndex);
    const [first] = trail;
    if (trail.length === 1) {
      if (!first) return;
      context.beginPath();
      context.arc(first[0], first[1], size, 0, 2 * Math.PI);
      context.fill();
      return;
    }
    context.lineWidth = Math.max(0.6, size * 0.8);
    context.beginPath();
    addToPath(context, trail);
    context.stroke();
  });
  context.globalAlpha = 1;
}

function drawSkyline(
  context: CanvasRenderingContext2D,
  size: Size,
  night: NightSky,
  pose: CameraPose,
  halfWidth: number,
  at: Locate,
): void {
  const halfDeg = Math.min(89, (Math.atan(halfWidth) * 180) / Math.PI + 12);
  const line: [number, number][] = [];
  for (let away = -halfDeg; away <= halfDeg; away += 0.5) {
    const azimuth = pose.azimuthDeg + away;
    const px = at(Math.max(0, horizonAltitude(night.horizon, azimuth)), azimuth);
    if (px) line.push(px);
  }
  const [first] = line;
  if (!first) return;
  context.beginPath();
  context.moveTo(first[0], first[1]);
  for (const [x, y] of line) context.lineTo(x, y);
  context.lineTo(line.at(-1)![0], Math.max(size.height, line.at(-1)![1]) + 4000);
  context.lineTo(first[0], Math.max(size.height, first[1]) + 4000);
  context.closePath();
  context.fillStyle = ON_SKY.ground;
  context.fill();
  context.strokeStyle = "#ffffff30";
  context.lineWidth = 1;
  context.stroke();
}
