import { proposeGround } from "../align";
import { inverted } from "../matrix3";
import { codeOfLight } from "../stack/lightCodes";
import { applied, balanceMatrix, type LookOfColour, LUMINANCE, lookOf, oklabOf } from "./colour";
import { leastAbout, mostAbout } from "./extremes";
import { boxMean } from "./guided";
import { type FinishLightId, LAMP_LIGHTS } from "./lightIds";
import { type LightPicture, stopsPlane } from "./picture";
import { rowAt } from "./standing";
import { waterIn } from "./water";
import { windowsIn } from "./windows";

// Which part of each pixel of a small picture belongs to which of its lights, before that is made to follow edges. Parts add up to one.

/** What else is known of a picture. */
export interface KnownOfPicture {
  /** Kelvin for which it was balanced when it was taken; null where nobody knows. */
  readonly balancedFor: number | null;
  /**
   * Rows at which things are as high as the camera, in evenly spaced columns, shares of the height: no sky lies below them, and no water
   * above. Null where nobody knows how the camera was aimed.
   */
  readonly eyeLevel: readonly number[] | null;
  /** Whether somebody says that there is water. */
  readonly hasWater: boolean;
  /** What moves, of the same size: a part that a stack has kept; null without one. */
  readonly moving: LightPicture | null;
  /** Light that cannot be told from noise, stops under white; below 0. */
  readonly noiseFloor: number;
}

/** What is known of a picture of which nobody tells anything. */
export const NOTHING_KNOWN: Omit<KnownOfPicture, "noiseFloor"> = {
  balancedFor: null,
  eyeLevel: null,
  hasWater: false,
  moving: null,
};

/** Colours from here on tell what lamp lights a place, those below are everybody's; chroma of OKLab at a luminance of white. */
const COLOURED = { from: 0.015, to: 0.045 } as const;
/** Colours further off the locus of black bodies are no lamp's, thousandths of uv. */
const MOST_TINT = 25;
/** Two lamps' colours run into each other over so many mired, and part at most so far from where they usually do. */
const SOFT_MIRED = 24;
const MOST_MOVED_MIRED = 45;
/** A lamp's colour is told where it lights so much of the picture. */
const LEAST_SHARE = 0.01;
/** The darkest part of the ground is in the shadows: this share of it, between these stops. */
const SHADOW_SHARE = 0.3;
const SHADOW_BOUNDS = { least: -9.5, most: -5.5 } as const;
const SHADOW_SOFT_STOPS = 0.75;
/** What shines itself: surroundings from here on, stops under white. */
const NEARLY_WHITE = { from: -1.8, to: -0.8 } as const;
const MIRED = 1e6;
/** Colours are looked up once for so many steps of a channel's share. */
const HUE_STEPS = 400;
const MIRED_STEP = 6;
const MOST_MIRED = 606;

export const clamp = (value: number): number => Math.max(0, Math.min(1, value));
/** A part from 0 to 1 that rises without corners from one value to another. */
export function rising(from: number, to: number, value: number): number {
  const part = clamp((value - from) / (to - from));
  return part * part * (3 - 2 * part);
}

/** Colours of OKLab that are this far from what the sky mostly has are none of its, at the luminance of white. */
const SKY_LIKE = { to: 0.09, none: 0.15 } as const;
/** What looks like the sky is some of it so near to its edge: beside a mast, through a railing; share of the longer side. */
const SKY_NEAR_SHARE = 1 / 60;
/** So much of the picture from its upper edge down tells what the sky looks like. */
const SKY_UPPER_SHARE = 1 / 5;

/** How far off a camera's tilt may be told: four degrees, a share of the picture's height. */
const LEVEL_MISS = 0.08;

/** What is narrower than this each way about a pixel is a point, in pixels of the small picture. */
const POINT_PX = 2;

type Channels = readonly [Float32Array, Float32Array, Float32Array];

