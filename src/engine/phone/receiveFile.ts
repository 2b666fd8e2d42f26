import { createHash } from "node:crypto";
import { type FileHandle, open, rm } from "node:fs/promises";
import { writeFully } from "../files/wholeIo";
import { PRIVATE_FILE } from "../folders";
import { type ReceivedFile, temporaryPath } from "../store";
import { FrameError, PhoneAwayError } from "./failures";

/** What a phone says of a file on it. */
export interface FileOnPhone {
  readonly bytes: number;
  readonly sha256: string;
}

/** The pieces of a file from a byte on, and where the first of them lies: 0 where a phone knows no ranges. */
export type AskPieces = (
  from: number,
) => Promise<{ readonly begins: number; readonly pieces: AsyncIterable<Uint8Array> }>;

/** Writes pieces from a place on, as far as the file goes; what came before they broke off stays. @returns How far it is there. */
async function write(
  handle: FileHandle,
  from: number,
  bytes: number,
  pieces: AsyncIterable<Uint8Array>,
): Promise<number> {
  let at = from;
  try {
    for await (const piece of pieces) {
      const own = piece.subarray(0, bytes - at);
      await writeFully(handle, own, at);
      at += own.length;
      // What a phone sends beyond the file's end is nobody's.
      if (at === bytes) break;
    }
  } catch (error) {
    if (!(error instanceof PhoneAwayError)) throw error;
  }
  return at;
}

/**
 * Receives a file from a phone onto the disk, in as many requests as it takes.
 *
 * @throws PhoneAwayError when it breaks off without getting on, FrameError when its bytes are not what the phone said; the disk's own errors.
 */
export async function receiveFile(file: FileOnPhone, name: string, ask: AskPieces): Promise<ReceivedFile> {
  const path = await temporaryPath();
  const handle = await open(path, "w+", PRIVATE_FILE);
  try {
    for (let at = 0, reached = 0; at < file.bytes; reached = at) {
      const { begins, pieces } = await ask(at);
      at = await write(handle, begins, file.bytes, pieces);
      if (at <= reached) throw new PhoneAwayError(`It ended early: ${name}.`);
    }
    const hash = createHash("sha256");
    for await (const chunk of handle.createReadStream({ start: 0, autoClose: false })) hash.update(chunk as Buffer);
    if (hash.digest("hex") !== file.sha256) throw new FrameError(`${name} did not arrive as the phone took it.`);
    await handle.sync();
    return { path, hash: file.sha256, bytes: file.bytes };
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  } finally {
    await handle.close();
  }
}
