import type { Rgb } from "../light";
import { blackBodyRgb } from "../light";
import { hashUnit } from "../random";
import { type FacadePoint, facadePoint, rooflineM } from "./facade";
import type { Wall } from "./scene";
import { textureFactor } from "./textures";

const DARK: Rgb = [0, 0, 0];
const GLASS: Rgb = [0.02, 0.02, 0.025];
const plain = (factor: number): FacadePoint => ({ reflectance: [factor, factor, factor], shine: DARK, glass: 0 });

/** Height at which a wall ends against the sky. */
export function frontTopM(wall: Wall, along: number, seed: number): number {
  if (wall.style === "houses") return rooflineM(wall, along, seed);
  const height = wall.heightsMetres[0]!;
  if (wall.style !== "hall") return height;
  // A gable over the middle third, and an attic over the rest.
  const off = Math.abs(along - wall.lengthMetres / 2);
  const gable = wall.lengthMetres / 6;
  return off < gable ? height + 1.6 + 0.42 * (gable - off) : height + 0.9;
}

/** The light in a window's opening at a place of it, 0 to 1 both ways: brighter under the ceiling, dim behind the sill. */
const inside = (x: number, y: number, hash: number): number =>
  (0.5 + 0.5 * hash) * (0.55 + 0.6 * y) * (1 - 0.25 * Math.abs(2 * x - 1));

interface Opening {
  readonly columnM: number;
  readonly widthShare: number;
  readonly fromM: number;
  readonly toM: number;
  /** Round above. */
  readonly arched: boolean;
}

/** Where in an opening a place of a front lies, both ways 0 to 1, and which it is; null beside it. */
function within({ columnM, widthShare, fromM, toM, arched }: Opening, along: number, up: number) {
  const column = Math.floor(along / columnM);
  const x = (along / columnM - column - 0.5) / widthShare + 0.5;
  if (x < 0 || x > 1 || up < fromM || up > toM) return null;
  const half = (columnM * widthShare) / 2;
  const spring = toM - half;
  if (arched && up > spring && Math.hypot((x - 0.5) * 2 * half, up - spring) > half) return null;
  return { column, x, y: (up - fromM) / (toM - fromM) };
}

function glazed(
  wall: Wall,
  column: number,
  row: number,
  x: number,
  y: number,
  bars: number,
  seed: number,
): FacadePoint {
  const bar = 0.03;
  const upright = Math.abs(((bars * x) % 1) - 0.5) > 0.5 - bars * bar;
  if (x < bar || x > 1 - bar || upright || Math.abs(((bars * 1.5 * y) % 1) - 0.5) > 0.5 - 1.5 * bar) return plain(0.3);
  const hash = hashUnit(column, row, seed + 1);
  if (hashUnit(column, row, seed) > wall.windows.litShare) return { reflectance: GLASS, shine: DARK, glass: 0.06 };
  const light = wall.windows.luminanceCdM2 * inside(x, y, hash);
  const room = blackBodyRgb(wall.windows.kelvin + 500 * (hash - 0.5));
  return { reflectance: GLASS, shine: [room[0] * light, room[1] * light, room[2] * light], glass: 0.04 };
}

/** Open arches on the ground with vaults behind that are lit, windows above. */
function arcadePoint(wall: Wall, along: number, up: number, footM: number, seed: number): FacadePoint {
  const stone = wall.material.reflectance * textureFactor(wall.material, along, up, footM, seed);
  const arch = within({ columnM: 4.2, widthShare: 0.72, fromM: 0, toM: 4.4, arched: true }, along, up);
  if (arch) {
    const lit = hashUnit(arch.column, 71, seed);
    const shopped = lit < 0.6 && up > 0.5 && up < 3 && Math.abs(arch.x - 0.5) < 0.32;
    const vault = 0.1 * wall.windows.luminanceCdM2 * (0.35 + 0.65 * up * 0.23) * (0.6 + lit);
    const light =
      vault +
      (shopped
        ? wall.windows.luminanceCdM2 *
          (0.7 + 0.6 * hashUnit(Math.floor(14 * arch.x), Math.floor(5 * up), seed + arch.column))
        : 0);
    const warm = blackBodyRgb(2500 + 900 * lit);
    return { reflectance: [0.05, 0.05, 0.05], shine: [warm[0] * light, warm[1] * light, warm[2] * light], glass: 0 };
  }
  if (Math.abs(up - 4.9) < 0.14 || up > wall.heightsMetres[0]! - 0.3) return plain(1.25 * stone);
  const row = Math.floor((up - 5.2) / 3.2);
  const window =
    row < 0
      ? null
      : within(
          { columnM: 4.2, widthShare: 0.28, fromM: 5.9 + 3.2 * row, toM: 7.7 + 3.2 * row, arched: false },
          along,
          up,
        );
  if (window && 7.9 + 3.2 * row < wall.heightsMetres[0]!)
    return glazed(wall, window.column, row, window.x, window.y, 2, seed + 9);
  return plain(stone);
}

