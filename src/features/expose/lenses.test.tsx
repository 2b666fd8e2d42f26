/** @jest-environment jsdom */
import { screen, within } from "@testing-library/react";
import type { KitReply } from "@/contracts/kit";
import { chosenCamera, GENERIC_PHONE } from "@/core/camera";
import { usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import { show } from "@/ui/testing/show";
import { LensTable } from "./LensTable";
import { comparedFields, lensChoices } from "./lensChoices";

const kit: KitReply = { phones: [], filters: [], clipOns: [], supports: [], figures: [] };
const camera = chosenCamera(kit, null);
const request = { ...usualScene("still-view"), intent: "still-view" as const, camera, filterStops: [] };
const fieldsOf = (line: string) => comparedFields(request, parseRecipe(line).recipe, kit, camera);

describe("the same picture by every lens", () => {
  it("has each lens of the phone and each size of its pictures, one of them chosen", () => {
    const choices = lensChoices(kit, camera);
    const sizes = GENERIC_PHONE.profile.lenses.reduce((sum, { binned }) => sum + (binned ? 2 : 1), 0);
    expect(choices).toHaveLength(sizes);
    expect(new Set(choices.map(({ name }) => name)).size).toBe(sizes);
    expect(choices.filter(({ chosen }) => chosen).map(({ name }) => name)).toEqual([camera.choice.lens]);
  });

  it("shows what the core worked out, at the chosen lens's field and at the longest's", () => {
    const fields = fieldsOf("1/4 | iso 50");
    show(<LensTable request={request} recipe={parseRecipe("1/4 | iso 50").recipe} kit={kit} camera={camera} />);
    expect(fields.length).toBeGreaterThan(1);
    const tables = screen.getAllByRole("table");
    expect(tables).toHaveLength(fields.length);
    fields.forEach(({ of, comparison }, at) => {
      const table = within(tables[at]!);
      expect(table.getByText(`The field of "${of}", at ${comparison.outputPx} pixels across`)).toBeTruthy();
      const rows = table.getAllByRole("row").slice(1);
      expect(rows).toHaveLength(comparison.lenses.length);
      comparison.lenses.forEach(({ name, acrossPx, snr, seen }, row) => {
        const text = rows[row]!.textContent!;
        expect(text).toContain(name);
        expect(text).toContain(String(acrossPx));
        expect(text).toContain(snr.toFixed(0));
        expect(/sees \d+/.test(text)).toBe(seen < 0.995);
      });
    });
  });

  it("asks for a shutter time where there is none", () => {
    show(<LensTable request={request} recipe={parseRecipe("iso 50").recipe} kit={kit} camera={camera} />);
    expect(screen.queryByRole("table")).toBeNull();
    expect(screen.getByText(/Write a shutter time/)).toBeTruthy();
  });
});
