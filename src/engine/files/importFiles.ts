import type { Readable } from "node:stream";
import { LIMITS, sizeText } from "@/contracts/limits";
import type { RefusedFile } from "@/contracts/stack";
import { beginsLikeZip, pictureFormatOf } from "@/core/formats";
import type { Db } from "@/db/database";
import { findAnchors } from "@/db/figures";
import { addPicture } from "@/db/pictures";
import { addRefusal, findTwin, runSize } from "@/db/runs";
import { framePlans } from "../framePlans";
import { ensureRoom, isDiskFull, NoRoomError } from "../room";
import {
  discardReceived,
  keepReceived,
  type ReceivedFile,
  receiveStream,
  storeBytes,
  storedPath,
  TooLargeError,
  UnknownKindError,
} from "../store";
import { askPictures, UnansweredPicture } from "./askPictures";
import { beginningOf } from "./formats";
import { PictureFailure, plainReason } from "./pictureFailure";
import { forEachZipFile, RefusedZipError, type ZipFile } from "./zip";

/** Longer edge of the small pictures in lists. */
export const THUMBNAIL_EDGE_PX = 640;

/** What became of one dropped file; an archive yields several of each. */
export interface ImportResult {
  readonly taken: number;
  readonly refused: readonly RefusedFile[];
}

const MOST_NAME_CHARACTERS = 120;
/** Control characters, halves of characters, and those that turn the direction of the text beside them. */
const UNSEEN = /[\p{Cc}\p{Cs}\u200e\u200f\u202a-\u202e\u2066-\u2069]/u;

/** A file name that is safe to show and to store: its last part, without control characters. */
export function cleanName(name: string): string {
  const last = name.split(/[\\/]/).at(-1) ?? "";
  const visible = [...last].filter((char) => !UNSEEN.test(char));
  return visible.slice(-MOST_NAME_CHARACTERS).join("") || "unnamed";
}

const sameAs = ({ name }: { readonly name: string }): string => `The same picture is there already, as ${name}.`;

/** Keeps one received picture as a frame of a run; says why not when it cannot be one. Consumes the received file. */
async function takePicture(db: Db, runId: string, name: string, received: ReceivedFile): Promise<RefusedFile | null> {
  try {
    const twin = await findTwin(db, runId, received.hash);
    if (twin) throw new RangeError(sameAs(twin));
    const { count, bytes: held } = await runSize(db, runId);
    if (count >= LIMITS.batchFiles) throw new RangeError(`A batch holds at most ${LIMITS.batchFiles} files.`);
    if (held + received.bytes > LIMITS.batchBytes)
      throw new RangeError(`A batch holds at most ${sizeText(LIMITS.batchBytes)}.`);
    const anchors = (await findAnchors(db, runId)).map(({ hash, ...size }) => ({ ...size, path: storedPath(hash) }));
    const answer = await askPictures(async (api) => api.take(received.path, THUMBNAIL_EDGE_PX, anchors));
    if (answer.kind === "unreadable") throw new RangeError(answer.reason);
    const { header, jpeg, warning, metadata, figures } = answer.found;
    const { width, height, depth } = header;
    const thumbnail = await storeBytes(jpeg);
    const { hash, bytes } = await keepReceived(received);
    const frame = { runId, name, hash, bytes, width, height, depth, warning, thumbnailHash: thumbnail.hash, figures };
    const measuredAt = figures && new Date();
    const planned = figures && (await framePlans(db, runId))({ width, height, ...metadata });
    const added = await addPicture(db, { ...frame, planned, measuredAt, ...metadata }, header.format === "dng");
    if (added.kind === "no-run") return { name, reason: "The batch is no longer there." };
    // The same file came by another way in the meantime.
    return added.kind === "known" ? { name, reason: sameAs(added) } : null;
  } catch (error) {
    await discardReceived(received);
    return {
      name,
      reason: error instanceof RangeError || error instanceof UnansweredPicture ? error.message : plainReason(error),
    };
  }
}

/** Takes one file of an archive; what is no picture is not even unpacked. @throws Error when the disk is full. */
async function takeEntry(db: Db, runId: string, file: ZipFile): Promise<RefusedFile | null> {
  const name = cleanName(file.name);
  const wanted = { limitBytes: LIMITS.fileBytes, begins: (head: Uint8Array) => pictureFormatOf(head) !== null };
  try {
    return await takePicture(db, runId, name, await receiveStream(file.open(), wanted));
  } catch (error) {
    if (isDiskFull(error)) throw error;
    return { name, reason: importFailure(error) };
  }
}

/**
 * Takes one dropped file into a run: a picture becomes a frame, an archive all of its pictures. What cannot be taken is
 * noted with the run and named with its reason; everything else is kept.
 */
export async function importFile(
  db: Db,
  runId: string,
  {
    name: givenName,
    bytes,
  }: { readonly name: string /** As announced; null where it was not. */; readonly bytes: number | null },
  source: Readable,
): Promise<ImportResult> {
  const name = cleanName(givenName);
  const refused: RefusedFile[] = [];
  let taken = 0;
  const count = (refusal: RefusedFile | null) => {
    if (refusal) refused.push(refusal);
    else taken++;
  };
  try {
    await ensureRoom("This file", bytes ?? 0);
    const limitBytes = name.toLowerCase().endsWith(".zip") ? LIMITS.batchBytes : LIMITS.fileBytes;
    const received = await receiveStream(source, { limitBytes });
    if (received.bytes === 0) {
      await discardReceived(received);
      refused.push({ name, reason: "The file is empty." });
    } else if (beginsLikeZip(await beginningOf(received.path))) {
      try {
        await forEachZipFile(received.path, async (file) => {
          count(await takeEntry(db, runId, file));
        });
      } finally {
        await discardReceived(received);
      }
    } else count(await takePicture(db, runId, name, received));
  } catch (error) {
    refused.push({ name, reason: importFailure(error) });
  }
  for (const refusal of refused) await addRefusal(db, runId, refusal);
  return { taken, refused };
}

function importFailure(error: unknown): string {
  if (error instanceof UnknownKindError) return new PictureFailure("no-picture").message;
  if (error instanceof TooLargeError) return `The file is larger than ${sizeText(error.limitBytes)}.`;
  if (error instanceof RefusedZipError || error instanceof NoRoomError) return error.message;
  return plainReason(error);
}