/** Brick with small-paned windows in rows, a loading door and a hoist beam. */
function millPoint(wall: Wall, along: number, up: number, footM: number, seed: number): FacadePoint {
  const brick = wall.material.reflectance * textureFactor(wall.material, along, up, footM, seed);
  const { columnMetres, rowMetres } = wall.windows;
  const row = Math.floor(up / rowMetres);
  const opening = within(
    { columnM: columnMetres, widthShare: 0.36, fromM: rowMetres * row + 1, toM: rowMetres * row + 2.5, arched: true },
    along,
    up,
  );
  if (opening && rowMetres * row + 3 < wall.heightsMetres[0]!)
    return glazed(wall, opening.column, row, opening.x, opening.y, 3, seed);
  const band = Math.abs(up - rowMetres * Math.round(up / rowMetres)) < 0.09;
  return plain(band ? 1.2 * brick : brick);
}

/** Pale stone with pilasters, tall arched windows and a gate in the middle. */
function hallPoint(wall: Wall, along: number, up: number, footM: number, seed: number): FacadePoint {
  const stone = wall.material.reflectance * textureFactor(wall.material, along, up, footM, seed);
  const middle = along - wall.lengthMetres / 2;
  const height = wall.heightsMetres[0]!;
  const gate = within({ columnM: 4.4, widthShare: 0.8, fromM: 0, toM: 5.4, arched: true }, middle + 2.2, up);
  if (gate?.column === 0) {
    const leaf = Math.abs(((6 * gate.x) % 1) - 0.5) > 0.46 || Math.abs(gate.x - 0.5) < 0.01 ? 0.5 : 1;
    const warm = blackBodyRgb(2500);
    const light = up > 3.4 ? 0.8 * wall.windows.luminanceCdM2 * (Math.abs(((8 * gate.x) % 1) - 0.5) > 0.44 ? 0 : 1) : 0;
    return {
      reflectance: [0.07 * leaf, 0.05 * leaf, 0.035 * leaf],
      shine: [warm[0] * light, warm[1] * light, warm[2] * light],
      glass: 0,
    };
  }
  const { columnMetres } = wall.windows;
  const pilaster = Math.abs(((middle / columnMetres + 100) % 1) - 0.5) > 0.44;
  if (pilaster && up < height)
    return plain(1.12 * stone * (Math.abs(((middle / columnMetres + 100) % 1) - 0.5) > 0.49 ? 0.72 : 1));
  if (Math.abs(up - 0.6) < 0.12 || Math.abs(up - height) < 0.3 || Math.abs(up - 6.9) < 0.15) return plain(1.15 * stone);
  if (Math.abs(middle) > 3) {
    for (const [row, [fromM, toM]] of (
      [
        [1.6, 5.9],
        [7.9, 11],
      ] as const
    ).entries()) {
      const window = within(
        { columnM: columnMetres, widthShare: 0.42, fromM, toM, arched: row === 0 },
        middle + 100 * columnMetres,
        up,
      );
      if (window && toM < height) return glazed(wall, window.column, row, window.x, window.y, 3, seed);
      const around = within(
        { columnM: columnMetres, widthShare: 0.5, fromM: fromM - 0.2, toM: toM + 0.2, arched: row === 0 },
        middle + 100 * columnMetres,
        up,
      );
      if (around && toM < height) return plain(1.2 * stone);
    }
  }
  const course = up < 6.8 && (up / 0.62) % 1 < 0.06 ? 0.78 : 1;
  return plain(course * stone);
}

/** A point of a wall: how it gives back light, before its tint, and what shines in it. */
export function frontPoint(wall: Wall, along: number, up: number, footM: number, seed: number): FacadePoint {
  switch (wall.style) {
    case "houses":
      return facadePoint(wall, along, up, seed);
    case "arcade":
      return arcadePoint(wall, along, up, footM, seed);
    case "mill":
      return millPoint(wall, along, up, footM, seed);
    case "hall":
      return hallPoint(wall, along, up, footM, seed);
    case "plain":
      return plain(wall.material.reflectance * textureFactor(wall.material, along, up, footM, seed));
    default:
      return wall.style satisfies never;
  }
}
