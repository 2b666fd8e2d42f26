import golden from "../light/fixtures/photometry.json";
import {
  blurDiscMm,
  depthOfField,
  directionOf,
  equivalentFocalMm,
  fieldOfViewDeg,
  GENERIC_MAIN_LENS,
  hyperfocalMetres,
  pictureProjection,
} from "../optics";
import { framesInSpan } from "../recipe";
import { shortestSubExposure } from "../sensor/subExposure";
import {
  arcDeg,
  cleanMedianProbability,
  coverage,
  crossingSeconds,
  framesForCleanMedian,
  freezeSeconds,
  ghostOpacity,
  handHeldSeconds,
  imageSpeedMmPerS,
  longestStarShutter,
  offeredDelaySeconds,
  pathDirection,
  plateScaleArcsec,
  pressMoment,
  seenStretch,
  settleDelaySeconds,
  shutterForContrast,
  starRate,
  starTrailPx,
  supportOf,
  touchBlurPx,
  usualSupport,
  waterContrast,
  windBlurPx,
  windBlurWithinPx,
} from ".";

const near = (value: number, wanted: number) => expect(Math.abs(value / wanted - 1)).toBeLessThan(1e-6);

describe("crossing", () => {
  it.each(golden.crossing)("of a mover $distanceM m away at $headingDegFromPerpendicular°", (row) => {
    near(crossingSeconds(row, row), row.crossSeconds);
    if (row.imageSpeedMmPerS === undefined || row.freezeSecondsFor1Px === undefined) return;
    near(imageSpeedMmPerS(row.focalLengthMm, row), row.imageSpeedMmPerS);
    near(freezeSeconds(row.focalLengthMm, GENERIC_MAIN_LENS.pitchUm, row, 1), row.freezeSecondsFor1Px);
  });

  it("is never finished by a mover that stands, or that leaves the frame on one side only", () => {
    const camera = { focalLengthMm: 6.4, sensorWidthMm: 9.792 };
    const mover = { distanceM: 20, speedMps: 10, headingDegFromPerpendicular: 80 };
    expect(crossingSeconds(camera, mover)).toBe(Number.POSITIVE_INFINITY);
    expect(crossingSeconds(camera, { ...mover, headingDegFromPerpendicular: 0, speedMps: 0 })).toBe(
      Number.POSITIVE_INFINITY,
    );
    expect(seenStretch(camera, mover).toM).toBe(Number.POSITIVE_INFINITY);
    expect(seenStretch(camera, mover).fromM).toBeGreaterThan(-mover.distanceM);
    expect(coverage(1, 2)).toBe(0.5);
    expect(coverage(3, 2)).toBe(1);
  });

  it("is seen from edge to edge of the frame, the lower in it the nearer it is", () => {
    const frame = { focalLengthMm: 6.4, sensorWidthMm: 9.792 };
    for (const headingDegFromPerpendicular of [-40, -10, 0, 25, 50]) {
      const mover = { distanceM: 18, speedMps: 8, headingDegFromPerpendicular };
      const { fromM, toM } = seenStretch(frame, mover);
      const [left, axis, right] = [fromM, 0, toM].map((alongM) => pathDirection(mover, alongM, -1.5));
      near(Math.tan((-left!.awayDeg * Math.PI) / 180), 9.792 / 2 / 6.4);
      near(Math.tan((right!.awayDeg * Math.PI) / 180), 9.792 / 2 / 6.4);
      expect(axis!.awayDeg).toBe(0);
      near(Math.tan((-axis!.altitudeDeg * Math.PI) / 180), 1.5 / 18);
      expect(Math.sign(right!.altitudeDeg - left!.altitudeDeg)).toBe(Math.sign(headingDegFromPerpendicular));
    }
  });
});

describe("stars", () => {
  it.each(golden.starLimits)("keep to the three schools at $focalLengthMm mm, $declinationDeg°", (row) => {
    const lens = { ...GENERIC_MAIN_LENS, ...row };
    near(longestStarShutter(lens, row.declinationDeg, "rule-500", 1), row.rule500Seconds);
    near(longestStarShutter(lens, row.declinationDeg, "npf", 1), row.npfSecondsK1);
    near(longestStarShutter(lens, row.declinationDeg, "pixels", 1), row.pixelLimitSecondsK1);
    near(plateScaleArcsec(lens), row.plateScaleArcsecPerPx);
    near(starTrailPx(lens, row.declinationDeg, 30), row.trailPxIn30s);
  });

  it.each(golden.arcsAndGaps)("turn $arcDeg° in $spanSeconds s, in $frames frames", (row) => {
    near(arcDeg(row.spanSeconds), row.arcDeg);
    expect(framesInSpan(row)).toBe(row.frames);
    near(
      (starRate(row.declinationDeg) * (row.periodSeconds - row.shutterSeconds)) / row.plateScaleArcsecPerPx,
      row.gapPx,
    );
  });
});

