/** @jest-environment jsdom */
import { fireEvent, screen, within } from "@testing-library/react";
import { LAYER_OFF_STOPS } from "@/core/stack";
import { show } from "@/ui/testing/show";
import { GhostMarks, ghostText } from "./GhostMarks";
import { LayersOfLight } from "./LayersOfLight";
import { TryoutView } from "./TryoutView";
import type { Balance } from "./useBalance";

beforeAll(() => {
  jest.spyOn(HTMLCanvasElement.prototype, "getContext").mockReturnValue(null);
});
afterAll(() => jest.restoreAllMocks());

describe("layers of light", () => {
  const small = { width: 1, height: 1, data: new Uint8Array(3) };
  const balanceOf = (stops: Balance["stops"]) => ({
    layers: ["base", "moving"] as const,
    stops,
    weighed: small,
    alone: new Map([["base" as const, small]]),
    isAhead: false,
    draft: jest.fn(),
    keep: jest.fn(),
    asFused: jest.fn(),
  });

  it("show each part with its weight in stops, switch one off and on, and go back to how they were fused", () => {
    const balance = balanceOf({ base: -1.5, moving: -LAYER_OFF_STOPS });
    show(<LayersOfLight balance={balance} />);
    const rows = within(screen.getByRole("region", { name: "Layers of light" })).getAllByRole("listitem");
    expect(rows.map((row) => row.textContent)).toEqual(["What stands\u22121.5", "What movesleft out"]);
    expect(screen.getByRole("img", { name: "What stands, by itself" })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Leave out: What stands" }));
    expect(balance.keep).toHaveBeenLastCalledWith("base", -LAYER_OFF_STOPS);
    fireEvent.click(screen.getByRole("button", { name: "Take in again: What moves" }));
    expect(balance.keep).toHaveBeenLastCalledWith("moving", 0);
    fireEvent.click(screen.getByRole("button", { name: "As fused" }));
    expect(balance.asFused).toHaveBeenCalledTimes(1);
    expect(screen.getByRole("slider", { name: "What stands, stops" }).getAttribute("aria-valuetext")).toBe("\u22121.5");
  });

  it("offer no way back where nothing is weighed", () => {
    show(<LayersOfLight balance={balanceOf({})} />);
    expect(screen.queryByRole("button", { name: "As fused" })).toBeNull();
  });
});

describe("who remains", () => {
  const ghost = { left: 0.25, top: 0.5, width: 0.25, height: 0.5, share: 0.012, frames: 12, framesMore: 5 };
  const ghostsOf = (...ghosts: (typeof ghost | (Omit<typeof ghost, "framesMore"> & { framesMore: null }))[]) => ({
    width: 4,
    height: 2,
    map: Uint8Array.of(0, 0, 0, 0, 0, 153, 153, 0),
    ghosts,
  });

  it("is said with how many frames more clear it, or that none would", () => {
    expect(ghostText(ghostsOf(), 20)).toBe("Nobody remains.");
    expect(ghostText(ghostsOf(ghost), 20)).toBe(
      "Somebody remains in 1 place, 1.2 % of the picture, the largest in 12 of 20 frames: 5 frames more without anybody there would clear it.",
    );
    expect(ghostText(ghostsOf(ghost, { ...ghost, framesMore: null }), 20)).toMatch(/in 2 places, 2.4 %.*not all of it/);
  });

  it("is marked where it is, pixel by pixel, with its number", () => {
    const { container } = show(
      <svg role="img" aria-label="marks">
        <GhostMarks ghosts={ghostsOf(ghost)} size={{ width: 800, height: 400 }} />
      </svg>,
    );
    expect(container.querySelector("path")?.getAttribute("d")).toBe("M1 1h2v1h-2z");
    expect(container.querySelector("g g")?.getAttribute("transform")).toBe("scale(200 200)");
    expect(container.querySelector("text")?.textContent).toBe("+5");
    expect(container.querySelector("rect")?.getAttribute("width")).toBe("200");
  });

  it("stands beside a try, with what only the whole frames will show", () => {
    const tried = { width: 4, height: 2, data: new Uint8Array(24), lit: 0, white: 0, given: [0.1] };
    show(
      <TryoutView
        tried={tried}
        method="median"
        frames={[{ frameId: "a", name: "a.jpg" }]}
        left={new Set()}
        before="/x"
        ghosts={ghostsOf(ghost)}
        waits={["aligning", "filled gaps"]}
        tools={<button type="button">Hold the ground</button>}
        onToggle={jest.fn()}
        onFuse={jest.fn()}
        onBack={jest.fn()}
      />,
    );
    expect(screen.getByRole("status").textContent).toMatch(
      /Seen only when fused: aligning, filled gaps\. Somebody remains in 1 place/,
    );
    expect(screen.getByRole("button", { name: "Hold the ground" })).toBeTruthy();
  });
});
