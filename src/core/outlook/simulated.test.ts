import { plannedFrames, runSeconds } from "../capture";
import type { SceneFacts } from "../facts";
import { INTENT_IDS, type IntentId, usualScene } from "../intent";
import { luminanceFromEv } from "../light";
import { hashUnit } from "../random";
import { type Outlook, outlookOf } from ".";
import { plainCamera, planOf, stillPlace } from "./testing/facts";
import {
  type FusedPicture,
  gatheredPicture,
  greenStatistics,
  meanLuminance,
  passingPicture,
  SMALL_LENS,
} from "./testing/simulated";

// What the outlook promises against what is measured in simulated and fused frames.

const METERED = (0.65 * 12.5) / 78;
/** Fewer pixels, where every one has a history of its own. */
const SQUARE = { ...SMALL_LENS, widthPx: 80, heightPx: 60 };
const camera = { ...plainCamera, lens: SMALL_LENS };
const plan = (line: string, write = 0) =>
  planOf(`${line.replace("|", "| wb 4000K |")}`, { ...camera, writeSeconds: write });
const still = (facts: SceneFacts): SceneFacts => ({ ...facts, mover: null, lamps: [], vehiclesPerHour: 0 });

/** Three points of each intent's field: as its usual scene comes out about right, a stop darker, and brighter or fused. */
const POINTS: Record<IntentId, readonly [string, string, string]> = {
  "light-trails": ["0.25s | iso 50", "1/15 | iso 100", "6 x 0.25s | iso 50 -> lighten over mean"],
  "blurred-subject": ["0.5s | iso 50", "0.25s | iso 50", "9 x 0.5s | iso 50 -> mean"],
  "smoothed-water": ["1.6s | iso 50", "1s | iso 50", "4 x 2s | iso 50 -> mean"],
  "emptied-place": ["0.4s | iso 50", "1/15 | iso 200", "15 x 1/15 | iso 250 -> median"],
  "star-points": ["10s | iso 1600", "15s | iso 1600", "20s | iso 800"],
  "star-arcs": ["30s | iso 400", "20s | iso 800", "8 x 60s | iso 800 -> lighten"],
  meteors: ["10s | iso 1600", "13s | iso 1600", "6 x 10s | iso 1600"],
  "light-drawing": ["4s | iso 50", "8s | iso 50", "4s | iso 100"],
  "still-view": ["0.4s | iso 50", "1/30 | iso 400", "4 x 0.3s | iso 50 -> mean"],
  "frozen-action": ["1/500 | iso 1600", "1/250 | iso 800", "1/1000 | iso 3200"],
  sweep: ["1/20 | iso 200", "1/30 | iso 200", "1/15 | iso 100"],
  "glowing-background": ["0.8s | iso 50", "0.4s | iso 100", "8 x 0.4s | iso 50 -> mean"],
  "moving-picture": ["1/50 | iso 200", "1/100 | iso 400", "1/25 | iso 100"],
};

describe.each(INTENT_IDS)("%s: at three points of its field", (id) => {
  it.each(POINTS[id])("%s is as bright and as noisy as promised", (line) => {
    const facts = still(usualScene(id));
    const own = plan(line);
    const { base, noise } = outlookOf(own, facts);
    const picture = passingPicture(own, facts);
    expect(Math.abs(Math.log2(meanLuminance(picture) / METERED) - base.meterStops)).toBeLessThan(0.1);
    const { mean, deviation } = greenStatistics(picture);
    expect(Math.abs(mean / deviation / noise.midTone - 1)).toBeLessThan(0.1);
  });
});

describe("a sky over land that is darker by far", () => {
  it.each(["1s | iso 400", "12 x 0.1s | iso 1600 -> lighten"])("by %s is as bright as is promised", (line) => {
    const facts = { ...stillPlace, sceneEv: -9, skyEv: -1 };
    const own = plan(line);
    const promised = outlookOf(own, facts).sky!.meterStops;
    const sky = passingPicture(own, { ...facts, sceneEv: facts.skyEv });
    expect(Math.abs(Math.log2(meanLuminance(sky) / METERED) - promised)).toBeLessThan(0.1);
  });
});

