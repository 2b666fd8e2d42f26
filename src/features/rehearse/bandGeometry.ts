import { line, type ScaleLinear, scaleLinear } from "d3";
import { type Gathering, type GatheringLight, lightAt } from "@/core/rehearse";

/** Stops over and under white between which light is drawn. */
export const BAND_STOPS = { most: 1, least: -10 } as const;
/** Beyond so many frames each is too narrow to be drawn by itself. */
const MOST_DRAWN_FRAMES = 60;
/** Points of a curve in a frame; it rises steeply at first. */
const POINTS = 24;
/** Frames that differ by less are alike: the marked times of a phone are rounded. */
const ALIKE = 0.01;
/** Shares of the width: the first of many frames that are alike ends at one, all of them at the other; then comes what they are fused to. */
const FIRST_ENDS = 0.58;
const ALL_END = 0.88;

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

/** Frames as they are drawn: one, or many that are too narrow for themselves. */
export interface DrawnFrame {
  readonly begins: number;
  readonly seconds: number;
  readonly count: number;
}

/** Whether a run's frames are open equally long. */
export const areAlike = ({ frames }: Pick<Gathering, "frames">): boolean =>
  frames.length > 1 && Math.max(...frames) - Math.min(...frames) <= ALIKE * Math.max(...frames);

/** Open time across, light up in stops: of frames that are alike the first is drawn large, its repeats small. */
export function bandScales(gathering: Pick<Gathering, "frames">, { width, top, bottom }: Band): BandScales {
  const { frames } = gathering;
  const seconds = frames.reduce((sum, each) => sum + each, 0);
  const x = scaleLinear().clamp(true);
  if (areAlike(gathering)) x.domain([0, frames[0]!, seconds]).range([0, FIRST_ENDS * width, ALL_END * width]);
  else x.domain([0, seconds]).range([0, frames.length > 1 ? ALL_END * width : width]);
  return { x, y: scaleLinear().domain([BAND_STOPS.least, BAND_STOPS.most]).range([bottom, top]).clamp(true) };
}

/** Frames as they are drawn, each with where it begins. */
export function drawnFrames(gathering: Pick<Gathering, "frames">): readonly DrawnFrame[] {
  const { frames } = gathering;
  const sum = (some: readonly number[]) => some.reduce((all, each) => all + each, 0);
  const [first = 1, ...rest] = frames;
  const groups =
    frames.length <= MOST_DRAWN_FRAMES
      ? frames.map((each) => [each])
      : areAlike(gathering)
        ? [[first], rest]
        : [frames];
  let begins = 0;
  return groups.map((group) => {
    const frame = { begins, seconds: sum(group), count: group.length };
    begins += frame.seconds;
    return frame;
  });
}

/** A light's way through a frame as a path: still light climbs, what passes is there at once. */
export function lightPath(
  light: GatheringLight,
  gathering: Gathering,
  frame: DrawnFrame,
  { x, y }: BandScales,
): string {
  const [first = 1] = gathering.frames;
  const points = Array.from({ length: POINTS + 1 }, (_, i): [number, number] => {
    const into = Math.max(1e-6, (i / POINTS) ** 2) * frame.seconds;
    // Of many in one their own climb is left out: each ends where the first does.
    const stops = -lightAt(light, frame.count > 1 ? first : into, first);
    return [x(frame.begins + into), y(stops)];
  });
  return line()(points) ?? "";
}
