import { createHash } from "node:crypto";
import { EventEmitter } from "node:events";
import { rm, writeFile } from "node:fs/promises";
import { join } from "node:path";
import type { z } from "zod";
import {
  type armRequest,
  PHONE_FAULTS,
  type PhoneErrorCode,
  type PhoneEvent,
  type PhoneFrame,
  type PhoneRun,
} from "@/contracts/phoneProtocol";
import { parseRecipe, type Recipe } from "@/core/recipe";
import { makePrivateFolder, PRIVATE_FILE } from "../folders";
import type { PhoneBody } from "./body";
import type { PhoneFaults } from "./faults";
import type { StandInPhone } from "./standIn";

/** An answer of the protocol that is not what was asked for. */
export class PhoneRefusal extends Error {
  constructor(
    readonly code: PhoneErrorCode,
    message: string,
    readonly details: readonly string[] = [],
  ) {
    super(message);
  }
}

/** Events that a phone remembers for those who were away. */
const MOST_EVENTS = 2000;
/** So long it waits for an armed run to be started. */
const ARMED_MS = 60_000;
/** Runs whose frames it keeps until they are acknowledged. */
const MOST_RUNS = 20;

/** A frame and where its files lie. */
type HeldFrame = PhoneFrame & { readonly path: string; readonly rawPath: string | null };

interface Held {
  run: PhoneRun;
  readonly asked: string;
  readonly camera: StandInPhone;
  readonly armedAtMs: number;
  readonly frames: Map<number, HeldFrame>;
}

/** An event with its number, which counts up from 1 for as long as the phone runs. */
export interface NumberedEvent {
  readonly number: number;
  readonly event: PhoneEvent;
}

/**
 * The runs of a stand-in: armed, taken, and held on its own disk frame by frame until somebody acknowledges them. One goes on at a
 * time.
 */
export class StandInRuns {
  private readonly held = new Map<string, Held>();
  private readonly remembered: NumberedEvent[] = [];
  private eventCount = 0;
  private isArming = false;
  /** Emits `event` as things happen, and `gone` when the phone is to be out of reach. */
  readonly happens = new EventEmitter<{ event: [NumberedEvent]; gone: [] }>();

  constructor(
    private readonly folder: string,
    private readonly newCamera: () => { readonly camera: StandInPhone; readonly startsAt: Date | null },
    private readonly faults: PhoneFaults,
    private readonly body: PhoneBody,
  ) {
    this.happens.setMaxListeners(0);
  }

  /** The run it holds or has held last; null before the first. */
  latest(): PhoneRun | null {
    return [...this.held.values()].at(-1)?.run ?? null;
  }

  /** Events after one; all that are remembered from 0. */
  eventsAfter(number: number): NumberedEvent[] {
    return this.remembered.filter((each) => each.number > number);
  }

  /** @throws PhoneRefusal where a run is under way, or the phone cannot do what the line says. */
  async arm({ id, line, widthPx, pace, seed }: z.output<typeof armRequest>): Promise<PhoneRun> {
    const asked = JSON.stringify({ line, widthPx, pace, seed });
    const known = this.held.get(id);
    if (known?.asked === asked) return known.run;
    await this.dropForgotten();
    const active = this.latest();
    if (this.isArming || known || (active && ["armed", "running", "paused"].includes(active.state)))
      throw new PhoneRefusal("phone-busy", "The phone is at another run: wait for it, or abort it.");
    const { recipe, problems } = parseRecipe(line);
    if (problems.length > 0)
      throw new PhoneRefusal(
        "cannot-do",
        "The recipe line has a part that cannot be read.",
        problems.map(({ found, expected }) => `${found}: expected ${expected}`),
      );
    this.isArming = true;
    try {
      return await this.makeReady({ id, line, widthPx, pace, seed }, recipe, asked);
    } finally {
      this.isArming = false;
    }
  }

  private async makeReady(
    { id, line, widthPx, pace, seed }: z.output<typeof armRequest>,
    recipe: Recipe,
    asked: string,
  ): Promise<PhoneRun> {
    const { camera, startsAt } = this.newCamera();
    const armed = await camera.arm(recipe, { widthPx, pace, startsAt, seed });
    if (armed.kind === "refused") {
      const words = armed.problems.map(({ message }) => message);
      throw new PhoneRefusal("cannot-do", words.join(" "), words);
    }
    const framesWanted = recipe.sequence?.frames ?? 1;
    await camera.prepare();
    const run: PhoneRun = { id, state: "armed", line, framesWanted, framesTaken: 0, fault: null };
    this.held.set(id, { run, asked, camera, armedAtMs: Date.now(), frames: new Map() });
    await this.forgetOldest();
    this.tell({ kind: "run", run });
    return run;
  }

  /** Begins an armed run; it goes on by itself. Asked again, it answers as it stands. */
  start(id: string): PhoneRun {
    const held = this.find(id);
    if (held.run.state === "running") return held.run;
    if (held.run.state !== "armed") throw new PhoneRefusal("wrong-state", `The run is ${held.run.state}.`);
    this.change(held, { state: "running" });
    void this.take(held);
    return held.run;
  }

  pause(id: string): PhoneRun {
    const held = this.find(id);
    if (held.run.state === "paused") return held.run;
    if (held.run.state !== "running") throw new PhoneRefusal("wrong-state", `The run is ${held.run.state}.`);
    held.camera.pause();
    return this.change(held, { state: "paused" });
  }