describe("a trail in the fused picture", () => {
  const facts: SceneFacts = {
    ...stillPlace,
    sceneEv: 2,
    mover: { distanceM: 40, speedMps: 6, headingDegFromPerpendicular: 0 },
  };
  /** Light across the trail, over what lies behind, divided by its width: by channel, mean over the middle columns. */
  function across({ width, height, linear }: FusedPicture, widthPx: number, from = 0.3, to = 0.7): number[] {
    return [0, 1, 2].map((channel) => {
      let sum = 0;
      let columns = 0;
      for (let x = Math.floor(from * width); x < to * width; x++, columns++) {
        const behind = (linear[3 * x + channel]! + linear[3 * ((height - 1) * width + x) + channel]!) / 2;
        for (let y = 0; y < height; y++) sum += linear[3 * (y * width + x) + channel]! - behind;
      }
      return sum / columns / widthPx;
    });
  }

  it.each([
    ["tail-lamp", "1s | iso 50 | 3 stops", 40],
    ["tail-lamp", "1s | iso 50 | 4 stops", 15],
    ["brake-lamp", "1s | iso 50 | 6 stops", 60],
    ["cycle-lamp", "1s | iso 50 | 8 stops", 25],
    ["hand-lamp", "1s | iso 50 | 9 stops", 20],
    ["lantern", "1s | iso 50 | 3 stops", 30],
    ["headlamp", "1s | iso 50 | 8 stops", 80],
    ["headlamp", "8 x 0.5s | iso 50 | 8 stops -> mean", 80],
    ["tail-lamp", "4 x 1s | iso 50 | 4 stops -> lighten", 30],
  ] as const)("of a %s by %s at %d m is as bright as promised, in every channel", (lamp, line, distanceM) => {
    const own = plan(line);
    // Nearly across the frame in a second.
    const mover = { ...facts.mover!, distanceM, speedMps: 0.15 * distanceM };
    const scene = { ...facts, sceneEv: -12, mover, lamps: [lamp] };
    const [trail] = outlookOf(own, scene).trails;
    expect(trail!.clippedChannels).toBe(0);
    const measured = across(passingPicture(own, scene), trail!.widthPx);
    for (const channel of [0, 1, 2] as const) {
      const promised = 2 ** -trail!.fusedUnderWhite[channel];
      // What is darker than a thousandth drowns in reading noise and in the steps of eight bits.
      if (promised < 0.01) continue;
      expect(Math.abs(Math.log2(measured[channel]! / promised))).toBeLessThan(0.16);
    }
  });

  it.each([
    ["tail-lamp", "4s | iso 50 | 5 stops", 78],
    ["tail-lamp", "4s | iso 50 | 5 stops", -78],
    ["headlamp", "4s | iso 50 | 9 stops", 70],
  ] as const)(
    "of a %s by %s, %d degrees off, goes along its way from bright to dim as promised",
    (lamp, line, headingDeg) => {
      const own = plan(line);
      const mover = { distanceM: 12, speedMps: 4, headingDegFromPerpendicular: headingDeg };
      const scene = { ...facts, sceneEv: -12, mover, lamps: [lamp] };
      const [trail] = outlookOf(own, scene).trails;
      const { width, height, linear } = passingPicture(own, scene);
      /** Level of the trail in a few columns: of every light in it as much as there is of that light. */
      const level = (from: number, to: number): number => {
        let [sum, squares] = [0, 0];
        for (let x = Math.floor(from * width); x < to * width; x++)
          for (let y = 0; y < height; y++) {
            const light = linear[3 * (y * width + x)]!;
            sum += light;
            squares += light ** 2;
          }
        return squares / sum;
      };
      // Where it passes a column it is so far away, against the axis; what is nearer is wider, and dimmer for it.
      const turn = (headingDeg * Math.PI) / 180;
      const edge = (width * own.lens.pitchUm) / 2000 / own.lens.focalLengthMm;
      const depth = (share: number) => 1 / (1 - (2 * share - 1) * edge * Math.tan(turn));
      const measured = Math.log2(level(0.8, 0.84) / level(0.16, 0.2));
      expect(Math.abs(measured - Math.log2(depth(0.82) / depth(0.18)))).toBeLessThan(0.15);
      const [brightest, dimmest] = trail!.range;
      expect(dimmest - brightest).toBeCloseTo(Math.abs(Math.log2(depth(1) / depth(0))), 2);
    },
  );

  it("does not depend on the shutter, and stands above the ground as promised", () => {
    for (const [line, lamps] of [
      ["0.5s | iso 50 | 1 stops", "tail-lamp"],
      ["1s | iso 50 | 1 stops", "tail-lamp"],
      ["4 x 0.25s | iso 50 | 1 stops -> mean", "tail-lamp"],
      ["8 x 0.25s | iso 50 -> lighten over mean", "tail-lamp"],
      ["8 x 0.25s | iso 50 -> mean", "headlamp"],
      ["8 x 0.25s | iso 50 -> median", "headlamp"],
    ] as const) {
      const own = plan(line);
      const scene = { ...facts, mover: { ...facts.mover!, distanceM: 20, speedMps: 1.5 }, lamps: [lamps] };
      const [trail] = outlookOf(own, scene).trails;
      const picture = passingPicture(own, scene);
      const level = (y: number) => {
        let sum = 0;
        // The stretch that the first frame draws, whichever it is, clear of its ends.
        for (let x = 22; x < 36; x++)
          sum += [0.2126, 0.7152, 0.0722].reduce(
            (part, weight, c) => part + weight * picture.linear[3 * (y * picture.width + x) + c]!,
            0,
          );
        return sum / 14;
      };
      // The lamp's image is wide: its middle row has the trail's level.
      expect(trail!.widthPx).toBeGreaterThan(15);
      const above = Math.log2(level(picture.height / 2) / level(2));
      expect([line, Math.abs(above - trail!.aboveBaseStops) < 0.15, above.toFixed(2)]).toEqual([
        line,
        true,
        above.toFixed(2),
      ]);
    }
  });

  it("of lit windows is as bright as promised, with the ground hidden while they pass", () => {
    const own = plan("2s | iso 50 | 3 stops");
    const scene = {
      ...facts,
      sceneEv: 3,
      lamps: ["lit-windows" as const],
      mover: { distanceM: 120, speedMps: 40, headingDegFromPerpendicular: 0 },
    };
    const [trail] = outlookOf(own, scene).trails;
    const { width, height, linear } = passingPicture(own, scene);
    for (const channel of [0, 1, 2] as const) {
      const at = (x: number) => linear[3 * ((height / 2) * width + x) + channel]!;
      const level = (at(200) + at(220) + at(240) + at(260)) / 4;
      expect(Math.abs(Math.log2(level) + trail!.fusedUnderWhite[channel])).toBeLessThan(0.15);
    }
  });

  /** The scene with a lamp whose trail comes out half as bright as white. */
  const halfWhite = (own: ReturnType<typeof plan>, scene: SceneFacts): SceneFacts => {
    const [trail] = outlookOf(own, { ...scene, lampIntensityCd: 1 }).trails;
    return { ...scene, lampIntensityCd: 2 ** (trail!.stopsUnderWhite - 1) };
  };

  it.each([
    ["0.2s | iso 50", 0, 0],
    ["3 x 0.1s | iso 50 -> lighten over mean", 0.06, 0],
    ["0.2s | iso 50", 0, 65],
    ["5 x 0.2s | iso 50 -> lighten", 0.1, 60],
  ] as const)("by %s with pauses of %d s at %d° draws as much of its way as promised", (line, pause, heading) => {
    const own = plan(line, pause);
    const mover = { distanceM: 40, speedMps: 16, headingDegFromPerpendicular: heading };
    const scene = halfWhite(own, { ...facts, sceneEv: -12, mover, lamps: ["cycle-lamp"] });
    const { coverage, leavesTheFrame } = outlookOf(own, scene).mover!;
    const { width, height, linear } = passingPicture(own, scene);
    let drawn = 0;
    for (let x = 0; x < width; x++) {
      let most = 0;
      for (let y = 0; y < height; y++) most = Math.max(most, linear[3 * (y * width + x) + 1]!);
      if (most > 0.2) drawn++;
    }
    expect(leavesTheFrame).toBe(true);
    expect(coverage).toBeGreaterThan(0.15);
    expect(Math.abs(drawn / width - coverage)).toBeLessThan(0.02);
  });

  it("of something quick is as long in one frame as promised", () => {
    const own = plan("1/60 | iso 800");
    const mover = { distanceM: 10, speedMps: 3, headingDegFromPerpendicular: 0 };
    const { blurPx } = outlookOf(own, { ...facts, mover }).mover!;
    const scene = halfWhite(own, { ...facts, sceneEv: -12, mover, lamps: ["cycle-lamp"] });
    const { width, height, linear } = passingPicture(own, scene);
    let columns = 0;
    for (let x = 0; x < width; x++) if (linear[3 * ((height / 2) * width + x) + 1]! > 0.2) columns++;
    // It enters as the shutter opens: half of its own image is seen beyond where it stands at the end.
    expect(Math.abs(columns - blurPx)).toBeLessThan(8);
    expect(blurPx).toBeGreaterThan(10);
  });
});

