import { type DriftMark, driftBetween, driftMark } from "../inspect";
import type { LumaPicture } from "../picture";
import { type Freedom, fitPlacement, missOf, missRms, type Pair } from "./fit";
import { followPatch, type Patch, patchesOf } from "./patches";
import { AT_HOME, farthestApart, type PictureSize, type Placement, type Point, placeOf, shiftBy } from "./placement";

/** What the first picture is known by when others are laid over it. */
export interface StillMark {
  readonly size: PictureSize;
  readonly drift: DriftMark | null;
  readonly patches: readonly Patch[];
}

/** Fewer patches than this tell nothing of a shift, or of a turn. */
const LEAST_PATCHES = { shift: 4, turn: 5, lens: 8 } as const satisfies Record<Freedom, number>;
/** And they are more than this part of those that could be found: the others may be sky, or noise that looks like texture. */
const LEAST_SHARE = 0.25;
/** A patch that lies further off than this is something that moved. */
const AGREES_PX = 0.4;
const ROUNDS = 4;
/** Another round changes nothing any more when corners move by less, pixels. */
const SETTLED_PX = 0.02;
/** Turns that are tried where none fits, degrees: hands turn a phone by a few. */
const TURNS_DEG = [-0.5, 0.5, -1, 1, -1.5, 1.5, -2, 2, -3, 3, -4, 4];

/** What is kept of the first picture. */
export const stillMark = (picture: LumaPicture): StillMark => ({
  size: { width: picture.width, height: picture.height },
  drift: driftMark(picture),
  patches: patchesOf(picture),
});

/** Where a picture lies, or why nobody can say. */
export type StillFit =
  | { readonly kind: "placed"; readonly placement: Placement; readonly patches: number; readonly missPx: number }
  | { readonly kind: "refused"; readonly reason: string };

/** A turn about the picture's middle and a shift, by a picture's own drift when it is turned back. */
function turnedBy(size: PictureSize, degrees: number, shift: Point): Placement {
  const angle = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const half = Math.hypot(size.width, size.height) / 2;
  return { matrix: [cos, -sin, shift.x / half, sin, cos, shift.y / half, 0, 0, 1], distortion: 0 };
}

/** A small square of a picture turned about its middle, nearest samples: good enough to find its drift. */
function turnedMark(mark: DriftMark, degrees: number): DriftMark {
  const { side, data } = mark;
  const angle = (degrees * Math.PI) / 180;
  const [cos, sin, middle] = [Math.cos(angle), Math.sin(angle), (side - 1) / 2];
  const out = new Uint8Array(data.length);
  for (let y = 0, at = 0; y < side; y++)
    for (let x = 0; x < side; x++, at++) {
      const [dx, dy] = [x - middle, y - middle];
      const [sx, sy] = [Math.round(middle + cos * dx - sin * dy), Math.round(middle + sin * dx + cos * dy)];
      out[at] = data[Math.max(0, Math.min(side - 1, sy)) * side + Math.max(0, Math.min(side - 1, sx))]!;
    }
  return { ...mark, data: out };
}

/**
 * The most pairs that one placement can have at once: something else moved in the others. Placements are those of each pair, or of each
 * two where a turn is free.
 *
 * @see Fischler & Bolles (1981), Random sample consensus; all samples are tried here, for there are few
 */
function agreeing(pairs: readonly Pair[], size: PictureSize, freedom: Freedom): Pair[] {
  const samples =
    freedom === "shift"
      ? pairs.map((pair) => [pair])
      : pairs.flatMap((pair, at) => pairs.slice(at + 1).map((other) => [pair, other]));
  let most: Pair[] = [];
  for (const sample of samples) {
    const placement = fitPlacement(sample, size, freedom);
    if (!placement) continue;
    const agree = pairs.filter((pair) => missOf(placement, size, pair) < AGREES_PX);
    if (agree.length > most.length) most = agree;
  }
  return most;
}

/** Follows patches from where a placement has them, and fits what they say, without those that went another way. */
function fitFrom(start: Placement, mark: StillMark, picture: LumaPicture, freedom: Freedom): StillFit {
  const { size, patches } = mark;
  let placement = start;
  let [pairs, missPx, looked] = [[] as Pair[], Number.POSITIVE_INFINITY, 0];
  for (let round = 0; round < ROUNDS; round++) {
    const before = placement;
    const turn = Math.atan2(placement.matrix[3]!, placement.matrix[0]!);
    const places = patches.map((patch) => ({ patch, at: placeOf(placement, size, patch.middle) }));
    const inside = places.filter(
      ({ at }) => at.x > 48 && at.y > 48 && at.x < size.width - 48 && at.y < size.height - 48,
    );
    looked = inside.length;
    pairs = inside.flatMap(({ patch, at }): Pair[] => {
      const to = followPatch(patch, picture, at, turn);
      return to ? [{ from: patch.middle, to }] : [];
    });
    pairs = agreeing(pairs, size, freedom);
    const fit = pairs.length >= LEAST_PATCHES[freedom] ? fitPlacement(pairs, size, freedom) : null;
    if (!fit) break;
    placement = fit;
    missPx = missRms(fit, size, pairs);
    if (farthestApart(before, placement, size) < SETTLED_PX) break;
  }
  if (pairs.length < Math.max(LEAST_PATCHES[freedom], LEAST_SHARE * looked))
    return { kind: "refused", reason: `Only ${pairs.length} of ${looked} parts of it are found again.` };
  return { kind: "placed", placement, patches: pairs.length, missPx };
}

/**
 * Lays a picture of things that stand still over the first one: a shift by phase correlation, refined by patches that are followed to a
 * hundredth of a pixel, and a turn where it is asked for.
 */
export function placeStill(mark: StillMark, picture: LumaPicture, freedom: "shift" | "turn"): StillFit {
  const { size, drift: first, patches } = mark;
  if (patches.length < LEAST_PATCHES[freedom])
    return { kind: "refused", reason: "There is too little in the picture that could be found again." };
  // A tripod gives way by less than a patch can wander: most frames need no more.
  const atHome = fitFrom(AT_HOME, mark, picture, freedom);
  if (atHome.kind === "placed") return atHome;
  const own = driftMark(picture);
  if (!first || !own) return atHome;
  const shift = driftBetween(first, own);
  const straight = shift ? fitFrom(shiftBy(size, shift), mark, picture, freedom) : atHome;
  if (straight.kind === "placed" || freedom === "shift") return straight;
  for (const degrees of TURNS_DEG) {
    const turned = driftBetween(first, turnedMark(own, degrees));
    if (!turned) continue;
    const angle = (degrees * Math.PI) / 180;
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
    const back = { x: cos * turned.x - sin * turned.y, y: sin * turned.x + cos * turned.y };
    const fit = fitFrom(turnedBy(size, degrees, back), mark, picture, freedom);
    if (fit.kind === "placed") return fit;
  }
  return straight;
}
