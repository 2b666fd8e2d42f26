import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { USUAL_SETTINGS } from "@/core/stack";
import type { StackFile, StackRequest } from "./request";
import { runStack } from "./runStack";
import { PLAIN_REQUEST } from "./testing/plainRequest";

const folder = mkdtempSync(join(tmpdir(), "aevumen-parts-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const files = Array.from({ length: 9 }, (_, i): StackFile => {
  const name = `frame_000${i + 1}.png`;
  return { name, path: join(process.cwd(), "src/core/stack/fixtures", name) };
});
const asked = (method: StackRequest["method"], checkpointFolder: string, more: Partial<StackRequest> = {}) => ({
  files,
  method,
  ...PLAIN_REQUEST,
  settings: { ...USUAL_SETTINGS, fade: method === "comet" ? null : { in: 3, out: 2 } },
  outputPath: join(folder, "out.tif"),
  checkpointFolder,
  ...more,
});
const fusedWhole = async (method: StackRequest["method"]) => {
  await runStack(asked(method, mkdtempSync(join(folder, "whole-"))));
  return readFileSync(join(folder, "out.tif"));
};

describe("a stack in parts", () => {
  it.each(["mean", "lighten over mean", "comet"] as const)(
    "by %s is byte by byte what it is as a whole, in whatever order its parts are folded",
    async (method) => {
      const whole = await fusedWhole(method);
      const shared = mkdtempSync(join(folder, "parts-"));
      for (const index of [2, 0, 1])
        expect(await runStack(asked(method, shared, { part: { index, of: 3 } }))).toEqual({ kind: "kept", frames: 3 });
      const outcome = await runStack(asked(method, shared, { parts: 3 }));
      expect(outcome).toMatchObject({ kind: "done", resumed: 9, refused: [] });
      expect(readFileSync(join(folder, "out.tif")).equals(whole)).toBe(true);
    },
  );

  it("folds itself what of a part is missing or damaged, and takes no frame twice", async () => {
    const whole = await fusedWhole("mean");
    const shared = mkdtempSync(join(folder, "parts-"));
    for (const index of [0, 1]) await runStack(asked("mean", shared, { part: { index, of: 3 } }));
    const [damaged] = readdirSync(shared).filter((name) => name.includes("part-1"));
    const bytes = readFileSync(join(shared, damaged!));
    bytes[bytes.length >> 1] = bytes[bytes.length >> 1]! ^ 1;
    writeFileSync(join(shared, damaged!), bytes);
    expect(await runStack(asked("mean", shared, { parts: 3 }))).toMatchObject({ kind: "done", resumed: 3 });
    expect(readFileSync(join(folder, "out.tif")).equals(whole)).toBe(true);

    // A part that shares frames with another, as from an earlier division: its frames are folded once.
    const twice = mkdtempSync(join(folder, "parts-"));
    await runStack(asked("mean", twice, { part: { index: 0, of: 3 } }));
    cpSync(join(twice, "mean.part-0-of-3"), join(twice, "mean.part-2-of-3"));
    expect(await runStack(asked("mean", twice, { parts: 3 }))).toMatchObject({ kind: "done", resumed: 3 });
    expect(readFileSync(join(folder, "out.tif")).equals(whole)).toBe(true);
  });

  it("names what of a part could not be read", async () => {
    const shared = mkdtempSync(join(folder, "parts-"));
    const broken = join(folder, "broken.png");
    writeFileSync(broken, readFileSync(files[0]!.path).subarray(0, 2000));
    const some = { files: [...files.slice(0, 5), { name: "broken.png", path: broken }, ...files.slice(5)] };
    await runStack(asked("mean", shared, { ...some, part: { index: 1, of: 2 } }));
    const outcome = await runStack(asked("mean", shared, { ...some, parts: 2 }));
    expect(outcome).toMatchObject({ kind: "done", refused: [{ name: "broken.png" }] });
  });
});
