import { planCapture, SOME_TIME } from "../capture";
import { meterStopsOf } from "../outlook";
import { parseRecipe } from "../recipe";
import { chosenCamera, GENERIC_LENSES, GENERIC_PHONE, type PhoneLens } from ".";

const [MAIN, WIDE] = GENERIC_LENSES as [PhoneLens, PhoneLens];
const tele = { name: "tele 2x", focalFactor: 2, lossStops: 0.3, vignettingStops: 1.2 };
const kit = {
  phones: [
    GENERIC_PHONE,
    {
      name: "Other",
      profile: { ...GENERIC_PHONE.profile, lenses: [{ ...MAIN, fNumbers: [2.4, 1.5] }, WIDE], writeSeconds: 0.8 },
    },
  ],
  clipOns: [tele],
};
const choice = { phone: "Other", lens: "main", fNumber: 2.4, fullSize: false, clipOn: null };

describe("the camera of a choice", () => {
  it("is the first phone's first lens, bare, where nothing was chosen, and the generic phone without a kit", () => {
    const { choice: made } = chosenCamera(kit, null);
    expect(made).toEqual({ phone: GENERIC_PHONE.name, lens: "main", fNumber: 1.8, fullSize: false, clipOn: null });
    expect(chosenCamera({ phones: [], clipOns: [] }, choice).phone).toBe(GENERIC_PHONE.name);
  });

  it("has the aperture, pace and ladders of the chosen phone", () => {
    const camera = chosenCamera(kit, choice);
    expect(camera.lens.fNumber).toBe(2.4);
    expect(camera.writeSeconds).toBe(0.8);
    expect(camera.choice).toEqual(choice);
  });

  it("replaces what the kit no longer has, and says what it came to", () => {
    const gone = chosenCamera(kit, { ...choice, lens: "periscope", fNumber: 9, clipOn: "lost" });
    expect(gone.choice).toEqual({ ...choice, lens: "main", fNumber: 1.5 });
    expect(() =>
      chosenCamera(
        { phones: [{ ...kit.phones[0]!, profile: { ...GENERIC_PHONE.profile, lenses: [] } }], clipOns: [] },
        null,
      ),
    ).toThrow(/has no lens/);
  });

  it("sees twice as near through a clip-on, with its loss before the lens and its darker corners", () => {
    const bare = chosenCamera(kit, choice);
    const clipped = chosenCamera(kit, { ...choice, clipOn: tele.name });
    expect(clipped.lens.focalLengthMm).toBeCloseTo(2 * bare.lens.focalLengthMm, 12);
    expect(clipped.lens.fNumber).toBe(bare.lens.fNumber);
    expect(clipped.vignettingStops).toBe(1.2);
    const metered = (camera: typeof bare) =>
      meterStopsOf(planCapture(parseRecipe("1s | iso 50").recipe, camera, SOME_TIME)!, 4, 1);
    expect(metered(bare) - metered(clipped)).toBeCloseTo(0.3, 10);
  });

  it("at full size has four times the pixels, each with a quarter of the well, over the same sensor", () => {
    const binned = chosenCamera(kit, choice).lens;
    const full = chosenCamera(kit, { ...choice, fullSize: true }).lens;
    expect(full.widthPx * full.heightPx).toBe(4 * binned.widthPx * binned.heightPx);
    expect(full.widthPx * full.pitchUm).toBeCloseTo(binned.widthPx * binned.pitchUm, 9);
    expect(full.fullWellElectrons).toBe(binned.fullWellElectrons / 4);
    // The ultra-wide is not binned: there is no other size to choose.
    expect(chosenCamera(kit, { ...choice, lens: WIDE.name, fullSize: true }).choice.fullSize).toBe(false);
  });
});
