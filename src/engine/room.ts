import { statfs } from "node:fs/promises";
import { dataFolder, makePrivateFolder } from "./folders";

/** Left free whatever is asked for: the database and its log need room to go on. */
const KEPT_FREE_BYTES = 200e6;

/** Thrown where something would not fit onto the disk; nothing was begun. */
export class NoRoomError extends Error {}

const readable = (bytes: number): string =>
  bytes < 1e9 ? `${Math.ceil(bytes / 1e6)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;

/** The system's word, and the database's. @see PostgreSQL, appendix A: 53100 */
const DISK_FULL_CODES = ["ENOSPC", "53100"];

/** Whether an error, or what caused it, means that the disk is full. */
export function isDiskFull(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  return ("code" in error && DISK_FULL_CODES.includes(String(error.code))) || isDiskFull(error.cause);
}

/**
 * Checks that something fits onto the disk before it is begun.
 *
 * @throws NoRoomError that says what is free, what it takes and what to do.
 */
export async function ensureRoom(what: string, bytes: number): Promise<void> {
  const folder = dataFolder();
  await makePrivateFolder(folder);
  const { bavail, bsize } = await statfs(folder);
  const free = bavail * bsize;
  if (free - bytes >= KEPT_FREE_BYTES) return;
  throw new NoRoomError(
    `${what} takes up to ${readable(bytes)}, and ${readable(free)} are free where your data lies (${readable(KEPT_FREE_BYTES)} are kept for the application itself). Free some room on that disk, then try again; nothing was lost.`,
  );
}
