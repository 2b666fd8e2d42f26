/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import type { KitReply } from "@/contracts/kit";
import { chosenCamera } from "@/core/camera";
import { parseRecipe, printRecipe, type Recipe } from "@/core/recipe";
import { filtersOf } from "@/core/shot";
import type { Figure } from "@/core/solve";
import { choose, show, slide } from "@/ui/testing/show";
import { ExposeBar } from "./ExposeBar";

const kit: KitReply = {
  phones: [],
  clipOns: [],
  supports: [],
  figures: [],
  filters: [
    { id: crypto.randomUUID(), name: "Eight", notation: "factor", value: 8 },
    { id: crypto.randomUUID(), name: "Also eight", notation: "stops", value: 3 },
    { id: crypto.randomUUID(), name: "Dark", notation: "density", value: 1.8 },
  ],
};

function bar(line: string, meter: Figure | null = null) {
  const lines: string[] = [];
  const onIntent = jest.fn();
  show(
    <ExposeBar
      recipe={parseRecipe(line).recipe}
      filters={filtersOf(kit)}
      meter={meter}
      intent="light-trails"
      kit={kit}
      camera={chosenCamera(kit, null)}
      onRecipe={(recipe: Recipe) => lines.push(printRecipe(recipe))}
      onDraft={jest.fn()}
      onCamera={jest.fn()}
      onIntent={onIntent}
    />,
  );
  return { lines, onIntent };
}

describe("the bar over the field", () => {
  it("writes filters in their owner's own notation, two of one strength too", () => {
    const { lines } = bar("1s | iso 50");
    for (const name of ["Eight", "Also eight", "Dark", "none"]) choose("Filter", name);
    expect(lines).toEqual(["1s | iso 50 | nd 8", "1s | iso 50 | 3 stops", "1s | iso 50 | od 1.8", "1s | iso 50"]);
  });

  it("knows a filter by its strength, and names one that nobody owns", () => {
    bar("1s | iso 50 | od 1.8");
    expect(screen.getByLabelText<HTMLSelectElement>("Filter").value).toBe("Dark");
  });

  it("names a filter of the line that nobody owns, and leaves it alone", () => {
    const { lines } = bar("1s | iso 50 | 10 stops");
    const filter = screen.getByLabelText<HTMLSelectElement>("Filter");
    expect(filter.selectedOptions[0]?.textContent).toBe("10.0 stops, from the line");
    fireEvent.change(filter, { target: { value: "of the line" } });
    expect(lines).toEqual([]);
  });

  it("makes many frames of one by mean, tells what they are worth, and one of many again", async () => {
    const { lines } = bar("1s every 2s | iso 50");
    await slide("Frames", "ArrowRight");
    expect(lines.at(-1)).toBe("2 x 1s | iso 50 -> mean");
  });

  it("takes fusion and bracket away with the last of the other frames", async () => {
    const { lines } = bar("3 x 1s | bracket 2 stops | iso 50 -> fuse");
    await slide("Frames", "Home");
    expect(lines.at(-1)).toBe("1s | iso 50");
    choose("Fused by", "median");
    expect(lines.at(-1)).toBe("3 x 1s | iso 50 -> median");
  });

  it("makes a bracket of a few of the frames that are to be fused as one", () => {
    const { lines } = bar("8 x 1s | iso 50 -> mean");
    expect(screen.getByText(/^8 frames, worth \+3.0 stops/)).toBeTruthy();
    choose("Fused by", "fuse");
    expect(lines.at(-1)).toBe("5 x 1s | bracket 2 stops | iso 50 -> fuse");
  });

  it("says how far the point is from the meter, and takes another intent", () => {
    const { onIntent } = bar("1s", {
      id: "meter",
      label: "From the meter",
      value: "\u22121.2",
      because: "EV 4.",
      tone: "lesser",
    });
    expect(screen.getByText(/^\u22121.2/)).toBeTruthy();
    choose("Intent", "meteors");
    expect(onIntent).toHaveBeenCalledWith("meteors");
  });
});
