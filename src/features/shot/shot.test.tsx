/** @jest-environment jsdom */
import { screen, within } from "@testing-library/react";
import type { KitReply } from "@/contracts/kit";
import { shotScene } from "@/contracts/scene";
import { chosenCamera, GENERIC_PHONE } from "@/core/camera";
import { stackedFilterStops } from "@/core/light";
import { parseRecipe } from "@/core/recipe";
import { solve, usualScene } from "@/core/solve";
import { choose, show } from "@/ui/testing/show";
import { CameraBar } from "./CameraBar";
import { filtersOf, inOwnNotation } from "./filtersOf";
import { sceneOf } from "./sceneOf";

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
    bar(null, { phones: [], filters: [], clipOns: [], supports: [] });
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
    const request = { ...usualScene("smoothed-water"), skyEv: null, intent: "smoothed-water" as const, sceneEv: 6 };
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
  it("is the saved one, or else the intent's usual one under the lamps of the site", () => {
    const saved = shotScene.parse({ ...usualScene("sweep"), sceneEv: 7.7 });
    expect(sceneOf({ scene: saved, intent: "light-trails" }, 3)).toBe(saved);
    expect(sceneOf({ scene: null, intent: "light-trails" }, 3).sceneEv).toBe(3);
    expect(sceneOf({ scene: null, intent: "light-trails" }, null).sceneEv).toBe(usualScene("light-trails").sceneEv);
    // Stars are not lit by the site's lamps.
    expect(sceneOf({ scene: null, intent: "star-points" }, 3).sceneEv).toBe(usualScene("star-points").sceneEv);
    expect(shotScene.safeParse(sceneOf({ scene: null, intent: "meteors" }, null)).success).toBe(true);
  });
});
