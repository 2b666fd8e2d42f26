import { createHash, randomUUID } from "node:crypto";
import { createReadStream } from "node:fs";
import { chmod, open, readdir, rename, rm, stat } from "node:fs/promises";
import { dirname, join } from "node:path";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { syncFolder } from "./files/wholeIo";
import { dataFolder, makePrivateFolder, PRIVATE_FILE } from "./folders";

/** A file in the store: named by the SHA-256 of its bytes, never changed. */
export interface StoredFile {
  readonly hash: string;
  readonly bytes: number;
}

/** Thrown when more bytes arrive than were allowed; nothing is kept of them. */
export class TooLargeError extends Error {
  constructor(readonly limitBytes: number) {
    super(`more than ${limitBytes} bytes`);
  }
}

const storeFolder = (): string => join(dataFolder(), "store");

/** Where a stored file lies. @throws RangeError when the hash is not one. */
export function storedPath(hash: string): string {
  if (!/^[0-9a-f]{64}$/.test(hash)) throw new RangeError("not a SHA-256 in hexadecimal");
  return join(storeFolder(), hash.slice(0, 2), hash);
}

/** A path for a file in the making, on the store's own disk so that it can be renamed into place. */
export async function temporaryPath(): Promise<string> {
  const folder = join(storeFolder(), "unfinished");
  await makePrivateFolder(folder);
  return join(folder, randomUUID());
}

/** Moves a finished temporary file to its place; when the same bytes are there already, drops it. */
async function moveIntoPlace(temporary: string, hash: string): Promise<void> {
  const target = storedPath(hash);
  if (await stat(target).catch(() => undefined)) {
    await rm(temporary, { force: true });
    return;
  }
  await makePrivateFolder(dirname(target));
  await chmod(temporary, PRIVATE_FILE);
  await rename(temporary, target);
  await syncFolder(dirname(target));
}

/** Bytes that arrived whole but have no place in the store yet. */
export interface ReceivedFile extends StoredFile {
  readonly path: string;
}

/** What begins like nothing that is wanted. */
export class UnknownKindError extends Error {}

interface Wanted {
  readonly limitBytes: number;
  /** Told the first bytes, whether the rest is worth receiving. */
  readonly begins?: (head: Buffer) => boolean;
}

/**
 * Streams bytes into a temporary file and syncs it. Whatever fails, nothing half-written stays behind.
 *
 * @throws TooLargeError when more than `limitBytes` arrive; UnknownKindError as soon as it does not begin as it should; the
 * source's and the disk's own errors (ENOSPC).
 */
export async function receiveStream(source: Readable, { limitBytes, begins }: Wanted): Promise<ReceivedFile> {
  const path = await temporaryPath();
  const hash = createHash("sha256");
  let bytes = 0;
  const measure = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      if (bytes === 0 && begins && !begins(chunk)) return done(new UnknownKindError());
      bytes += chunk.length;
      if (bytes > limitBytes) return done(new TooLargeError(limitBytes));
      hash.update(chunk);
      done(null, chunk);
    },
  });
  try {
    const handle = await open(path, "wx", PRIVATE_FILE);
    await pipeline(source, measure, handle.createWriteStream({ flush: true }));
    return { path, hash: hash.digest("hex"), bytes };
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
}

/** Gives a received file its place in the store. */
export async function keepReceived({ path, hash, bytes }: ReceivedFile): Promise<StoredFile> {
  await moveIntoPlace(path, hash);
  return { hash, bytes };
}

/** Throws a received file away. */
export async function discardReceived({ path }: ReceivedFile): Promise<void> {
  await rm(path, { force: true });
}

/** Puts bytes in memory into the store. */
export async function storeBytes(bytes: Uint8Array): Promise<StoredFile> {
  const source = Readable.from([Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength)]);
  return keepReceived(await receiveStream(source, { limitBytes: Number.POSITIVE_INFINITY }));
}

/** Takes over a file that was written to `temporaryPath()`. */
export async function adoptFile(temporary: string): Promise<StoredFile> {
  const hash = createHash("sha256");
  let bytes = 0;
  for await (const chunk of createReadStream(temporary, { highWaterMark: 1 << 20 })) {
    hash.update(chunk as Buffer);
    bytes += (chunk as Buffer).length;
  }
  const handle = await open(temporary, "r");
  await handle.sync();
  await handle.close();
  const digest = hash.digest("hex");
  await moveIntoPlace(temporary, digest);
  return { hash: digest, bytes };
}

/** Removes what earlier, killed processes left unfinished; only for the one owner of the data folder. */
export async function clearUnfinished(): Promise<void> {
  await rm(join(storeFolder(), "unfinished"), { recursive: true, force: true });
}

/** Nobody uploads or fuses for longer than this. */
const ABANDONED_MS = 24 * 3600 * 1000;

/** Removes what nobody can be writing any more; where several processes share the store. */
export async function clearAbandoned(nowMs: number): Promise<void> {
  const folder = join(storeFolder(), "unfinished");
  for (const name of await readdir(folder).catch(() => [])) {
    const path = join(folder, name);
    const found = await stat(path).catch(() => undefined);
    if (found && nowMs - found.mtimeMs > ABANDONED_MS) await rm(path, { recursive: true, force: true });
  }
}