  resume(id: string): PhoneRun {
    const held = this.find(id);
    if (held.run.state === "running") return held.run;
    if (held.run.state !== "paused") throw new PhoneRefusal("wrong-state", `The run is ${held.run.state}.`);
    held.camera.resume();
    return this.change(held, { state: "running" });
  }

  /** Ends a run after the frame at hand; one that has ended stays as it is. */
  async abort(id: string): Promise<PhoneRun> {
    const held = this.find(id);
    if (held.run.state === "armed") {
      await held.camera.release();
      return this.change(held, { state: "aborted" });
    }
    await held.camera.abort();
    return held.run;
  }

  run(id: string): PhoneRun {
    return this.find(id).run;
  }

  /** Frames that are not acknowledged, in order. */
  frames(id: string): PhoneFrame[] {
    return [...this.find(id).frames.values()].map(({ path: _, rawPath: _raw, ...frame }) => frame);
  }

  /** A frame and where its bytes lie. @throws PhoneRefusal where it is not, or was acknowledged. */
  frame(id: string, index: number): HeldFrame {
    const frame = this.find(id).frames.get(index);
    if (!frame) throw new PhoneRefusal("not-found", "There is no such frame, or it was acknowledged.");
    return frame;
  }

  /** Forgets a frame that is safe elsewhere; one that is not there any more is as good as forgotten. */
  async acknowledge(id: string, index: number): Promise<PhoneRun> {
    const { frames, run } = this.find(id);
    const frame = frames.get(index);
    frames.delete(index);
    if (frame) await this.letGoOf(frame);
    return run;
  }

  /** Ends whatever goes on. */
  async end(): Promise<void> {
    for (const { camera } of this.held.values()) {
      await camera.abort();
      await camera.release();
    }
  }

  private find(id: string): Held {
    const held = this.held.get(id);
    if (!held) throw new PhoneRefusal("not-found", "The phone knows no such run.");
    return held;
  }

  private change(held: Held, part: Partial<PhoneRun>): PhoneRun {
    held.run = { ...held.run, ...part };
    this.tell({ kind: "run", run: held.run });
    return held.run;
  }

  private tell(event: PhoneEvent): void {
    this.eventCount++;
    const numbered = { number: this.eventCount, event };
    this.remembered.push(numbered);
    if (this.remembered.length > MOST_EVENTS) this.remembered.shift();
    this.happens.emit("event", numbered);
  }

  /** Lets go of a run that was made ready and never begun: whoever asked for it is gone. */
  private async dropForgotten(): Promise<void> {
    for (const held of this.held.values())
      if (held.run.state === "armed" && Date.now() - held.armedAtMs > ARMED_MS) await this.abort(held.run.id);
  }

  private async letGoOf({ path, bytes, rawPath, raw }: HeldFrame): Promise<void> {
    await rm(path, { force: true });
    if (rawPath !== null) await rm(rawPath, { force: true });
    this.body.holds(-bytes - (raw?.bytes ?? 0));
  }

  private async forgetOldest(): Promise<void> {
    for (const [id, { frames }] of [...this.held].slice(0, -MOST_RUNS)) {
      for (const frame of frames.values()) await this.letGoOf(frame);
      this.held.delete(id);
    }
  }

  private fail(held: Held, code: keyof typeof PHONE_FAULTS): void {
    this.change(held, { state: "failed", fault: { code, message: PHONE_FAULTS[code] } });
  }

  private async take(held: Held): Promise<void> {
    const { camera, frames, run } = held;
    const { dropped, disconnect, full, dead } = this.faults;
    try {
      await makePrivateFolder(this.folder);
      for await (const { index, name, jpeg, raw: rawBytes, shutterSeconds, iso, takenAt } of camera.capture()) {
        const number = index + 1;
        if (number === dead || this.body.isEmpty) return this.fail(held, "battery-dead");
        if (number === full) return this.fail(held, "card-full");
        if (number !== dropped) {
          const path = join(this.folder, `${run.id}-${index}`);
          const rawPath = rawBytes && `${path}-raw`;
          const file = await this.keep(path, name, "image/jpeg", jpeg);
          const raw = rawPath
            ? await this.keep(rawPath, name.replace(/jpg$/, "dng"), "image/x-adobe-dng", rawBytes)
            : null;
          const taken = { run: run.id, index, takenAt: takenAt.toISOString(), shutterSeconds, iso };
          const frame = { ...taken, ...file, raw };
          frames.set(index, { ...frame, path, rawPath });
          held.run = { ...held.run, framesTaken: held.run.framesTaken + 1 };
          this.tell({ kind: "frame", frame });
        }
        if (number === disconnect) this.happens.emit("gone");
      }
      this.change(held, { state: this.wasEnded(held) ? "aborted" : "done" });
    } catch (error) {
      console.error(error);
      this.fail(held, "camera-failed");
    } finally {
      await camera.abort();
    }
  }

  /** Lays a file down and says what it is. */
  private async keep(path: string, name: string, mediaType: string, bytes: Uint8Array) {
    await writeFile(path, bytes, { mode: PRIVATE_FILE });
    this.body.holds(bytes.length);
    return { name, mediaType, bytes: bytes.length, sha256: createHash("sha256").update(bytes).digest("hex") };
  }

  /** Whether a run stopped before its last frame; one that was lost on the way counts as taken. */
  private wasEnded({ run }: Held): boolean {
    const lost = this.faults.dropped !== undefined && this.faults.dropped <= run.framesWanted ? 1 : 0;
    return run.framesTaken + lost < run.framesWanted;
  }
}
