import type { KitReply } from "@/contracts/kit";
import { type Camera, chosenCamera, GENERIC_PHONE } from "@/core/camera";
import type { LensChoice } from "@/core/solve";

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
