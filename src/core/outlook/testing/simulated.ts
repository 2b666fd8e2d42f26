import { type CapturePlan, type PlannedFrame, plannedFrames } from "../../capture";
import type { SceneFacts } from "../../facts";
import { blackBodyRgb, LAMP_CLASSES, luminanceFromEv } from "../../light";
import type { Mover } from "../../motion";
import { GENERIC_MAIN_LENS, type Lens } from "../../optics";
import { decodeSrgb } from "../../picture";
import { fuseFrames } from "../../rehearse";
import { type Scene, type Stage, sceneNamed, simulateFrame, viewOf } from "../../scene";
import { exposeBand } from "../../sensor";
import { throughJpeg } from "./throughJpeg";

// The other side of the outlook: frames of plain physical scenes, exposed and fused as those of a run are, and measured.

/** The middle of the generic main camera's sensor, pixel by pixel. */
export const SMALL_LENS: Lens = { ...GENERIC_MAIN_LENS, widthPx: 480, heightPx: 96 };

/** A fused picture in linear light, 0 to 1, three interleaved channels. */
export interface FusedPicture {
  readonly width: number;
  readonly height: number;
  readonly linear: Float64Array;
}

function fusedOf(plan: CapturePlan, frames: readonly Uint8Array[]): FusedPicture {
  const { widthPx: width, heightPx: height } = plan.lens;
  const files = frames.map((data) => throughJpeg(data, width));
  const codes = fuseFrames(files, { width, height }, plan.stack);
  return { width, height, linear: Float64Array.from(codes, (code) => decodeSrgb(code / 65_535)) };
}

/** Light of a neutral surface under the plan's white balance: luminance times colour. */
const neutral = ({ kelvin }: CapturePlan) => blackBodyRgb(kelvin);

/** An even ground before which a mover passes, at the left edge of the frame at the scene's second 0. It carries the first lamp of the facts. */
export function passingStage(
  plan: CapturePlan,
  { sceneEv, mover, lamps, lampIntensityCd }: Pick<SceneFacts, "sceneEv" | "mover" | "lamps" | "lampIntensityCd">,
): Stage {
  const { lens } = plan;
  const base = sceneNamed("salt-marsh")!;
  const lamp = lamps[0] && LAMP_CLASSES[lamps[0]];
  const scene: Scene = {
    ...base,
    camera: { at: [0, 1, 0], headingDeg: 0, tiltDeg: 0 },
    visibilityMetres: 1e9,
    surfaces: [],
    lamps: [],
    stars: null,
    traffic: [],
  };
  const view = viewOf(scene, lens, lens.widthPx);
  const pixels = view.width * view.height;
  const light = new Float32Array(3 * pixels);
  const colour = neutral(plan);
  const luminance = luminanceFromEv(sceneEv);
  for (let i = 0; i < light.length; i++) light[i] = luminance * colour[i % 3]!;
  const still = {
    light,
    depth: new Float32Array(pixels).fill(Infinity),
    flows: new Uint8Array(pixels),
    subject: new Uint8Array(pixels),
    water: null,
  };
  const traffic = mover && lamp ? [passing(plan, mover, lamp, lampIntensityCd)] : [];
  return { scene: { ...scene, traffic }, lens, view, still };
}

/** Frames of such a ground, the first of which opens as the mover enters. */
export function passingPicture(plan: CapturePlan, facts: SceneFacts): FusedPicture {
  const stage = passingStage(plan, facts);
  return fusedOf(
    plan,
    plannedFrames(plan).map((frame) => simulateFrame(stage, plan, frame).data),
  );
}

const FAR_METRES = 4000;