describe("water in the fused picture", () => {
  const WAVES = 48;
  const spots = SQUARE.widthPx * SQUARE.heightPx;
  const drawn = (seed: number) =>
    Float64Array.from({ length: spots * WAVES }, (_, i) => hashUnit(Math.floor(i / WAVES), i % WAVES, seed));
  /** In radians a second for a memory of one second, after Cauchy's distribution; and where each wave stands. */
  const frequencies = drawn(5).map((part) => Math.tan(Math.PI * (part - 0.5)));
  const phases = drawn(6).map((part) => 2 * Math.PI * part);
  /** Waves whose memory is exponential: sinusoids integrated over the shutter. */
  const waves =
    (tauSeconds: number, amplitude: number, luminance: number) =>
    ({ opensSeconds, deliveredSeconds }: { opensSeconds: number; deliveredSeconds: number }, pixel: number): number => {
      const middle = opensSeconds + deliveredSeconds / 2;
      let sum = 0;
      for (let i = pixel * WAVES; i < (pixel + 1) * WAVES; i++) {
        const frequency = frequencies[i]! / tauSeconds;
        const half = (frequency * deliveredSeconds) / 2;
        sum += Math.cos(frequency * middle + phases[i]!) * (Math.abs(half) < 1e-9 ? 1 : Math.sin(half) / half);
      }
      return luminance * deliveredSeconds * (1 + amplitude * Math.sqrt(2 / WAVES) * sum);
    };

  it.each([
    ["chop", "0.3s | iso 50", 0],
    ["chop", "1s | iso 50 | 1 stops", 0],
    ["rapids", "0.4s | iso 50", 0],
    ["swell", "2s | iso 50 | 2 stops", 0],
    ["swell", "8 x 0.5s | iso 50 -> mean", 0.35],
    ["swell", "12 x 0.2s | iso 50 -> mean", 0.05],
  ] as const)("of %s by %s has the contrast that is promised", (water, line, pause) => {
    const tau = { rapids: 0.03, chop: 0.1, swell: 0.3 }[water];
    const own = planOf(`${line.replace("|", "| wb 4000K |")}`, { ...camera, lens: SQUARE, writeSeconds: pause });
    const facts = { ...stillPlace, sceneEv: 3, water };
    const { water: promised, noise } = outlookOf(own, facts);
    const amplitude = 0.25;
    const luminance = luminanceFromEv(facts.sceneEv);
    const { mean, deviation } = greenStatistics(gatheredPicture(own, waves(tau, amplitude, luminance)));
    const contrast = Math.sqrt((deviation / mean) ** 2 - 1 / noise.midTone ** 2) / amplitude;
    expect(Math.abs(contrast / promised!.contrastLeft - 1)).toBeLessThan(0.1);
  });
});