describe("water, crowds, sub-exposures", () => {
  it.each(golden.waterContrast)("leave $contrastLeft of the contrast after $shutterSeconds s", (row) => {
    near(waterContrast(row.tauSeconds, row.shutterSeconds), row.contrastLeft);
    near(shutterForContrast(row.tauSeconds, row.contrastLeft), row.shutterSeconds);
  });

  /** Frames that see nobody twice, and nobody come. */
  const apart = (occupancy: number) => ({ occupancy, dwellSeconds: 2, shutterSeconds: 1e-9, periodSeconds: 400 });

  it.each(golden.medianClean)("are clean with $cleanProbability in $frames frames", (row) => {
    near(cleanMedianProbability(apart(row.occupancy), row.frames), row.cleanProbability);
  });

  it("need more frames the fuller the place, and no number of them where half of it is covered", () => {
    expect(framesForCleanMedian(apart(0.1), 0.99, 801)).toBe(5);
    expect(framesForCleanMedian(apart(0.3), 0.99, 801)).toBeGreaterThan(20);
    expect(framesForCleanMedian(apart(0.5), 0.99, 801)).toBeNull();
    for (const occupancy of [0.02, 0.15, 0.25, 0.4, 0.43]) {
      const fewest = framesForCleanMedian(apart(occupancy), 0.999, 801)!;
      expect(cleanMedianProbability(apart(occupancy), fewest)).toBeGreaterThanOrEqual(0.999);
      if (fewest > 3) expect(cleanMedianProbability(apart(occupancy), fewest - 2)).toBeLessThan(0.999);
    }
    expect(ghostOpacity(0.8, 8)).toBeCloseTo(0.1, 10);
  });

  it("are less often clean in frames that see the same people or stay open for more of them to come", () => {
    for (const [occupancy, frames] of [
      [0.1, 9],
      [0.3, 31],
      [0.45, 301],
    ] as const) {
      const close = { ...apart(occupancy), shutterSeconds: 0.01, periodSeconds: 0.5 };
      const long = { ...close, shutterSeconds: 0.4 };
      expect(cleanMedianProbability(close, frames)).toBeLessThan(cleanMedianProbability(apart(occupancy), frames));
      expect(cleanMedianProbability(long, frames)).toBeLessThan(cleanMedianProbability(close, frames));
    }
    // People who hardly ever leave are in every frame or in none.
    const still = { occupancy: 0.3, dwellSeconds: 1e6, shutterSeconds: 0.1, periodSeconds: 0.5 };
    expect(cleanMedianProbability(still, 9)).toBeCloseTo(0.7, 4);
    expect(cleanMedianProbability({ ...still, occupancy: 0.6, dwellSeconds: 0.1 }, 9999)).toBe(0);
  });

  it.each(golden.subExposure)("must last $shutterSeconds s", (row) => {
    const seconds = shortestSubExposure({
      readNoiseElectrons: row.readNoiseE,
      skyElectronsPerSecond: row.skyRateEPerS,
      penalty: row.penalty,
    });
    near(seconds, row.shutterSeconds);
  });
});

describe("optics", () => {
  it.each(golden.depthOfField)("are sharp from $nearM m, focused at $focusM m", (row) => {
    const setting = { ...row, circleOfConfusionMm: row.cocMm };
    near(hyperfocalMetres(setting), row.hyperfocalM);
    const { nearMetres, farMetres } = depthOfField(setting, row.focusM);
    near(nearMetres, row.nearM);
    if (row.farM === null) expect(farMetres).toBe(Number.POSITIVE_INFINITY);
    else near(farMetres, row.farM);
    near(blurDiscMm(setting, row.focusM, Number.POSITIVE_INFINITY), row.blurDiscMmOfInfinity);
  });

  it("see 75° across with the generic main lens, the field of 23 mm", () => {
    expect(fieldOfViewDeg(9.792, 6.4)).toBeCloseTo(74.8, 1);
    expect(equivalentFocalMm(GENERIC_MAIN_LENS)).toBeCloseTo(22.6, 1);
  });
});

