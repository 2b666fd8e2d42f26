import { mkdtemp, readdir, readFile, rm, stat, writeFile } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { PRIVATE_FILE } from "../folders";

// A stand-in's frames lie in a folder of its own, which goes with it; those of stand-ins that were killed go when the next one starts.

const PREFIX = "aevumen-phone-";
/** Says whose a folder is. */
const OWNER = "owner";
/** Nobody is at work for longer on one that does not say whose it is. */
const ABANDONED_MS = 24 * 3600 * 1000;

/** Whether a process is there, whoever started it. */
function lives(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return error instanceof Error && "code" in error && error.code === "EPERM";
  }
}

async function isLeft(folder: string, nowMs: number): Promise<boolean> {
  const pid = Number(await readFile(join(folder, OWNER), "utf8").catch(() => Number.NaN));
  if (Number.isInteger(pid) && pid > 0) return !lives(pid);
  const found = await stat(folder).catch(() => null);
  return found !== null && nowMs - found.mtimeMs > ABANDONED_MS;
}

/** Removes folders of stand-ins that are no longer there. @returns How many. */
export async function sweepLeft(among = tmpdir(), nowMs = Date.now()): Promise<number> {
  let swept = 0;
  for (const name of await readdir(among).catch(() => [])) {
    const folder = join(among, name);
    if (!name.startsWith(PREFIX) || !(await isLeft(folder, nowMs))) continue;
    // Another person's on the same machine stays theirs.
    await rm(folder, { recursive: true, force: true }).then(
      () => swept++,
      () => {},
    );
  }
  return swept;
}

/** Makes a folder for a stand-in of this process. */
export async function makeOwnFolder(): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), PREFIX));
  await writeFile(join(folder, OWNER), String(process.pid), { mode: PRIVATE_FILE });
  return folder;
}