describe("people in the fused picture", () => {
  const ground = luminanceFromEv(4);
  const DARK_COAT = 0.15;

  /** When somebody comes to each spot: walkers as boxes, free for a random time and then covered for a dwell, over and over. */
  const arrivals = (pixel: number, occupancy: number, dwellSeconds: number, until: number): number[] => {
    const meanFree = (dwellSeconds * (1 - occupancy)) / occupancy;
    const times: number[] = [];
    // Long enough before the release that nothing is left of how it began.
    let at = -6 * (meanFree + dwellSeconds) * (1 + hashUnit(pixel, 0, 1));
    for (let n = 1; at < until; n++) {
      at -= meanFree * Math.log(1 - hashUnit(pixel, n, 2));
      times.push(at);
      at += dwellSeconds;
    }
    return times;
  };
  const crowdPicture = (line: string, occupancy: number, dwellSeconds: number, pause = 0) => {
    const own = planOf(`${line.replace("|", "| wb 4000K |")}`, { ...camera, lens: SQUARE, writeSeconds: pause });
    const comes = Array.from({ length: SQUARE.widthPx * SQUARE.heightPx }, (_, pixel) =>
      arrivals(pixel, occupancy, dwellSeconds, runSeconds(own)),
    );
    const picture = gatheredPicture(own, ({ opensSeconds, closesSeconds, deliveredSeconds }, pixel) => {
      const by = comes[pixel]!.reduce(
        (sum, at) => sum + Math.max(0, Math.min(closesSeconds, at + dwellSeconds) - Math.max(opensSeconds, at)),
        0,
      );
      return ground * (deliveredSeconds - by * (1 - DARK_COAT));
    });
    const facts = { ...stillPlace, sceneEv: 4, crowd: { occupancy, dwellSeconds } };
    const { people, base } = outlookOf(own, facts);
    const frameSnr = outlookOf({ ...own, frames: 1, stack: null }, facts).noise.midTone;
    return { picture, people: people!, base, frameSnr };
  };

  it.each([
    ["0.3s | iso 50", 0.1, 2],
    ["10 x 0.3s every 1s | iso 50 -> mean", 0.3, 2],
    ["30 x 0.2s every 3s | iso 50 -> mean", 0.15, 1],
  ] as const)("by %s leave the veil that is promised", (line, occupancy, dwell) => {
    const { picture, people, base } = crowdPicture(line, occupancy, dwell);
    const share = (1 - greenStatistics(picture).mean / (base.level * greenOf(picture))) / (1 - DARK_COAT);
    expect(Math.abs(share - people.veil!)).toBeLessThan(0.03);
  });

  /** Green of a neutral surface against its luminance, by the same development. */
  const greenOf = (picture: FusedPicture) => greenStatistics(picture).mean / meanLuminance(picture);

  it("as a single passer-by leave the ghost that is promised", () => {
    for (const [line, dwell] of [
      ["0.4s | iso 50", 0.1],
      ["5 x 0.2s | iso 50 -> mean", 0.25],
    ] as const) {
      const own = plan(line);
      const { people } = outlookOf(own, { ...stillPlace, crowd: { occupancy: 0.01, dwellSeconds: dwell } });
      // On the right half somebody stands for a dwell from the start; on the left nobody.
      const { width, height, linear } = gatheredPicture(
        own,
        ({ opensSeconds, closesSeconds, deliveredSeconds }, pixel) => {
          const begins = own.firstOpensSeconds;
          const there = pixel % SMALL_LENS.widthPx > SMALL_LENS.widthPx / 2;
          const by = there ? Math.max(0, Math.min(closesSeconds, begins + dwell) - Math.max(opensSeconds, begins)) : 0;
          return ground * (deliveredSeconds - by);
        },
      );
      const half = (from: number) => {
        let sum = 0;
        for (let y = 0; y < height; y++) for (let x = 0; x < 200; x++) sum += linear[3 * (y * width + from + x) + 1]!;
        return sum;
      };
      expect(Math.abs(1 - half(260) / half(20) - people!.ghostOpacity!)).toBeLessThan(0.03);
    }
  });

  it.each([
    ["9 x 1/60 every 2s | iso 800 -> median", 0.25, 2],
    ["5 x 1/60 every 4s | iso 800 -> median", 0.3, 2],
    ["15 x 0.4s every 3s | iso 50 -> median", 0.2, 1.5],
    ["21 x 1/60 every 0.5s | iso 800 -> median", 0.2, 2],
    ["15 x 1/60 every 0.4s | iso 800 -> median", 0.25, 3],
    ["4 x 0.4s every 1s | iso 50 -> median", 0.2, 2],
    ["9 x 0.5s every 0.9s | iso 50 -> median", 0.15, 1],
  ] as const)("come out of %s as often as promised", (line, occupancy, dwell) => {
    const { picture, people, base, frameSnr } = crowdPicture(line, occupancy, dwell);
    // Nobody at all: what is darker than the ground by more than a frame's noise was touched.
    const level = base.level * greenOf(picture) * (1 - 4 / frameSnr);
    let clean = 0;
    for (let i = 1; i < picture.linear.length; i += 3) if (picture.linear[i]! > level) clean++;
    expect(Math.abs((3 * clean) / picture.linear.length - people.cleanProbability!)).toBeLessThan(0.03);
  });
});

