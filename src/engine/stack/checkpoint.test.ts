import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createStack, type StackState } from "@/core/stack";
import {
  type CheckpointHead,
  checkpointFolder,
  dropCheckpoints,
  keepCheckpointsOf,
  loadCheckpoint,
  saveCheckpoint,
} from "./checkpoint";

const data = mkdtempSync(join(tmpdir(), "aevumen-checkpoint-"));
process.env.AEVUMEN_DATA = data;
afterAll(() => rmSync(data, { recursive: true, force: true }));

const stack = (): StackState =>
  createStack({
    width: 64,
    height: 48,
    depth: 8,
    keeps: ["sum"],
    encoded: true,
    weighted: false,
    hasDark: false,
    moves: false,
    threads: 1,
  });
const accumulator = ({ memory, map }: StackState) =>
  new Uint8Array(memory.buffer, map.accumulator, map.accumulatorBytes);

function filled(): StackState {
  const state = stack();
  const bytes = accumulator(state);
  for (let i = 0; i < bytes.length; i++) bytes[i] = (i * 31) & 0xff;
  return state;
}

describe("a checkpoint", () => {
  const path = join(data, "some", "mean");
  const head: CheckpointHead = {
    key: "work",
    folded: [3, 1, 2],
    refused: Array.from({ length: 3000 }, (_, index) => ({
      index: index + 4,
      reason: "The file breaks off or is damaged.",
    })),
  };

  it("holds any number of refused frames, and gives back what was saved", async () => {
    const state = filled();
    await saveCheckpoint(path, head, state);
    const again = stack();
    expect(await loadCheckpoint(path, "work", again)).toEqual(head);
    expect(accumulator(again)).toEqual(accumulator(state));
    expect(readdirSync(join(data, "some"))).toEqual(["mean"]);
  });

  it("is nothing to other work, and where there is none", async () => {
    expect(await loadCheckpoint(path, "other work", stack())).toBeNull();
    expect(await loadCheckpoint(join(data, "nowhere"), "work", stack())).toBeNull();
  });

  it("is noticed when a single byte of it was changed or it was cut, and leaves an empty accumulator", async () => {
    const whole = readFileSync(path);
    const places = [0, 9, 30, whole.length >> 1, whole.length - 40, whole.length - 1];
    const damaged = [
      ...places.map((at) => {
        const bytes = Buffer.from(whole);
        bytes[at] = bytes[at]! ^ 0x10;
        return bytes;
      }),
      whole.subarray(0, whole.length - 1000),
      Buffer.alloc(0),
    ];
    for (const bytes of damaged) {
      writeFileSync(path, bytes);
      const state = stack();
      expect(await loadCheckpoint(path, "work", state)).toBeNull();
      expect(accumulator(state).every((byte) => byte === 0)).toBe(true);
    }
  });

  it("goes with its stack, and with every stack that is not at work", async () => {
    for (const stackId of ["one", "two", "three"])
      await saveCheckpoint(join(checkpointFolder(stackId), "lighten"), head, filled());
    await dropCheckpoints("one");
    await keepCheckpointsOf(new Set(["three"]));
    expect(readdirSync(join(data, "checkpoints"))).toEqual(["three"]);
  });
});
