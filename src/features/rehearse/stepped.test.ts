import { chosenCamera } from "@/core/camera";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { filtersOf } from "@/core/shot";
import { type SteppedPart, stepped } from "./steppedRecipe";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const filters = filtersOf({
  filters: [
    { name: "weak", notation: "factor", value: 8 },
    { name: "strong", notation: "stops", value: 6 },
  ],
});
const lineAfter = (line: string, part: SteppedPart, by: number) =>
  printRecipe(stepped(parseRecipe(line).recipe, part, by, { camera, filters }));

describe("a recipe under the hand", () => {
  it("goes from rung to rung of the phone's ladders, and no farther than they go", () => {
    expect(lineAfter("1/4 | iso 50", "shutter", 1)).toBe("0.3s | iso 50");
    expect(lineAfter("1/4 | iso 50", "iso", 3)).toBe("1/4 | iso 100");
    expect(lineAfter("1/4 | iso 50", "iso", -5)).toBe("1/4 | iso 50");
    expect(lineAfter("30s | iso 50", "shutter", 40)).toBe("30s | iso 50");
  });

  it("goes through the kit's filters and back to none", () => {
    expect(lineAfter("2s | iso 50", "filter", 1)).toBe("2s | iso 50 | nd 8");
    expect(lineAfter("2s | iso 50 | nd 8", "filter", 1)).toBe("2s | iso 50 | 6 stops");
    expect(lineAfter("2s | iso 50 | 6 stops", "filter", 1)).toBe("2s | iso 50");
    expect(lineAfter("2s | iso 50", "filter", -1)).toBe("2s | iso 50 | 6 stops");
  });

  it("takes more frames, which are then fused, down to one, which is not", () => {
    expect(lineAfter("2s | iso 50", "frames", 1)).toBe("2 x 2s | iso 50 -> mean");
    expect(lineAfter("2 x 2s every 3s | iso 50 -> lighten", "frames", -1)).toBe("2s | iso 50");
    expect(lineAfter("4 x 2s | iso 50 -> mean", "method", 1)).toBe("4 x 2s | iso 50 -> lighten over mean");
    expect(lineAfter("2s | iso 50", "method", 1)).toBe("2s | iso 50");
  });

  it("lets frames follow each other at once that would overlap", () => {
    expect(lineAfter("4 x 2s every 2s | iso 50 -> mean", "shutter", 1)).toBe("4 x 2.5s | iso 50 -> mean");
  });
});