describe("stars in the picture", () => {
  const SIGMA_PX = 1.5 / 2.3548;
  const SPACING = 24;

  it.each([
    ["4s | iso 800", 20.5, 30],
    ["15s | iso 800", 20.5, 0],
    ["8s | iso 1600", 19, 60],
  ] as const)("by %s under %d mag stand out down to the magnitude that is promised", (line, skyMag, declinationDeg) => {
    const own = plan(line);
    const skyCdM2 = 10.8e4 * 10 ** (-0.4 * skyMag);
    const skyEv = Math.log2(skyCdM2 / 0.125);
    const facts = { ...stillPlace, sceneEv: skyEv, skyEv, declinationDeg, starAltitudeDeg: 90 };
    const { stars }: Outlook = outlookOf(own, facts);
    const { trailPx } = stars;
    const { lens } = own;
    // A star of that magnitude as luminance times seconds in one pixel: Φ over the pixel, less extinction at the zenith.
    const lux = 2.54e-6 * 10 ** (-0.4 * (stars.faintestMagnitude! + 0.2));
    const flux = lux * Math.PI * (lens.focalLengthMm / 2000 / lens.fNumber) ** 2 * 0.9;
    const perPixel = (flux / (lens.pitchUm * 1e-6) ** 2 / 0.65) * lens.fNumber ** 2;
    const profile = (x: number, y: number) => {
      let sum = 0;
      const steps = 24;
      for (let i = 0; i < steps; i++)
        sum += Math.exp(-((x - ((i + 0.5) / steps - 0.5) * trailPx) ** 2 + y * y) / (2 * SIGMA_PX ** 2));
      return sum / steps / (2 * Math.PI * SIGMA_PX ** 2);
    };
    const place = (pixel: number) => {
      const x = (pixel % lens.widthPx) % SPACING;
      const y = Math.floor(pixel / lens.widthPx) % SPACING;
      return [x - SPACING / 2, y - SPACING / 2] as const;
    };
    const { linear, width, height } = gatheredPicture(own, ({ deliveredSeconds }, pixel) => {
      const [x, y] = place(pixel);
      return deliveredSeconds * (skyCdM2 + perPixel * profile(x, y));
    });
    // A matched filter at every star, and half-way between stars.
    const filtered = (cx: number, cy: number) => {
      let sum = 0;
      let mean = 0;
      let weights = 0;
      for (let y = -6; y <= 6; y++)
        for (let x = -8; x <= 8; x++) {
          const value = linear[3 * ((cy + y) * width + cx + x) + 1]!;
          sum += value * profile(x, y);
          mean += value;
          weights += profile(x, y);
        }
      return sum - (weights * mean) / (13 * 17);
    };
    const onStars: number[] = [];
    const between: number[] = [];
    for (let cy = SPACING / 2; cy < height - SPACING; cy += SPACING)
      for (let cx = SPACING / 2; cx < width - SPACING; cx += SPACING) {
        onStars.push(filtered(cx, cy));
        between.push(filtered(cx + SPACING / 2, cy + SPACING / 2));
      }
    const mean = (list: readonly number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
    const noise = Math.sqrt(mean(between.map((value) => (value - mean(between)) ** 2)));
    const ratio = (mean(onStars) - mean(between)) / noise;
    // Five times the noise, within half a magnitude.
    expect(Math.abs(2.5 * Math.log10(ratio / 5))).toBeLessThan(0.5);
  });
});

describe("the line of a star among arcs", () => {
  it.each([
    ["6 x 30s | iso 400 -> lighten", -8.4],
    ["8 x 8s | iso 100 -> lighten", -4],
  ] as const)("of %s under EV %f counts just at the magnitude that is promised", (line, skyEv) => {
    const own = plan(line);
    const facts = { ...stillPlace, sceneEv: skyEv, skyEv, declinationDeg: 0, starAltitudeDeg: 90 };
    const { faintestArc } = outlookOf(own, facts).stars;
    const { lens, transmission, iso } = own;
    /** Its line's middle over the sky about it, as a factor, and in deviations of the fused picture's green. */
    const seen = (magnitude: number) => {
      const luminance = luminanceFromEv(skyEv);
      const pupilM2 = Math.PI * (lens.focalLengthMm / 2000 / lens.fNumber) ** 2;
      const lux = 2.54e-6 * 10 ** (-0.4 * (magnitude + 0.2));
      // Focal-plane exposure to luminance: H = q L t / N².
      const star = ((lux * pupilM2 * 0.9) / (lens.pitchUm * 1e-6) ** 2) * (lens.fNumber ** 2 / 0.65);
      const sigma = 1.5 / 2.3548;
      const speed = (15.041 * lens.focalLengthMm) / (206.265 * lens.pitchUm);
      const [row, from] = [Math.floor(lens.heightPx / 2), 40];
      const picture = gatheredPicture(own, ({ opensSeconds, deliveredSeconds }, pixel) => {
        const [x, y] = [pixel % lens.widthPx, Math.floor(pixel / lens.widthPx)];
        if (Math.abs(y - row) > 4) return luminance * deliveredSeconds;
        const across = Math.exp(-((y - row) ** 2) / (2 * sigma ** 2)) / (Math.sqrt(2 * Math.PI) * sigma);
        // Seconds at a column: the star's profile drawn along it, in fine steps.
        let along = 0;
        const steps = 40;
        for (let i = 0; i < steps; i++) {
          const at = from + speed * (opensSeconds + (deliveredSeconds * (i + 0.5)) / steps);
          along += Math.exp(-((x - at) ** 2) / (2 * sigma ** 2)) / (Math.sqrt(2 * Math.PI) * sigma) / steps;
        }
        return (luminance + star * across * along) * deliveredSeconds;
      });
      const green = (x: number, y: number) => picture.linear[3 * (y * lens.widthPx + x) + 1]!;
      const last = plannedFrames(own).at(-1)!;
      const until = Math.min(lens.widthPx - 8, from + speed * (last.opensSeconds + last.deliveredSeconds));
      const line_: number[] = [];
      for (const { opensSeconds, deliveredSeconds } of plannedFrames(own)) {
        const [a, b] = [from + speed * opensSeconds + 2, from + speed * (opensSeconds + deliveredSeconds) - 2];
        for (let x = Math.ceil(a); x <= Math.min(until, b); x++) line_.push(green(x, row));
        if (b <= a) line_.push(green(Math.round((a + b) / 2), row));
      }
      const sky: number[] = [];
      for (let y = 8; y < row - 12; y++) for (let x = 8; x < lens.widthPx - 8; x++) sky.push(green(x, y));
      sky.sort((a, b) => a - b);
      const kept = sky.slice(0, Math.ceil(0.998 * sky.length));
      const mean = kept.reduce((a, b) => a + b, 0) / kept.length;
      const deviation = Math.sqrt(kept.reduce((a, b) => a + (b - mean) ** 2, 0) / kept.length);
      const level = line_.reduce((a, b) => a + b, 0) / line_.length;
      return { stops: Math.log2(level / mean), sigmas: (level - mean) / deviation };
    };
    const counts = ({ stops, sigmas }: ReturnType<typeof seen>) => stops >= 0.5 && sigmas >= 5;
    expect(transmission * iso).toBeGreaterThan(0);
    expect(counts(seen(faintestArc! - 0.5))).toBe(true);
    expect(counts(seen(faintestArc! + 0.5))).toBe(false);
  });
});
