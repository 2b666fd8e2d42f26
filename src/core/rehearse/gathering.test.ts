import { planCapture } from "../capture";
import { usualScene } from "../intent";
import { outlookOf } from "../outlook";
import { plainCamera, planOf } from "../outlook/testing/facts";
import { meanLuminance, passingPicture, SMALL_LENS } from "../outlook/testing/simulated";
import { parseRecipe } from "../recipe";
import { demandsOf, fieldEdges } from "../solve";
import { framesUntil, gatheringOf, lightAt, openSeconds } from ".";

const camera = { ...plainCamera, lens: { ...SMALL_LENS, heightPx: 64 } };
const plan = (line: string) => planOf(line.replace("|", "| wb 4000K |"), camera);
const still = { ...usualScene("light-trails"), mover: null, lamps: [] };

describe("how light gathers", () => {
  it.each([1, 1 / 2, 1 / 8])(
    "still light stands where the picture has it when the shutter closes after %d of a frame",
    (share) => {
      const whole = plan("1/2 | iso 50");
      const { lights, frames } = gatheringOf(outlookOf(whole, still), []);
      const ground = lights.find(({ of }) => of === "ground")!;
      const seconds = frames[0]! * share;
      const cut = {
        ...whole,
        shutters: [{ nominalSeconds: seconds, deliveredSeconds: seconds, iso: whole.iso }] as const,
      };
      const measured = -Math.log2(meanLuminance(passingPicture(cut, still)));
      expect(Math.abs(lightAt(ground, seconds, frames[0]!) - measured)).toBeLessThan(0.1);
    },
  );

  it("what passes stays where it is, however long the shutter is open", () => {
    const facts = usualScene("light-trails");
    const lightsOfLine = (line: string) => gatheringOf(outlookOf(plan(line), facts), []).lights;
    const trail = (line: string) => lightsOfLine(line).find(({ grows }) => !grows)!;
    expect(trail("8s | iso 50").underWhite).toBeCloseTo(trail("1s | iso 50").underWhite, 9);
    expect(lightAt(trail("8s | iso 50"), 2, 8)).toBe(trail("8s | iso 50").underWhite);
  });

  it("crosses each limit of its field at the moment at which that stands in the field, in order", () => {
    const full = { ...usualScene("light-trails"), intent: "light-trails" as const, filterStops: [] };
    const request = { ...full, camera: { ...plainCamera, choice: null } as never };
    const { recipe } = parseRecipe("30s | iso 100");
    const edges = fieldEdges(request, recipe);
    const run = planCapture(recipe, plainCamera, { pressedAtMs: 0, sensorCelsius: full.sensorCelsius, seed: 1 })!;
    const { limits } = gatheringOf(outlookOf(run, full), edges);
    expect(limits.length).toBeGreaterThan(2);
    expect(limits.map(({ seconds }) => seconds)).toEqual(
      limits.map(({ seconds }) => seconds).toSorted((a, b) => a - b),
    );
    // A little to either side of its moment, the demand behind a limit is met on one side alone.
    const demands = new Map(demandsOf(request).map((demand) => [demand.id, demand]));
    let tried = 0;
    for (const { id, seconds } of limits) {
      const demand = demands.get(id);
      if (!demand) continue;
      const met = [0.98, 1.02].map((factor) => {
        const at = seconds * factor;
        const outlook = outlookOf(
          { ...run, shutters: [{ nominalSeconds: at, deliveredSeconds: at, iso: run.iso }] },
          full,
        );
        const value = demand.read(outlook);
        return value === null || (value >= demand.least && value <= demand.most);
      });
      expect([id, ...met].filter((each) => each === true)).toHaveLength(1);
      tried++;
    }
    expect(tried).toBeGreaterThan(1);
  });
});

describe("the frames of a moment", () => {
  const run = plan("4 x 2s every 3s | iso 50 -> mean");

  it("are the whole ones and a part of the one at hand, and add up to the moment", () => {
    expect(openSeconds(run)).toBeCloseTo(8, 9);
    for (const moment of [0.5, 2, 3.25, 7.9, 8]) {
      const frames = framesUntil(run, moment);
      expect(frames.reduce((sum, { deliveredSeconds }) => sum + deliveredSeconds, 0)).toBeCloseTo(moment, 9);
      expect(frames.map(({ index }) => index)).toEqual(frames.map((_, index) => index));
    }
    expect(framesUntil(run, 3)[1]).toMatchObject({
      deliveredSeconds: 1,
      opensSeconds: framesUntil(run, 8)[1]!.opensSeconds,
    });
  });

  it("are never none, and never more than the run has", () => {
    expect(framesUntil(run, 0)).toHaveLength(1);
    expect(framesUntil(run, 1e9)).toHaveLength(4);
  });
});
