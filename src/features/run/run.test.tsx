/** @jest-environment jsdom */
import { act, fireEvent, screen } from "@testing-library/react";
import { ticksAt } from "@/contracts/beforeRun";
import { chosenCamera } from "@/core/camera";
import { planCapture, plannedFrames, SOME_TIME } from "@/core/capture";
import { checksOf } from "@/core/checklist";
import { parseRecipe, type Recipe } from "@/core/recipe";
import { frameReply, runWithFrames } from "@/features/testing/replies";
import { settled, show } from "@/ui/testing/show";
import { Beat } from "./Beat";
import { Cautions } from "./Cautions";
import { CheckList } from "./CheckList";
import { RunReasons } from "./RunReasons";
import { RunView } from "./RunView";
import { ShutterLine } from "./ShutterLine";
import { TestFramePanel } from "./TestFramePanel";
import { testLine } from "./useTestFrame";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const frames = ["a.jpg", "b.jpg", "c.jpg"].map((name) => frameReply(name));

describe("what a run asks of the phone", () => {
  const reasons = (line: string, part: Partial<typeof camera> = {}) => {
    const onWidth = jest.fn();
    const onPace = jest.fn();
    const own = { ...camera, ...part };
    show(
      <RunReasons
        plan={planCapture(parseRecipe(line).recipe, own, SOME_TIME)}
        camera={own}
        widthPx={camera.widthsPx[1]!}
        onWidth={onWidth}
        pace="quick"
        onPace={onPace}
        isLinked
      />,
    );
    return { onWidth, onPace };
  };

  it("is the light that comes out as middle grey, filters and clip-on taken off", () => {
    // f/1.8, 1 s, ISO 100: EV 1.7; three stops of filter and half a stop of glass take a place that much brighter.
    reasons("1s | iso 100 | nd 8", { lossStops: 0.5 });
    expect(screen.getByText("EV 5.2")).toBeTruthy();
    expect(screen.getByText(/takes 3.5 stops/)).toBeTruthy();
  });

  it("names the lowest ISO where the line names none", () => {
    reasons("1s");
    expect(screen.getByText(/ISO 50 \(the phone's lowest, for the line names none\)/)).toBeTruthy();
  });

  it("says when the phone cannot hold the line's period, and what the pauses leave of a trail", () => {
    reasons("4 x 1s every 1.1s | iso 50 -> mean");
    expect(screen.getByText(/The line asks for 1.1.s; the phone needs 0.35.s/)).toBeTruthy();
  });

  it("counts the delay into the whole, and tells what the mean is worth", () => {
    reasons("8 x 1s every 2s | iso 50 | delay 2s -> mean");
    // 2 s of delay, 0.12 s of lag, seven periods and the last frame.
    expect(screen.getByText(/^17.1.s$/)).toBeTruthy();
    expect(screen.getByText(/The shutter is open 50 % of the time/)).toBeTruthy();
    expect(screen.getByText(/^2.s of it let the phone come to rest/)).toBeTruthy();
    expect(screen.getByText("+3.0")).toBeTruthy();
    expect(screen.getByText(/8 frames blur like 8.s.*random noise falls to 1\/2.8/)).toBeTruthy();
  });

  it("warns of the first frame's shake without a delay, and shows nothing of a mean that is none", () => {
    reasons("8 x 1s every 2s | iso 50 -> lighten");
    expect(screen.getByText(/No delay: the press shakes the first frame/)).toBeTruthy();
    expect(screen.queryByText("The mean is worth a filter of")).toBeNull();
  });

  it("offers the camera's own sizes, and real time", async () => {
    const { onWidth, onPace } = reasons("1s");
    await settled(() => fireEvent.click(screen.getByLabelText("0.8 MP")));
    expect(onWidth).toHaveBeenCalledWith(1020);
    await settled(() => fireEvent.click(screen.getByLabelText("in real time")));
    expect(onPace).toHaveBeenCalledWith("recipe");
  });
});

describe("a run on screen", () => {
  const view = (part: Partial<Parameters<typeof RunView>[0]> = {}) => {
    const asked = { onStart: jest.fn(), onAbort: jest.fn(), onStack: jest.fn() };
    const given = {
      ...asked,
      onPause: jest.fn(),
      onResume: jest.fn(),
      onMark: jest.fn(),
      onSpoken: jest.fn(),
      onFetch: jest.fn(),
    };
    const plan = planCapture(parseRecipe("3 x 1s every 2s | iso 50 -> mean").recipe, camera, SOME_TIME);
    show(
      <RunView
        chooser={null}
        shotId="a-shot"
        warnings={[]}
        measured={null}
        run={null}
        plan={plan}
        ready
        busy={false}
        starting={false}
        {...given}
        {...part}
      />,
    );
    return given;
  };

  it("offers to run what the line says, with how long it takes", () => {
    const { onStart } = view();
    fireEvent.click(screen.getByRole("button", { name: /^Run 3 frames, 5.1.s/ }));
    expect(onStart).toHaveBeenCalled();
    expect(screen.getByText(/No frames yet/)).toBeTruthy();
  });

  it("asks for a shutter time, and waits while something is on its way", () => {
    const { onStart } = view({ plan: null, ready: false });
    const button = screen.getByRole<HTMLButtonElement>("button", { name: "Write a shutter time to run" });
    expect(button.disabled).toBe(true);
    fireEvent.click(button);
    expect(onStart).not.toHaveBeenCalled();
  });

  it("says at once that the phone is getting ready, and that what is shown is of the run before", () => {
    view({ starting: true, busy: true, run: runWithFrames(frames) });
    expect(screen.getByRole("status").textContent).toMatch(/getting ready.*Shown until then is the run before/);
    expect(screen.queryByText(/^Done/)).toBeNull();
  });

  it("while it runs shows the newest frame and how far it is, and can be stopped", () => {
    const { onAbort } = view({ run: runWithFrames(frames.slice(0, 2), { state: "running", framesWanted: 3 }) });
    expect(screen.getByText("Running: 2 of 3 frames")).toBeTruthy();
    expect(screen.getByAltText("b.jpg, 1020 x 765 pixels")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Stop after this frame" }));
    expect(onAbort).toHaveBeenCalled();
    expect(screen.queryByRole("button", { name: /^Fuse/ })).toBeNull();
  });

  it("says since when the phone is out of reach, and which frames did not come, and has the rest fetched", () => {
    const waitingSince = new Date(2026, 10, 25, 22, 14).toISOString();
    const problem = "It goes on by itself; 13 frames are still on it, and come when it is back";
    const late = { clockAheadSeconds: -60.2 };
    view({ run: runWithFrames(frames.slice(0, 1), { state: "running", framesWanted: 24, ...late }) });
    expect(screen.getByText(/The phone's clock is \S*\s?1\smin behind; times here are corrected/)).toBeTruthy();
    view({ run: runWithFrames(frames.slice(0, 2), { state: "running", framesWanted: 24, waitingSince, problem }) });
    expect(screen.getByText(`Running: 2 of 24 frames. Waiting for the phone since 22:14. ${problem}`)).toBeTruthy();
    const refused = [{ name: "Frame 3, IMG_4713.jpg", reason: "It did not arrive as the phone took it." }];
    const run = runWithFrames(frames.slice(0, 2), { framesWanted: 3, mayBeLeft: true, refused });
    const { onFetch } = view({ run });
    expect(screen.getByText("Frame 3, IMG_4713.jpg")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Fetch what is still on Pocket A" }));
    expect(onFetch).toHaveBeenCalledWith(run.run.id);
  });

  it("is held after the frame at hand, and goes on", () => {
    const { onPause } = view({ run: runWithFrames(frames.slice(0, 1), { state: "running", framesWanted: 3 }) });
    fireEvent.click(screen.getByRole("button", { name: "Hold after this frame" }));
    expect(onPause).toHaveBeenCalled();
    const { onResume } = view({ run: runWithFrames(frames.slice(0, 1), { state: "paused", framesWanted: 3 }) });
    expect(screen.getByText("Held: 1 of 3 frames")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Go on" }));
    expect(onResume).toHaveBeenCalled();
  });

  it("has a clock that counts by the frames as they came", () => {
    jest.useFakeTimers({ now: Date.parse("2026-11-25T18:00:10.500Z") });
    try {
      // The second frame opened at 18:00:10 and stays open for a second.
      const taken = ["IMG_4711.jpg", "IMG_4712.jpg"].map((name, i) =>
        frameReply(name, { runIndex: i, takenAt: `2026-11-25T18:00:${i === 0 ? "08" : "10"}.000Z` }),
      );
      view({ run: runWithFrames(taken, { state: "running", framesWanted: 3 }) });
      expect(screen.getByRole("timer").textContent).toBe("0.5");
      expect(screen.getByText("open")).toBeTruthy();
      expect(screen.getByText("frame 2 of 3")).toBeTruthy();
      act(() => jest.advanceTimersByTime(1000));
      expect(screen.getByText("closed")).toBeTruthy();
      expect(screen.getByText("frame 3 of 3")).toBeTruthy();
    } finally {
      jest.useRealTimers();
    }
  });

  it("takes what is said of a frame while it goes on, by keys too", () => {
    const { onMark } = view({ run: runWithFrames(frames.slice(0, 2), { state: "running", framesWanted: 3 }) });
    fireEvent.click(screen.getByRole("button", { name: "Leave this frame out: cloud" }));
    fireEvent.keyDown(document.body, { key: "b" });
    expect(onMark.mock.calls.map(([{ kind }]) => kind)).toEqual(["cloud", "bump"]);
    const note = screen.getByLabelText("A note at this instant");
    fireEvent.change(note, { target: { value: "a dog barks" } });
    fireEvent.blur(note);
    expect(onMark).toHaveBeenLastCalledWith(expect.objectContaining({ kind: "note", text: "a dog barks" }));
  });

  it("does not fuse what was said to be spoiled", () => {
    const named = [0, 1, 2].map((runIndex) => frameReply(`IMG_471${runIndex}.jpg`, { runIndex }));
    const marks = [
      {
        id: crypto.randomUUID(),
        kind: "car" as const,
        frame: 1,
        text: "",
        isSpoken: false,
        createdAt: "2026-11-25T18:00:00.000Z",
      },
    ];
    const { onStack } = view({ run: { ...runWithFrames(named), marks } });
    expect(screen.getByRole("button", { name: "Show IMG_4711.jpg: car" })).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Fuse 2 frames" }));
    expect(onStack.mock.calls[0]![0].frames.map(({ name }: { name: string }) => name)).toEqual([
      ...["IMG_4710.jpg", "IMG_4712.jpg"],
    ]);
  });

  it("when done shows the frame that is chosen, and goes on to fuse all", () => {
    const run = runWithFrames(frames);
    const { onStack } = view({ run });
    fireEvent.click(screen.getByRole("button", { name: "Show a.jpg" }));
    expect(screen.getByAltText("a.jpg, 1020 x 765 pixels")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Show a.jpg" }).getAttribute("aria-pressed")).toBe("true");
    fireEvent.click(screen.getByRole("button", { name: "Fuse 3 frames" }));
    expect(onStack).toHaveBeenCalledWith({ ...run, frames: [...run.frames] });
  });

  it("says what went wrong, and keeps what was taken", () => {
    view({
      run: runWithFrames(frames.slice(0, 1), { state: "failed", framesWanted: 3, problem: "The phone went away." }),
    });
    expect(screen.getByText("Failed: 1 of 3 frames. The phone went away.")).toBeTruthy();
    expect(screen.getByRole("button", { name: "Fuse 1 frame" })).toBeTruthy();
  });
});

describe("what to mind", () => {
  it("is said before a run, with local rules first, and goes once it was read", () => {
    const onRead = jest.fn();
    show(<Cautions minds={["Wet steps.", "Stay off the carriageway."]} onRead={onRead} />);
    expect(screen.getByText("Wet steps.")).toBeTruthy();
    expect(screen.getByText(/Local rules come first/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Understood" }));
    expect(onRead).toHaveBeenCalled();
  });

  it("is asked anew on another evening", () => {
    const saved = { at: "2026-11-25T18:00:00.000Z", ticked: ["lens", "cautions-read"] };
    expect(ticksAt(saved, Date.parse("2026-11-25T23:00:00.000Z"))).toEqual(saved.ticked);
    expect(ticksAt(saved, Date.parse("2026-11-26T18:00:00.000Z"))).toEqual([]);
    expect(ticksAt(null, 0)).toEqual([]);
  });
});

describe("the list before a run", () => {
  const shot = {
    plan: planCapture(parseRecipe("4 x 2s | iso 50").recipe, camera, SOME_TIME)!,
    fullSize: false,
    releasedByRemote: false,
    cautions: [],
    isTidal: false,
    air: null,
  };
  const settings = { flash: "auto", fullSize: false, rawCopies: false, nightMode: true, focusLocked: true };
  const phone = {
    settings: { ...settings, flash: "auto" as const, whiteBalanceLocked: true },
    batteryPercent: 90,
    freeBytes: 1e10,
  };

  it("says what the phone says, sets one thing or all, and counts", () => {
    const onRepair = jest.fn();
    const checks = checksOf(shot, phone);
    show(<CheckList checks={checks} ticked={[]} onTick={jest.fn()} phoneName="Pocket B" onRepair={onRepair} />);
    fireEvent.click(screen.getByRole("button", { name: "Set: Flash off" }));
    expect(onRepair).toHaveBeenLastCalledWith({ flash: "off" });
    fireEvent.click(screen.getByRole("button", { name: "Set everything that differs" }));
    expect(onRepair).toHaveBeenLastCalledWith({ flash: "off", nightMode: false });
    expect(screen.getByText(`5 of ${checks.length}; Pocket B says`)).toBeTruthy();
  });

  it("is ticked by hand where only somebody who is there can see", async () => {
    const checks = checksOf(shot, phone);
    const onTick = jest.fn();
    const given = { checks, onTick, phoneName: "Pocket B", onRepair: jest.fn() };
    const { unmount } = show(<CheckList {...given} ticked={[]} />);
    expect(screen.getByText("A fingerprint draws a streak from every lamp.")).toBeTruthy();
    await settled(() => fireEvent.click(screen.getByLabelText("Lens wiped")));
    expect(onTick).toHaveBeenCalledWith("lens", true);
    unmount();
    show(<CheckList {...given} ticked={["lens"]} />);
    expect(screen.queryByText("A fingerprint draws a streak from every lamp.")).toBeNull();
    expect(screen.getByText(`6 of ${checks.length}; Pocket B says`)).toBeTruthy();
  });

  it("is all by hand while the phone does not answer", () => {
    show(
      <CheckList checks={checksOf(shot, null)} ticked={[]} onTick={jest.fn()} phoneName={null} onRepair={jest.fn()} />,
    );
    expect(screen.getByText(/the phone does not answer, so tick everything by hand/)).toBeTruthy();
    expect(screen.getByLabelText("Flash off")).toBeTruthy();
  });
});

describe("a test frame", () => {
  const measured = {
    errors: { centre: -2, matrix: -2.4, spot: -1 },
    clippedAny: 0.001,
    sharpPx: 2.1,
    shake: null,
    crushedAll: 0.04,
    shutterSeconds: 1,
    iso: 50,
    fNumber: 1.8,
    recipeLine: null,
  };
  const settings = { shutterSeconds: 4, iso: 50, filterStops: 0 };
  const steps = [{ of: "shutter" as const, why: "It came out 2 stops too dark: 4 s is +2." }];
  const told = { mode: "centre" as const, targetStops: 0, ofSky: false, measured, tellExpose: jest.fn() };
  const panel = (next: Parameters<typeof TestFramePanel>[0]["test"] | null, canTry = true) => {
    const asked = { onTry: jest.fn(), onTake: jest.fn(), onExpose: jest.fn() };
    show(<TestFramePanel test={next} canTry={canTry} {...asked} />);
    return asked;
  };
  const proposing = { ...told, next: { settings, steps, offStops: 0 }, taken: (recipe: Recipe) => recipe };

  it("is one frame of the line, whatever the line's run is", () => {
    const line = (text: string) => testLine(parseRecipe(text).recipe);
    expect(line("24 x 2s every 2.5s | iso 50 | nd 8 | delay 2s -> mean")).toBe("2s | iso 50 | nd 8 | delay 2s");
    expect(line("3 x 1/4 | bracket 2 stops -> fuse")).toBe("1/4");
    expect(line("iso 50")).toBeNull();
  });

  it("is taken with t; what it proposes is told with its reason, and taken with y", () => {
    const { onTry, onTake, onExpose } = panel(proposing);
    expect(screen.getByText(/centre .2.0, matrix .2.4, spot .1.0 stops from the meter/)).toBeTruthy();
    expect(screen.getByText("It came out 2 stops too dark: 4 s is +2.")).toBeTruthy();
    fireEvent.keyDown(document.body, { key: "t" });
    expect(onTry).toHaveBeenCalledTimes(1);
    fireEvent.keyDown(document.body, { key: "y" });
    expect(onTake).toHaveBeenCalledTimes(1);
    fireEvent.click(screen.getByRole("button", { name: "Use its light in Expose" }));
    expect(onExpose).toHaveBeenCalled();
  });

  it("says how sharp it came out, and what to do where it was shaken or lies out of focus", () => {
    const of = (part: object) => panel({ ...proposing, measured: { ...measured, ...part } });
    of({});
    expect(screen.getByText(/sharpest edges are 2.1 of its pixels wide, in all directions/)).toBeTruthy();
    of({ shake: { directionDeg: 90, px: 6 } });
    expect(screen.getByText(/Shaken up and down by 6.0 of its pixels: a delay, a remote/)).toBeTruthy();
    of({ sharpPx: 9 });
    expect(screen.getByText(/Soft all round.*Focus anew and lock it/)).toBeTruthy();
  });

  it("says when nothing is to be changed, and takes none while a run goes on", () => {
    const { onTry, onTake } = panel({ ...proposing, next: null }, false);
    expect(screen.getByText("The exposure is right.")).toBeTruthy();
    for (const key of ["t", "y"]) fireEvent.keyDown(document.body, { key });
    expect([onTry.mock.calls.length, onTake.mock.calls.length]).toEqual([0, 0]);
  });
});

describe("the beat of a run", () => {
  const at = (seconds: number, taken: readonly number[]) => {
    const own = { ...camera, writeSeconds: 0.5, shutterLagSeconds: 0 };
    const plan = planCapture(parseRecipe("4 x 2s every 4s | delay 2s").recipe, own, SOME_TIME)!;
    const { container } = show(<Beat frames={plannedFrames(plan)} seconds={seconds} taken={new Set(taken)} />);
    return [...container.querySelectorAll("rect")].map((bar) => ({
      left: Math.round(Number(bar.getAttribute("x"))),
      width: Math.round(Number(bar.getAttribute("width"))),
      isFilled: bar.getAttribute("fill") !== "none",
    }));
  };

  it("has now in the middle: what is open lies around it, what was taken before it, what comes behind it", () => {
    // 900 pixels are 24 s: frame 2 opens at 6 s and has been open for one.
    expect(at(7, [0])).toEqual([
      { left: 263, width: 75, isFilled: true },
      { left: 413, width: 75, isFilled: true },
      { left: 563, width: 75, isFilled: false },
      { left: 713, width: 75, isFilled: false },
    ]);
  });
});

describe("the line of open shutters", () => {
  const bars = (line: string) => {
    const own = { ...camera, writeSeconds: 0.5, shutterLagSeconds: 0, shutterLadder: [0.5, 1, 2] };
    const plan = planCapture(parseRecipe(line).recipe, own, SOME_TIME)!;
    const { container } = show(<ShutterLine plan={plan} />);
    return [...container.querySelectorAll("rect")].map((bar) => ({
      left: Number(bar.getAttribute("x")),
      width: Number(bar.getAttribute("width")),
    }));
  };

  it("draws each frame where and as long as it is open, gaps between them", () => {
    // 900 pixels for 9 s: a delay of 2 s, then 2 s of 2.5.
    const drawn = bars("3 x 2s every 2.5s | delay 2s");
    expect(drawn.map(({ left }) => Math.round(left))).toEqual([200, 450, 700]);
    expect(drawn.map(({ width }) => Math.round(width))).toEqual([200, 200, 200]);
    expect(screen.getByRole("img", { name: /^3 frames in 9.s/ })).toBeTruthy();
  });

  it("draws a bracket's frames each with its own length", () => {
    const [short, middle, long] = bars("3 x 1s | bracket 1 stop");
    expect(middle!.width / short!.width).toBeCloseTo(2, 6);
    expect(long!.width / middle!.width).toBeCloseTo(2, 6);
  });

  it("stops drawing bars where they would be finer than the screen", () => {
    expect(bars("5000 x 1s")).toHaveLength(600);
  });
});
