import { encodeSrgb } from "../picture";
import type { StackMethod } from "../recipe";
import { blendFrame, createFusion, fusedPicture, layTrailsInPlace, medianInto, usualRise, weighFrame } from "../stack";
import { LINEAR } from "./linear";

const CODES = 65_535;
const BYTE_TO_CODE = 257;
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

/** Frames of one size that are fused as they come. */
export interface Fusing {
  /** Takes a frame in; whoever gives it may not write into it afterwards. */
  add(frame: Uint8Array): void;
  /** What the frames so far come to, sixteen bits a sample. */
  picture(): Uint16Array;
}

function meaning(samples: number): Fusing {
  const sums = new Float32Array(samples);
  let count = 0;
  return {
    add(frame) {
      for (let i = 0; i < samples; i++) sums[i] = sums[i]! + LINEAR[frame[i]!]!;
      count++;
    },
    picture() {
      const codes = codeOfLight();
      const scale = LIGHT_STEPS / count;
      const out = new Uint16Array(samples);
      for (let i = 0; i < samples; i++) out[i] = codes[(sums[i]! * scale + 0.5) | 0]!;
      return out;
    },
  };
}

function lightening(samples: number): Fusing {
  const brightest = new Uint8Array(samples);
  return {
    add(frame) {
      for (let i = 0; i < samples; i++) if (frame[i]! > brightest[i]!) brightest[i] = frame[i]!;
    },
    picture: () => sixteenBits(brightest),
  };
}

function layingTrails(samples: number): Fusing {
  const [mean, brightest] = [meaning(samples), lightening(samples)];
  return {
    add(frame) {
      mean.add(frame);
      brightest.add(frame);
    },
    picture() {
      const base = mean.picture();
      const trails = brightest.picture();
      layTrailsInPlace(base, trails, usualRise(base, trails));
      return base;
    },
  };
}

/** Frames that are looked at together, and so are kept until they are asked for. */
function together(fuse: (frames: readonly Uint16Array[]) => Uint16Array): Fusing {
  const frames: Uint8Array[] = [];
  return { add: (frame) => frames.push(frame), picture: () => fuse(frames.map(sixteenBits)) };
}

/** Small frames fused in memory as they come, by the same rules as whole pictures; the first one where nothing is fused. */
export function fusing(
  { width, height }: { readonly width: number; readonly height: number },
  method: StackMethod | null,
): Fusing {
  const samples = 3 * width * height;
  switch (method) {
    case null:
      return together((frames) => frames[0]!);
    case "mean":
      return meaning(samples);
    case "lighten":
      return lightening(samples);
    case "lighten over mean":
      return layingTrails(samples);
    case "median":
      return together((frames) => {
        const out = new Uint16Array(samples);
        medianInto(out, frames, false);
        return out;
      });
    case "fuse":
      return together((frames) => {
        const fusion = createFusion(width, height);
        for (const frame of frames) weighFrame(fusion, frame);
        for (const frame of frames) blendFrame(fusion, frame);
        return fusedPicture(fusion);
      });
    default:
      return method satisfies never;
  }
}

/** All of a run's small frames fused at once. */
export function fuseFrames(
  frames: readonly Uint8Array[],
  size: { readonly width: number; readonly height: number },
  method: StackMethod | null,
): Uint16Array {
  const fused = fusing(size, method);
  for (const frame of frames) fused.add(frame);
  return fused.picture();
}
