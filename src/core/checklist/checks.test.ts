import { chosenCamera } from "../camera";
import { planCapture, SOME_TIME } from "../capture";
import { parseRecipe } from "../recipe";
import { type CheckedPhone, checksOf, repairOf } from ".";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const shot = (line: string, part: object = {}) => ({
  plan: planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!,
  fullSize: false,
  releasedByRemote: false,
  cautions: ["dark"] as const,
  isTidal: false,
  air: null,
  ...part,
});
const asItLies: CheckedPhone = {
  settings: {
    flash: "auto",
    fullSize: true,
    rawCopies: false,
    nightMode: false,
    focusLocked: false,
    whiteBalanceLocked: true,
  },
  batteryPercent: 80,
  freeBytes: 5e9,
};
const told = (line: string, phone: CheckedPhone | null = asItLies, part: object = {}) =>
  Object.fromEntries(checksOf(shot(line, part), phone).map((check) => [check.id, check.inOrder]));

describe("the list before a run", () => {
  it("is ticked by what the phone says, and names what is otherwise", () => {
    expect(told("4 x 2s | iso 50 | delay 2s | raw+jpeg")).toMatchObject({
      flash: false,
      fullSize: false,
      rawCopies: false,
      focusLocked: false,
      nightMode: true,
      whiteBalanceLocked: true,
      release: true,
      power: true,
      storage: true,
      lens: null,
      quiet: null,
      tether: null,
      lamp: null,
    });
  });

  it("repairs what is otherwise, and touches nothing else", () => {
    const checks = checksOf(shot("4 x 2s | iso 50 | raw+jpeg"), asItLies);
    const repair = repairOf(checks);
    expect(repair).toEqual({ flash: "off", fullSize: false, rawCopies: true, focusLocked: true });
    const repaired = { ...asItLies, settings: { ...asItLies.settings, ...repair } };
    expect(repairOf(checksOf(shot("4 x 2s | iso 50 | raw+jpeg"), repaired))).toEqual({});
  });

  it("asks for raw copies only where the line does, and for full size where the shot is planned with it", () => {
    expect(told("2s | jpeg")).not.toHaveProperty("rawCopies");
    expect(told("2s", asItLies, { fullSize: true }).fullSize).toBe(true);
  });

  it("wants a delay or a remote for exposures that a finger shakes", () => {
    expect(told("2s").release).toBe(false);
    expect(told("2s", asItLies, { releasedByRemote: true }).release).toBe(true);
    expect(told("1/250")).not.toHaveProperty("release");
  });

  it("counts what the run takes of battery and room", () => {
    expect(told("100 x 2s | raw+jpeg", { ...asItLies, freeBytes: 1e9 }).storage).toBe(false);
    expect(told("200 x 30s | iso 50", { ...asItLies, batteryPercent: 30 }).power).toBe(false);
    expect(told("4 x 2s | iso 50", { ...asItLies, batteryPercent: 30 }).power).toBe(true);
  });

  it("is all by hand without a phone, and asks for what the place is", () => {
    const byHand = told("2s | delay 2s", null, { isTidal: true, cautions: [] });
    expect(byHand).toMatchObject({ flash: null, power: null, tide: null });
    expect(byHand).not.toHaveProperty("lamp");
    expect(repairOf(checksOf(shot("2s"), null))).toEqual({});
  });

  it("says where the focus is locked", () => {
    const focus = (line: string) => checksOf(shot(line), null).find(({ id }) => id === "focusLocked")!.what;
    expect([focus("2s | focus 12m"), focus("2s | focus inf"), focus("2s")]).toEqual([
      ...["Focus locked at 12 m", "Focus locked at infinity", "Focus locked on what should be sharp"],
    ]);
  });

  it("asks for what the place and its air want: a stand that is low in gusts, a dry glass, a warm battery, a strap for whose sake", () => {
    const air = { gustMps: 8, temperatureC: 3, dewPointC: 2 };
    const inWind = told("2s | delay 2s", asItLies, { air, cautions: ["road", "cold"] });
    expect(inWind).toMatchObject({ low: null, dew: null, warm: null });
    const fair = told("2s | delay 2s", asItLies, { air: { gustMps: 2, temperatureC: 15, dewPointC: 4 } });
    for (const id of ["low", "dew", "warm"]) expect(fair).not.toHaveProperty(id);
    const tether = (cautions: readonly string[]) =>
      checksOf(shot("2s", { cautions }), null).find(({ id }) => id === "tether")!.why;
    expect(tether(["road"])).toContain("a car");
    expect(tether(["water"])).toContain("the water");
  });
});
