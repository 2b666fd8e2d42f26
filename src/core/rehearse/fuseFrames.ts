import { decodeSrgb, encodeSrgb } from "../picture";
import type { StackMethod } from "../recipe";
import { blendFrame, createFusion, fusedPicture, layTrailsInPlace, medianInto, usualRise, weighFrame } from "../stack";

const CODES = 65_535;
const BYTE_TO_CODE = 257;
const LINEAR = Float64Array.from({ length: 256 }, (_, byte) => decodeSrgb(byte / 255));

/** Steps of linear light whose codes are known; between black and the first a sixteen-bit code is left out here and there. */
const LIGHT_STEPS = 65_535;
let encoded: Uint16Array | undefined;
const codeOfLight = (): Uint16Array => {
  encoded ??= Uint16Array.from({ length: LIGHT_STEPS + 1 }, (_, step) =>
    Math.round(CODES * encodeSrgb(step / LIGHT_STEPS)),
  );
  return encoded;
};

function sixteenBits(bytes: Uint8Array): Uint16Array {
  const out = new Uint16Array(bytes.length);
  for (let i = 0; i < bytes.length; i++) out[i] = bytes[i]! * BYTE_TO_CODE;
  return out;
}

function meanOf(frames: readonly Uint8Array[]): Uint16Array {
  const sums = new Float32Array(frames[0]!.length);
  for (const frame of frames) for (let i = 0; i < sums.length; i++) sums[i] = sums[i]! + LINEAR[frame[i]!]!;
  const codes = codeOfLight();
  const scale = LIGHT_STEPS / frames.length;
  const out = new Uint16Array(sums.length);
  for (let i = 0; i < sums.length; i++) out[i] = codes[(sums[i]! * scale + 0.5) | 0]!;
  return out;
}

function brightestOf(frames: readonly Uint8Array[]): Uint16Array {
  const out = frames[0]!.slice();
  for (const frame of frames) for (let i = 0; i < out.length; i++) if (frame[i]! > out[i]!) out[i] = frame[i]!;
  return sixteenBits(out);
}

/** Small frames fused in memory by the same rules as whole pictures, sixteen bits a sample; the first one where nothing is fused. */
export function fuseFrames(
  frames: readonly Uint8Array[],
  { width, height }: { readonly width: number; readonly height: number },
  method: StackMethod | null,
): Uint16Array {
  switch (method) {
    case null:
      return sixteenBits(frames[0]!);
    case "mean":
      return meanOf(frames);
    case "lighten":
      return brightestOf(frames);
    case "lighten over mean": {
      const mean = meanOf(frames);
      const brightest = brightestOf(frames);
      layTrailsInPlace(mean, brightest, usualRise(mean, brightest));
      return mean;
    }
    case "median": {
      const out = new Uint16Array(frames[0]!.length);
      medianInto(out, frames.map(sixteenBits), false);
      return out;
    }
    case "fuse": {
      const fusion = createFusion(width, height);
      const wide = frames.map(sixteenBits);
      for (const frame of wide) weighFrame(fusion, frame);
      for (const frame of wide) blendFrame(fusion, frame);
      return fusedPicture(fusion);
    }
    default:
      return method satisfies never;
  }
}