function passing(
  plan: CapturePlan,
  mover: Mover,
  lamp: (typeof LAMP_CLASSES)[keyof typeof LAMP_CLASSES],
  intensityCd: number | null,
): Scene["traffic"][number] {
  const heading = (mover.headingDegFromPerpendicular * Math.PI) / 180;
  const [cos, sin] = [Math.cos(heading), Math.sin(heading)];
  const edge = (plan.lens.widthPx * plan.lens.pitchUm) / 2000 / plan.lens.focalLengthMm;
  // Metres along the way at the left edge: u·d/(cos - u·sin) at u = -edge.
  const entersM = (-edge * mover.distanceM) / (cos + edge * sin);
  const startM = entersM;
  const at = (metres: number) => [metres * cos, 1, mover.distanceM + metres * sin] as const;
  const carried =
    lamp.kind === "point"
      ? {
          lamps: [
            {
              offset: [0, 0, 0] as const,
              diameterM: lamp.diameterM,
              colour: lamp.colour,
              intensityCd: intensityCd ?? lamp.intensityCd,
              shines: "around" as const,
            },
          ],
          parts: [],
        }
      : {
          lamps: [],
          parts: [
            {
              shape: "box" as const,
              offset: [0, 0, 0] as const,
              reflectance: 0,
              tint: lamp.colour,
              sizeMetres: [lamp.lengthM, lamp.heightM, 0.001] as const,
              luminanceCdM2: lamp.luminanceCdM2,
            },
          ],
        };
  return {
    name: "mover",
    speedMps: mover.speedMps,
    headwaySeconds: 1e7,
    unevenness: 0,
    firstSeconds: 0,
    ...carried,
    path: [at(startM), at(startM + FAR_METRES)],
  };
}

/** Light that a frame gathers in a pixel of a neutral scene, cd·s/m². */
export type GatheredLight = (frame: PlannedFrame, pixel: number) => number;

/** Frames of a scene that is given by the light each pixel gathers, exposed to the sensor and fused. */
export function gatheredPicture(plan: CapturePlan, gathered: GatheredLight): FusedPicture {
  const { lens, transmission, kelvin, sensorSeed } = plan;
  const { widthPx: width, heightPx: rows } = lens;
  const colour = neutral(plan);
  const frames = plannedFrames(plan).map((frame) => {
    const light = new Float32Array(3 * width * rows);
    for (let pixel = 0; pixel < width * rows; pixel++) {
      const value = gathered(frame, pixel);
      for (let c = 0; c < 3; c++) light[3 * pixel + c] = value * colour[c]!;
    }
    const data = new Uint8Array(light.length);
    const request = {
      lens,
      iso: frame.iso,
      transmission,
      kelvin,
      sensorCelsius: frame.sensorCelsius,
      sensorSeed,
      frameSeed: frame.frameSeed,
      shutterSeconds: frame.deliveredSeconds,
      sensorPixelsPerPixel: 1,
    };
    exposeBand(request, { width, firstRow: 0, rows, lift: null }, light, [], data);
    return data;
  });
  return fusedOf(plan, frames);
}

/** How many deviations off a sample must be to be a hot pixel. */
const HOT_DEVIATIONS = 8;

/** Mean and standard deviation of the green channel, hot pixels left out. */
export function greenStatistics(picture: FusedPicture): { readonly mean: number; readonly deviation: number } {
  const all = statisticsOf(picture.linear.filter((_, i) => i % 3 === 1));
  const kept = picture.linear.filter(
    (value, i) => i % 3 === 1 && Math.abs(value - all.mean) < HOT_DEVIATIONS * all.deviation,
  );
  return statisticsOf(kept);
}

function statisticsOf(samples: Float64Array): { readonly mean: number; readonly deviation: number } {
  let sum = 0;
  let square = 0;
  for (const value of samples) {
    sum += value;
    square += value ** 2;
  }
  const mean = sum / samples.length;
  return { mean, deviation: Math.sqrt(square / samples.length - mean ** 2) };
}

/** So many of the brightest pixels may be hot ones. */
const HOT_SHARE = 0.002;

/** Mean luminance of a fused picture without its hot pixels, of white (Rec. 709). */
export function meanLuminance({ linear }: FusedPicture): number {
  const light = Float64Array.from(
    { length: linear.length / 3 },
    (_, at) => 0.2126 * linear[3 * at]! + 0.7152 * linear[3 * at + 1]! + 0.0722 * linear[3 * at + 2]!,
  ).sort();
  const kept = light.subarray(0, Math.ceil((1 - HOT_SHARE) * light.length));
  return kept.reduce((sum, each) => sum + each, 0) / kept.length;
}
