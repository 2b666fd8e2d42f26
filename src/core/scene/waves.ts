import { LastOnes } from "../lastOnes";
import type { WaterKind } from "../motion";
import { hashUnit } from "../random";

/** Cells of a tile of waves, each way. */
export const TILE_CELLS = 64;
/** Waves that are added up: their sum is as good as normally distributed. */
const WAVES = 36;
/** Longest and shortest waves of a tile, as parts of it: 1 to so many crests across. */
const MOST_CRESTS = 15;
/** Instants of an exposure come so far apart, in times that the water takes to forget itself. */
const STEP_TAU = 0.6;
const MOST_INSTANTS = 24;

/** Edge of a tile, metres: what is large in falls, in small waves and in swell. */
export const TILE_METRES: Readonly<Record<WaterKind, number>> = { rapids: 2.4, chop: 9, swell: 26 };

interface Wave {
  /** Crests across the tile, whole numbers, so that tiles meet. */
  readonly right: number;
  readonly ahead: number;
  readonly phase: number;
  /** Radians a second. */
  readonly turning: number;
  readonly size: number;
}

/**
 * Waves whose pattern forgets itself exponentially over the water's own time: their turning is spread as a Lorentzian of that
 * width, whose Fourier transform is e^(-t/τ). A plain dispersion relation leaves nothing slow and would smooth sooner than
 * any water does.
 */
function wavesOf(tauSeconds: number, kind: WaterKind, seed: number): Wave[] {
  const waves = Array.from({ length: WAVES }, (_, i) => {
    const long = hashUnit(i, 1, seed);
    const crests = 1 + (MOST_CRESTS - 1) * long ** 1.6;
    // Most run towards or away from the view; those of falls run down it.
    const turn = (kind === "rapids" ? 0.5 : 1) * 1.9 * (hashUnit(i, 2, seed) - 0.5);
    const right = Math.round(crests * Math.sin(turn));
    const ahead = Math.round(crests * Math.cos(turn)) || 1;
    // Even quantiles, shuffled among the waves.
    const share = (((i * 13) % WAVES) + 0.5) / WAVES;
    return {
      right,
      ahead,
      phase: 2 * Math.PI * hashUnit(i, 3, seed),
      turning: Math.tan(Math.PI * (share - 0.5)) / tauSeconds,
      size: 1 / Math.hypot(right, ahead) ** 0.35,
    };
  });
  const power = Math.sqrt(waves.reduce((sum, { size }) => sum + size * size, 0) / 2);
  return waves.map((wave) => ({ ...wave, size: wave.size / power }));
}

/** The waters of the last few scenes. */
const tables = new LastOnes<{ readonly waves: Wave[]; readonly across: Float64Array }>(8);

const tableOf = (tauSeconds: number, kind: WaterKind, seed: number) =>
  tables.of(`${tauSeconds} ${kind} ${seed}`, () => {
    const waves = wavesOf(tauSeconds, kind, seed);
    // Each wave's cosine and sine along the tile's columns.
    const across = new Float64Array(2 * WAVES * TILE_CELLS);
    waves.forEach(({ right }, wave) => {
      for (let x = 0; x < TILE_CELLS; x++) {
        const angle = (2 * Math.PI * right * x) / TILE_CELLS;
        across[2 * (wave * TILE_CELLS + x)] = Math.cos(angle);
        across[2 * (wave * TILE_CELLS + x) + 1] = Math.sin(angle);
      }
    });
    return { waves, across };
  });

/** Cosine and sine of each wave in a row of the tile. */
const inRow = new Float64Array(2 * WAVES);
/** So many waves are added up before a cell is written. */
const AT_ONCE = 4;

/** Sets a tile of waves at an instant: its cells, row by row, of mean 0 and variance 1. */
function tileAt(tauSeconds: number, kind: WaterKind, seed: number, seconds: number, out: Float64Array): void {
  const { waves, across } = tableOf(tauSeconds, kind, seed);
  out.fill(0);
  for (let row = 0; row < TILE_CELLS; row++) {
    for (let wave = 0; wave < WAVES; wave++) {
      const { ahead, phase, turning, size } = waves[wave]!;
      const angle = (2 * Math.PI * ahead * row) / TILE_CELLS + phase - turning * seconds;
      inRow[2 * wave] = size * Math.cos(angle);
      inRow[2 * wave + 1] = size * Math.sin(angle);
    }
    const from = row * TILE_CELLS;
    for (let wave = 0; wave < WAVES; wave += AT_ONCE) addFour(across, wave, out, from);
  }
}

