import { encodeSrgb, LINEAR } from "../picture";
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

/** The mean of small frames in linear light. */
export function smallMean(samples: number): SmallFusing {
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

/** Small frames that are looked at together, and so are kept until they are asked for. */
export function smallTogether(fuse: (frames: readonly Uint16Array[]) => Uint16Array): SmallFusing {
  const frames: Uint8Array[] = [];
  return { add: (frame) => frames.push(frame), picture: () => fuse(frames.map(sixteenBits)) };
}
