import type { PhoneFrame, PhoneRun } from "@/contracts/phoneProtocol";
import { PhoneAnswerError, PhoneAwayError, type RemotePhone } from "./client";

/** What is done with what comes from a phone. */
export interface Collecting {
  /** Keeps a frame for good: only once this is done is it acknowledged. */
  keep(frame: PhoneFrame, bytes: Buffer, raw: Buffer | null): Promise<void>;
  /** Whether what went wrong with keeping will pass, so that it is tried again; otherwise the run is given up. */
  passes(error: unknown): boolean;
  /** Told how the run stands, and null while the phone is out of reach. */
  stands(run: PhoneRun | null): Promise<void>;
}

const RETRY_MS = 500;
const ENDED: readonly PhoneRun["state"][] = ["done", "aborted", "failed"];

/** Waits, or less where `signal` ends it. */
const pause = (milliseconds: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const timer = setTimeout(resolve, milliseconds);
    signal.addEventListener("abort", () => {
      clearTimeout(timer);
      resolve();
    });
  });

function unlessForgotten(error: unknown): void {
  if (!(error instanceof PhoneAnswerError && error.code === "not-found")) throw error;
}

/**
 * Takes a run's frames from a phone as they are taken, until the run has ended and all of them are kept. A phone that goes out of
 * reach is asked again and again: what it took meanwhile lies on it until it is acknowledged.
 *
 * @param giveUpMs How long the phone may stay away.
 * @returns The run as it ended.
 * @throws PhoneAwayError when the phone stayed away too long, or has forgotten the run.
 */
export async function collectRun(
  phone: RemotePhone,
  id: string,
  collecting: Collecting,
  giveUpMs: number,
  signal: AbortSignal,
): Promise<PhoneRun> {
  let awaySince: number | null = null;
  let lastEvent = 0;
  const kept = new Set<number>();
  const take = async (frame: PhoneFrame): Promise<void> => {
    if (kept.has(frame.index)) return;
    await collecting.keep(frame, await phone.bytesOf(frame), await phone.rawBytesOf(frame));
    kept.add(frame.index);
    await phone.acknowledge(id, frame.index);
  };
  /** Takes whatever lies on the phone. */
  const takeAll = async (): Promise<PhoneRun> => {
    const { run, frames } = await phone.frames(id);
    for (const frame of frames) await take(frame);
    await collecting.stands(run);
    return run;
  };
  while (!signal.aborted) {
    try {
      const run = await takeAll();
      awaySince = null;
      if (ENDED.includes(run.state)) return run;
      for await (const { number, event } of phone.events(lastEvent, signal)) {
        lastEvent = number;
        // Frames of before that are not there any more were acknowledged.
        if (event.kind === "frame" && event.frame.run === id) await take(event.frame).catch(unlessForgotten);
        if (event.kind !== "run" || event.run.id !== id) continue;
        if (ENDED.includes(event.run.state)) return await takeAll();
        await collecting.stands(event.run);
      }
    } catch (error) {
      if (signal.aborted) break;
      if (error instanceof PhoneAnswerError && error.code === "not-found")
        throw new PhoneAwayError("The phone was started anew and has forgotten this run; what had arrived is kept.");
      if (!(error instanceof PhoneAwayError || collecting.passes(error))) throw error;
    }
    awaySince ??= Date.now();
    if (Date.now() - awaySince > giveUpMs)
      throw new PhoneAwayError("The phone stayed out of reach; what had arrived is kept, the rest is still on it.");
    await collecting.stands(null).catch((error: unknown) => {
      if (!collecting.passes(error)) throw error;
    });
    await pause(RETRY_MS, signal);
  }
  throw new PhoneAwayError("The application stopped during this run.");
}
