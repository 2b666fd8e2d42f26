import type { KitReply } from "@/contracts/kit";
import { type Camera, chosenCamera, GENERIC_PHONE } from "@/core/camera";
import type { SolveRequest } from "@/core/intent";
import { sensorSizeMm } from "@/core/optics";
import type { Recipe } from "@/core/recipe";
import { compareLenses, type LensChoice, type LensComparison } from "@/core/solve";

/** The lenses at one field. */
export interface ComparedField {
  /** Name of the lens whose field it is. */
  readonly of: string;
  readonly comparison: LensComparison;
}

/** Every lens of a camera's phone as it is set, each size of its pictures, and which of them is chosen. */
export function lensChoices(kit: KitReply, { choice }: Camera): readonly (LensChoice & { readonly chosen: boolean })[] {
  const { profile } = kit.phones.find(({ name }) => name === choice.phone) ?? GENERIC_PHONE;
  return profile.lenses.flatMap(({ name, binned, fNumbers }) =>
    (binned ? [false, true] : [false]).map((fullSize) => {
      const own = choice.lens === name;
      const fNumber = own ? choice.fNumber : Math.min(...fNumbers);
      const camera = chosenCamera(kit, { ...choice, lens: name, fNumber, fullSize });
      return {
        name: fullSize ? `${name}, full size` : name,
        camera,
        chosen: own && camera.choice.fullSize === choice.fullSize,
      };
    }),
  );
}

/** Half of a lens's field, in focal lengths. */
const reach = ({ camera: { lens } }: LensChoice): number => sensorSizeMm(lens).widthMm / lens.focalLengthMm;

/** All lenses compared at the field of the chosen one, and at that of the longest, where it is another. */
export function comparedFields(
  request: SolveRequest,
  recipe: Recipe,
  kit: KitReply,
  camera: Camera,
): readonly ComparedField[] {
  const choices = lensChoices(kit, camera);
  const chosen = choices.find((each) => each.chosen);
  const longest = choices.reduce((a, b) => (reach(b) < 0.98 * reach(a) ? b : a));
  return [...new Set([chosen, longest])].flatMap((each) => {
    const comparison = each && compareLenses({ ...request, camera: each.camera }, recipe, choices);
    return each && comparison ? [{ of: each.name, comparison }] : [];
  });
}
