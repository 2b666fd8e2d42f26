import { line, type ScaleLinear, scaleLinear } from "d3";
import { type Gathering, type GatheringLight, lightAt } from "@/core/rehearse";

/** Stops over and under white between which light is drawn. */
export const BAND_STOPS = { most: 1, least: -10 } as const;
/** Beyond so many frames each is too narrow to be drawn by itself. */
const MOST_DRAWN_FRAMES = 60;
/** Points of a curve in a frame; it rises steeply at first. */
const POINTS = 24;

/** The band in pixels. */
export interface Band {
  readonly width: number;
  readonly top: number;
  readonly bottom: number;
}

interface BandScales {
  /** Open seconds of the whole run. */
  readonly x: ScaleLinear<number, number>;
  /** Stops under white, white being 0. */
  readonly y: ScaleLinear<number, number>;
}

/** Open time across, light up in stops. */
export function bandScales({ width, top, bottom }: Band, seconds: number): BandScales {
  return {
    x: scaleLinear().domain([0, seconds]).range([0, width]).clamp(true),
    y: scaleLinear().domain([BAND_STOPS.least, BAND_STOPS.most]).range([bottom, top]).clamp(true),
  };
}

/** Frames as they are drawn, each with where it begins; those of a long run are one. */
export function drawnFrames({ frames }: Gathering): readonly { readonly begins: number; readonly seconds: number }[] {
  const shown = frames.length > MOST_DRAWN_FRAMES ? [frames.reduce((sum, each) => sum + each, 0)] : frames;
  let begins = 0;
  return shown.map((seconds) => {
    const frame = { begins, seconds };
    begins += seconds;
    return frame;
  });
}

/** A light's way through a frame as a path: still light climbs, what passes is there at once. */
export function lightPath(
  light: GatheringLight,
  gathering: Gathering,
  frame: { readonly begins: number; readonly seconds: number },
  { x, y }: BandScales,
): string {
  const [first = 1] = gathering.frames;
  // In a long run that is drawn as one the frames' own climb is left out: each ends where the first does.
  const inOne = gathering.frames.length > MOST_DRAWN_FRAMES;
  const points = Array.from({ length: POINTS + 1 }, (_, i): [number, number] => {
    const into = Math.max(1e-6, (i / POINTS) ** 2) * frame.seconds;
    const stops = -lightAt(light, inOne ? first : into, first);
    return [x(frame.begins + into), y(stops)];
  });
  return line()(points) ?? "";
}
