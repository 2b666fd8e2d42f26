import type { PaintedLights } from "@/contracts/finish";
import {
  type Area,
  type Asked,
  type CodedPicture,
  FINISH_LIGHT_IDS,
  type FinishLightId,
  findLights,
  type GrainSizes,
  lightOfCodes,
  measureGrains,
  measureNoise,
  NO_LIGHTS,
  type NoiseModel,
  noiseFloorStops,
  type PictureLights,
  partsOfBytes,
  reduced,
  WHITE_GRAINS,
} from "@/core/finish";
import { codeLights, codeOfLight } from "@/core/stack/lightCodes";
import { decodePicture, readHeader } from "../files/decode";
import { paintedMask } from "../stack/calibration";
import { layerArea } from "../stack/layersFile";
import { eyeLevelOf, type KnownScene } from "./knownScene";

/** Lights are found in a copy whose longer edge has so many pixels, wherever they are used. */
const LIGHTS_EDGE_PX = 480;
/** What a screen shows. */
const SHOWN_EDGE_PX = 1080;

type Size = Pick<CodedPicture, "width" | "height">;

/** What moves in a picture: a page of a file of parts, and what its light is multiplied by in the picture. */
export interface MovingPart {
  readonly path: string;
  readonly page: number;
  readonly gain: number;
}

/** Codes of an area of what moves in a picture so many pixels wide, as bright as it is in the picture. */
export async function movingArea({ path, page, gain }: MovingPart, width: number, area: Area): Promise<Uint16Array> {
  const codes = await layerArea(path, page, width, area);
  if (gain === 1) return codes;
  const raised = Uint16Array.from(codeLights(), (light) => codeOfLight(gain * light));
  for (let at = 0; at < codes.length; at++) codes[at] = raised[codes[at]!]!;
  return codes;
}

/** A picture that is finished: its file, and what is known of it. */
export interface FinishedPicture {
  /** What somebody has painted of its lights. */
  readonly painted: PaintedLights;
  readonly path: string;
  /** Kelvin for which its frames were balanced; null where nobody knows. */
  readonly balancedFor: number | null;
  readonly scene: KnownScene;
  /** What moves in it; null where no stack has kept that. */
  readonly moving: MovingPart | null;
}

/** What has to be known of a picture before it can be finished. */
export interface Survey {
  /** Of the whole picture. */
  readonly width: number;
  readonly height: number;
  /** The copy that a screen shows. */
  readonly shown: CodedPicture;
  /** A smaller one of that, in which its lights are found. */
  readonly small: CodedPicture;
  /** What moves, of the size of that which is shown; null without. */
  readonly moving: CodedPicture | null;
  readonly noise: NoiseModel;
  readonly grains: GrainSizes;
  /** Bits of a sample of its file. */
  readonly depth: 8 | 16;
}

/** A whole picture as it is read. */
export interface WholePicture extends CodedPicture {
  readonly depth: 8 | 16;
}

/** Reads all of a picture, as 16-bit codes. @throws PictureFailure */
export async function wholePicture(path: string): Promise<WholePicture> {
  const { width, height, depth } = await readHeader(path);
  return { width, height, depth, samples: (await decodePicture(path, 16)) as Uint16Array };
}

const allOf = ({ width, height }: Size): Area => ({ left: 0, top: 0, right: width, bottom: height });

/** All codes of what moves in a picture of some size; null without. */
export const movingOf = async ({ moving }: Pick<FinishedPicture, "moving">, size: Size): Promise<Uint16Array | null> =>
  moving && movingArea(moving, size.width, allOf(size));

/** The copies of a picture in which its lights are found, and what they were made of. */
function copiesOf(whole: CodedPicture, moving: Uint16Array | null) {
  const shown = reduced(whole, SHOWN_EDGE_PX);
  const { width, height } = whole;
  return {
    shown,
    small: reduced(shown, LIGHTS_EDGE_PX),
    moving: moving && reduced({ width, height, samples: moving }, SHOWN_EDGE_PX),
  };
}

/** Surveys a picture that is read. */
export async function surveyOf(picture: Pick<FinishedPicture, "moving">, whole: WholePicture): Promise<Survey> {
  const { width, height, depth } = whole;
  const noise = measureNoise(whole);
  const copies = copiesOf(whole, await movingOf(picture, whole));
  return { width, height, depth, ...copies, noise, grains: measureGrains(whole, noise) };
}

/** Parts of a small picture's pixels that somebody has painted, a byte a pixel, for each light of which there is any. */
export async function paintedParts(
  painted: PaintedLights,
  size: Pick<CodedPicture, "width" | "height">,
): Promise<ReadonlyMap<FinishLightId, Uint8Array>> {
  const parts = FINISH_LIGHT_IDS.flatMap((id) => (painted[id]?.length ? [{ id, shapes: painted[id] }] : []));
  return new Map(
    await Promise.all(parts.map(async ({ id, shapes }) => [id, await paintedMask(shapes, size)] as const)),
  );
}

/** The lights of a picture that was surveyed. */
export async function lightsOf(
  { small, moving, noise }: Pick<Survey, "small" | "moving" | "noise">,
  { balancedFor, painted, scene }: Pick<FinishedPicture, "balancedFor" | "painted" | "scene">,
): Promise<PictureLights> {
  const light = ({ samples, width, height }: CodedPicture) => lightOfCodes(samples, width, height);
  const known = {
    balancedFor,
    eyeLevel: eyeLevelOf(scene, small),
    hasWater: scene.hasWater,
    moving: moving && light(reduced(moving, LIGHTS_EDGE_PX)),
    noiseFloor: noiseFloorStops(noise),
  };
  return findLights(light(small), known, partsOfBytes(await paintedParts(painted, small)));
}

/** What a look has to know of a picture that is read, and no more. */
export async function knownFor(picture: FinishedPicture, whole: CodedPicture, asked: Asked) {
  const noise = measureNoise(whole);
  // What moves tells lights apart, and is what is moved where a look moves trails.
  const moving = asked.lights ? await movingOf(picture, whole) : null;
  return {
    moving: asked.moving ? moving : null,
    noise: { noise, grains: asked.grains ? measureGrains(whole, noise) : WHITE_GRAINS },
    lights: asked.lights ? await lightsOf({ ...copiesOf(whole, moving), noise }, picture) : NO_LIGHTS,
  };
}
