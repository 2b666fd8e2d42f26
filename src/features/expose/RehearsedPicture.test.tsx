/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import { chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { type IntentId, usualScene } from "@/core/intent";
import { parseRecipe } from "@/core/recipe";
import type { Rehearsal } from "@/core/rehearse";
import { useLightAhead, useRehearsal } from "@/features/rehearse/useRehearsal";
import { press, show } from "@/ui/testing/show";
import { RehearsedPicture } from "./RehearsedPicture";

jest.mock("@/features/rehearse/useRehearsal", () => ({ useRehearsal: jest.fn(), useLightAhead: jest.fn() }));
const rehearsal = jest.mocked(useRehearsal);
const camera = chosenCamera({ phones: [], clipOns: [] }, null);

/** A canvas that keeps what is put into it. */
function keepDrawings() {
  const put: Uint8ClampedArray[] = [];
  HTMLCanvasElement.prototype.getContext = jest.fn().mockReturnValue({
    createImageData: (width: number, height: number) => ({ data: new Uint8ClampedArray(4 * width * height) }),
    putImageData: ({ data }: { data: Uint8ClampedArray }) => put.push(data),
  });
  return put;
}

function picture(line: string, seen: Rehearsal | null, intent: IntentId = "light-trails") {
  rehearsal.mockReturnValue(seen);
  const plan = planCapture(parseRecipe(line).recipe, camera, SOME_TIME);
  const request = { ...usualScene(intent), intent, camera, filterStops: [] };
  show(<RehearsedPicture request={request} sky={null} plan={plan} own={null} />);
}
const two = (framesIn: number): Rehearsal => ({
  width: 2,
  height: 1,
  data: Uint8Array.from([1, 2, 3, 40, 50, 60]),
  framesIn,
  framesOf: 16,
  measured: null,
});

describe("the picture before it is taken", () => {
  it("is drawn sample by sample, whole and opaque", () => {
    const put = keepDrawings();
    picture("1s | iso 50", two(1));
    expect([...put[0]!]).toEqual([1, 2, 3, 255, 40, 50, 60, 255]);
    const canvas = screen.getByRole<HTMLCanvasElement>("img", { name: /^A stand-in scene under your light/ });
    expect([canvas.width, canvas.height]).toEqual([2, 1]);
    expect(screen.getByText("A stand-in under your light: the quay road by the estuary")).toBeTruthy();
  });

  it("says how many of a run's frames are in it", () => {
    keepDrawings();
    picture("40 x 1s | iso 50 -> mean", two(16));
    expect(screen.getByText("A stand-in under your light: the quay road by the estuary, 16 of 40 frames")).toBeTruthy();
  });

  it("of stars is another scene than of a street", () => {
    keepDrawings();
    picture("40 x 30s | iso 800 -> lighten", two(40), "star-arcs");
    expect(screen.getByText("A stand-in under your light: the wind pump on the salt marsh")).toBeTruthy();
  });

  it("draws nothing before the first frame", () => {
    const put = keepDrawings();
    picture("1s", null);
    expect(put).toEqual([]);
  });

  it("has the place lit for Rehearse once it is whole itself", () => {
    keepDrawings();
    const ahead = () => jest.mocked(useLightAhead).mock.lastCall?.slice(1);
    picture("16 x 1s | iso 50 -> mean", two(8));
    expect(ahead()).toEqual([[960], false]);
    picture("16 x 1s | iso 50 -> mean", two(16));
    expect(ahead()).toEqual([[960], true]);
  });

  it("is simulated no more while it is put away", () => {
    keepDrawings();
    picture("1s", two(1));
    rehearsal.mockClear();
    fireEvent.click(screen.getByRole("button", { name: "Hide the picture" }));
    expect(screen.queryByRole("img")).toBeNull();
    expect(rehearsal).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole("button", { name: "Show the picture" }));
    expect(rehearsal).toHaveBeenCalled();
  });

  it("is shown large by itself, simulated as finely", async () => {
    keepDrawings();
    picture("1s", two(1));
    await press("Show the picture large");
    expect(screen.getByRole("dialog", { name: "As these settings would take it" })).toBeTruthy();
    expect(rehearsal.mock.calls.some(([, width]) => width === 960)).toBe(true);
  });
});
