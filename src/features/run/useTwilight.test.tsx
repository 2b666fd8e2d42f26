/** @jest-environment jsdom */
import { renderHook } from "@testing-library/react";
import { chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { NO_OVERRIDES, planNight } from "@/core/night";
import { parseRecipe } from "@/core/recipe";
import { sunEvents } from "@/core/sky";
import { shotReply, siteReply } from "@/features/testing/replies";
import { useTwilight } from "./useTwilight";

const mockSite = siteReply();
const mockPlan = planNight({ ...mockSite, ...mockSite.series }, "2026-10-24", NO_OVERRIDES);
jest.mock("@/features/nightPlan/NightContext", () => ({ useNight: () => ({ plan: mockPlan }) }));

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const planOf = (line: string) => planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!;
const sunset = sunEvents(mockPlan.night).sunset!.getTime();
const twilight = (line: string, nowMs: number, elapsed: number | null = null, part = {}) =>
  renderHook(() => useTwilight(shotReply("Pier", part), planOf(line), nowMs, elapsed, camera.shutterLadder)).result
    .current;

test("dusk takes light from a run, which a ramp gives back; deep in the night the lamps stay as they are", () => {
  const dusk = twilight("120 x 1/30 every 15s | iso 50", sunset)!;
  expect(dusk.changeStops).toBeLessThan(-2);
  expect(dusk.ramp!.at(-1)).toBeCloseTo(-dusk.changeStops, 0);
  const night = twilight("120 x 2s every 15s | iso 50", sunset + 4 * 3_600_000)!;
  expect(Math.abs(night.changeStops)).toBeLessThan(0.1);
  expect(night.ramp).toBeNull();
});

test("a run half-way through has half of it ahead", () => {
  const line = "120 x 1/30 every 15s | iso 50";
  const all = twilight(line, sunset, 0)!;
  const half = twilight(line, sunset + 900_000, 900)!;
  expect(half.changeStops).toBeGreaterThan(all.changeStops);
});

test("goes by the shot's own hour while that is to come, and by now afterwards", () => {
  const beginsAt = new Date(sunset).toISOString();
  expect(twilight("9 x 1s | iso 50", sunset - 60_000, null, { beginsAt })).toMatchObject({
    isPlanned: true,
    beginsAtMs: sunset,
  });
  expect(twilight("9 x 1s | iso 50", sunset + 60_000, null, { beginsAt })).toMatchObject({ isPlanned: false });
});

test("knows nothing of other nights", () => {
  expect(twilight("9 x 1s | iso 50", sunset - 30 * 3_600_000)).toBeNull();
  expect(twilight("9 x 1s | iso 50", sunset + 30 * 3_600_000)).toBeNull();
});
