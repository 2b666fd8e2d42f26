import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureRoom, isDiskFull, NoRoomError } from "./room";

describe("a full disk", () => {
  it.each([
    Object.assign(new Error("write failed"), { code: "ENOSPC" }),
    Object.assign(new Error("PGlite says no"), { code: "53100" }),
    new Error("the query failed", { cause: Object.assign(new Error("x"), { code: "ENOSPC" }) }),
  ])("is known from %s", (error) => {
    expect(isDiskFull(error)).toBe(true);
  });

  it.each([
    new Error("a file was not found"),
    new Error("a note on a disk that has no space left"),
    Object.assign(new Error("refused"), { code: "EACCES" }),
    "ENOSPC",
    null,
    undefined,
  ])("is not taken from %s", (error) => {
    expect(isDiskFull(error)).toBe(false);
  });
});

describe("room on the disk", () => {
  const folder = mkdtempSync(join(tmpdir(), "room-"));
  const before = process.env.AEVUMEN_DATA;
  beforeAll(() => {
    process.env.AEVUMEN_DATA = folder;
  });
  afterAll(() => {
    if (before === undefined) delete process.env.AEVUMEN_DATA;
    else process.env.AEVUMEN_DATA = before;
    rmSync(folder, { recursive: true, force: true });
  });

  it("is there for a little", async () => {
    await expect(ensureRoom("A note", 1)).resolves.toBeUndefined();
  });

  it("is not there for more than any disk holds: that is said with what it takes and what to do", async () => {
    const asked = ensureRoom("The stack", 1e18);
    await expect(asked).rejects.toBeInstanceOf(NoRoomError);
    await expect(asked).rejects.toThrow(/^The stack takes up to 1000000000\.0 GB, and .* are free .* Free some room/);
  });
});
