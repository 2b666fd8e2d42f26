import pLimit from "p-limit";
import type { PictureViewReply } from "@/contracts/replies";
import { type HelperProcess, startProcess } from "../helperProcess";
import { storedPath } from "../store";
import type { PictureView } from "./pictureViewProcess";

/** A picture that cannot be shown, in words. */
export class UnshowablePicture extends Error {}

interface OpenPicture {
  readonly process: HelperProcess<PictureView>;
  readonly view: PictureViewReply;
}

interface Entry {
  readonly picture: Promise<OpenPicture>;
  readonly idle: NodeJS.Timeout;
  /** Known once it is open. */
  pixels: number;
}

/** Pixels that are held at once, those of the newest picture apart: five bytes and a third of one each. */
const MOST_PIXELS_HELD = 100_000_000;
/** After so long without a question a picture is closed; asked again, it is opened again. */
const IDLE_MS = 120_000;
/** A hostile picture may inflate for ever. */
const LONGEST_MS = 60_000;

/** By hash, the one asked for last at the end. */
const entries = new Map<string, Entry>();
/** Decoding takes twice the memory that a picture takes afterwards. */
const oneAtATime = pLimit(1);

/** Decodes a picture in a process, which then holds it. @throws UnshowablePicture */
async function openPicture(path: string): Promise<OpenPicture> {
  const process = startProcess<PictureView>("picture-view-process.mjs");
  let late: NodeJS.Timeout | undefined;
  const tooLong = new Promise<never>((_resolve, reject) => {
    const reason = "Opening it took longer than a minute; it is too large to be shown pixel by pixel.";
    late = setTimeout(() => reject(new UnshowablePicture(reason)), LONGEST_MS);
  });
  try {
    const reply = await Promise.race([process.ask(async (api) => api.open(path)), tooLong]);
    if (reply.kind === "unreadable") throw new UnshowablePicture(reply.reason);
    return { process, view: reply.view };
  } catch (error) {
    await process.end();
    if (error instanceof UnshowablePicture) throw error;
    throw new UnshowablePicture("Opening the picture ended unexpectedly; try it again.");
  } finally {
    clearTimeout(late);
  }
}

async function close(hash: string): Promise<void> {
  const entry = entries.get(hash);
  if (!entry) return;
  entries.delete(hash);
  clearTimeout(entry.idle);
  const picture = await entry.picture.catch(() => null);
  await picture?.process.end();
}

/** Closes those not asked for the longest until there is room beside the newest. */
function makeRoom(): void {
  const others = [...entries].slice(0, -1);
  let pixels = others.reduce((sum, [, entry]) => sum + entry.pixels, 0);
  for (const [hash, entry] of others) {
    if (pixels <= MOST_PIXELS_HELD) return;
    pixels -= entry.pixels;
    void close(hash);
  }
}

function open(hash: string): Promise<OpenPicture> {
  const known = entries.get(hash);
  if (known) {
    entries.delete(hash);
    entries.set(hash, known);
    known.idle.refresh();
    return known.picture;
  }
  const picture = oneAtATime(() => openPicture(storedPath(hash)));
  const entry: Entry = { picture, pixels: 0, idle: setTimeout(() => void close(hash), IDLE_MS).unref() };
  entries.set(hash, entry);
  picture.then(
    ({ view }) => {
      entry.pixels = view.width * view.height;
      makeRoom();
    },
    () => close(hash),
  );
  return picture;
}

/**
 * Size, histogram and clipped shares of a stored picture.
 *
 * @throws UnshowablePicture when it cannot be read, or takes too long.
 */
export const pictureView = async (hash: string): Promise<PictureViewReply> => (await open(hash)).view;

/**
 * A tile of a stored picture, red, green, blue and marks of each pixel; null where it has none there.
 *
 * @throws UnshowablePicture when it cannot be read, or takes too long.
 */
export async function pictureTile(
  hash: string,
  level: number,
  column: number,
  row: number,
): Promise<Uint8Array<ArrayBuffer> | null> {
  const { process } = await open(hash);
  const asked = process.ask(async (api) => api.tile(level, column, row));
  const tile = await asked.catch(() => {
    throw new UnshowablePicture("The picture was closed for others; look at it again.");
  });
  return tile && new Uint8Array(tile);
}

/** Closes every picture. */
export async function closePictures(): Promise<void> {
  await Promise.all([...entries.keys()].map(close));
}
