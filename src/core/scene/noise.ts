import { hash32 } from "../random";

const lattice = (x: number, y: number, seed: number): number => hash32(x | 0, y | 0, seed) / 0x1_0000_0000;

/** Smooth noise in [0, 1] over the plane, one bump per unit. @see Perlin, SIGGRAPH (1985), value-noise form */
export function valueNoise(x: number, y: number, seed: number): number {
  const x0 = Math.floor(x);
  const y0 = Math.floor(y);
  const fx = x - x0;
  const fy = y - y0;
  const sx = fx * fx * (3 - 2 * fx);
  const sy = fy * fy * (3 - 2 * fy);
  const top = lattice(x0, y0, seed) * (1 - sx) + lattice(x0 + 1, y0, seed) * sx;
  const bottom = lattice(x0, y0 + 1, seed) * (1 - sx) + lattice(x0 + 1, y0 + 1, seed) * sx;
  return top * (1 - sy) + bottom * sy;
}

/** Octaves of value noise, each half as strong and twice as fine; about [0, 1]. */
export function fractalNoise(x: number, y: number, seed: number, octaves: number): number {
  let sum = 0;
  let weight = 0.5;
  let scale = 1;
  for (let octave = 0; octave < octaves; octave++) {
    sum += weight * valueNoise(x * scale, y * scale, seed + octave);
    weight /= 2;
    scale *= 2;
  }
  return sum;
}
