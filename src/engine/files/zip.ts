import { Readable } from "node:stream";
import yauzl, { type Entry, type ZipFile as OpenArchive } from "yauzl";
import { LIMITS, sizeText } from "@/contracts/limits";
import { isMachines } from "./pictureFailure";

/** A file in an archive, with its bytes as a stream. */
export interface ZipFile {
  readonly name: string;
  readonly open: () => Readable;
}

/** An archive that is damaged, or whose names, sizes or ratios are not those of a folder of pictures. */
export class RefusedZipError extends Error {}

const DAMAGED = "The archive is damaged; pack or copy it again.";

/** Whatever an unpacker says of an archive: it is damaged, unless the machine failed or it was refused already. */
function zipFailure(error: unknown): unknown {
  return error instanceof RefusedZipError || isMachines(error) ? error : new RefusedZipError(DAMAGED, { cause: error });
}

function refuseReason(name: string, entry: Entry): string | null {
  const shownName = JSON.stringify(name.slice(0, 80));
  if (yauzl.validateFileName(name) !== null)
    return `The archive points outside of itself (${shownName}); nothing of it was taken.`;
  if (entry.uncompressedSize > 1e6 && entry.uncompressedSize > entry.compressedSize * LIMITS.zipRatio) {
    return `${shownName} would grow more than ${LIMITS.zipRatio}-fold; nothing of the archive was taken.`;
  }
  if (entry.isEncrypted()) return "The archive is locked with a password; unpack it first.";
  return null;
}

const isNoise = (name: string): boolean => name.endsWith("/") || /(^|\/)(\.|__MACOSX\/)/.test(name);

/** The files of an archive that are worth a look, all of them checked. @throws RefusedZipError for an archive that is not taken. */
async function checkedEntries(archive: OpenArchive): Promise<{ readonly name: string; readonly entry: Entry }[]> {
  const files = [];
  let bytes = 0;
  for await (const entry of archive.eachEntry()) {
    const name = yauzl.getFileNameLowLevel(entry.generalPurposeBitFlag, entry.fileNameRaw, entry.extraFields, true);
    const reason = refuseReason(name, entry);
    if (reason) throw new RefusedZipError(reason);
    if (isNoise(name)) continue;
    files.push({ name: name.split("/").at(-1)!, entry });
    bytes += entry.uncompressedSize;
    if (files.length > LIMITS.batchFiles)
      throw new RefusedZipError(`The archive holds more than ${LIMITS.batchFiles} files.`);
    if (bytes > LIMITS.batchBytes)
      throw new RefusedZipError(`The archive would unpack to more than ${sizeText(LIMITS.batchBytes)}.`);
  }
  return files;
}

/** A file's bytes; whatever is wrong with them comes as a RefusedZipError. */
function openEntry(archive: OpenArchive, entry: Entry): Readable {
  const parts = async function* () {
    try {
      const stream = await archive.openReadStreamPromise(entry);
      // The unpacker tells of damage once more after its reader has gone.
      stream.on("error", () => {});
      yield* stream;
    } catch (error) {
      throw zipFailure(error);
    }
  };
  return Readable.from(parts(), { objectMode: false });
}

/**
 * Visits every file of an archive in order. All entries are checked before the first is handed over, so a hostile archive
 * yields nothing.
 *
 * @throws RefusedZipError with a plain message, also from a file's stream where that is damaged; the machine's own errors.
 */
export async function forEachZipFile(path: string, visit: (file: ZipFile) => Promise<void>): Promise<void> {
  try {
    // Names are read and judged here, so that a wrong one is not an error among others.
    const archive = await yauzl.openPromise(path, {
      autoClose: false,
      lazyEntries: true,
      decodeStrings: false,
      validateEntrySizes: true,
    });
    try {
      for (const { name, entry } of await checkedEntries(archive)) {
        await visit({ name, open: () => openEntry(archive, entry) });
      }
    } finally {
      archive.close();
    }
  } catch (error) {
    throw zipFailure(error);
  }
}
