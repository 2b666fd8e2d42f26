import { chosenCamera } from "@/core/camera";
import { planCapture, plannedFrames, SOME_TIME } from "@/core/capture";
import { parseRecipe } from "@/core/recipe";
import { marksOfFrame, spoiledFrames } from "@/features/api/runMarks";
import { frameReply, runWithFrames } from "@/features/testing/replies";
import { frameMeant, runNow } from "./runNow";

const camera = chosenCamera({ phones: [], clipOns: [] }, null);
const frames = plannedFrames(planCapture(parseRecipe("4 x 2s every 5s | iso 50").recipe, camera, SOME_TIME)!);
const AT = Date.parse("2026-11-25T18:00:00.000Z");
const taken = (count: number) =>
  Array.from({ length: count }, (_, i) =>
    frameReply(`IMG_${4711 + i}.jpg`, { runIndex: i, takenAt: new Date(AT + 5000 * i).toISOString() }),
  );
const run = (count: number, part: object = {}) =>
  runWithFrames(taken(count), { state: "running", framesWanted: 4, ...part });

describe("where a run is now", () => {
  it("goes by its frames, and is not known while it is held or goes as fast as it can", () => {
    expect(runNow(run(2), frames, AT + 5500)).toMatchObject({ phase: "open", frame: 1 });
    expect(runNow(run(2, { state: "paused" }), frames, AT + 5500)).toBeNull();
    // All four are said to have opened, the last of them in the future.
    expect(runNow(run(4), frames, AT + 1000)).toBeNull();
  });

  it("means the frame that is open, between two the one just taken, and the newest where nobody knows", () => {
    expect(frameMeant(run(2), frames, AT + 5500)).toBe(1);
    expect(frameMeant(run(2), frames, AT + 8000)).toBe(1);
    expect(frameMeant(run(2), frames, AT + 10_500)).toBe(2);
    expect(frameMeant(run(4), frames, AT + 1000)).toBe(3);
    expect(frameMeant(run(2), frames, AT + 60_000)).toBe(3);
    expect(frameMeant(run(0, { createdAt: new Date(AT).toISOString() }), frames, AT)).toBe(0);
  });
});

describe("what was said of frames", () => {
  const mark = (kind: "car" | "note", frame: number) => ({
    id: crypto.randomUUID(),
    kind,
    frame,
    text: "",
    isSpoken: false,
    createdAt: "2026-11-25T18:00:00.000Z",
  });
  it("leaves those out that are spoiled, whatever their files are called", () => {
    const marked = { ...runWithFrames(taken(3)), marks: [mark("car", 1), mark("note", 2)] };
    expect([...spoiledFrames(marked)]).toEqual([marked.frames[1]!.id]);
    expect(marksOfFrame(marked, marked.frames[2]!).map(({ kind }) => kind)).toEqual(["note"]);
  });

  it("finds the files of spoiled frames of a run by hand, though the phone's clock is off", () => {
    const handFrames = [0, 1, 2].map((number) => ({
      id: crypto.randomUUID(),
      number,
      note: "",
      shutterSeconds: 1,
      iso: 50,
      takenAt: new Date(AT + 5000 * number - 3_600_000).toISOString(),
      state: number === 2 ? ("spoiled" as const) : ("good" as const),
    }));
    const byHand = { ...runWithFrames(taken(3), { source: "hand", handWay: "press" }), handFrames };
    expect([...spoiledFrames(byHand)]).toEqual([byHand.frames[2]!.id]);
  });
});
