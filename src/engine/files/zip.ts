import type { Readable } from "node:stream";
import yauzl, { type Entry } from "yauzl";
import { LIMITS, sizeText } from "@/contracts/limits";

/** A file in an archive, with its bytes as a stream. */
export interface ZipFile {
  readonly name: string;
  readonly open: () => Promise<Readable>;
}

/** An archive whose names, sizes or ratios are not those of a folder of pictures. */
export class RefusedZipError extends Error {}

function refuseReason(entry: Entry): string | null {
  const name = entry.fileName;
  if (/^([a-z]:|[\\/])/i.test(name) || name.split(/[\\/]/).includes("..")) {
    return `The archive points outside of itself (${JSON.stringify(name.slice(0, 80))}); nothing of it was taken.`;
  }
  if (entry.uncompressedSize > 1e6 && entry.uncompressedSize > entry.compressedSize * LIMITS.zipRatio) {
    return `${JSON.stringify(name.slice(0, 80))} would grow more than ${LIMITS.zipRatio}-fold; nothing of the archive was taken.`;
  }
  if (entry.isEncrypted()) return "The archive is locked with a password; unpack it first.";
  return null;
}

const isNoise = (name: string): boolean => name.endsWith("/") || /(^|\/)(\.|__MACOSX\/)/.test(name);

/**
 * Visits every file of an archive in order. All entries are checked before the first is handed over, so a hostile
 * archive yields nothing.
 *
 * @throws RefusedZipError with a plain message; yauzl's own errors for damaged archives.
 */
export async function forEachZipFile(path: string, visit: (file: ZipFile) => Promise<void>): Promise<void> {
  const zip = await yauzl.openPromise(path, {
    autoClose: false,
    lazyEntries: true,
    validateEntrySizes: true,
    strictFileNames: true,
  });
  try {
    const files: Entry[] = [];
    let bytes = 0;
    for await (const entry of zip.eachEntry()) {
      const reason = refuseReason(entry);
      if (reason) throw new RefusedZipError(reason);
      if (isNoise(entry.fileName)) continue;
      files.push(entry);
      bytes += entry.uncompressedSize;
      if (files.length > LIMITS.batchFiles)
        throw new RefusedZipError(`The archive holds more than ${LIMITS.batchFiles} files.`);
      if (bytes > LIMITS.batchBytes)
        throw new RefusedZipError(`The archive would unpack to more than ${sizeText(LIMITS.batchBytes)}.`);
    }
    for (const entry of files) {
      await visit({ name: entry.fileName.split("/").at(-1)!, open: () => zip.openReadStreamPromise(entry) });
    }
  } finally {
    zip.close();
  }
}
