import type { Rgb } from "../light";
import { inverted, type Matrix3, times, UNIT_MATRIX } from "../matrix3";
import { movesTrails } from "./asked";
import {
  applied,
  balanceMatrix,
  chromaGain,
  luminanceOf,
  type OutSpace,
  oklabOf,
  rgbOfOklab,
  TO_OUT_SPACE,
} from "./colour";
import type { ColourTable, TablePart } from "./colourTable";
import type { Quieting } from "./denoise";
import type { Fields, MovedTrails } from "./fields";
import type { FoundLight, PictureLights } from "./findLights";
import type { FinishLightId } from "./lightIds";
import type { Look } from "./look";
import { rising } from "./memberships";
import { FLOOR_STOPS } from "./picture";
import type { StarShaping } from "./shapeStars";
import { isPlainTone, type ToneCurve, toneCurve } from "./tone";

// What a look does to each pixel by itself, once its part in every light and its surroundings are known. The kernel does the same four
// pixels at a time; this is its plain twin, and the one place that says what is done in which order:
//
//   white balance, of lights with a Kelvin of their own mixed by their parts → stops, of the whole and of lights, and how far their
//   surroundings are drawn towards the middle of their light → what is nearly white → black, white and contrast, by luminance → strength
//   of colour, in OKLab

/** What is done to one light. */
export interface SettledLight {
  /** Which of the picture's lights. */
  readonly index: number;
  readonly stops: number;
  /** What its surroundings' distance from its middle is multiplied by, less 1. */
  readonly range: number;
  readonly middle: number;
  /** Its colours' strength, -1 to 1, beside that of the whole. */
  readonly colour: number;
  /** How far what is white of it is spared where the light is lowered, 0 to 1. */
  readonly spared: number;
  /** Its own balance; null for that of the whole. */
  readonly balance: Matrix3 | null;
}

/** What a look does to pixels by themselves, in one picture: what depends on it is worked out. */
export interface PixelLook {
  readonly exposure: number;
  readonly balance: Matrix3;
  /** Stops by which what is nearly white is moved. */
  readonly highlights: number;
  readonly colour: number;
  readonly tone: ToneCurve | null;
  readonly lights: readonly SettledLight[];
  /** From linear sRGB to the space in which it comes out. */
  readonly out: Matrix3;
}

/** A look as it is for one picture. */
export interface SettledLook extends PixelLook {
  /** What is done before, to the picture's light as it is. */
  readonly quieting: Quieting;
  readonly stars: StarShaping;
  readonly fields: Fields;
  /** And afterwards, to what has come out: a table of colours, then sharpening, 0 to 1. */
  readonly table: TablePart | null;
  readonly sharpen: number;
}

/** From this much light in all three channels on a pixel is on its way to white, and nobody knows how bright it was: no light's move darkens it. */
export const WHITENS_FROM = 0.6;
/** From here on to white, stops, surroundings are more and more of what `highlights` moves. */
export const HIGHLIGHTS_FROM = -3;

/** Whether a look asks of a pixel where it lies: in which lights, and among what. */
export const asksPlaces = ({ highlights, lights, fields }: SettledLook): boolean =>
  highlights !== 0 || lights.length > 0 || fields.glow !== null || fields.recolour !== null || fields.trails !== null;

/** Where a light's darkest part is raised to, or its brightest. */
function stopsTo(target: "noise" | "white", light: FoundLight, noiseFloor: number): number {
  // To white until its brightest part touches; to noise until noise would show as it does at the floor of what a screen shows as black.
  return target === "white" ? -light.brightest : SHOWN_FLOOR - noiseFloor;
}
/** What is done to trails that are known apart, before the balance of the whole. */
const movedTrails = ({ stops, range, middle, colour, spared, balance }: SettledLight, whole: Matrix3): MovedTrails => ({
  stops,
  range,
  middle,
  colour,
  spared,
  balance: balance ? times(inverted(whole), balance) : UNIT_MATRIX,
});

/** Light under this is black on a screen beside a picture's other lights, stops under white. */
export const SHOWN_FLOOR = -8;

/**
 * Works a look out for one picture.
 *
 * @param noiseFloor Light of the picture that cannot be told from noise, stops under white.
 * @param table The table that it names; null where there is none, or it is not there.
 * @param space In which it comes out; a table is one of sRGB's codes, so with one it comes out in that.
 * @returns What it comes to, and the lights that it names and the picture has not.
 */
