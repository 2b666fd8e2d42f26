/** @jest-environment jsdom */
import { act, fireEvent, renderHook, screen } from "@testing-library/react";
import { chosenCamera } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { usualScene } from "@/core/intent";
import { outlookOf } from "@/core/outlook";
import { parseRecipe } from "@/core/recipe";
import { type Gathering, gatheringOf, lightAt, openSeconds } from "@/core/rehearse";
import { show } from "@/ui/testing/show";
import { BAND_STOPS, bandScales, drawnFrames, lightPath } from "./bandGeometry";
import { GatheringBand, momentText } from "./GatheringBand";
import { measuredOf } from "./measured";
import { RehearseReasons } from "./RehearseReasons";
import { useOpened } from "./useOpened";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
function gathered(line: string) {
  const plan = planCapture(parseRecipe(line).recipe, camera, SOME_TIME)!;
  const outlook = outlookOf(plan, usualScene("light-trails"));
  return { plan, outlook, gathering: gatheringOf(outlook, []), seconds: openSeconds(plan) };
}
const nameOf = (of: string) => of;

describe("the band of gathering light", () => {
  const band = (line: string, gathering?: Gathering) => {
    const known = gathered(line);
    const heard = { onOpened: jest.fn(), onRest: jest.fn() };
    show(
      <GatheringBand
        gathering={gathering ?? known.gathering}
        seconds={known.seconds}
        nameOf={nameOf}
        opened={known.seconds / 2}
        {...heard}
      />,
    );
    return { ...known, ...heard, slider: screen.getByRole("slider", { name: "How far the run is" }) };
  };

  it("says where the run is, and goes along it by keys, from its beginning to its end", () => {
    const { slider, seconds, onOpened, onRest } = band("4 x 2s every 3s | iso 50 -> mean");
    expect(slider.getAttribute("aria-valuetext")).toMatch(/^open for 4.s in all, frame 3 of 4$/);
    fireEvent.keyDown(slider, { key: "ArrowRight" });
    expect(onOpened.mock.lastCall[0]).toBeCloseTo(4 + 8 / 60, 9);
    fireEvent.keyDown(slider, { key: "Home" });
    expect(onOpened).toHaveBeenLastCalledWith(0);
    fireEvent.keyDown(slider, { key: "End" });
    expect(onOpened).toHaveBeenLastCalledWith(seconds);
    expect(onRest).toHaveBeenCalledTimes(3);
  });

  it("names every light and the limits that are crossed", () => {
    const { gathering } = gathered("8s | iso 50");
    const limit = { id: "a", name: "street clips", seconds: 2, forbids: "more", soft: false } as const;
    const { slider } = band("8s | iso 50", { ...gathering, limits: [limit] });
    for (const { of } of gathering.lights) expect(slider.textContent).toContain(of);
    expect(slider.textContent).toContain("street clips");
    expect(slider.textContent).toContain("white");
  });

  it("marks a limit in every frame that crosses it and is not like the first, and names it once", () => {
    const line = "3 x 1/4 | bracket 2 stops | iso 50 -> fuse";
    const { gathering } = gathered(line);
    const longest = Math.max(...gathering.frames);
    const limit = { id: "a", name: "street clips", seconds: 0.9 * longest, forbids: "more", soft: false } as const;
    const { slider } = band(line, { ...gathering, limits: [limit] });
    expect(slider.querySelectorAll("[data-limit=a]")).toHaveLength(1);
    expect(slider.textContent?.match(/street clips/g)).toHaveLength(1);
  });

  it("puts a moment into words, also after the last frame", () => {
    const { gathering, seconds } = gathered("3 x 1s | iso 50 -> mean");
    expect(momentText(gathering, seconds, 0.2)).toMatch(/frame 1 of 3$/);
    expect(momentText(gathering, seconds, seconds)).toMatch(/all 3 frames$/);
    const one = gathered("8s | iso 50");
    expect(momentText(one.gathering, one.seconds, 2)).toMatch(/^open for 2.s of 8.s$/);
  });

  it("draws a light where it is at every moment, over all frames of a long run too", () => {
    const { gathering } = gathered("8s | iso 50");
    const scales = bandScales(gathering, { width: 800, top: 0, bottom: 110 });
    const ground = gathering.lights[0]!;
    const [frame] = drawnFrames(gathering);
    const points = lightPath(ground, gathering, frame!, scales)
      .slice(1)
      .split("L")
      .map((point) => point.split(",").map(Number) as [number, number]);
    for (const [x, y] of points.slice(4))
      expect(scales.y.invert(y)).toBeCloseTo(Math.min(BAND_STOPS.most, -lightAt(ground, scales.x.invert(x), 8)), 2);
    const long = gathered("300 x 2s | iso 50 -> mean").gathering;
    expect(drawnFrames(long).map(({ begins, count }) => [begins, count])).toEqual([
      [0, 1],
      [2, 299],
    ]);
    expect(drawnFrames(gathered("3 x 2s | iso 50 -> mean").gathering).map(({ begins }) => begins)).toEqual([0, 2, 4]);
  });

  it("draws the first of many frames that are alike large, and every moment of the run at its place", () => {
    const { gathering, seconds } = gathered("24 x 2s | iso 50 -> mean");
    const { x } = bandScales(gathering, { width: 800, top: 0, bottom: 100 });
    expect(x(2)).toBeGreaterThan(0.5 * 800);
    expect(x(seconds)).toBeLessThan(0.9 * 800);
    for (const moment of [0, 0.3, 1.9, 2, 2.1, 20, seconds]) expect(x.invert(x(moment))).toBeCloseTo(moment, 9);
    const bracket = gathered("3 x 1/4 | bracket 2 stops | iso 50 -> fuse").gathering;
    const of = bandScales(bracket, { width: 800, top: 0, bottom: 100 });
    const [first, second] = bracket.frames as [number, number];
    expect(of.x(first + second) - of.x(first)).toBeCloseTo((of.x(first) * second) / first, 6);
  });
});

