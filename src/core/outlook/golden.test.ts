import type { LampClassId } from "../light";
import { framesForCleanMedian, imagePath, secondsForShare, WHOLE_SHARE } from "../motion";
import { luminanceFromMagnitude } from "../sky";
import { type Outlook, outlookOf, starNoiseAreaPx } from ".";
import golden from "./fixtures/outlook.json";
import { faintestMagnitude } from "./stars";
import { planOf, stillPlace } from "./testing/facts";

// Against numbers computed independently of this code, from the generic main camera.

const near = (value: number, wanted: number) =>
  expect(Math.abs(value - wanted)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(wanted)));
const LAMPS: Record<string, LampClassId> = {
  headlampOffAxis: "headlamp",
  tailLamp: "tail-lamp",
  brakeLamp: "brake-lamp",
  cycleLamp: "cycle-lamp",
  handTorch: "hand-lamp",
  lantern: "lantern",
};
const DARK_EV = -60;

describe("trails", () => {
  it.each(golden.trails)("of a $lamp at $distanceM m, $speedMps m/s, ISO $iso behind $filterStops stops", (row) => {
    const outlook = (frames: string, stack: string): Outlook => {
      const filter = row.filterStops > 0 ? ` | ${row.filterStops} stops` : "";
      const plan = planOf(`${frames}1s | iso ${row.iso} | wb 6500K${filter}${stack}`);
      return outlookOf(plan, {
        ...stillPlace,
        sceneEv: DARK_EV,
        mover: { distanceM: row.distanceM, speedMps: row.speedMps, headingDegFromPerpendicular: 0 },
        lamps: [LAMPS[row.lamp]!],
        lampIntensityCd: row.intensityCd,
      });
    };
    const [one] = outlook("", "").trails;
    near(one!.widthPx, row.widthPx);
    near(one!.exposureLuxSeconds, row.exposureLuxSeconds);
    near(one!.stopsUnderWhite, row.stopsUnderWhite);
    // Along the axis of the picture nothing changes: it moves straight across.
    near(one!.range[1] - one!.range[0], 0);
    const [mean] = outlook(`${row.framesInMean} x `, " -> mean").trails;
    const [lighten] = outlook(`${row.framesInMean} x `, " -> lighten").trails;
    for (const channel of [0, 1, 2] as const) {
      near(lighten!.fusedUnderWhite[channel], one!.fusedUnderWhite[channel]);
      near(mean!.fusedUnderWhite[channel] - one!.fusedUnderWhite[channel], Math.log2(row.framesInMean));
    }
    if (row.stopsUnderWhite < -6) {
      // White in every channel of its frame: what is left of it is the frame's share alone.
      expect(one!.clippedChannels).toBe(3);
      near(mean!.fusedUnderWhite[1], row.stopsUnderWhiteInMeanWithoutBase);
    }
  });
});

describe("roads that recede", () => {
  it.each(golden.receding)("passing $passesAxisAtM m ahead at $headingDegFromPerpendicular°", (row) => {
    const mover = {
      distanceM: row.passesAxisAtM,
      speedMps: row.speedMps,
      headingDegFromPerpendicular: row.headingDegFromPerpendicular,
    };
    const frame = { focalLengthMm: 6.4, sensorWidthMm: 9.792 };
    const path = imagePath(frame, mover);
    near(path.lengthMm, row.imagePathMm);
    expect(path.leavesTheFrame).toBe(row.leavesTheFrame);
    near(secondsForShare(path, mover, WHOLE_SHARE), row.secondsFor95Percent);
    const drawn = outlookOf(planOf(`${row.secondsFor95Percent}s | iso 50`), { ...stillPlace, mover }).mover!;
    near(drawn.coverage, WHOLE_SHARE);
    // What comes near is what recedes, run backwards.
    const coming = { ...mover, headingDegFromPerpendicular: -mover.headingDegFromPerpendicular };
    near(secondsForShare(imagePath(frame, coming), coming, WHOLE_SHARE), row.secondsFor95Percent);
  });
});

describe("stars", () => {
  it.each(golden.stars)("in $shutterSeconds s at ISO $iso under $skyMagPerArcsec2 mag", (row) => {
    const plan = planOf(`${row.shutterSeconds}s | iso ${row.iso}`, undefined, {
      pressedAtMs: 0,
      seed: 1,
      sensorCelsius: row.sensorTempC,
    });
    const { trailPx } = outlookOf(plan, { ...stillPlace, declinationDeg: row.declinationDeg }).stars;
    near(trailPx, row.trailPx);
    near(starNoiseAreaPx(trailPx), row.noiseAreaPx);
    const skyCdM2 = luminanceFromMagnitude(row.skyMagPerArcsec2);
    near(faintestMagnitude(plan, { trailPx, skyCdM2, averagedFrames: row.alignedFrames }), row.faintestMagnitude);
  });
});

describe("crowds", () => {
  it.each(golden.crowds)("on $occupancy of the ground", ({ occupancy, veilOfAnyMean, framesForClean999 }) => {
    const crowd = { occupancy, dwellSeconds: 2 };
    const people = (line: string) => outlookOf(planOf(line), { ...stillPlace, crowd }).people!;
    for (const line of ["1s | iso 50", "30 x 1s | iso 50 -> mean", "300 x 1s every 4s | iso 50 -> mean"])
      expect(people(line).veil).toBe(veilOfAnyMean);
    const apart = { ...crowd, shutterSeconds: 0.001, periodSeconds: 60 };
    expect(framesForCleanMedian(apart, 0.999, 801)).toBe(framesForClean999);
    if (framesForClean999 === null) return;
    const clean = (frames: number) => people(`${frames} x 1/1000 every 60s | iso 50 -> median`).cleanProbability!;
    expect(clean(framesForClean999)).toBeGreaterThan(0.9988);
    expect(clean(framesForClean999 - 2)).toBeLessThan(0.999);
  });
});
