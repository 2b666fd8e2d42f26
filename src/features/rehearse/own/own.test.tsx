/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import { type OwnPicture, ownPicture } from "@/contracts/own";
import { show } from "@/ui/testing/show";
import { drawnMarks, withMark } from "./marks";
import { OwnPanel } from "./OwnPanel";
import type { Own } from "./useOwnPicture";

const own: OwnPicture = {
  hash: "ab".repeat(32),
  name: "place.jpg",
  width: 400,
  height: 300,
  shutterSeconds: 0.25,
  iso: 100,
  fNumber: 1.8,
  filterStops: 0,
  kelvin: 4000,
  told: true,
  paths: [],
  regions: [],
};
const points = Array.from({ length: 900 }, (_, i) => [0.2 + i / 2000, 0.5 + 0.1 * Math.sin(i / 90), i / 100] as const);

describe("what a hand draws on a picture", () => {
  it("is kept as a lamp's way with its times, thinned out but from its beginning to its end", () => {
    const drawn = withMark(own, "path", points, "lantern", "chop");
    const [path] = drawn.paths;
    expect(path!.points.length).toBeLessThan(302);
    expect([path!.points[0]![2], path!.points.at(-1)![2]]).toEqual([0, 8.99]);
    expect(ownPicture.parse(drawn)).toEqual(drawn);
  });

  it("is a region of water, people or stars, each with its way to be taken off again", () => {
    const water = withMark(own, "water", points, "lantern", "swell");
    const both = withMark(water, "crowd", points, "lantern", "swell");
    expect(both.regions.map(({ kind }) => kind)).toEqual(["water", "crowd"]);
    expect(ownPicture.parse(both)).toEqual(both);
    expect(drawnMarks(both).map(({ name }) => name)).toEqual(["swell", "people"]);
    expect(drawnMarks(both)[1]!.without).toEqual(water);
  });

  it("is nothing where the hand slipped", () => {
    expect(withMark(own, "path", points.slice(0, 2), "lantern", "chop")).toBe(own);
    expect(withMark(own, "sky", [points[0]!, points[1]!, points[2]!], "lantern", "chop")).toBe(own);
  });
});

describe("a person's own picture beside the rehearsed one", () => {
  const panel = (part: Partial<Own>) => {
    const heard = { show: jest.fn(), take: jest.fn(), save: jest.fn(), onTool: jest.fn() };
    const state = { own, wish: null, shown: true, isTaking: false, problem: null, ...heard, ...part } as Own;
    show(<OwnPanel state={state} tool="none" onTool={heard.onTool} />);
    return heard;
  };

  it("is told how it was taken, and refuses what cannot be", () => {
    const { save } = panel({});
    const shutter = screen.getByLabelText("Shutter time of your picture");
    fireEvent.change(shutter, { target: { value: "soon" } });
    fireEvent.blur(shutter);
    expect(screen.getByRole("alert").textContent).toContain("Write it as 1/4, 2s or 1m30s.");
    expect(save).not.toHaveBeenCalled();
    const iso = screen.getByLabelText("ISO of your picture");
    fireEvent.change(iso, { target: { value: "800" } });
    fireEvent.blur(iso);
    expect(save).toHaveBeenCalledWith({ ...own, iso: 800, told: false });
  });

  it("is asked for while there is none, and says what is wrong with one", () => {
    panel({ own: null, shown: false, problem: "That is no picture. Nothing of it was kept." });
    expect(screen.getByText(/Drop a picture of the place/)).toBeTruthy();
    expect(screen.getByRole("alert").textContent).toContain("Nothing of it was kept.");
  });
});
