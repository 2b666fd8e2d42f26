/** @jest-environment jsdom */
import { fireEvent, screen, within } from "@testing-library/react";
import { chosenCamera } from "@/core/camera";
import { type SolveRequest, usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import { fieldGround, openRungs, solve } from "@/core/solve";
import { show } from "@/ui/testing/show";
import { solveWorker } from "@/workers/solve.worker";
import { ExposureField } from "./ExposureField";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const mover = { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 };
const request: SolveRequest = {
  ...usualScene("blurred-subject"),
  intent: "blurred-subject",
  camera,
  filterStops: [3],
  mover,
};

function exposureField(line: string, asked = request) {
  const { recipe } = parseRecipe(line);
  const field = solveWorker.field(asked, recipe);
  const given = { onEdge: jest.fn(), onDraft: jest.fn(), onPoint: jest.fn(), onRecipe: jest.fn() };
  const view = show(
    <ExposureField
      request={asked}
      recipe={recipe}
      field={field}
      before={[]}
      point={recipe.sequence ? { shutterSeconds: recipe.sequence.shutterSeconds, iso: recipe.iso ?? 50 } : null}
      recipes={solve(asked).recipes}
      chosenEdge={null}
      {...given}
    />,
  );
  const open = () => view.container.querySelectorAll("[data-open]").length;
  return { ...view, ...given, recipe, edges: field.edges, open, area: screen.getByRole("application") };
}

describe("the exposure field on screen", () => {
  it("says where the point is, and moves it by rungs of the phone's ladders", () => {
    const { area, onPoint } = exposureField("2s | iso 100");
    expect(area.getAttribute("aria-label")).toMatch(/^Exposure field. 2.s at ISO 100./);
    fireEvent.keyDown(area, { key: "ArrowRight", code: "ArrowRight" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 2.5, iso: 100 });
    fireEvent.keyDown(area, { key: "ArrowLeft", code: "ArrowLeft" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 1.6, iso: 100 });
    fireEvent.keyDown(area, { key: "ArrowUp", code: "ArrowUp" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 2, iso: 125 });
    fireEvent.keyDown(area, { key: "ArrowDown", code: "ArrowDown" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 2, iso: 80 });
    fireEvent.keyDown(area, { key: "a", code: "a" });
    expect(onPoint).toHaveBeenCalledTimes(4);
  });

  it("stays on the ladder at its ends", () => {
    const { area, onPoint } = exposureField("30s | iso 50");
    fireEvent.keyDown(area, { key: "ArrowRight", code: "ArrowRight" });
    fireEvent.keyDown(area, { key: "ArrowDown", code: "ArrowDown" });
    expect(onPoint.mock.calls).toEqual([[{ shutterSeconds: 30, iso: 50 }], [{ shutterSeconds: 30, iso: 50 }]]);
  });

  it("lights exactly the rungs that every hard limit allows", () => {
    const { open, recipe } = exposureField("1s | iso 50 | nd 8");
    expect(open()).toBe(openRungs(fieldGround(request, recipe)));
    expect(open()).toBeGreaterThan(0);
  });

  it("says so where no ground is open", () => {
    const { open } = exposureField("1s | iso 50", { ...request, sceneEv: 12 });
    expect(open()).toBe(0);
    expect(screen.getByText(/^No open ground. Move first: "(crosses|place clips|washed out)/)).toBeTruthy();
  });

  it("has every limit as a row of a table too", () => {
    const { edges } = exposureField("1s | iso 50");
    const table = screen.getByRole("table", { name: "Limits of the exposure field" });
    expect(within(table).getAllByRole("row")).toHaveLength(edges.length);
    for (const { name } of edges) expect(within(table).getAllByRole("rowheader", { name }).length).toBeGreaterThan(0);
  });

  it("waits for a point before keys move anything", () => {
    const { area, onPoint } = exposureField("iso 50");
    expect(area.getAttribute("aria-label")).toMatch(/No point yet/);
    fireEvent.keyDown(area, { key: "ArrowRight", code: "ArrowRight" });
    expect(onPoint).not.toHaveBeenCalled();
  });
});