export function settleLook(
  { balance, values, curve, lights: moves, table: named }: Look,
  { lights, glow, trailColours, hasTrailsApart }: Omit<PictureLights, "memberships" | "surroundings" | "starsFrom">,
  noiseFloor: number,
  table: ColourTable | null = null,
  space: OutSpace = "srgb",
): { readonly settled: SettledLook; readonly missing: readonly (keyof typeof moves)[] } {
  const whole = balance ? balanceMatrix(balance.kelvin, balance.tint) : UNIT_MATRIX;
  const movedIds = Object.keys(moves) as (keyof typeof moves)[];
  const all = movedIds.flatMap((id): (SettledLight & { readonly id: FinishLightId })[] => {
    const index = lights.findIndex((light) => light.id === id);
    const [light, move] = [lights[index], moves[id]];
    if (!light || !move) return [];
    const { stops = 0, range = 1, colour = 0, kelvin } = move;
    return [
      {
        id,
        index,
        stops: typeof stops === "number" ? stops : stopsTo(stops, light, noiseFloor),
        range: range - 1,
        middle: light.middle,
        colour: colour / 100,
        // White that is given a colour is as bright as that, and goes along with what lies about it.
        spared: id === "trails" ? 1 - (move.recolour ?? 0) / 100 : 1,
        balance: kelvin === undefined ? null : balanceMatrix(kelvin),
      },
    ];
  });
  const apart = hasTrailsApart ? all.find(({ id }) => id === "trails") : undefined;
  const tone = { white: values.white ?? 0, black: values.black ?? null, contrast: values.contrast ?? 0, points: curve };
  const { vignette = 0, glow: glowPercent = 0 } = values;
  const { size = 0, round = 0 } = moves.stars ?? {};
  const { recolour = 0 } = moves.trails ?? {};
  const fields: Fields = {
    vignette: vignette === 0 ? null : { stops: vignette, rim: (values.rim ?? 0) / 100 },
    glow: glow && glowPercent !== 0 ? { surfaces: glow.surfaces, part: -glowPercent / 100 } : null,
    recolour: trailColours && recolour !== 0 ? { colours: trailColours, part: recolour / 100 } : null,
    trails: apart && movesTrails(moves.trails ?? {}) ? movedTrails(apart, whole) : null,
  };
  const settled = {
    exposure: values.exposure ?? 0,
    balance: whole,
    highlights: values.highlights ?? 0,
    colour: (values.colour ?? 0) / 100,
    tone: isPlainTone(tone) ? null : toneCurve(tone),
    lights: all.filter((light) => light !== apart),
    out: TO_OUT_SPACE[space],
    quieting: { brightness: -(values.grain ?? 0) / 100, colour: -(values.speckle ?? 0) / 100 },
    stars: { width: 1 + size / 100, round: round / 100 },
    fields,
    table: named && table ? { table, part: named.percent / 100 } : null,
    sharpen: (values.sharpen ?? 0) / 100,
  };
  return { settled, missing: movedIds.filter((id) => !lights.some((light) => light.id === id)) };
}

/** A pixel's own place in a picture: stops of its surroundings under white, and its part in each of the picture's lights. */
export interface PixelPlace {
  readonly surroundings: number;
  readonly parts: (light: number) => number;
}

/** One pixel's light under a look; linear, 1 for white, and over it or below 0 where no screen of sRGB can show its colour. */
export function colourUnder(
  { exposure, balance, highlights, colour, tone, lights }: PixelLook,
  rgb: Rgb,
  at: PixelPlace,
): Rgb {
  let moved = highlights * rising(HIGHLIGHTS_FROM, 0, at.surroundings);
  let unspared = 0;
  let strength = colour;
  const matrix = [...balance];
  for (const light of lights) {
    const part = at.parts(light.index);
    const raised = part * (light.stops + light.range * (Math.max(FLOOR_STOPS, at.surroundings) - light.middle));
    moved += light.spared * raised;
    unspared += (1 - light.spared) * raised;
    strength += part * light.colour;
    if (light.balance) for (let k = 0; k < 9; k++) matrix[k] = matrix[k]! + part * (light.balance[k]! - balance[k]!);
  }
  if (moved < 0) moved *= 1 - rising(WHITENS_FROM, 1, Math.min(...rgb));
  const gain = 2 ** (exposure + moved + unspared);
  let light = applied(matrix, rgb).map((value) => Math.max(0, gain * value)) as unknown as typeof rgb;
  if (tone) {
    const luminance = luminanceOf(light);
    const by = luminance > 0 ? tone.at(luminance) / luminance : 1;
    light = [by * light[0], by * light[1], by * light[2]];
  }
  if (strength === 0) return light;
  const [lightness, a, b] = oklabOf(light);
  const by = chromaGain(Math.max(-1, strength), Math.hypot(a, b));
  return rgbOfOklab([lightness, by * a, by * b]);
}

/** The same as it is written, in the space in which it comes out: nothing is darker than black. */
export const developed = (look: PixelLook, rgb: Rgb, at: PixelPlace): Rgb => {
  const [red, green, blue] = applied(look.out, colourUnder(look, rgb, at));
  return [Math.max(0, red), Math.max(0, green), Math.max(0, blue)];
};
