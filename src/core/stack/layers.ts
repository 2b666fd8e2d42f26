import { LAYER_OFF_STOPS, type LayerId, type LayerStops } from "./layerIds";
import { codeLights, codeOfLight } from "./lightCodes";

// A fused picture taken apart: its parts add up to it in linear light, so that each can be raised or lowered by stops without fusing
// again. Each part is a picture of its own, 16-bit sRGB codes.

/** What a part is called, and what it holds. */
export const LAYERS: Readonly<Record<LayerId, { readonly name: string; readonly holds: string }>> = {
  base: { name: "What stands", holds: "the mean of all frames" },
  ground: { name: "Ground", holds: "what the mask holds still" },
  stars: { name: "Sky", holds: "what was laid over each other by its stars" },
  moving: { name: "What moves", holds: "what exceeds the mean: trails, lamps that pass, arcs" },
};

/** What a fused picture can be taken apart by. */
export interface LayerKind {
  /** Whether the method shows single moments over a mean that is kept beside them. */
  readonly hasMoving: boolean;
  /** Whether a mask says what is ground and what sky. */
  readonly hasGround: boolean;
}

/** The parts of such a picture; none where it is one of a piece. */
export const layersOf = ({ hasMoving, hasGround }: LayerKind): readonly LayerId[] => {
  const still: readonly LayerId[] = hasGround ? ["ground", "stars"] : hasMoving ? ["base"] : [];
  return hasMoving ? [...still, "moving"] : still;
};

/** A stretch of a fused picture, and what is known to take it apart. */
export interface Whole {
  /** 16-bit sRGB codes, interleaved. */
  readonly result: Uint16Array;
  /** The mean of the same frames; null where nothing moves over it. */
  readonly mean: Uint16Array | null;
  /** A byte a pixel, 255 where all is ground; null without one. */
  readonly ground: Uint8Array | null;
}

/** What is left of codes when the light of others, none of them brighter, is taken off. */
function lessLight(codes: Uint16Array, others: Uint16Array): Uint16Array {
  const lights = codeLights();
  const out = new Uint16Array(codes.length);
  for (let at = 0; at < out.length; at++) {
    const [code, other] = [codes[at]!, others[at]!];
    out[at] = other === 0 ? code : code === other ? 0 : codeOfLight(lights[code]! - lights[other]!);
  }
  return out;
}

/** The light of codes where a mask has it, a byte a pixel. */
function masked(codes: Uint16Array, mask: Uint8Array): Uint16Array {
  const lights = codeLights();
  const out = new Uint16Array(codes.length);
  for (let at = 0; at < out.length; at++) {
    const part = mask[(at / 3) | 0]!;
    if (part > 0) out[at] = part === 255 ? codes[at]! : codeOfLight((lights[codes[at]!]! * part) / 255);
  }
  return out;
}

/** Lays the light of `over` over that of codes where a mask has it, in place; null lays darkness. */
export function blendMasked(codes: Uint16Array, over: Uint16Array | null, mask: Uint8Array): void {
  const lights = codeLights();
  for (let at = 0; at < codes.length; at++) {
    const part = mask[(at / 3) | 0]! / 255;
    if (part === 0) continue;
    const [stays, comes] = [lights[codes[at]!]!, over ? lights[over[at]!]! : 0];
    codes[at] = codeOfLight(stays + part * (comes - stays));
  }
}

/** Takes a stretch of a fused picture apart: its parts in the order of `layersOf`, each as long as the result. */
export function takeApart({ result, mean, ground }: Whole): readonly Uint16Array[] {
  const still = mean === null ? result : mean.slice();
  // A mean that is rounded, or of weighed frames, may lie over the moment that is shown.
  for (let at = 0; at < still.length; at++) if (still[at]! > result[at]!) still[at] = result[at]!;
  const moving = mean === null ? [] : [lessLight(result, still)];
  if (ground === null) return mean === null ? [] : [still, ...moving];
  const below = masked(still, ground);
  return [below, lessLight(still, below), ...moving];
}

/** What a part's light is multiplied by. */
export const layerGain = (id: LayerId, stops: LayerStops): number => {
  const by = stops[id] ?? 0;
  return by <= -LAYER_OFF_STOPS ? 0 : 2 ** by;
};

/** From this code in all three channels on a pixel is on its way to white, and has lost how bright it was. */
const WHITE_FROM = codeOfLight(0.6);
const WHITE = 65_535;

/** How white a pixel of such codes is, 0 to 1. */
function whiteness(least: number): number {
  const part = (least - WHITE_FROM) / (WHITE - WHITE_FROM);
  return part * part * (3 - 2 * part);
}

/** Adds a part's light, raised or lowered; what is white in it is not lowered. */
function addPart(light: Float32Array, samples: Uint16Array, gain: number): void {
  const lights = codeLights();
  const raised = new Float32Array(lights.length);
  for (let code = 0; code < raised.length; code++) raised[code] = gain * lights[code]!;
  for (let at = 0; at < samples.length; at += 3) {
    const [red, green, blue] = [samples[at]!, samples[at + 1]!, samples[at + 2]!];
    if (gain < 1 && red > WHITE_FROM && green > WHITE_FROM && blue > WHITE_FROM) {
      const by = gain ** (1 - whiteness(Math.min(red, green, blue)));
      light[at] = light[at]! + by * lights[red]!;
      light[at + 1] = light[at + 1]! + by * lights[green]!;
      light[at + 2] = light[at + 2]! + by * lights[blue]!;
    } else {
      light[at] = light[at]! + raised[red]!;
      light[at + 1] = light[at + 1]! + raised[green]!;
      light[at + 2] = light[at + 2]! + raised[blue]!;
    }
  }
}

/**
 * Puts a stretch of parts, of whole pixels, together again, each raised or lowered. What comes out over white is white; and what is
 * white in a part stays white when it is lowered, for nobody knows by how much it was brighter: a lamp does not turn grey.
 */
export function putTogether(
  layers: readonly { readonly id: LayerId; readonly samples: Uint16Array }[],
  stops: LayerStops,
): Uint16Array {
  const light = new Float32Array(layers[0]?.samples.length ?? 0);
  for (const { id, samples } of layers) {
    const gain = layerGain(id, stops);
    if (gain > 0) addPart(light, samples, gain);
  }
  const out = new Uint16Array(light.length);
  for (let at = 0; at < out.length; at++) out[at] = codeOfLight(light[at]!);
  return out;
}
