import { hashUnit } from "../random";
import { fractalNoise, valueNoise } from "./noise";
import type { Material } from "./scene";

const fraction = (value: number): number => value - Math.floor(value);

/** How much of a pattern of a size is left where a pixel covers so much of it, 0 to 1: the rest is its mean. */
const resolved = (sizeM: number, footM: number): number => Math.max(0, Math.min(1, 1.4 * (sizeM / footM) - 0.7));

/**
 * Reflectance of a textured surface at a place of it, as a factor about 1 of the material's own. Patterns finer than a pixel
 * are left out, so that nothing shimmers far away.
 *
 * @param along and `across`, or up a wall, metres.
 * @param footM How much of the surface a pixel covers, metres.
 */
export function textureFactor(material: Material, along: number, across: number, footM: number, seed: number): number {
  switch (material.texture) {
    case "plain":
      return 1;
    case "asphalt": {
      const patches = 0.84 + 0.32 * fractalNoise(along * 0.35, across * 1.1, seed, 3);
      return patches * (1 + resolved(0.02, footM) * 0.35 * (valueNoise(along * 40, across * 40, seed) - 0.5));
    }
    case "cobbles": {
      const left = resolved(0.2, footM);
      const worn = 0.86 + 0.28 * fractalNoise(along * 0.3, across * 0.5, seed + 2, 3);
      if (left === 0) return 0.9 * worn;
      const row = Math.floor(along * 5);
      const shifted = across * 4 + (row % 2) * 0.5;
      const stone = hashUnit(row, Math.floor(shifted), seed);
      const [fx, fy] = [fraction(along * 5) - 0.5, fraction(shifted) - 0.5];
      // Rounded heads with dark joints between them.
      const rounded = Math.max(0, 1 - (2 * Math.max(Math.abs(fx), Math.abs(fy))) ** 6);
      const lean = 0.16 * fx + 0.1 * fy;
      return worn * (0.9 + left * ((0.66 + 0.55 * stone) * (0.34 + 0.66 * rounded) * (1 + lean) - 0.9));
    }
    case "plaster":
      return 0.82 + 0.36 * fractalNoise(along * 0.5, across * 0.5, seed, 4);
    case "brick": {
      const stains = 0.8 + 0.4 * fractalNoise(along * 0.4, across * 0.25, seed, 4);
      const left = resolved(0.08, footM);
      if (left === 0) return stains;
      const course = Math.floor(across / 0.075);
      const shifted = along / 0.24 + (course % 2) * 0.5;
      const brick = hashUnit(Math.floor(shifted), course, seed + 5);
      const joint = fraction(across / 0.075) < 0.13 || fraction(shifted) < 0.05 ? 1.35 : 0.72 + 0.5 * brick;
      return stains * (1 + left * (joint - 1));
    }
    case "slate": {
      const left = resolved(0.25, footM);
      const row = Math.floor(across / 0.28);
      const tile = hashUnit(Math.floor(along / 0.22 + (row % 2) * 0.5), row, seed);
      return 1 + left * (0.7 + 0.6 * tile - 1);
    }
    case "grass": {
      const clumps = 0.55 + 0.9 * fractalNoise(along * 0.6, across * 0.6, seed, 5);
      return clumps * (1 + resolved(0.04, footM) * 0.9 * (valueNoise(along * 16, across * 5, seed + 1) - 0.5));
    }
    case "timber": {
      const board = Math.floor(across / 0.14);
      const joint = 1 - 0.7 * resolved(0.05, footM) * (fraction(across / 0.14) < 0.1 ? 1 : 0);
      return joint * (0.8 + 0.4 * hashUnit(board, 3, seed)) * (0.85 + 0.3 * valueNoise(along * 1.5, board, seed));
    }
    case "concrete": {
      const stains = 0.78 + 0.44 * fractalNoise(along * 0.35, across * 0.8, seed, 5);
      const joint = resolved(0.02, footM) * (fraction(along / 3) < 0.008 || fraction(across / 3) < 0.008 ? 0.5 : 0);
      return stains * (1 - joint);
    }
    case "leaves":
      return 0.4 + 1.2 * fractalNoise(along * 5, across * 5, seed, 3);
    default:
      return material.texture satisfies never;
  }
}
