/** @jest-environment jsdom */

import { screen, within } from "@testing-library/react";
import type { KitReply } from "@/contracts/kit";
import { chosenCamera, GENERIC_PHONE } from "@/core/camera";
import { saidOf, savedScene } from "@/core/facts";
import { usualScene } from "@/core/intent";
import { stackedFilterStops } from "@/core/light";
import { planNight } from "@/core/night";
import { parseRecipe } from "@/core/recipe";
import { filtersOf, inOwnNotation, sceneOf } from "@/core/shot";
import { solve } from "@/core/solve";
import { shotReply, siteReply } from "@/features/testing/replies";
import { choose, show } from "@/ui/testing/show";
import { CameraBar } from "./CameraBar";
import { changedScene, shownScene } from "./shownScene";

const id = () => crypto.randomUUID();
const { profile } = GENERIC_PHONE;
const [main, wide] = profile.lenses;
const kit: KitReply = {
  phones: [
    { id: id(), name: "A", profile: { ...profile, lenses: [{ ...main!, fNumbers: [1.5, 2.4], binned: true }] } },
    { id: id(), name: "B", profile: { ...profile, lenses: [{ ...main!, binned: false }, wide!] } },
  ] as KitReply["phones"],
  filters: [
    { id: id(), name: "Dark", notation: "density", value: 1.8 },
    { id: id(), name: "Light", notation: "factor", value: 8 },
  ],
  clipOns: [{ id: id(), name: "Tele", focalFactor: 2, lossStops: 0, vignettingStops: 1 }],
  supports: [],
  figures: [],
};

describe("the bar of the camera", () => {
  const bar = (wanted: Parameters<typeof chosenCamera>[1], owned = kit) => {
    const onChoose = jest.fn();
    const camera = chosenCamera(owned, wanted);
    show(<CameraBar kit={owned} camera={camera} onChoose={onChoose} />);
    return { onChoose, choice: camera.choice };
  };

  it("offers phones, lenses, apertures, sizes and clip-ons where there are several", () => {
    const { onChoose, choice } = bar(null);
    choose("Phone", "B");
    expect(onChoose).toHaveBeenLastCalledWith({ ...choice, phone: "B" });
    choose("Aperture", "2.4");
    expect(onChoose).toHaveBeenLastCalledWith({ ...choice, fNumber: 2.4 });
    choose("Picture size", "full");
    expect(onChoose).toHaveBeenLastCalledWith({ ...choice, fullSize: true });
    choose("Clip-on lens", "Tele");
    expect(onChoose).toHaveBeenLastCalledWith({ ...choice, clipOn: "Tele" });
  });

  it("names lenses by what they see, and leaves out what there is one of", () => {
    const { onChoose, choice } = bar({ phone: "B", lens: "main", fNumber: 1.8, fullSize: false, clipOn: null });
    const lenses = within(screen.getByLabelText("Lens")).getAllByRole("option");
    expect(lenses.map(({ textContent }) => textContent)).toEqual(["main, 23 mm", "ultra-wide, 13 mm"]);
    expect(screen.queryByLabelText("Aperture")).toBeNull();
    expect(screen.queryByLabelText("Picture size")).toBeNull();
    choose("Lens", "ultra-wide");
    expect(onChoose).toHaveBeenLastCalledWith({ ...choice, lens: "ultra-wide" });
  });

  it("stands for the generic phone while the kit is empty", () => {
    bar(null, { phones: [], filters: [], clipOns: [], supports: [], figures: [] });
    expect(screen.queryByLabelText("Phone")).toBeNull();
    expect(within(screen.getByLabelText("Lens")).getAllByRole("option")).toHaveLength(profile.lenses.length);
  });
});

describe("filters of the kit", () => {
  it("come in stops, the weakest first, and keep their owner's notation", () => {
    expect(filtersOf(kit)).toEqual([
      { name: "Light", stops: 3, filter: { notation: "factor", value: 8 } },
      { name: "Dark", stops: 5.98, filter: { notation: "density", value: 1.8 } },
    ]);
  });
});

