import type { PhoneFrame, PhoneRun } from "@/contracts/phoneProtocol";
import { discardReceived, type ReceivedFile } from "../store";
import type { RemotePhone } from "./client";
import { failureOfFrame, failureOfRun, PhoneAnswerError, PhoneAwayError } from "./failures";

/** How a run waits for a phone that is out of reach, or for a database or a disk that is. */
export interface WaitingForPhone {
  readonly since: Date;
  /** Frames that were told and have not arrived, as far as anybody knows. */
  readonly left: number;
}

/** What is done with what comes from a phone. */
export interface Collecting {
  /** Keeps a frame for good: only once this is done is it acknowledged. */
  keep(frame: PhoneFrame, file: ReceivedFile, raw: ReceivedFile | null): Promise<void>;
  /** Notes a frame that does not come, and why; it stays on the phone. */
  setAside(frame: PhoneFrame, error: unknown): Promise<void>;
  /** Told how the run stands, or that it waits. */
  stands(run: PhoneRun | WaitingForPhone): Promise<void>;
}

/** How a run ended, and how many of its frames were set aside. */
export interface CollectedRun {
  readonly run: PhoneRun;
  readonly setAside: number;
}

/** Pauses before something is tried again: each is longer than the one before, up to the last. */
interface Pauses {
  readonly firstMs: number;
  readonly times: number;
  readonly mostMs: number;
}
const PAUSES: Pauses = { firstMs: 500, times: 1.6, mostMs: 30_000 };
/** A frame that fails by itself is tried so many times, while the others come. */
const MOST_TRIES = 5;
/** So long somebody listens before asking anew what lies on the phone: one that counts its events anew says nothing to whoever waits for the next. */
const LISTEN_MS = 60_000;
/** A phone that stays away for so long is no longer waited for: the night is over. */
const MOST_AWAY_MS = 12 * 3600 * 1000;
const ENDED: readonly PhoneRun["state"][] = ["done", "aborted", "failed"];

/** Waits, or less where `signal` ends it. */
const pause = (milliseconds: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    if (signal.aborted) return resolve();
    const end = () => {
      clearTimeout(timer);
      signal.removeEventListener("abort", end);
      resolve();
    };
    const timer = setTimeout(end, milliseconds);
    signal.addEventListener("abort", end);
  });

/** Takes frames from a phone one by one, each once. */
class FrameTaker {
  private readonly kept = new Set<number>();
  private readonly aside = new Set<number>();
  private readonly tries = new Map<number, number>();
  /** Frames that failed by themselves since they were last all taken. */
  private failed = 0;

  constructor(
    private readonly phone: RemotePhone,
    private readonly id: string,
    private readonly collecting: Collecting,
    private readonly signal: AbortSignal,
  ) {}

  get setAside(): number {
    return this.aside.size;
  }

  /** Takes whatever lies on the phone. @returns How the run stands, and whether all that lay there is taken or set aside. */
  async takeAll(): Promise<{ readonly run: PhoneRun; readonly isComplete: boolean }> {
    const { run, frames } = await this.phone.frames(this.id, this.signal);
    this.failed = 0;
    for (const frame of frames) await this.take(frame);
    return { run, isComplete: this.failed === 0 };
  }

  /** Takes one frame. @returns Whether it is taken or set aside. @throws what passes, and what ends the run. */
  async take(frame: PhoneFrame): Promise<boolean> {
    const { index, run } = frame;
    if (run !== this.id || this.aside.has(index)) return true;
    try {
      if (!this.kept.has(index)) await this.fetch(frame);
      this.kept.add(index);
      await this.acknowledge(index);
      return true;
    } catch (error) {
      if (this.signal.aborted || !(await this.liesWithFrame(error))) throw error;
      const tries = (this.tries.get(index) ?? 0) + 1;
      this.tries.set(index, tries);
      if (tries < MOST_TRIES) {
        this.failed++;
        return false;
      }
      await this.collecting.setAside(frame, error);
      this.aside.add(index);
      return true;
    }
  }

