import type { MeteredPicture } from "../picture";

/** Noise of a picture's flat, dark parts, standard deviation in codes of 8 bits, by channel. */
export interface ImageNoise {
  readonly red: number;
  readonly green: number;
  readonly blue: number;
  /** How bright those parts are in green, codes. */
  readonly level: number;
}

/** Parts that are looked at by themselves, pixels. */
const TILE = 32;
const BLOCK = 4;
/** Dark and not black: mean luma of a part, codes. */
const DARKEST = 6;
const BRIGHTEST = 140;
/** The flattest parts tell of noise, and of nothing else; fewer than these tell nothing. */
const FLATTEST = 0.12;
const LEAST_TILES = 8;
/** So many of a picture's parts are looked at. */
const MOST_TILES = 2000;

interface Tile {
  readonly at: number;
  /** How much the means of its blocks differ, codes. */
  readonly relief: number;
}

/** Parts that are neither black nor bright: every other one, as a chessboard, and fewer of large pictures. */
function tilesOf(luma: Uint8Array, width: number, height: number): Tile[] {
  const tiles: Tile[] = [];
  const apart = Math.max(2, Math.round((width * height) / TILE ** 2 / MOST_TILES));
  for (let y = 0; y + TILE <= height; y += TILE)
    for (let x = ((y / TILE) % apart) * TILE; x + TILE <= width; x += apart * TILE) {
      const at = y * width + x;
      let [least, most, all] = [255 * BLOCK * BLOCK, 0, 0];
      for (let by = 0; by < TILE; by += BLOCK)
        for (let bx = 0; bx < TILE; bx += BLOCK) {
          let sum = 0;
          for (let row = 0; row < BLOCK; row++) {
            const from = at + (by + row) * width + bx;
            sum += luma[from]! + luma[from + 1]! + luma[from + 2]! + luma[from + 3]!;
          }
          if (sum < least) least = sum;
          if (sum > most) most = sum;
          all += sum;
        }
      const mean = all / TILE ** 2;
      if (mean < DARKEST || mean > BRIGHTEST) continue;
      tiles.push({ at, relief: (most - least) / BLOCK ** 2 });
    }
  return tiles;
}

/**
 * Noise by channel in a picture's flat dark parts: the mean of |f ∗ N| · √(π/2) / 6, N the difference of two Laplacians,
 * which no slope of light moves. Null where nothing is flat.
 *
 * @see Immerkær (1996), Fast noise variance estimation
 */
export function imageNoise({ width, height, samples }: MeteredPicture, luma: Uint8Array): ImageNoise | null {
  const tiles = tilesOf(luma, width, height).sort((a, b) => a.relief - b.relief);
  const flat = tiles.slice(0, Math.max(LEAST_TILES, Math.floor(FLATTEST * tiles.length)));
  if (flat.length < LEAST_TILES) return null;
  const row = 3 * width;
  const noise = [0, 1, 2].map((channel) => {
    let sum = 0;
    let count = 0;
    for (const { at } of flat)
      for (let y = 1; y < TILE - 1; y++)
        for (let x = 1; x < TILE - 1; x++) {
          const i = 3 * (at + y * width + x) + channel;
          sum += Math.abs(
            samples[i - row - 3]! -
              2 * samples[i - row]! +
              samples[i - row + 3]! -
              2 * samples[i - 3]! +
              4 * samples[i]! -
              2 * samples[i + 3]! +
              samples[i + row - 3]! -
              2 * samples[i + row]! +
              samples[i + row + 3]!,
          );
          count++;
        }
    return (Math.sqrt(Math.PI / 2) * sum) / count / 6;
  }) as [number, number, number];
  let level = 0;
  for (const { at } of flat)
    for (let y = 0; y < TILE; y++) for (let x = 0; x < TILE; x++) level += samples[3 * (at + y * width + x) + 1]!;
  return { red: noise[0], green: noise[1], blue: noise[2], level: level / flat.length / TILE ** 2 };
}
