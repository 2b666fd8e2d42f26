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
