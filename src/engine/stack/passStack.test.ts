import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { decodePicture } from "../files/decode";
import { runStack } from "./runStack";
import { PLAIN_REQUEST } from "./testing/plainRequest";

const folder = mkdtempSync(join(tmpdir(), "aevumen-passes-"));
const every = process.env.AEVUMEN_CHECKPOINT_MS;
beforeAll(() => {
  process.env.AEVUMEN_CHECKPOINT_MS = "0";
});
afterAll(() => {
  if (every === undefined) delete process.env.AEVUMEN_CHECKPOINT_MS;
  else process.env.AEVUMEN_CHECKPOINT_MS = every;
  rmSync(folder, { recursive: true, force: true });
});

const files = [1, 4, 9].map((at) => {
  const name = `frame_000${at}.png`;
  return { name, path: join(process.cwd(), "src/core/stack/fixtures", name) };
});
const outputPath = join(folder, "out.tif");
const asked = {
  files: [...files, { name: "gone.png", path: join(folder, "gone.png") }],
  method: "fuse",
  ...PLAIN_REQUEST,
  outputPath,
} as const;
const result = async () => Buffer.from((await decodePicture(outputPath, 16)).buffer);

/** Fuses until so many frames were seen, then as if the process had been killed. */
async function fuseUntil(steps: number, checkpointFolder: string) {
  const abort = new AbortController();
  let seen = 0;
  const onProgress = () => {
    seen++;
    if (seen === steps) abort.abort();
  };
  return runStack({ ...asked, checkpointFolder }, { onProgress, signal: abort.signal });
}

describe("a bracket's fusion that is interrupted", () => {
  it.each([1, 2, 3, 4, 5])("after %d of six looks goes on from there, and comes to the same", async (steps) => {
    await runStack(asked);
    const whole = await result();
    const kept = mkdtempSync(join(folder, "kept-"));
    expect(await fuseUntil(steps, kept)).toEqual({ kind: "aborted" });
    let looks = 0;
    const outcome = await runStack({ ...asked, checkpointFolder: kept }, { onProgress: () => void looks++ });
    expect(outcome).toMatchObject({
      kind: "done",
      resumed: Math.floor(steps / 2),
      used: files.map(({ name }) => name),
    });
    expect(looks).toBe(6 - steps);
    expect((await result()).equals(whole)).toBe(true);
  });

  it("begins anew where what was kept is damaged", async () => {
    const kept = mkdtempSync(join(folder, "kept-"));
    await fuseUntil(4, kept);
    const path = join(kept, "fuse");
    const bytes = readFileSync(path);
    bytes[bytes.length - 100] = bytes[bytes.length - 100]! ^ 1;
    writeFileSync(path, bytes);
    expect(await runStack({ ...asked, checkpointFolder: kept })).toMatchObject({ kind: "done", resumed: 0 });
    const again = await result();
    await runStack(asked);
    expect((await result()).equals(again)).toBe(true);
  });
});
