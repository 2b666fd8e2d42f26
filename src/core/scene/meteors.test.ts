import { chosenCamera } from "../camera";
import { SHOWERS, solarLongitude } from "../sky";
import { viewOf } from "./camera";
import { sceneNamed } from "./index";
import { gatherMeteorLight, type Meteor, meteorsIn } from "./meteors";

const HOUR = 3600;
/** The night of the Geminids' maximum of 2026, their radiant high in the south: 1:30 by the sun of a place at 54° N. */
const atMaximum = {
  latitudeDeg: 53.9,
  azimuthDeg: 180,
  siderealHours: 112 / 15 - 0.5,
  atMs: Date.parse("2026-12-14T02:00:00Z"),
};
const geminids = SHOWERS.find(({ name }) => name === "Geminids")!;
const dot = (a: Meteor["from"], b: Meteor["from"]) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

describe("meteors", () => {
  const hour = meteorsIn(atMaximum, 0, HOUR);

  it("fall as often as the shower's rate says, for who watches a cap of the sky", () => {
    // ZHR · sin h of this instant; at the zenith a watcher sees a cap of 52.5°.
    const away = Math.abs(solarLongitude(new Date(atMaximum.atMs)) - geminids.peakSolarLongitudeDeg);
    const height = (53.9 - 33) / (180 / Math.PI);
    const expected = 150 * 10 ** (-geminids.slopePerDeg * away) * Math.cos(height);
    const watched = hour.filter(({ from }) => from[1] > Math.cos((52.5 * Math.PI) / 180));
    // Poisson: within three deviations.
    expect(Math.abs(watched.length - expected)).toBeLessThan(3 * Math.sqrt(expected));
  });

  it("are the same whether an hour is one frame or many, each in one of them", () => {
    const frames = Array.from({ length: 180 }, (_, frame) => meteorsIn(atMaximum, 20 * frame, 20)).flat();
    expect(frames).toEqual(hour);
  });

  it("have magnitudes by the population index", () => {
    const brighter = (than: number) => hour.filter(({ magnitude }) => magnitude < than).length;
    const ratio = brighter(6.5) / brighter(4.5);
    expect(ratio / geminids.populationIndex ** 2).toBeGreaterThan(0.7);
    expect(ratio / geminids.populationIndex ** 2).toBeLessThan(1.4);
  });

  it("all come from one point of the sky", () => {
    // Two great circles meet at the radiant: it lies in the plane of every way.
    const normal = ({ from, to }: Meteor): Meteor["from"] => {
      const n: Meteor["from"] = [
        from[1] * to[2] - from[2] * to[1],
        from[2] * to[0] - from[0] * to[2],
        from[0] * to[1] - from[1] * to[0],
      ];
      const size = Math.hypot(...n);
      return [n[0] / size, n[1] / size, n[2] / size];
    };
    // Due south at the middle of the hour, 33° + 36.1° up.
    const up = (33 + 90 - 53.9) / (180 / Math.PI);
    const radiant: Meteor["from"] = [0, Math.sin(up), Math.cos(up)];
    const minutes = meteorsIn({ ...atMaximum, siderealHours: 112 / 15 }, 0, 240);
    expect(minutes.length).toBeGreaterThan(5);
    for (const meteor of minutes) {
      expect(Math.abs(dot(normal(meteor), radiant))).toBeLessThan(0.03);
      expect(dot(meteor.to, radiant)).toBeLessThan(dot(meteor.from, radiant));
    }
  });

  it("are hardly there on a night of no shower, and not at all in a place without stars", () => {
    expect(meteorsIn({ ...atMaximum, atMs: Date.parse("2026-03-14T02:00:00Z") }, 0, HOUR).length).toBeLessThan(3);
    const { lens } = chosenCamera({ phones: [], clipOns: [] }, null);
    const quay = sceneNamed("quay-road")!;
    expect(gatherMeteorLight(quay, viewOf(quay, lens, 320), 0, HOUR)).toEqual([]);
  });
});
