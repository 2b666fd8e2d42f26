import { planNight } from "@/core/night";
import { siteReply } from "@/features/testing/replies";
import { plannedSky } from "./plannedSky";

const site = siteReply();
const night = { site, plan: planNight({ ...site, ...site.series }, "2026-11-25") } as never;
const aimAt = (azimuthDeg: number) => ({
  azimuthDeg,
  tiltDeg: 8,
  rollDeg: 0,
  crop: "4:3" as const,
  guides: "none" as const,
  constellations: false,
});

describe("the sky's light of a planned shot", () => {
  const beginsAt = "2026-11-25T15:40:00.000Z";

  it("is unknown without a time, and overhead without an aim", () => {
    expect(plannedSky(night, { beginsAt: null, aim: aimAt(200) })).toBeNull();
    expect(plannedSky(night, { beginsAt, aim: null })?.aimed).toBe(false);
  });

  it("is brighter towards the sunset than away from it", () => {
    const towards = plannedSky(night, { beginsAt, aim: aimAt(240) })!;
    const away = plannedSky(night, { beginsAt, aim: aimAt(60) })!;
    expect(towards.aimed).toBe(true);
    expect(towards.ev - away.ev).toBeGreaterThan(2);
    // A camera that looks down sees no sky; what it has is the horizon's.
    expect(plannedSky(night, { beginsAt, aim: { ...aimAt(240), tiltDeg: -20 } })!.ev).toBe(
      plannedSky(night, { beginsAt, aim: { ...aimAt(240), tiltDeg: 0 } })!.ev,
    );
  });
});