describe("how far the run is on the screen", () => {
  it("is all of it until a hand moves it, rests with the hand, and begins anew with another run", () => {
    const { result, rerender } = renderHook(({ run }) => useOpened(8, run), { initialProps: { run: "8s" } });
    expect([result.current.at, result.current.resting]).toEqual([null, true]);
    act(() => result.current.put(3));
    expect([result.current.at, result.current.resting]).toEqual([3, false]);
    act(() => result.current.rest());
    expect(result.current.resting).toBe(true);
    act(() => result.current.put(8));
    expect(result.current.at).toBeNull();
    act(() => result.current.put(2));
    rerender({ run: "2 x 4s" });
    expect([result.current.at, result.current.resting]).toEqual([null, true]);
  });
});

describe("the picture in numbers", () => {
  it("sets what was promised beside what its pixels say, and shows where they are far apart", () => {
    const { outlook, gathering, seconds, plan } = gathered("1/4 | iso 50");
    const data = new Uint8Array(3 * 96 * 72).fill(90);
    const lights = {
      placeStops: 0.04,
      skyStops: null,
      kept: { midTone: null, wayDrawn: null, waterLeft: null, starLengthPx: null },
    };
    const measured = measuredOf({ width: 96, height: 72, data, framesIn: 1, framesOf: 1, measured: lights }, lights);
    const request = { ...usualScene("light-trails"), intent: "light-trails", camera, filterStops: [] } as const;
    const rehearse = {
      scene: {} as never,
      outlook,
      gathering,
      seconds,
      nameOf,
      filters: [] as never[],
      request,
      rehearsed: {
        request,
        sky: null,
        plan,
        own: null,
      },
    } as const;
    const onBeside = jest.fn();
    const others = [{ line: "2s | iso 50", name: "recipe 2: the brightest street" }];
    const props = { rehearse, measured, others, onBeside, screen: null, beside: null, runHref: "/run" };
    show(<RehearseReasons {...props} />);
    fireEvent.change(screen.getByLabelText("Compare with"), { target: { value: "2s | iso 50" } });
    expect(onBeside).toHaveBeenLastCalledWith("2s | iso 50");
    const typed = screen.getByLabelText("Line to compare with");
    fireEvent.change(typed, { target: { value: "4 x 1s | iso 50 -> mean" } });
    fireEvent.blur(typed);
    expect(onBeside).toHaveBeenLastCalledWith("4 x 1s | iso 50 -> mean");
    fireEvent.change(typed, { target: { value: "iso 50 | soon" } });
    fireEvent.blur(typed);
    expect(screen.getByRole("alert").textContent).toContain("soon");
    const row = screen.getByRole("row", { name: /^ground/ });
    expect(row.textContent).toContain("0.0");
    expect(screen.getByRole("columnheader", { name: "promised" })).toBeTruthy();
    expect(screen.getByRole("link", { name: /^Run 1 frame/ }).getAttribute("href")).toBe("/run");
    expect(screen.getByRole("slider", { name: /^Histogram of 6,912 pixels/ })).toBeTruthy();
  });
});
