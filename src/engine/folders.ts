import { chmod, mkdir } from "node:fs/promises";
import { homedir } from "node:os";
import { isAbsolute, join, resolve } from "node:path";

/** Folder of the application itself: where dist/ and the migrations stand. */
export function applicationFolder(): string {
  return process.env.AEVUMEN_ROOT ?? process.cwd();
}

/** A file that the build puts into dist/. */
export function builtFile(name: string): string {
  return join(applicationFolder(), "dist", name);
}

/** Folder of everything a person keeps: database, originals, results. `AEVUMEN_DATA` moves it. */
export function dataFolder(): string {
  const wanted = process.env.AEVUMEN_DATA;
  if (!wanted) return join(applicationFolder(), ".aevumen");
  const expanded = wanted.startsWith("~/") ? join(homedir(), wanted.slice(2)) : wanted;
  return isAbsolute(expanded) ? expanded : resolve(expanded);
}

/** Nobody else on this machine may look into what a person keeps: it says where they are at night. */
const PRIVATE_FOLDER = 0o700;
export const PRIVATE_FILE = 0o600;

/** Makes a folder of the data folder, or that itself, with all above it. */
export async function makePrivateFolder(path: string): Promise<void> {
  await mkdir(path, { recursive: true, mode: PRIVATE_FOLDER });
}

/** Makes the data folder, and closes to others one that an earlier version left open. */
export async function makeDataFolder(): Promise<void> {
  await makePrivateFolder(dataFolder());
  await chmod(dataFolder(), PRIVATE_FOLDER);
}