describe("solved recipes", () => {
  it("name filters as their owner does, at the same strength, and lines without one stay", () => {
    const request = { ...usualScene("blurred-subject"), intent: "blurred-subject" as const };
    const filters = filtersOf(kit);
    const asked = { ...request, camera: chosenCamera(kit, null), filterStops: filters.map(({ stops }) => stops) };
    const { recipes } = solve(asked);
    const own = inOwnNotation(recipes, filters);
    expect(own.some(({ line }) => / \| nd 8 \|/.test(line) || / \| od 1.8 \|/.test(line))).toBe(true);
    own.forEach(({ recipe, line, filterStops }, index) => {
      expect(stackedFilterStops(recipe.filters)).toBeCloseTo(filterStops, 1);
      expect(parseRecipe(line)).toEqual({ recipe, problems: [] });
      if (filterStops === 0) expect(line).toBe(recipes[index]!.line);
    });
  });
});

describe("a shot's scene", () => {
  const site = siteReply();
  const plan = planNight({ ...site, ...site.series }, "2026-11-25");
  const shot = shotReply("a", { intent: "light-trails", minutes: 20, beginsAt: "2026-11-25T17:00:00.000Z" });

  it("is the intent's usual one, with what site, night, length and aim give by themselves", () => {
    const scene = shownScene(shot, plan);
    expect(savedScene.safeParse(scene).success).toBe(true);
    expect(scene).toMatchObject({ sceneEv: site.lampEv, windowSeconds: 1200, own: [] });
    const { weather } = plan.momentAt(Date.parse(shot.beginsAt!));
    expect(Math.abs(scene.gustMps - weather.gustMps)).toBeLessThan(0.06);
    expect(Math.abs(scene.sensorCelsius - weather.temperatureC)).toBeLessThan(0.51);
    expect(shownScene(shot, null).sceneEv).toBe(usualScene("light-trails").sceneEv);
    // Stars are not lit by the site's lamps.
    const stars = { ...shot, intent: "star-points" } as const;
    const land = shownScene(stars, plan).sceneEv;
    // Over its length the brightest of its minutes counts.
    const { skyEv } = sceneOf(stars, plan);
    expect(skyEv).toBeGreaterThanOrEqual(plan.momentAt(Date.parse(shot.beginsAt!)).skyEv);
    expect(skyEv! - land).toBeGreaterThan(0.8);
    expect(skyEv! - land).toBeLessThan(4);
  });

  it("counts with the declination and the height that it aims at", () => {
    const aim = { azimuthDeg: 0, tiltDeg: 40, rollDeg: 0, crop: "4:3", guides: "none", constellations: false } as const;
    const { declinationDeg, starAltitudeDeg } = sceneOf({ ...shot, aim }, plan);
    // Due north, 40° high: the pole's height and what is missing to it.
    expect(Math.abs(declinationDeg - (90 - Math.abs(site.latitudeDeg - 40)))).toBeLessThanOrEqual(0.5);
    expect(starAltitudeDeg).toBe(40);
  });

  it("keeps what a person typed, says so, and lets go of it", () => {
    const typed = changedScene(shownScene(shot, plan), { gustMps: 14, lampIntensityCd: 90 });
    expect(typed.own).toEqual(["gustMps"]);
    const shown = shownScene({ ...shot, scene: typed }, plan);
    expect(shown).toMatchObject({ gustMps: 14, lampIntensityCd: 90, own: ["gustMps"] });
    const free = changedScene(shown, { own: [] });
    expect(shownScene({ ...shot, scene: free }, plan).gustMps).not.toBe(14);
  });

  it("of before that distinction was typed throughout, and its lamp was a headlamp", () => {
    const { lamps: _, release: __, ...old } = saidOf(usualScene("light-trails"));
    const saved = savedScene.parse({ ...old, gustMps: 11, lampIntensityCd: 250, subjectM: null, backgroundM: null });
    const shown = shownScene({ ...shot, scene: saved }, plan);
    expect(shown).toMatchObject({ gustMps: 11, windowSeconds: old.windowSeconds, lamps: ["headlamp"] });
  });
});