/** Colours whatever their brightness, two of OKLab's numbers, worked out once for shares of red and green that are nearly the same. */
function shareColours() {
  const known = new Map<number, readonly [number, number]>();
  return ([red, green, blue]: Channels, at: number): readonly [number, number] => {
    const sum = red[at]! + green[at]! + blue[at]!;
    if (!(sum > 0)) return [0, 0];
    const [r, g] = [Math.round((HUE_STEPS * red[at]!) / sum), Math.round((HUE_STEPS * green[at]!) / sum)];
    const key = r * (HUE_STEPS + 1) + g;
    const colour = known.get(key);
    if (colour) return colour;
    const [, one, two] = oklabOf([r / HUE_STEPS, g / HUE_STEPS, Math.max(0, HUE_STEPS - r - g) / HUE_STEPS]);
    known.set(key, [one, two]);
    return [one, two];
  };
}

const middleOf = (values: Float32Array): number => values.sort()[values.length >> 1] ?? 0;

/** Part of each pixel that is sky: what lies above the ground's edge, and nearly so, and looks like most of that. */
function skyOf(
  picture: LightPicture,
  about: Channels,
  colourAt: ReturnType<typeof shareColours>,
  eyeLevel: KnownOfPicture["eyeLevel"],
): Float32Array {
  const { width, height } = picture;
  const proposed = (): Float32Array => {
    const [r, g, b] = LUMINANCE;
    const { red, green, blue } = picture;
    const luminance = red.map((value, at) => r * value + g * green[at]! + b * blue[at]!);
    // Without stars: bright points are no edge of the ground.
    const opened = mostAbout(leastAbout(luminance, width, height, POINT_PX), width, height, POINT_PX);
    const samples = new Uint8Array(3 * width * height);
    for (let at = 0, to = 0; at < opened.length; at++) {
      const code = codeOfLight(opened[at]!) >> 8;
      samples[to++] = code;
      samples[to++] = code;
      samples[to++] = code;
    }
    return proposeGround({ width, height, samples });
  };
  const lowest = (x: number) => (eyeLevel ? rowAt(eyeLevel, width, height, x) + LEVEL_MISS * height : height);
  const first = proposed().map((row, x) => Math.min(row, lowest(x)));
  const values = Float32Array.from({ length: width * height }, (_, at) =>
    clamp(first[at % width]! - Math.floor(at / width)),
  );
  // What the sky looks like is told by its upper part: the line under it may have been missed.
  const upper = Math.ceil(SKY_UPPER_SHARE * height) * width;
  const tell = values.subarray(0, upper).reduce<(readonly [number, number])[]>((all, value, at) => {
    if (value > 0.5) all.push(colourAt(about, at));
    return all;
  }, []);
  const [a, b] = [0, 1].map((which) => middleOf(Float32Array.from(tell, (colour) => colour[which]!))) as [
    number,
    number,
  ];
  const awayIn = (channels: Channels, at: number) => {
    const [one, two] = colourAt(channels, at);
    return Math.hypot(one - a, two - b);
  };
  const own: Channels = [picture.red, picture.green, picture.blue];
  const near = boxMean({ width, height, values }, Math.ceil(SKY_NEAR_SHARE * Math.max(width, height))).values;
  return values.map((value, at) => {
    if (near[at] === 0) return 0;
    // By itself a pixel is noisy, among its neighbours it is no longer sharp: the better of both counts.
    const away = Math.min(awayIn(about, at), awayIn(own, at));
    const like = 1 - rising(SKY_LIKE.to, SKY_LIKE.none, away);
    const isNear = rising(0, 0.2, near[at]!) * (1 - rising(0, SKY_LIKE.to, away));
    return Math.max(value * like, isNear);
  });
}

