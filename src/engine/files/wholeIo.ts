import { type FileHandle, open } from "node:fs/promises";

// The system may write or read less than it was given, most of all on a nearly full disk: these go on until all is done.

/** Writes all bytes, at a position or where the file stands. @throws the system's error, such as ENOSPC. */
export async function writeFully(handle: FileHandle, bytes: Uint8Array, position?: number): Promise<void> {
  for (let at = 0; at < bytes.length; ) {
    const { bytesWritten } = await handle.write(
      bytes,
      at,
      bytes.length - at,
      position === undefined ? null : position + at,
    );
    at += bytesWritten;
  }
}

/** Fills `bytes` from a position on. @throws RangeError when the file ends before. */
export async function readFully(handle: FileHandle, bytes: Uint8Array, position: number): Promise<void> {
  for (let at = 0; at < bytes.length; ) {
    const { bytesRead } = await handle.read(bytes, at, bytes.length - at, position + at);
    if (bytesRead === 0) throw new RangeError(`the file ends ${bytes.length - at} bytes early`);
    at += bytesRead;
  }
}

/** Makes a folder's own entries durable: names that were added, moved or removed. */
export async function syncFolder(folder: string): Promise<void> {
  const handle = await open(folder, "r");
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}
