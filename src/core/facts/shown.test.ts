import { type SceneFacts, STILL_PLACE, shownKey } from ".";

/** Facts of the place, said otherwise. */
const SHOWN: Partial<SceneFacts> = {
  sceneEv: 7,
  skyEv: -2,
  vehiclesPerHour: 300,
  lampIntensityCd: 1200,
  subjectM: 4,
  water: "rapids",
  crowd: { occupancy: 0.2, dwellSeconds: 30 },
  ground: "wet",
};

/** Facts of how a picture is taken: the place before the camera stays as it is. */
const HIDDEN: Partial<SceneFacts> = {
  batteryPercent: 12,
  freeMegabytes: 5,
  sensorCelsius: 40,
  windowSeconds: 30,
  highlightStops: 6,
  gustMps: 14,
  support: "hand",
  framesPerSecond: 60,
};

describe("the place that is rehearsed", () => {
  it.each(Object.entries(SHOWN))("is lit anew when %s is another", (fact, value) => {
    expect(shownKey({ ...STILL_PLACE, [fact]: value })).not.toBe(shownKey(STILL_PLACE));
  });

  it.each(Object.entries(HIDDEN))("stays lit when %s is another", (fact, value) => {
    expect(shownKey({ ...STILL_PLACE, [fact]: value })).toBe(shownKey(STILL_PLACE));
  });

  it("does not take what was said of one fact for another's", () => {
    expect(shownKey({ ...STILL_PLACE, sceneEv: 3, skyEv: 5 })).not.toBe(
      shownKey({ ...STILL_PLACE, sceneEv: 5, skyEv: 3 }),
    );
  });
});
