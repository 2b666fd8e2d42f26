import { readFile } from "node:fs/promises";
import { availableParallelism } from "node:os";
import pLimit from "p-limit";
import { type HelperProcess, startProcess } from "../helperProcess";
import type { PictureProcess } from "./pictureProcess";

type Helper = HelperProcess<PictureProcess>;

/** A picture that could not be asked about, in words. */
export class UnansweredPicture extends Error {}

/** A hostile picture may inflate for ever. */
const LONGEST_MS = 60_000;
/** The largest picture that is read, decoded, measured and small, takes about half of it. */
const MOST_BYTES = 4 * 2 ** 30;
const LOOK_EVERY_MS = 250;
/** A process that nobody has asked for so long ends. */
const IDLE_MS = 30_000;
/** A page of memory on the systems that tell of it. @see proc(5), /proc/pid/statm */
const MEMORY_PAGE_BYTES = 4096;

/** As many pictures at once as there are cores. */
const atOnce = pLimit(availableParallelism());
const resting = new Map<Helper, NodeJS.Timeout>();

function takeHelper(): Helper {
  const [found] = resting.keys();
  if (!found) return startProcess<PictureProcess>("picture-process.mjs");
  clearTimeout(resting.get(found));
  resting.delete(found);
  return found;
}

function layDown(helper: Helper): void {
  const idle = setTimeout(() => {
    resting.delete(helper);
    void helper.end();
  }, IDLE_MS);
  resting.set(helper, idle.unref());
}

/** Memory that a process holds, bytes; 0 where the system does not tell. */
async function residentBytes(pid: number | undefined): Promise<number> {
  const statm = await readFile(`/proc/${pid}/statm`, "utf8").catch(() => "");
  return (Number(statm.split(" ")[1]) || 0) * MEMORY_PAGE_BYTES;
}

/** Says when a process has taken too long or too much; ends with `stop`. */
function watch(helper: Helper): { readonly tooMuch: Promise<never>; readonly stop: () => void } {
  let stop = () => {};
  const tooMuch = new Promise<never>((_resolve, reject) => {
    const late = setTimeout(() => reject(new UnansweredPicture("Reading it took longer than a minute.")), LONGEST_MS);
    const look = setInterval(async () => {
      if ((await residentBytes(helper.pid)) > MOST_BYTES)
        reject(new UnansweredPicture("Reading it takes more memory than a picture may."));
    }, LOOK_EVERY_MS);
    stop = () => {
      clearTimeout(late);
      clearInterval(look);
    };
  });
  return { tooMuch, stop };
}

/**
 * Asks a process that opens pictures. A picture that it dies of, hangs on or that takes too much memory costs no more than itself.
 *
 * @throws UnansweredPicture when there is no answer.
 */
export function askPictures<Value>(
  work: (api: Parameters<Parameters<Helper["ask"]>[0]>[0]) => Promise<Value>,
): Promise<Value> {
  return atOnce(async () => {
    const helper = takeHelper();
    const { tooMuch, stop } = watch(helper);
    try {
      const value = await Promise.race([helper.ask(work), tooMuch]);
      layDown(helper);
      return value;
    } catch (error) {
      await helper.end();
      if (error instanceof UnansweredPicture) throw error;
      throw new UnansweredPicture("Reading it ended unexpectedly; try it again.");
    } finally {
      stop();
    }
  });
}