  /** Whether others may come although this one did not: also where a phone answers that breaks off at one frame again and again. */
  private async liesWithFrame(error: unknown): Promise<boolean> {
    const kind = failureOfFrame(error);
    if (kind !== "passing" || !(error instanceof PhoneAwayError)) return kind === "frame";
    await this.phone.frames(this.id, this.signal);
    return true;
  }

  private async fetch(frame: PhoneFrame): Promise<void> {
    const file = await this.phone.file(frame, this.signal);
    let raw: ReceivedFile | null = null;
    try {
      raw = await this.phone.rawFile(frame, this.signal);
      await this.collecting.keep(frame, file, raw);
    } finally {
      // What was kept has moved to its place already.
      await discardReceived(file);
      if (raw) await discardReceived(raw);
    }
  }

  /** One that is not there any more is as good as acknowledged. */
  private async acknowledge(index: number): Promise<void> {
    try {
      await this.phone.acknowledge(this.id, index, this.signal);
    } catch (error) {
      if (!(error instanceof PhoneAnswerError && error.code === "not-found")) throw error;
    }
  }
}

/**
 * Takes a run's frames from a phone as they are taken, until the run has ended and all of them are kept or set aside. Whatever passes is
 * tried again with growing pauses: what the phone took meanwhile lies on it until it is acknowledged.
 *
 * @throws PhoneAwayError when `signal` ends it or the phone stayed away all night; PhoneAnswerError when it has forgotten the run, or lets
 *   nobody in.
 */
export async function collectRun(
  phone: RemotePhone,
  id: string,
  collecting: Collecting,
  signal: AbortSignal,
  pauses: Pauses = PAUSES,
): Promise<CollectedRun> {
  const taker = new FrameTaker(phone, id, collecting, signal);
  let waitingSince: Date | null = null;
  let pauseMs = pauses.firstMs;
  let lastEvent = 0;
  let left = 0;
  /** Takes what lies there and listens. @returns The run once it has ended and all is taken, else when to follow it again. */
  const follow = async (): Promise<PhoneRun | "again" | "later"> => {
    const { run, isComplete } = await taker.takeAll();
    left = 0;
    await collecting.stands(run);
    waitingSince = null;
    if (!isComplete) return "later";
    pauseMs = pauses.firstMs;
    if (ENDED.includes(run.state)) return run;
    const listening = AbortSignal.any([signal, AbortSignal.timeout(LISTEN_MS)]);
    try {
      for await (const { number, event } of phone.events(lastEvent, listening)) {
        lastEvent = number;
        if (event.kind === "frame" && event.frame.run === id) {
          left++;
          if (!(await taker.take(event.frame))) return "later";
          left--;
        }
        if (event.kind !== "run" || event.run.id !== id) continue;
        if (ENDED.includes(event.run.state)) return "again";
        await collecting.stands(event.run);
      }
    } catch (error) {
      // Whoever has listened for long enough asks anew.
      if (!listening.aborted || signal.aborted) throw error;
      return "again";
    }
    return "later";
  };
  while (!signal.aborted) {
    try {
      const followed = await follow();
      if (followed === "again") continue;
      if (followed !== "later") return { run: followed, setAside: taker.setAside };
    } catch (error) {
      if (signal.aborted) break;
      if (failureOfRun(error) === "final") throw error;
      waitingSince ??= new Date();
      if (Date.now() - waitingSince.getTime() > MOST_AWAY_MS)
        throw new PhoneAwayError("The phone stayed out of reach; what had arrived is kept, the rest is still on it.");
      // The database may be what is away: then nobody is told for now.
      await collecting.stands({ since: waitingSince, left }).catch(() => {});
    }
    await pause(pauseMs, signal);
    pauseMs = Math.min(pauses.mostMs, pauseMs * pauses.times);
  }
  throw new PhoneAwayError("The application stopped during this run.");
}