/** What lamp's colour each pixel's surroundings have: mired, and how clearly they are a lamp's, 0 to 1. */
function huesOf([red, green, blue]: Channels, balancedFor: number | null) {
  // As the light itself is, before a phone made this Kelvin neutral.
  const back = balancedFor === null ? null : inverted(balanceMatrix(balancedFor));
  const looked = new Map<number, { readonly mired: number; readonly clear: number }>();
  const hueOf = (r: number, g: number, b: number) => {
    const [, a, across] = oklabOf([r, g, b]);
    const coloured = rising(COLOURED.from, COLOURED.to, Math.hypot(a, across));
    const light = back ? applied(back, [r, g, b]) : ([r, g, b] as const);
    const looks: LookOfColour | null =
      coloured > 0 ? lookOf([Math.max(0, light[0]), Math.max(0, light[1]), Math.max(0, light[2])]) : null;
    if (!looks) return { mired: 0, clear: 0 };
    return {
      mired: MIRED / looks.kelvin,
      clear: coloured * (1 - rising(MOST_TINT / 2, MOST_TINT, Math.abs(looks.tint))),
    };
  };
  const mired = new Float32Array(red.length);
  const clear = new Float32Array(red.length);
  for (let at = 0; at < mired.length; at++) {
    const sum = red[at]! + green[at]! + blue[at]!;
    if (!(sum > 0)) continue;
    const [r, g] = [Math.round((HUE_STEPS * red[at]!) / sum), Math.round((HUE_STEPS * green[at]!) / sum)];
    const key = r * (HUE_STEPS + 1) + g;
    let hue = looked.get(key);
    if (!hue) {
      hue = hueOf(r / HUE_STEPS, g / HUE_STEPS, Math.max(0, HUE_STEPS - r - g) / HUE_STEPS);
      looked.set(key, hue);
    }
    mired[at] = hue.mired;
    clear[at] = hue.clear;
  }
  return { mired, clear };
}

/**
 * Where one lamp's colours end and the next one's begin: at the emptiest place of the picture's own hues near to where they usually do.
 *
 * @param weights How much of the picture has each hue.
 */
function boundaryNear(usual: number, weights: Float64Array): number {
  let best = usual;
  let least = Number.POSITIVE_INFINITY;
  for (let at = 0; at < weights.length; at++) {
    const mired = (at + 0.5) * MIRED_STEP;
    const away = Math.abs(mired - usual) / MOST_MOVED_MIRED;
    if (away > 1) continue;
    // Of places that are as good as empty the usual one.
    const about = weights[at]! + 0.5 * ((weights[at - 1] ?? 0) + (weights[at + 1] ?? 0)) + 1e-6 * away;
    if (about < least) [best, least] = [mired, about];
  }
  return best;
}

/** For each of the lamps that are there, which part of each pixel's colour is its. */
function lampParts(lit: Float32Array, { mired, clear }: ReturnType<typeof huesOf>): Map<FinishLightId, Float32Array> {
  const weights = new Float64Array(Math.ceil(MOST_MIRED / MIRED_STEP));
  for (let at = 0; at < lit.length; at++) {
    const bin = Math.min(weights.length - 1, Math.floor(mired[at]! / MIRED_STEP));
    weights[bin] = weights[bin]! + (lit[at]! * clear[at]!) / lit.length;
  }
  // From the warmest on, each down to where the next one begins.
  const borders = LAMP_LIGHTS.slice(1).map(({ fromKelvin }) => boundaryNear(MIRED / fromKelvin, weights));
  const parts = LAMP_LIGHTS.map(({ id }, lamp) => {
    const [warmer, colder] = [borders[lamp - 1], borders[lamp]];
    const under = (border: number, value: number) => rising(border - SOFT_MIRED / 2, border + SOFT_MIRED / 2, value);
    const values = mired.map((value, at) => {
      const isWarm = colder === undefined ? 1 : under(colder, value);
      const isCold = warmer === undefined ? 1 : 1 - under(warmer, value);
      return lit[at]! * clear[at]! * isWarm * isCold;
    });
    return [id, values] as const;
  });
  return new Map(
    parts.filter(([, values]) => values.reduce((sum, value) => sum + value, 0) / values.length >= LEAST_SHARE),
  );
}

