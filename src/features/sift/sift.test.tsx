/** @jest-environment jsdom */
import { fireEvent, screen } from "@testing-library/react";
import { frameReply, runReply } from "@/features/testing/replies";
import { choose, show } from "@/ui/testing/show";
import { SiftReasons } from "./SiftReasons";

const frames = ["a.jpg", "b.jpg", "c.jpg"].map((name) => frameReply(name));
const run = runReply(frames);

function reasons(part: Partial<Parameters<typeof SiftReasons>[0]> = {}) {
  const given = { onChoose: jest.fn(), onStack: jest.fn() };
  show(
    <SiftReasons
      runs={[run]}
      chosen={run}
      kept={frames}
      uploads={[]}
      problem={null}
      proposed={null}
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
    expect(screen.getByText("Click a picture to leave it out.")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Fuse 3 frames" }));
    expect(onStack).toHaveBeenCalledWith(
      frames.map(({ id }) => id),
      "mean",
    );
  });

  it("are fused as the recipe proposes, or in another way by choice", () => {
    const { onStack } = reasons({ proposed: "lighten", kept: frames.slice(0, 2) });
    expect(screen.getByText("1 left out by you.")).toBeTruthy();
    fireEvent.click(screen.getByRole("button", { name: "Fuse 2 frames" }));
    expect(onStack.mock.lastCall[1]).toBe("lighten");
    fireEvent.click(screen.getByLabelText(/^Median/));
    fireEvent.click(screen.getByRole("button", { name: "Fuse 2 frames" }));
    expect(onStack.mock.lastCall[1]).toBe("median");
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
    const own = runReply(frames.slice(0, 1), { source: "files", phoneName: null });
    const { onChoose } = reasons({ runs: [run, own] });
    expect(screen.getByRole("option", { name: /^Own files, 25 Nov .*, 1 frames$/ })).toBeTruthy();
    choose("Batch", own.run.id);
    expect(onChoose).toHaveBeenCalledWith(own.run.id);
  });

  it("that were refused are named with their reasons, and problems said", () => {
    const refused = [
      { name: "cut.jpg", reason: "It breaks off." },
      { name: "text.jpg", reason: "It is no picture." },
    ];
    reasons({ chosen: runReply(frames, { refused }), problem: "The folder could not be read." });
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
