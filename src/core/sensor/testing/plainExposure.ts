import { hash32, nextBits, normalFromBits } from "../../random";
import { type FrameConstants, sensorPattern } from "../exposeKernel";
import { whitened } from "../whiteBalance";

const POISSON_BELOW = 6;
const LANES = 12;

function poisson(mean: number, seed: number): number {
  const limit = Math.exp(-mean);
  let bits = seed;
  let product = 1;
  let electrons = -1;
  do {
    bits = nextBits(bits);
    product *= (bits >>> 8) / 2 ** 24;
    electrons++;
  } while (product > limit);
  return electrons;
}

/** The kernel's plain twin: a row of light, exposed sample by sample in double precision. */
export function exposeRowPlainly(
  constants: FrameConstants,
  row: number,
  frameSeed: number,
  start: number,
  light: Float32Array,
  lift: Float32Array | null,
): Uint8Array {
  const { toElectrons, patternScale, darkElectrons, readNoise, noiseScale, codesPerElectron, tables, whitensFrom } =
    constants;
  const pattern = sensorPattern(constants.sensorSeed);
  const states = Array.from({ length: LANES }, (_, lane) => (hash32(frameSeed, row, lane + 1) | 1) >>> 0);
  const codes = Uint8Array.from(light, (gatheredLight, sample) => {
    const lane = sample % LANES;
    states[lane] = nextBits(states[lane]!);
    const normal = normalFromBits(states[lane]!);
    const channel = sample % 3;
    const noise = patternScale * pattern[(start + sample) % pattern.length]!;
    const mean = gatheredLight * toElectrons[channel]! * (1 + noise);
    const gathered = mean + darkElectrons;
    const electrons =
      gathered > POISSON_BELOW || noiseScale !== 1
        ? mean + noiseScale * Math.sqrt(gathered + readNoise ** 2) * normal
        : poisson(gathered, ((states[lane]! ^ 0x5bd1e995) | 1) >>> 0) - darkElectrons + readNoise * normal;
    const table = tables[channel]!;
    return table[
      Math.max(
        0,
        Math.min(
          table.length - 1,
          Math.floor(electrons * codesPerElectron * (lift?.[Math.floor(sample / 3)] ?? 1) + 0.5),
        ),
      )
    ]!;
  });
  if (whitensFrom > 255) return codes;
  for (let at = 0; at < codes.length; at += 3)
    codes.set(whitened([codes[at]!, codes[at + 1]!, codes[at + 2]!]).map(Math.round), at);
  return codes;
}
