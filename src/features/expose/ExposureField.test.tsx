/** @jest-environment jsdom */
import { fireEvent, screen, within } from "@testing-library/react";
import { chosenCamera } from "@/core/camera";
import { type SolveRequest, usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import { fieldEdges, fieldGround, openRungs, solve } from "@/core/solve";
import { show } from "@/ui/testing/show";
import { ExposureField } from "./ExposureField";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const mover = { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 };
const request: SolveRequest = {
  ...{ ...usualScene("blurred-subject"), intent: "blurred-subject", camera, filterStops: [3], mover },
};

function field(line: string, asked = request, size?: readonly [number, number]) {
  const { recipe } = parseRecipe(line);
  const edges = fieldEdges(asked, recipe);
  const given = { onEdge: jest.fn(), onPoint: jest.fn(), onRecipe: jest.fn() };
  const view = show(
    <ExposureField
      request={asked}
      recipe={recipe}
      edges={edges}
      before={[]}
      point={recipe.sequence ? { shutterSeconds: recipe.sequence.shutterSeconds, iso: recipe.iso ?? 50 } : null}
      recipes={solve(asked).recipes}
      chosenEdge={null}
      picture={<p>the picture</p>}
      {...given}
    />,
    size,
  );
  const open = () => view.container.querySelectorAll("[data-open]").length;
  return { ...view, ...given, recipe, edges, open, area: screen.getByRole("application") };
}

describe("the exposure field on screen", () => {
  it("says where the point is, and moves it by rungs of the phone's ladders", () => {
    const { area, onPoint } = field("2s | iso 100");
    expect(area.getAttribute("aria-label")).toMatch(/^Exposure field. 2.s at ISO 100./);
    fireEvent.keyDown(area, { key: "ArrowRight" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 2.5, iso: 100 });
    fireEvent.keyDown(area, { key: "ArrowLeft" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 1.6, iso: 100 });
    fireEvent.keyDown(area, { key: "ArrowUp" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 2, iso: 125 });
    fireEvent.keyDown(area, { key: "ArrowDown" });
    expect(onPoint).toHaveBeenLastCalledWith({ shutterSeconds: 2, iso: 80 });
    fireEvent.keyDown(area, { key: "a" });
    expect(onPoint).toHaveBeenCalledTimes(4);
  });

  it("stays on the ladder at its ends", () => {
    const { area, onPoint } = field("30s | iso 50");
    fireEvent.keyDown(area, { key: "ArrowRight" });
    fireEvent.keyDown(area, { key: "ArrowDown" });
    expect(onPoint.mock.calls).toEqual([[{ shutterSeconds: 30, iso: 50 }], [{ shutterSeconds: 30, iso: 50 }]]);
  });

  it("lights exactly the rungs that every hard limit allows", () => {
    const { open, recipe } = field("1s | iso 50 | nd 8");
    expect(open()).toBe(openRungs(fieldGround(request, recipe)));
    expect(open()).toBeGreaterThan(0);
  });

  it("says so where no ground is open", () => {
    const { open } = field("1s | iso 50", { ...request, sceneEv: 12 });
    expect(open()).toBe(0);
    expect(screen.getByText(/^No open ground. First to move: "(crosses|place clips|washed out)/)).toBeTruthy();
  });

  it("has every limit as a row of a table too", () => {
    const { edges } = field("1s | iso 50");
    const table = screen.getByRole("table", { name: "Limits of the exposure field" });
    expect(within(table).getAllByRole("row")).toHaveLength(edges.length);
    for (const { name } of edges) expect(within(table).getAllByRole("rowheader", { name }).length).toBeGreaterThan(0);
  });

  it("waits for a point before keys move anything", () => {
    const { area, onPoint } = field("iso 50");
    expect(area.getAttribute("aria-label")).toMatch(/No point yet/);
    fireEvent.keyDown(area, { key: "ArrowRight" });
    expect(onPoint).not.toHaveBeenCalled();
  });

  it("holds the picture where there is room for it, and none where there is not", () => {
    field("1s | iso 50");
    expect(screen.getByText("the picture")).toBeTruthy();
  });

  it("holds no picture on a phone", () => {
    field("1s | iso 50", request, [390, 500]);
    expect(screen.queryByText("the picture")).toBeNull();
  });
});
