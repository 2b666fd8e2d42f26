import { createHash } from "node:crypto";
import { rm } from "node:fs/promises";
import { type ColourTable, type OutSpace, parseLook } from "@/core/finish";
import type { PictureNotes } from "@/core/formats";
import { readHeader } from "../files/decode";
import { type ExportedPicture, type ExportOptions, exportPath } from "../files/exportPicture";
import { ensureRoom } from "../room";
import { resultBytes } from "../stack/diskNeed";
import { temporaryPath } from "../store";
import { writeFinished } from "./finishPicture";
import type { FinishedPicture } from "./survey";

// A version's pixels are made when somebody wants them: beside the server, once for all formats, and kept on the disk for a while.

interface Making {
  /** Whether its file is there. */
  isMade: boolean;
  /** What part of the work is done, 0 to 1. */
  part: number;
  /** The 16-bit TIFF. @throws NoRoomError when the disk is too full to make it. */
  readonly made: Promise<string>;
  /** Who reads it. */
  readonly readers: Set<Promise<void>>;
  readonly idle: NodeJS.Timeout;
}

/** Pictures that are kept at once beside those that are being made, and for how long nobody has to ask for one. */
const MOST_KEPT = 2;
const IDLE_MS = 300_000;

const makings = new Map<string, Making>();

/**
 * What is made: a version's picture, its look line, what is written into its file, the table of colours that the line names, and the space
 * in which it comes out.
 */
export interface VersionToMake {
  readonly picture: FinishedPicture;
  readonly line: string;
  readonly notes: PictureNotes;
  readonly table: ColourTable | null;
  readonly space: OutSpace;
}

async function make(
  { picture, line, notes, table, space }: VersionToMake,
  onProgress: (part: number) => void,
): Promise<string> {
  await ensureRoom("This picture", resultBytes(await readHeader(picture.path)));
  const path = await temporaryPath();
  try {
    await writeFinished(picture, { look: parseLook(line).look, table, space }, { path, notes }, onProgress);
    return path;
  } catch (error) {
    await rm(path, { force: true });
    throw error;
  }
}

/** Lets go of a picture once all who read it have done so. */
async function letGo(key: string, making: Making): Promise<void> {
  if (makings.get(key) === making) makings.delete(key);
  clearTimeout(making.idle);
  const path = await making.made.catch(() => null);
  while (making.readers.size > 0) await Promise.all([...making.readers]);
  if (path) await rm(path, { force: true });
}

/** Lets go of all finished pictures. */
export const releaseFinished = async (): Promise<void> => {
  await Promise.all([...makings].map(([key, making]) => letGo(key, making)));
};

/** Lets go of those that were made first. One that is being made is waited for: whoever does so would only begin it again. */
function keepFew(): void {
  const made = [...makings].filter(([, { isMade }]) => isMade);
  for (const [key, making] of made.slice(0, -MOST_KEPT)) void letGo(key, making);
}

/** Begins to make a version under a look line, or goes on with it. */
function makingOf(version: VersionToMake): Making {
  const { picture, line, notes, table, space } = version;
  const ofTable = table && createHash("sha256").update(table.values).digest("hex");
  const key = JSON.stringify([picture, line, notes, space, ofTable]);
  const known = makings.get(key);
  if (known) {
    known.idle.refresh();
    return known;
  }
  const making: Making = {
    isMade: false,
    part: 0,
    made: make(version, (part) => {
      making.part = part;
    }),
    readers: new Set(),
    idle: setTimeout(() => void letGo(key, making), IDLE_MS).unref(),
  };
  makings.set(key, making);
  making.made.then(
    () => {
      making.isMade = true;
      keepFew();
    },
    // Whoever waits hears of it; the next one tries again.
    () => letGo(key, making),
  );
  return making;
}

/** How far a version's picture is, which is begun where nobody has. @throws NoRoomError */
export async function progressOf(version: VersionToMake): Promise<number> {
  const making = makingOf(version);
  // What went wrong, or is there already, is told at once.
  await Promise.race([making.made, new Promise(setImmediate)]);
  return making.part;
}

/** A version as a file on its way. @throws NoRoomError when the disk is too full to make it. */
export async function exportFinish(version: VersionToMake, options: ExportOptions): Promise<ExportedPicture> {
  const making = makingOf(version);
  let isRead = () => {};
  const read = new Promise<void>((resolve) => {
    isRead = resolve;
  });
  making.readers.add(read);
  void read.then(() => making.readers.delete(read));
  try {
    return await exportPath(await making.made, options, isRead);
  } catch (error) {
    isRead();
    throw error;
  }
}
