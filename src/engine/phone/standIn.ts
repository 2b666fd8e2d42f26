import type { Camera } from "@/core/camera";
import { type CapturePlan, planCapture, plannedFrames } from "@/core/capture";
import type { Recipe } from "@/core/recipe";
import { type Scene, stillBytes, viewOf } from "@/core/scene";
import { startThread, type Thread } from "../thread";
import { armProblems } from "./arm";
import type { ArmResult, CapturedFrame, CaptureOptions, Phone, PhoneCapabilities, PhoneStatus } from "./protocol";
import type { PhoneThread } from "./thread";

const THREADS = 2;

const wait = (milliseconds: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    if (milliseconds <= 0 || signal.aborted) return resolve();
    const timer = setTimeout(resolve, milliseconds);
    signal.addEventListener("abort", () => {
      clearTimeout(timer);
      resolve();
    });
  });

const aborted = (signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    if (signal.aborted) return resolve();
    signal.addEventListener("abort", () => resolve(), { once: true });
  });

const WRONG_SHARE = 0.25;

/** Where the phone stands, and how warm it is there. */
export interface PhoneStage {
  readonly scene: Scene;
  readonly sensorCelsius: number;
}

/** A phone that looks at a simulated scene and writes real JPEG files. */
export class StandInPhone implements Phone {
  private armed: { readonly plan: CapturePlan; readonly options: CaptureOptions } | undefined;
  private stop = new AbortController();
  /** What a paused run waits for. */
  private held: { readonly wait: Promise<void>; readonly go: () => void } | null = null;
  private state: PhoneStatus["state"] = "idle";
  private framesTaken = 0;
  private threads: readonly Thread<PhoneThread>[] = [];

  constructor(
    private readonly camera: Camera,
    private readonly stage: PhoneStage,
    /** Widths that it writes; by default those of its camera. */
    private readonly widthsPx: readonly number[] = camera.widthsPx,
    /** The frame, counted from 0, that it exposes for a quarter of the time that it says; null for none. */
    private readonly wrongFrame: number | null = null,
  ) {}

  async capabilities(): Promise<PhoneCapabilities> {
    return { camera: this.camera, widthsPx: this.widthsPx };
  }

  async status(): Promise<PhoneStatus> {
    return { state: this.state, framesTaken: this.framesTaken };
  }

  async arm(recipe: Recipe, options: CaptureOptions): Promise<ArmResult> {
    const problems = armProblems(recipe, this.camera, this.widthsPx, options);
    if (problems.length > 0) return { kind: "refused", problems };
    const { startsAt, seed } = options;
    const { sensorCelsius } = this.stage;
    const pressedAtMs = (startsAt ?? new Date()).getTime();
    const plan = planCapture(recipe, this.camera, { pressedAtMs, sensorCelsius, seed });
    if (plan === null) throw new Error("a recipe without a shutter time passed the check");
    this.armed = { plan, options };
    this.state = "armed";
    this.framesTaken = 0;
    this.stop = new AbortController();
    this.resume();
    return { kind: "armed" };
  }

  async *capture(): AsyncIterable<CapturedFrame> {
    if (!this.armed) throw new Error("arm a recipe before capturing");
    const { plan: armed, options } = this.armed;
    const { signal } = this.stop;
    this.state = "capturing";
    try {
      const threads = await this.prepare();
      const plan = options.startsAt === null ? { ...armed, pressedAtMs: Date.now() } : armed;
      const frames = plannedFrames(plan);
      let pressedAt = Date.now();
      let heldMs = 0;
      const taking: Promise<Uint8Array>[] = [];
      const take = (index: number) => {
        const planned = frames[index];
        if (!planned) return;
        const { deliveredSeconds } = planned;
        const frame =
          index === this.wrongFrame ? { ...planned, deliveredSeconds: WRONG_SHARE * deliveredSeconds } : planned;
        taking[index] = threads[index % THREADS]!.ask((api) => api.take(plan, frame));
        // A run that is ended early asks for no more; whoever waits for a frame hears of it all the same.
        taking[index].catch(() => {});
      };
      for (let index = 0; index < THREADS; index++) take(index);
      for (const { index, opensSeconds, closesSeconds, nominalSeconds } of frames) {
        if (signal.aborted) return;
        const jpeg = await taking[index]!;
        take(index + THREADS);
        if (this.held) {
          const since = Date.now();
          await Promise.race([this.held.wait, aborted(signal)]);
          pressedAt += Date.now() - since;
          heldMs += options.pace === "recipe" ? Date.now() - since : 0;
        }
        if (options.pace === "recipe") await wait(pressedAt + closesSeconds * 1000 - Date.now(), signal);
        if (signal.aborted) return;
        this.framesTaken++;
        yield {
          index,
          name: `frame-${String(index + 1).padStart(4, "0")}.jpg`,
          jpeg,
          shutterSeconds: nominalSeconds,
          iso: plan.iso,
          takenAt: new Date(plan.pressedAtMs + opensSeconds * 1000 + heldMs),
        };
      }
    } finally {
      this.state = "idle";
      this.armed = undefined;
      await this.release();
    }
  }

  /** Renders what the armed run sees, so that its release comes at once; done by `capture` where nobody asked for it before. */
  async prepare(): Promise<readonly Thread<PhoneThread>[]> {
    if (!this.armed) throw new Error("arm a recipe before preparing it");
    if (this.threads.length > 0) return this.threads;
    this.threads = Array.from({ length: THREADS }, () => startThread<PhoneThread>("phone-thread.mjs"));
    await this.setStage(this.threads, this.armed.options.widthPx);
    return this.threads;
  }

  /** Lets go of what `prepare` holds. */
  async release(): Promise<void> {
    const threads = this.threads;
    this.threads = [];
    await Promise.all(threads.map((thread) => thread.end()));
  }

  async abort(): Promise<void> {
    this.stop.abort();
  }

  /** Holds the run after the frame at hand; what comes after it comes as much later. */
  pause(): void {
    if (this.held) return;
    let go = () => {};
    const wait = new Promise<void>((resolve) => {
      go = resolve;
    });
    this.held = { wait, go };
  }

  resume(): void {
    this.held?.go();
    this.held = null;
  }

  /** Renders the scene's still light once, each thread a part of the rows. */
  private async setStage(threads: readonly Thread<PhoneThread>[], widthPx: number): Promise<void> {
    const { lens } = this.camera;
    const { scene } = this.stage;
    const view = viewOf(scene, lens, widthPx);
    const { height } = view;
    const still = new SharedArrayBuffer(stillBytes(view));
    const perThread = Math.ceil(height / threads.length);
    await Promise.all(
      threads.map((thread, part) => {
        const firstRow = part * perThread;
        const rows = Math.min(perThread, height - firstRow);
        return thread.ask((api) => api.stage({ scene, lens, widthPx, still, firstRow, rows }));
      }),
    );
  }
}