describe("holding still", () => {
  it("lasts 2^stops over the equivalent focal length in the hand, longer braced, and has no end on a tripod", () => {
    expect(handHeldSeconds("hand", 25, 3)).toBeCloseTo(8 / 25, 10);
    expect(handHeldSeconds("braced", 25, 3)).toBeGreaterThan(8 / 25);
    expect(handHeldSeconds("tripod", 25, 3)).toBeNull();
    expect(settleDelaySeconds(usualSupport("stick"))).toBeGreaterThan(settleDelaySeconds(usualSupport("tripod")));
    expect(settleDelaySeconds(usualSupport("tripod"))).toBeLessThan(2);
  });

  it("waits until less than half a pixel of the touch is left, by a person's own support where it was measured", () => {
    // 12 px ring down to 0.5 px in 0.3 s · ln 24.
    expect(settleDelaySeconds(usualSupport("tripod"))).toBeCloseTo(0.3 * Math.log(24), 10);
    const own = { settleSeconds: 0.9, gustPxPerMps: 0.2 };
    expect(settleDelaySeconds(supportOf({ support: "tripod", ownSupport: own, figures: {} }))).toBeCloseTo(
      3 * settleDelaySeconds(usualSupport("tripod")),
      10,
    );
    expect(settleDelaySeconds(usualSupport("hand"))).toBe(0);
    // By how far a press was found to move it.
    const pressed = supportOf({ support: "tripod", ownSupport: null, figures: { "touch-tripod": 3 } });
    expect(settleDelaySeconds(pressed)).toBeCloseTo(0.3 * Math.log(6), 10);
    expect(offeredDelaySeconds([10, 2, 5], 2.1)).toBe(5);
    expect(offeredDelaySeconds([0, 2], 2)).toBe(2);
    expect(offeredDelaySeconds([0, 2], 2.9)).toBeNull();
  });

  it("is moved by gusts more on a stick than on a tripod, and not at all in the time that is left to it", () => {
    expect(windBlurPx(usualSupport("stick"), 5)).toBeGreaterThan(windBlurPx(usualSupport("stand"), 5));
    expect(windBlurPx(usualSupport("stand"), 5)).toBeGreaterThan(windBlurPx(usualSupport("tripod"), 5));
    const whole = windBlurPx(usualSupport("stick"), 6);
    expect(windBlurWithinPx(usualSupport("stick"), 6, 10)).toBe(whole);
    expect(windBlurWithinPx(usualSupport("stick"), 6, 0.01)).toBeLessThan(0.1 * whole);
    expect(windBlurWithinPx({ ...usualSupport("stick"), gustPxPerMps: 0.1 }, 6, 10)).toBeCloseTo(0.6, 10);
  });

  it("rings less the later it opens and the longer it stays open, and hardly at all in an instant", () => {
    const blur = (opens: number, shutter: number) => touchBlurPx(usualSupport("tripod"), opens, shutter);
    expect(blur(2, 1)).toBeLessThan(blur(0.1, 1) / 100);
    expect(blur(0, 30)).toBeLessThan(blur(0, 1));
    expect(blur(0, 1 / 1000)).toBeLessThan(0.1);
    // The mean square of a ringing that dies away, summed step by step.
    const steps = 20_000;
    let sum = 0;
    for (let i = 0; i < steps; i++) {
      const s = ((i + 0.5) / steps) * 2;
      sum += (12 * Math.exp(-(0.1 + s) / 0.3) * Math.sin(200 * s)) ** 2;
    }
    expect(Math.abs(blur(0.1, 2) / Math.sqrt(sum / steps) - 1)).toBeLessThan(0.02);
    expect(touchBlurPx(usualSupport("hand"), 0, 1)).toBe(0);
  });

  it("is pressed ahead by the delay and the phone's own lag", () => {
    const press = pressMoment({ speedMps: 8, delaySeconds: 2, shutterLagSeconds: 0.12 });
    expect(press.aheadSeconds).toBeCloseTo(2.12, 12);
    expect(press.aheadMetres).toBeCloseTo(16.96, 12);
  });
});

describe("the camera's pose", () => {
  it("projects the middle to the middle, and back, at any tilt and roll", () => {
    const pose = { azimuthDeg: 350, tiltDeg: 25, rollDeg: 12 };
    const project = pictureProjection(pose);
    expect(project(25, 350)).toEqual({ right: expect.closeTo(0, 12), up: expect.closeTo(0, 12) });
    for (const [altitude, azimuth] of [
      [40, 10],
      [0, 330],
      [60, 355],
    ] as const) {
      const back = directionOf(pose, project(altitude, azimuth)!);
      expect(back.altitudeDeg).toBeCloseTo(altitude, 9);
      expect(back.azimuthDeg).toBeCloseTo(azimuth, 9);
    }
    expect(project(-25, 170)).toBeNull();
  });
});
