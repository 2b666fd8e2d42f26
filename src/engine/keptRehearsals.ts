import { createHash, randomUUID } from "node:crypto";
import { readdir, readFile, rename, rm, stat, utimes, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { promisify } from "node:util";
import { gunzip, gzip, type ZlibOptions } from "node:zlib";
import { MOST_REHEARSAL_BYTES, packRehearsal, unpackRehearsal } from "@/contracts/keptRehearsal";
import type { Rehearsal } from "@/core/rehearse";
import { applicationFolder, dataFolder, makePrivateFolder, PRIVATE_FILE } from "./folders";

// Rehearsed pictures that were worked out once, so that whoever comes back sees them at once. They are made again by whatever
// made them, so the oldest go, and all go when the application is built anew: its simulator may be another.

/** Some 60 MB. */
const MOST_KEPT = 48;
const zipped = promisify(gzip);
const unzipped = promisify<Buffer, ZlibOptions, Buffer>(gunzip);

/** The build that made them. */
const buildId = (): Promise<string> =>
  readFile(join(applicationFolder(), ".next", "BUILD_ID"), "utf8").catch(() => "unbuilt");

const folderOf = (build: string): string =>
  join(dataFolder(), "rehearsals", createHash("sha256").update(build).digest("hex").slice(0, 16));

/** The name under which a rehearsal is kept, from its text: 64 hexadecimal digits. */
export const rehearsalName = (key: string): string => createHash("sha256").update(key).digest("hex");

/** A kept picture as it was packed; null where there is none, or where it is damaged. It counts as used now. */
export async function keptRehearsal(name: string): Promise<Buffer | null> {
  const path = join(folderOf(await buildId()), name);
  try {
    const bytes = await unzipped(await readFile(path), { maxOutputLength: MOST_REHEARSAL_BYTES });
    await utimes(path, new Date(), new Date());
    return bytes;
  } catch {
    return null;
  }
}

/** Keeps a packed picture. @returns Whether it is one. */
export async function keepRehearsal(name: string, bytes: Uint8Array): Promise<boolean> {
  const picture = unpackRehearsal(bytes);
  if (picture === null) return false;
  await writeRehearsal(name, picture);
  return true;
}

/** Keeps a picture under its name in place of what was there. */
export async function writeRehearsal(name: string, picture: Rehearsal): Promise<void> {
  const folder = folderOf(await buildId());
  await makePrivateFolder(folder);
  const unfinished = join(folder, `${randomUUID()}.unfinished`);
  await writeFile(unfinished, await zipped(packRehearsal(picture)), { mode: PRIVATE_FILE });
  await rename(unfinished, join(folder, name));
  await dropOldest(folder);
}

async function dropOldest(folder: string): Promise<void> {
  const names = await readdir(folder);
  if (names.length <= MOST_KEPT) return;
  const aged = await Promise.all(
    names.map(async (name) => ({ name, usedMs: (await stat(join(folder, name)).catch(() => null))?.mtimeMs ?? 0 })),
  );
  aged.sort((a, b) => b.usedMs - a.usedMs);
  await Promise.all(aged.slice(MOST_KEPT).map(({ name }) => rm(join(folder, name), { force: true })));
}

/** Forgets what other builds made. */
export async function forgetOtherBuilds(): Promise<void> {
  const own = folderOf(await buildId());
  const all = join(dataFolder(), "rehearsals");
  const names = await readdir(all).catch(() => []);
  await Promise.all(
    names
      .map((name) => join(all, name))
      .filter((path) => path !== own)
      .map((path) => rm(path, { recursive: true, force: true })),
  );
}