/** From how many stops down the ground lies in the shadows. */
function shadowEdge(stops: Float32Array, ground: Float32Array): number {
  const dark = stops.filter((_, at) => ground[at]! > 0.5).sort();
  const edge = dark[Math.floor(SHADOW_SHARE * dark.length)] ?? SHADOW_BOUNDS.least;
  return Math.max(SHADOW_BOUNDS.least, Math.min(SHADOW_BOUNDS.most, edge));
}

/**
 * Which part of each pixel belongs to which light; they add up to one.
 *
 * @param surroundings Stops of each pixel's surroundings, under white.
 * @param painted Lights that somebody has painted, a part of each pixel: they come before all others.
 */
export function membershipsOf(
  picture: LightPicture,
  surroundings: Float32Array,
  known: KnownOfPicture,
  painted: ReadonlyMap<FinishLightId, Float32Array>,
): Map<FinishLightId, Float32Array> {
  const out = new Map<FinishLightId, Float32Array>();
  const left = new Float32Array(picture.width * picture.height).fill(1);
  /** What is found of a light comes to what somebody has painted of it. */
  const put = (id: FinishLightId, values: Float32Array) => {
    const known = out.get(id);
    out.set(id, known ? values.map((value, at) => value + known[at]!) : values);
  };
  const take = (id: FinishLightId, part: (at: number) => number) => {
    const values = left.map((rest, at) => rest * clamp(part(at)));
    for (let at = 0; at < left.length; at++) left[at] = left[at]! - values[at]!;
    put(id, values);
  };
  for (const [id, values] of painted) take(id, (at) => values[at]!);
  const { moving } = known;
  if (moving) {
    const light = ({ red, green, blue }: LightPicture, at: number) => red[at]! + green[at]! + blue[at]!;
    take("trails", (at) => rising(0.25, 0.75, light(moving, at) / Math.max(1e-6, light(picture, at))));
  }
  const { width, height } = picture;
  const channels: Channels = [picture.red, picture.green, picture.blue];
  const about = (weights: Float32Array | null): Channels =>
    channels.map((plane) => {
      const values = weights ? plane.map((value, at) => value * weights[at]!) : plane;
      return boxMean({ width, height, values }, 1).values;
    }) as unknown as Channels;
  const even = about(null);
  const colourAt = shareColours();
  const { eyeLevel } = known;
  const sky = skyOf(picture, even, colourAt, eyeLevel);
  take("sky", (at) => sky[at]!);
  // By more than half: what is partly sky, or was painted, is none of it.
  const isFree = (at: number) => left[at]! > 0.5;
  if (known.hasWater) {
    const [red, green, blue] = even;
    const water = waterIn(
      { width, stops: stopsPlane({ width, height, red, green, blue }).values, colourAt: (at) => colourAt(even, at) },
      (at) => isFree(at) && (!eyeLevel || Math.floor(at / width) >= rowAt(eyeLevel, width, height, at % width)),
    );
    take("water", (at) => water[at]!);
  }
  const windows = windowsIn({ width, stops: stopsPlane(picture).values }, isFree);
  take("windows", (at) => windows[at]!);
  take("lamps", (at) => rising(NEARLY_WHITE.from, NEARLY_WHITE.to, surroundings[at]!));
  const edge = shadowEdge(surroundings, left);
  const inShadow = (at: number) => 1 - rising(edge - SHADOW_SOFT_STOPS, edge + SHADOW_SOFT_STOPS, surroundings[at]!);
  take("shadows", inShadow);
  // The hues of what is left: beside an edge the sky's light is none of a wall's.
  const lit = left.slice();
  const lamps = lampParts(lit, huesOf(about(lit), known.balancedFor));
  for (const [id, values] of lamps) {
    put(id, values);
    for (let at = 0; at < left.length; at++) left[at] = Math.max(0, left[at]! - values[at]!);
  }
  put("ground", left);
  return out;
}
