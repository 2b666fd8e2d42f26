/** A constant that decides something, for which there is no published source: it is assumed, and says so wherever it shows. */
export interface Assumption {
  readonly value: number;
  readonly unit: string;
  /** What it is, as a label. */
  readonly name: string;
  /** What it decides, and what it was taken from. */
  readonly because: string;
  /** How a person measures it; null where it only shapes the pictures of the simulated phone. */
  readonly measure: string | null;
  /** Between these a measurement is believed. */
  readonly within: readonly [least: number, most: number];
}

const BY_PRESSES = "Take frames after a press with 0 and 2 s of delay, and read the blur at 1:1.";

/** All of them. Touch and gusts are pixels of the usual main camera (6.4 mm, 2.4 µm): shake is an angle. */
export const ASSUMED = {
  "touch-tripod": {
    value: 12,
    unit: "px",
    name: "A press on a tripod",
    because: "How far a finger moves the picture at first. Decides the delay.",
    measure: BY_PRESSES,
    within: [0, 500],
  },
  "touch-stand": {
    value: 20,
    unit: "px",
    name: "A press on a light stand",
    because: "How far a finger moves the picture at first. Decides the delay.",
    measure: BY_PRESSES,
    within: [0, 500],
  },
  "touch-stick": {
    value: 30,
    unit: "px",
    name: "A press on a stick",
    because: "How far a finger moves the picture at first. Decides the delay.",
    measure: BY_PRESSES,
    within: [0, 500],
  },
  "gust-tripod": {
    value: 0.05,
    unit: "px per m/s",
    name: "Wind on a tripod",
    because: "Sway for each m/s of a gust. Decides how long a frame stays sharp in wind.",
    measure: "Take twenty frames of 1 s in a known wind and read their spread; or enter a support of your own.",
    within: [0, 20],
  },
  "gust-stand": {
    value: 0.16,
    unit: "px per m/s",
    name: "Wind on a light stand",
    because: "Sway for each m/s of a gust. Decides how long a frame stays sharp in wind.",
    measure: "Take twenty frames of 1 s in a known wind and read their spread; or enter a support of your own.",
    within: [0, 20],
  },
  "gust-stick": {
    value: 0.3,
    unit: "px per m/s",
    name: "Wind on a stick",
    because: "Sway for each m/s of a gust. Decides how long a frame stays sharp in wind.",
    measure: "Take twenty frames of 1 s in a known wind and read their spread; or enter a support of your own.",
    within: [0, 20],
  },
  "hand-wander": {
    value: 0.5,
    unit: "°/s",
    name: "Wander of a hand",
    because: "How far a held phone turns between frames. Decides whether hand-held frames lie on each other.",
    measure: "Take ten frames by hand over ten seconds, and divide how far they lie apart by the time.",
    within: [0, 20],
  },
  "sweep-miss": {
    value: 0.03,
    unit: "of the speed",
    name: "Miss of a sweep",
    because: "How well a practised hand keeps the speed of what it follows. Decides the longest sharp sweep.",
    measure: "Sweep with ten passers-by: blur of the subject over length of the streaks behind it.",
    within: [0, 1],
  },
  rapids: {
    value: 0.03,
    unit: "s",
    name: "Memory of rapids and falls",
    because:
      "Time in which its pattern forgets itself; fitted to what people find. Decides from when it turns to silk.",
    measure: "Film it from a tripod: the time after which two pictures are alike by no more than a third.",
    within: [0.001, 10],
  },
  chop: {
    value: 0.1,
    unit: "s",
    name: "Memory of small waves",
    because:
      "Time in which its pattern forgets itself; fitted to what people find. Decides from when it turns to silk.",
    measure: "Film it from a tripod: the time after which two pictures are alike by no more than a third.",
    within: [0.001, 10],
  },
  swell: {
    value: 0.3,
    unit: "s",
    name: "Memory of swell",
    because:
      "Time in which its pattern forgets itself; fitted to what people find. Decides from when it turns to silk.",
    measure: "Film it from a tripod: the time after which two pictures are alike by no more than a third.",
    within: [0.001, 10],
  },
  "battery-hour": {
    value: 14,
    unit: "% an hour",
    name: "Battery, screen on",
    because: "What screen and sensor take. Decides how long a run may be.",
    measure: "Read the battery before and after an hour of a run.",
    within: [0, 100],
  },
  "battery-frame": {
    value: 0.02,
    unit: "% a frame",
    name: "Battery, each frame",
    because: "What taking and writing one takes. Decides how many frames a run may have.",
    measure: "Read the battery before and after a run of hundreds of frames, less its hours' part.",
    within: [0, 10],
  },
  "warmth-rise": {
    value: 12,
    unit: "°C",
    name: "Warmth of a sensor at work",
    because: "How far above the air it comes to lie with the shutter open all the time. Decides noise late in a run.",
    measure: null,
    within: [0, 60],
  },
  "warmth-time": {
    value: 400,
    unit: "s",
    name: "Time in which it warms",
    because: "To two thirds of that. Decides noise late in a run.",
    measure: null,
    within: [1, 1e5],
  },
  "corner-lift": {
    value: 0.75,
    unit: "of cos⁴, in stops",
    name: "Corners lifted by the phone",
    because: "What it gives back, as it develops, of what its lens takes from the corners.",
    measure: null,
    within: [0, 1],
  },
  flash: {
    value: 15,
    unit: "lx s at 1 m",
    name: "A phone's flash",
    because: "What a flash that was left on adds to the simulated phone's frames.",
    measure: null,
    within: [0, 1e4],
  },
} as const satisfies Record<string, Assumption>;

/** One of them. */
export type AssumptionId = keyof typeof ASSUMED;
/** All of them, in the order in which they are shown. */
export const ASSUMPTION_IDS = Object.keys(ASSUMED) as [AssumptionId, ...AssumptionId[]];

/** What a person has measured instead. */
export type OwnFigures = Partial<Readonly<Record<AssumptionId, number>>>;

/** Nothing measured: everything is as assumed. */
export const ALL_ASSUMED: OwnFigures = {};

/** A figure: the person's own measurement, or what is assumed. */
export const figureOf = (own: OwnFigures, id: AssumptionId): number => own[id] ?? ASSUMED[id].value;

/** What follows a figure that rests on an assumption, where nobody has measured it: ` (assumed)`. */
export const assumedWord = (own: OwnFigures, ...ids: readonly AssumptionId[]): string =>
  ids.some((id) => own[id] === undefined) ? " (assumed)" : "";

/** A person's measurements as the kit keeps them, one for each name. */
export type KeptFigures = readonly { readonly name: AssumptionId; readonly value: number }[];

/** The same by their names. */
export const ownFigures = (kept: KeptFigures): OwnFigures =>
  Object.fromEntries(kept.map(({ name, value }) => [name, value]));
