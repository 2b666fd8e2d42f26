import { createHash } from "node:crypto";
import { open, readFile, rename, rm, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { crc32 } from "node:zlib";
import { z } from "zod";
import { readFully, syncFolder } from "../files/wholeIo";

// What a stack that sees all frames at once has got so far: decoded frames in a file `frames`, one after the other, and a list of those
// that are whole with the CRC-32 of each and the list's own SHA-256.

const scratchList = z.object({ key: z.string(), frameSize: z.int(), kept: z.array(z.tuple([z.int(), z.int()])) });

/** Whose frames they are, and how many bytes each has. */
interface ScratchOf {
  readonly key: string;
  readonly frameSize: number;
}

const listPath = (folder: string): string => join(folder, "list");
const digestOf = (text: string): string => createHash("sha256").update(text).digest("hex");

/** Syncs the frames and then lists them: index of each and its CRC-32, in the order of their places. */
export async function saveScratch(folder: string, of: ScratchOf, kept: ReadonlyMap<number, number>): Promise<void> {
  const frames = await open(join(folder, "frames"), "r+");
  try {
    await frames.datasync();
  } finally {
    await frames.close();
  }
  const text = JSON.stringify({ ...of, kept: [...kept] });
  const path = listPath(folder);
  try {
    await writeFile(`${path}.new`, `${digestOf(text)}\n${text}`, { flush: true });
    await rename(`${path}.new`, path);
    await syncFolder(folder);
  } catch (error) {
    await rm(`${path}.new`, { force: true });
    throw error;
  }
}

/** The frames of the same work that are there and whole, with their CRC-32; none where the list is missing, damaged or another's. */
export async function loadScratch(folder: string, { key, frameSize }: ScratchOf): Promise<Map<number, number>> {
  const whole = new Map<number, number>();
  const [digest, text = ""] = (await readFile(listPath(folder), "utf8").catch(() => "")).split("\n", 2);
  if (digest !== digestOf(text)) return whole;
  const list = scratchList.parse(JSON.parse(text));
  if (list.key !== key || list.frameSize !== frameSize) return whole;
  const frames = await open(join(folder, "frames"), "r").catch(() => null);
  if (!frames) return whole;
  try {
    const bytes = new Uint8Array(frameSize);
    for (const [index, crc] of list.kept) {
      const isThere = await readFully(frames, bytes, index * frameSize).then(
        () => true,
        () => false,
      );
      if (isThere && crc32(bytes) === crc) whole.set(index, crc);
    }
  } finally {
    await frames.close();
  }
  return whole;
}
