import { encodeSrgb, LINEAR } from "../picture";
import { type Fade, fadeWeights } from "./fade";
import type { SmallFusing } from "./method";

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

/** A frame's bytes as 16-bit codes. */
export function sixteenBits(bytes: Uint8Array): Uint16Array {
  const out = new Uint16Array(bytes.length);
  for (let i = 0; i < bytes.length; i++) out[i] = bytes[i]! * BYTE_TO_CODE;
  return out;
}

/** Sums of small frames' light, or of their codes where `encoded`, divided by what `over` says of their number. */
export function smallSum(samples: number, over: (frames: number) => number, encoded = false): SmallFusing {
  const sums = new Float32Array(samples);
  const summands = encoded ? Float64Array.from({ length: 256 }, (_, code) => code / 255) : LINEAR;
  let count = 0;
  return {
    add(frame) {
      for (let i = 0; i < samples; i++) sums[i] = sums[i]! + summands[frame[i]!]!;
      count++;
    },
    picture() {
      const scale = LIGHT_STEPS / over(count);
      const out = new Uint16Array(samples);
      const codes = codeOfLight();
      for (let i = 0; i < samples; i++) {
        const step = Math.min(LIGHT_STEPS, sums[i]! * scale + 0.5) | 0;
        out[i] = encoded ? step : codes[step]!;
      }
      return out;
    },
  };
}

/** The mean of small frames. */
export const smallMean = (samples: number, encoded = false): SmallFusing =>
  smallSum(samples, (frames) => frames, encoded);

/** The brightest of small frames. */
export function smallBrightest(samples: number): SmallFusing {
  const brightest = new Uint8Array(samples);
  return {
    add(frame) {
      for (let i = 0; i < samples; i++) if (frame[i]! > brightest[i]!) brightest[i] = frame[i]!;
    },
    picture: () => sixteenBits(brightest),
  };
}

/** The darkest of small frames. */
export function smallDarkest(samples: number): SmallFusing {
  const darkest = new Uint8Array(samples).fill(255);
  return {
    add(frame) {
      for (let i = 0; i < samples; i++) if (frame[i]! < darkest[i]!) darkest[i] = frame[i]!;
    },
    picture: () => sixteenBits(darkest),
  };
}

/** Small frames that are looked at together, and so are kept until they are asked for. */
export function smallTogether(fuse: (frames: readonly Uint16Array[]) => Uint16Array): SmallFusing {
  const frames: Uint8Array[] = [];
  return { add: (frame) => frames.push(frame), picture: () => fuse(frames.map(sixteenBits)) };
}

/** Small frames that each count for their own part, as a fade says: what it does to the frames' light is done before they are fused. */
export const smallFaded = (
  usual: (frames: number) => Fade,
  set: Fade | null,
  begin: () => SmallFusing,
): SmallFusing => {
  const frames: Uint8Array[] = [];
  return {
    add: (frame) => frames.push(frame),
    picture() {
      const fused = begin();
      const weights = fadeWeights(frames.length, set ?? usual(frames.length));
      frames.forEach((frame, at) => {
        const weight = weights[at]!;
        const codes = Uint8Array.from(LINEAR, (light) => Math.round(255 * encodeSrgb(weight * light)));
        fused.add(weight === 1 ? frame : frame.map((code) => codes[code]!));
      });
      return fused.picture();
    },
  };
};
