import type { SceneFacts } from "../facts";
import { luminanceFromEv } from "../light";
import { lightsOf, outlookOf } from ".";
import { plainCamera, planOf, stillPlace } from "./testing/facts";
import { gatheredPicture, greenStatistics, meanLuminance, passingPicture, SMALL_LENS } from "./testing/simulated";

const camera = { ...plainCamera, lens: { ...SMALL_LENS, widthPx: 160, heightPx: 64 } };
const plan = (line: string) => planOf(line.replace("|", "| wb 4000K |"), camera);
const still: SceneFacts = { ...stillPlace, mover: null, lamps: [] };

describe("the lights of a picture", () => {
  it.each(["1/4 | iso 50", "9 x 1/30 | iso 400 -> mean"])(
    "lie in the picture of %s where they are said to lie",
    (line) => {
      const own = plan(line);
      const { lights } = lightsOf(outlookOf(own, still));
      const measured = -Math.log2(meanLuminance(passingPicture(own, still)));
      expect(lights).toHaveLength(1);
      expect(Math.abs(lights[0]!.underWhite - measured)).toBeLessThan(0.1);
    },
  );

  it("come the darkest first, and none is brighter than white", () => {
    const busy: SceneFacts = {
      ...stillPlace,
      sceneEv: 2,
      skyEv: -1,
      mover: { distanceM: 20, speedMps: 8, headingDegFromPerpendicular: 0 },
      lamps: ["headlamp", "tail-lamp"],
    };
    const { lights } = lightsOf(outlookOf(plan("2s | iso 400"), busy));
    expect(lights.map(({ of }) => of).slice(0, 2)).toEqual(["sky", "ground"]);
    expect(lights.map(({ of }) => of).sort()).toEqual(["ground", "headlamp", "sky", "tail-lamp"]);
    for (const [i, { underWhite }] of lights.entries()) {
      expect(underWhite).toBeGreaterThanOrEqual(0);
      expect(underWhite).toBeLessThanOrEqual(lights[i - 1]?.underWhite ?? Number.POSITIVE_INFINITY);
    }
  });
});

describe("the noise floor", () => {
  it.each(["1s | iso 400", "1s | iso 3200", "16 x 1s | iso 3200 -> mean", "12 x 1s | iso 1600 -> lighten"])(
    "of %s: a surface that lies on it is as strong as its noise, in the picture itself",
    (line) => {
      const own = plan(line);
      const { noiseFloor } = lightsOf(outlookOf(own, still));
      // The surface whose picture lies there is found by trying, from the picture alone.
      let [dark, bright] = [-16, 8];
      for (let i = 0; i < 12; i++) {
        const ev = (dark + bright) / 2;
        const picture = gatheredPicture(own, (frame) => luminanceFromEv(ev) * frame.deliveredSeconds);
        if (-Math.log2(greenStatistics(picture).mean) > noiseFloor) dark = ev;
        else bright = ev;
      }
      const seen = (ev: number) =>
        greenStatistics(gatheredPicture(own, (frame) => luminanceFromEv(ev) * frame.deliveredSeconds));
      const surface = seen(bright);
      const beside = seen(-24);
      const signal = surface.mean - beside.mean;
      expect(signal / surface.deviation).toBeGreaterThan(0.6);
      expect(signal / surface.deviation).toBeLessThan(1.6);
    },
  );

  it("sinks by more than a stop with sixteen averaged frames, and rises with ISO", () => {
    const floor = (line: string) => lightsOf(outlookOf(plan(line), still)).noiseFloor;
    expect(floor("16 x 1s | iso 3200 -> mean") - floor("1s | iso 3200")).toBeGreaterThan(1);
    expect(floor("1s | iso 3200")).toBeLessThan(floor("1s | iso 400"));
  });
});
