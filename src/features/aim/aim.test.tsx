/** @jest-environment jsdom */
import { fireEvent, screen, within } from "@testing-library/react";
import fc from "fast-check";
import { CROPS, chosenCamera, cropped, framed } from "@/core/camera";
import { planCapture, SOME_TIME } from "@/core/capture";
import { crossingSeconds } from "@/core/motion";
import { sensorSizeMm } from "@/core/optics";
import { parseRecipe } from "@/core/recipe";
import { choose, drag, show } from "@/ui/testing/show";
import { FocusReasons } from "./FocusReasons";
import { PathReasons } from "./PathReasons";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);

describe("a crop", () => {
  it("keeps the whole of one side, the shape, and says what is lost", () => {
    const sides = fc.integer({ min: 100, max: 9000 });
    fc.assert(
      fc.property(sides, sides, fc.constantFrom(...(Object.keys(CROPS) as (keyof typeof CROPS)[])), (w, h, crop) => {
        const { width, height, lost } = cropped({ widthPx: w, heightPx: h }, crop);
        expect(width === w || height === h).toBe(true);
        expect(Math.abs(width - height * CROPS[crop])).toBeLessThanOrEqual(1.5);
        expect(lost).toBeCloseTo(1 - (width * height) / (w * h), 12);
        expect(lost).toBeGreaterThanOrEqual(0);
      }),
    );
    expect(cropped({ widthPx: 4080, heightPx: 3060 }, "16:9")).toEqual({ width: 4080, height: 2295, lost: 0.25 });
  });
});

describe("a framed camera", () => {
  it("crosses sooner the narrower the picture, and is the same at the sensor's own shape", () => {
    const seconds = (crop: keyof typeof CROPS) => {
      const { lens } = framed(camera, crop);
      const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: sensorSizeMm(lens).widthMm };
      return crossingSeconds(frame, { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 });
    };
    expect(framed(camera, "4:3")).toEqual(camera);
    expect(seconds("16:9")).toBeCloseTo(seconds("4:3"), 9);
    expect(seconds("1:1")).toBeCloseTo(0.75 * seconds("4:3"), 3);
  });
});

describe("the path from above", () => {
  const halfWidth = 9.792 / 2 / 6.4;
  const tram = { distanceM: 18, speedMps: 8, headingDegFromPerpendicular: 0 };
  const planOf = (line: string) => planCapture(parseRecipe(line).recipe, camera, SOME_TIME);
  const path = (part: Partial<Parameters<typeof PathReasons>[0]> = {}) => {
    const onMover = jest.fn();
    show(
      <PathReasons
        mover={tram}
        camera={camera}
        halfWidth={halfWidth}
        plan={planOf("2s | delay 2s")}
        onMover={onMover}
        {...part}
      />,
    );
    return onMover;
  };

  it("says how long a tram crosses, how much of it the line gets, and when to press", () => {
    path();
    expect(screen.getByText(/^3.4.s$/)).toBeTruthy();
    expect(screen.getByText(/The line spans 2.s: 58 % of the way/)).toBeTruthy();
    // 2 s of delay and 0.12 s of the phone's own, at 8 m/s.
    expect(screen.getByText(/still 17.0 m from the edge: 2.s of delay and 0.12 s/)).toBeTruthy();
    expect(screen.getByText(/27.5 m of its path fit into the frame at 18 m/)).toBeTruthy();
  });

  it("draws to scale where it is when one presses, and how far the open shutter sees it", () => {
    path();
    const plan = screen.getByRole("img", { name: /^From above/ });
    const number = (element: Element, name: string) => Number(element.getAttribute(name));
    const [foot, , middle] = plan.querySelectorAll("circle");
    const perMetre = (number(foot!, "cy") - number(middle!, "cy")) / tram.distanceM;
    const left = number(middle!, "cx") - halfWidth * tram.distanceM * perMetre;
    const seen = plan.querySelector("line[stroke-width='4']")!;
    expect(number(seen, "x1")).toBeCloseTo(left, 6);
    expect(number(seen, "x2") - number(seen, "x1")).toBeCloseTo(2 * 8 * perMetre, 6);
    const press = within(plan).getByText("press");
    expect(left - number(press, "x")).toBeCloseTo(2.12 * 8 * perMetre, 6);
  });

  it("only points at a moment to press that lies far out, and keeps the rest large", () => {
    path({ plan: planOf("2s | delay 10s") });
    expect(screen.getByText("press, farther out")).toBeTruthy();
    expect(screen.getByText(/still 81.0 m from the edge/)).toBeTruthy();
  });

  it("draws no moment to press for what leaves the frame on one side only", () => {
    path({ mover: { ...tram, headingDegFromPerpendicular: 70 } });
    expect(screen.queryByText("press")).toBeNull();
    expect(screen.getByText(/It recedes to a point in the picture and is never drawn whole/)).toBeTruthy();
  });

  it("puts somebody there, and changes their speed by kind only", () => {
    const onMover = path({ mover: null });
    expect(screen.queryByText("Crosses the frame in")).toBeNull();
    choose("What moves", "walker");
    expect(onMover).toHaveBeenLastCalledWith({ distanceM: 20, headingDegFromPerpendicular: 0, speedMps: 1.4 });
  });

  it("is turned and moved by dragging", async () => {
    const onMover = path();
    const plan = screen.getByRole("img", { name: /^From above: a mover 18 m away, heading 0°/ });
    const [, tip, middle] = plan.querySelectorAll("circle");
    // 18 m of 30.6 m over 196 px, from the foot at 210 px.
    await drag(middle!, { clientX: 450, clientY: 94.7 }, { clientX: 450, clientY: 210 - (10 / 30.6) * 196 });
    expect(onMover.mock.lastCall[0].distanceM).toBeCloseTo(10, 0);
    expect(onMover).toHaveBeenCalledTimes(1);
    await drag(tip!, { clientX: 600, clientY: 94.7 }, { clientX: 550, clientY: 94.7 - 100 });
    expect(onMover.mock.lastCall[0].headingDegFromPerpendicular).toBeCloseTo(45, -1);
  });
});

describe("focus", () => {
  const focus = (focusMetres: number) => {
    const onFocus = jest.fn();
    show(<FocusReasons lens={camera.lens} focusMetres={focusMetres} onFocus={onFocus} />);
    return { onFocus, scale: screen.getByRole("slider", { name: "Focus" }) };
  };

  it("at infinity is sharp from the hyperfocal distance on, and draws no discs", () => {
    focus(Number.POSITIVE_INFINITY);
    expect(
      screen.getByText(/Sharp from 4.7 m to infinity, to 2 pixels. Far lamps become discs of 0.0 pixels./),
    ).toBeTruthy();
  });

  it("near by turns far lamps into discs", () => {
    focus(1);
    // f²/(N·s) = 6.4² / (1.8 · 993.6) mm, over 2.4 µm.
    expect(screen.getByText(/Far lamps become discs of 9.5 pixels/)).toBeTruthy();
  });

  it("moves along its scale by keys, to infinity at the end", () => {
    const { scale, onFocus } = focus(70);
    expect(scale.getAttribute("aria-valuetext")).toBe("70 m");
    fireEvent.keyDown(scale, { key: "ArrowLeft", code: "ArrowLeft" });
    expect(onFocus).toHaveBeenLastCalledWith(50);
    fireEvent.keyDown(scale, { key: "ArrowRight", code: "ArrowRight" });
    expect(onFocus).toHaveBeenLastCalledWith(Number.POSITIVE_INFINITY);
  });
});
