import { CHART_STAR_VECTORS, CHART_STARS, CONSTELLATION_LINES, MILKY_WAY_RINGS, rotationToDate } from "@/core/chart";
import { chartPlaces, type NightSky } from "@/core/sky";
import { addToPath, type Sketch, type Spot } from "./sketch";

/** How the stars are shown. */
export interface StarDrawing {
  readonly night: NightSky;
  readonly atMs: number;
  /** How far twilight lets them through, 0 to 1. */
  readonly dark: number;
  readonly constellations: boolean;
  /** How long the shutter is open in all, for arcs; 0 for points. */
  readonly spanSeconds: number;
}

const ARC_STEP_SECONDS = 240;
const FAINTEST = 6;
const FAINTEST_ARC = 4.2;
const starPlaces = new Float32Array(2 * CHART_STARS.length);

/** Colour of a star by its index B-V: bluish to orange. */
const starColour = (index: number): string =>
  index < 0.1 ? "#CBD8FF" : index < 0.7 ? "#FFF6E6" : index < 1.2 ? "#FFE0B0" : "#FFC48A";

/** Draws the outlines of the Milky Way, lines between stars if wanted, and the stars as points or arcs. */
export function drawStars(sketch: Sketch, drawing: StarDrawing): void {
  const toDate = rotationToDate(new Date(drawing.atMs));
  for (const rings of MILKY_WAY_RINGS)
    drawLines(sketch, drawing, toDate, rings, `rgba(205, 214, 240, ${0.4 * drawing.dark})`);
  if (drawing.constellations)
    drawLines(sketch, drawing, toDate, CONSTELLATION_LINES, `rgba(140, 168, 216, ${0.5 * drawing.dark})`);
  drawPoints(sketch, drawing, toDate);
}

function drawLines(
  { context, at }: Sketch,
  { night, atMs }: StarDrawing,
  toDate: readonly number[],
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

function drawPoints({ context, at }: Sketch, drawing: StarDrawing, toDate: readonly number[]): void {
  const { night, atMs, dark, spanSeconds } = drawing;
  const steps = spanSeconds > 60 ? Math.max(2, Math.ceil(spanSeconds / ARC_STEP_SECONDS) + 1) : 1;
  const end = night.span.end.getTime();
  const faintest = steps > 1 ? FAINTEST_ARC : FAINTEST;
  const trails: (Spot | null)[][] = [];
  for (let step = 0; step < steps; step++) {
    const instant = Math.min(end, atMs + (steps === 1 ? 0 : (step / (steps - 1)) * spanSeconds * 1000));
    chartPlaces(night.track, night.place, instant, CHART_STAR_VECTORS, toDate, starPlaces);
    for (let star = 0; star < CHART_STARS.length; star++) {
      if (CHART_STARS[star]!.magnitude > faintest) break;
      const spot = starPlaces[2 * star]! > 0 ? at(starPlaces[2 * star]!, starPlaces[2 * star + 1]!) : null;
      const trail = trails[star];
      if (trail) trail.push(spot);
      else trails.push([spot]);
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
