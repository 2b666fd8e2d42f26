/** @jest-environment jsdom */

import { fireEvent, screen } from "@testing-library/react";
import { USUAL_PARAMETERS } from "@/contracts/stack";
import { frameReply, runWithFrames } from "@/features/testing/replies";
import { choose, settled, show } from "@/ui/testing/show";
import { SiftReasons } from "./SiftReasons";

const frames = ["a.jpg", "b.jpg", "c.jpg"].map((name) => frameReply(name));
const run = runWithFrames(frames);

function reasons(part: Partial<Parameters<typeof SiftReasons>[0]> = {}) {
  const given = { onChoose: jest.fn(), onStack: jest.fn() };
  show(
    <SiftReasons
      runs={[run]}
      chosen={run}
      kept={frames}
      importing={null}
      problem={null}
      proposed={{ stack: null, align: null }}
      busy={false}
      {...given}
      {...part}
    />,
  );
  return given;
}

describe("what is to be fused", () => {
  it("are all frames that were kept, by mean where the recipe says nothing", () => {
    const { onStack } = reasons();
    expect(screen.getByText(/l leaves a frame out/)).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Fuse 3 frames" }));
    expect(onStack).toHaveBeenCalledWith(
      frames.map(({ id }) => id),
      USUAL_PARAMETERS,
    );
  });

  it("are their raw copies where all have one and somebody wants that", async () => {
    const withRaw = frames.map((frame) => ({ ...frame, rawBytes: 7e7 }));
    const { onStack } = reasons({ kept: withRaw, chosen: runWithFrames(withRaw) });
    await settled(() => fireEvent.click(screen.getByLabelText(/^Fuse the raw copies/)));
    fireEvent.click(screen.getByRole("button", { name: "Fuse 3 frames" }));
    expect(onStack.mock.lastCall[1]).toEqual({ ...USUAL_PARAMETERS, rawCopies: true });
  });

  it("are fused as the recipe proposes, or in another way by choice", async () => {
    const { onStack } = reasons({ proposed: { stack: "lighten", align: null }, kept: frames.slice(0, 2) });
    expect(screen.getByText("1 left out.")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Fuse 2 frames" }));
    expect(onStack.mock.lastCall[1].method).toBe("lighten");
    await settled(() => fireEvent.click(screen.getByLabelText(/^Median/)));
    fireEvent.click(screen.getByRole("button", { name: "Fuse 2 frames" }));
    expect(onStack.mock.lastCall[1].method).toBe("median");
  });

  it("are laid over each other where somebody asks for it", async () => {
    const { onStack } = reasons();
    await settled(() => fireEvent.click(screen.getByText("How exactly")));
    await settled(() =>
      fireEvent.change(screen.getByLabelText("Laid over each other"), { target: { value: "stars" } }),
    );
    fireEvent.click(screen.getByRole("button", { name: "Fuse 3 frames" }));
    expect(onStack.mock.lastCall[1]).toEqual({ ...USUAL_PARAMETERS, align: "stars" });
  });

  it("are without those that are damaged, which is said, unless somebody takes them in", () => {
    const damaged = frameReply("torn.jpg", { warning: "The file is damaged." });
    const chosen = runWithFrames([...frames, damaged]);
    reasons({ chosen });
    expect(screen.getByText("1 frame is damaged and left out; click one to take it in all the same.")).toBeTruthy();
    reasons({ chosen, kept: [...frames, damaged] });
    expect(screen.getAllByText(/damaged and left out/)).toHaveLength(1);
  });

  it("cannot be none", () => {
    const { onStack } = reasons({ kept: [] });
    fireEvent.click(screen.getByRole("button", { name: "Fuse 0 frames" }));
    expect(onStack).not.toHaveBeenCalled();
  });

  it("are warned of when they differ in size or in settings", () => {
    reasons({ kept: [...frames, frameReply("odd.jpg", { width: 640, height: 480 })] });
    expect(screen.getByText(/There are 2 sizes among them/)).toBeTruthy();
  });

  it("are warned of when they differ in settings alone", () => {
    reasons({ kept: [...frames, frameReply("long.jpg", { shutterSeconds: 4 })] });
    expect(screen.getByText(/There are 2 different settings among them/)).toBeTruthy();
  });
});

describe("batches and files", () => {
  it("are chosen among several by phone, time and number", () => {
    const own = runWithFrames(frames.slice(0, 1), { source: "files", phoneName: null });
    const { onChoose } = reasons({ runs: [run, own] });
    expect(screen.getByRole("option", { name: /^Own files, 25 Nov .*, 1 frame$/ })).toBeTruthy();
    choose("Batch", own.run.id);
    expect(onChoose).toHaveBeenCalledWith(own.run.id);
  });

  it("that were refused are named with their reasons, and problems said", () => {
    const refused = [
      { name: "cut.jpg", reason: "It breaks off." },
      { name: "text.jpg", reason: "It is no picture." },
    ];
    reasons({ chosen: runWithFrames(frames, { refused }), problem: "The folder could not be read." });
    expect(screen.getByText("2 files were not taken")).toBeTruthy();
    for (const { name, reason } of refused) {
      expect(screen.getByText(name)).toBeTruthy();
      expect(screen.getByText(reason)).toBeTruthy();
    }
    expect(screen.getByRole("alert").textContent).toBe("The folder could not be read.");
  });

  it("are none at first", () => {
    reasons({ runs: [], chosen: null, kept: [] });
    expect(screen.getByText("Nothing to choose from yet.")).toBeTruthy();
  });
});