/** Adds four waves to a row of the tile. */
function addFour(across: Float64Array, wave: number, out: Float64Array, from: number): void {
  const [c0, s0, c1, s1] = [inRow[2 * wave]!, inRow[2 * wave + 1]!, inRow[2 * wave + 2]!, inRow[2 * wave + 3]!];
  const [c2, s2, c3, s3] = [inRow[2 * wave + 4]!, inRow[2 * wave + 5]!, inRow[2 * wave + 6]!, inRow[2 * wave + 7]!];
  const stride = 2 * TILE_CELLS;
  let at = wave * stride;
  for (let x = from; x < from + TILE_CELLS; x++, at += 2) {
    const second = at + stride;
    const third = second + stride;
    const fourth = third + stride;
    out[x] =
      out[x]! +
      (c0 * across[at]! - s0 * across[at + 1]!) +
      (c1 * across[second]! - s1 * across[second + 1]!) +
      (c2 * across[third]! - s2 * across[third + 1]!) +
      (c3 * across[fourth]! - s3 * across[fourth + 1]!);
  }
}

/**
 * Instants at which an exposure looks at the water, and how much of the picture they stand for.
 *
 * @param keptSeconds How long what is looked at keeps.
 */
function instantsOf(tauSeconds: number, seed: number, opens: number, shutterSeconds: number, keptSeconds: number) {
  const wanted = Math.ceil(shutterSeconds / (STEP_TAU * tauSeconds));
  const count = Math.max(1, Math.min(MOST_INSTANTS, wanted));
  const step = shutterSeconds / count;
  const spread = count < wanted ? 1 : 0;
  const times = Array.from({ length: count }, (_, i) => {
    const jitter = spread * (hashUnit(i, Math.round(opens * 1000), seed) - 0.5);
    return opens + (i + 0.5 + jitter) * step;
  });
  // Instants that stand for longer than the water remembers are fewer than there were: their mean is as much nearer to that
  // of all as there are more of them.
  const patterns = count < wanted ? Math.min(1, Math.sqrt((2 * keptSeconds * count) / shutterSeconds)) : 1;
  return { times, patterns };
}

/**
 * Mirrored light forgets itself faster than the slopes that mirror it: a glint is there for a part of a wave. Slopes that keep for so
 * much longer leave light that keeps for the water's own time; measured in the test beside this.
 */
const SLOPES_KEEP = 1.6;

/** Waves of a kind, how long they remember their pattern, and which of them. */
export interface Waves {
  readonly kind: WaterKind;
  readonly memorySeconds: number;
  readonly seed: number;
}

/**
 * How long an exposure's water has stood at each of the slopes, cell by cell of a tile: shares of the time that add up to 1.
 *
 * @param slopes Rising, in units of their root mean square; between two of them the time is shared.
 */
export function timeAtSlopes(
  { kind, memorySeconds: ownSeconds, seed }: Waves,
  opensSeconds: number,
  shutterSeconds: number,
  slopes: readonly number[],
  usual: readonly number[],
): Float32Array {
  const tauSeconds = SLOPES_KEEP * ownSeconds;
  const { times, patterns } = instantsOf(tauSeconds, seed, opensSeconds, shutterSeconds, ownSeconds);
  const count = slopes.length;
  const cells = TILE_CELLS * TILE_CELLS;
  const out = new Float32Array(cells * count);
  const tile = new Float64Array(cells);
  const share = patterns / times.length;
  const low = slopes[0]!;
  const step = slopes[1]! - low;
  for (const seconds of times) {
    tileAt(tauSeconds, kind, seed, seconds, tile);
    for (let cell = 0; cell < cells; cell++) {
      const at = Math.max(0, Math.min(count - 1.001, (tile[cell]! - low) / step));
      const i = at | 0;
      const next = cell * count + i;
      out[next] = out[next]! + share * (1 - at + i);
      out[next + 1] = out[next + 1]! + share * (at - i);
    }
  }
  for (let cell = 0; cell < cells; cell++)
    for (let i = 0; i < count; i++) out[cell * count + i] = out[cell * count + i]! + (1 - patterns) * usual[i]!;
  return out;
}

/** Mean over an exposure of the waves' height, cell by cell, of variance 1 in an instant. */
export function meanWaves(
  { kind, memorySeconds: tauSeconds, seed }: Waves,
  opensSeconds: number,
  shutterSeconds: number,
): Float32Array {
  const { times, patterns } = instantsOf(tauSeconds, seed, opensSeconds, shutterSeconds, tauSeconds);
  const cells = TILE_CELLS * TILE_CELLS;
  const out = new Float32Array(cells);
  const tile = new Float64Array(cells);
  for (const seconds of times) {
    tileAt(tauSeconds, kind, seed, seconds, tile);
    for (let cell = 0; cell < cells; cell++) out[cell] = out[cell]! + (patterns * tile[cell]!) / times.length;
  }
  return out;
}
