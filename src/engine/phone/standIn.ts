import { type Camera, readAs } from "@/core/camera";
import { type CapturePlan, periodAfter, planCapture, plannedFrames, warmedBy } from "@/core/capture";
import { AS_IT_SHOULD_BE, type FlawedFrame, type FlawedSettings, flawedFrame, type Hold } from "@/core/flaws";
import type { Recipe } from "@/core/recipe";
import type { Scene } from "@/core/scene";
import type { Thread } from "../thread";
import { armProblems } from "./arm";
import { PhoneBody } from "./body";
import { LitPlace } from "./litPlace";
import type {
  ArmProblem,
  ArmResult,
  CapturedFrame,
  CaptureOptions,
  Phone,
  PhoneCapabilities,
  PhoneStatus,
} from "./protocol";
import type { PhoneThread, TakenFrame } from "./thread";

/** Frames that are made at once. */
export const THREADS = 2;

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
const RAW_IS_OFF: ArmProblem = {
  part: "files",
  message: "The line asks for raw copies, and they are off on this phone: turn them on, or write jpeg.",
};

/** Where the phone stands, how warm it is there, and how still it stands. */
export interface PhoneStage {
  readonly scene: Scene;
  readonly sensorCelsius: number;
  readonly hold: Hold;
}

/** How a stand-in is set and worn, and what goes wrong with it. */
interface StandInState {
  /** Widths that it writes; left out those of its camera. */
  readonly widthsPx?: readonly number[];
  /** Left out as it should be. */
  readonly settings?: FlawedSettings & { readonly fullSize: boolean; readonly rawCopies: boolean };
  readonly body?: PhoneBody;
  /** Left out for one of its own, which goes with the run. */
  readonly place?: LitPlace;
  /** The frame, counted from 0, that it exposes for a quarter of the time that it says; null for none. */
  readonly wrongFrame?: number | null;
}

/** A phone that looks at a simulated scene and writes real JPEG files. */
export class StandInPhone implements Phone {
  private armed: { readonly plan: CapturePlan; readonly options: CaptureOptions } | undefined;
  private stop = new AbortController();
  /** What a paused run waits for. */
  private held: { readonly wait: Promise<void>; readonly go: () => void } | null = null;
  private state: PhoneStatus["state"] = "idle";
  private framesTaken = 0;
  private threads: readonly Thread<PhoneThread>[] | null = null;

  private readonly camera: Camera;
  private readonly widthsPx: readonly number[];
  private readonly settings: FlawedSettings;
  private readonly writesRaw: boolean;
  private readonly body: PhoneBody;
  private readonly place: LitPlace;
  private readonly isOwnPlace: boolean;
  private readonly wrongFrame: number | null;

  constructor(
    camera: Camera,
    private readonly stage: PhoneStage,
    state: StandInState = {},
  ) {
    this.widthsPx = state.widthsPx ?? camera.widthsPx;
    this.settings = state.settings ?? AS_IT_SHOULD_BE;
    this.writesRaw = state.settings?.rawCopies ?? true;
    this.camera = readAs(camera, state.settings?.fullSize ?? camera.choice.fullSize);
    this.body = state.body ?? new PhoneBody();
    this.isOwnPlace = state.place === undefined;
    this.place = state.place ?? new LitPlace(THREADS);
    this.wrongFrame = state.wrongFrame ?? null;
  }

  async capabilities(): Promise<PhoneCapabilities> {
    return { camera: this.camera, widthsPx: this.widthsPx };
  }

  async status(): Promise<PhoneStatus> {
    return { state: this.state, framesTaken: this.framesTaken };
  }

  async arm(recipe: Recipe, options: CaptureOptions): Promise<ArmResult> {
    const problems = [
      ...armProblems(recipe, this.camera, this.widthsPx, options),
      ...(recipe.files === "raw+jpeg" && !this.writesRaw ? [RAW_IS_OFF] : []),
    ];
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
      const frames = this.framesOf(plan);
      let pressedAt = Date.now();
      let heldMs = 0;
      const taking: Promise<TakenFrame>[] = [];
      const take = (index: number) => {
        const taken = frames[index];
        if (!taken) return;
        const late = { ...taken, plan: { ...taken.plan, pressedAtMs: plan.pressedAtMs + heldMs } };
        taking[index] = threads[index % THREADS]!.ask((api) => api.take(late));
        // A run that is ended early asks for no more; whoever waits for a frame hears of it all the same.
        taking[index].catch(() => {});
      };
      for (let index = 0; index < THREADS; index++) take(index);
      for (const { frame } of frames) {
        const { index, opensSeconds, closesSeconds, nominalSeconds, deliveredSeconds } = frame;
        if (signal.aborted) return;
        if (this.held) {
          const since = Date.now();
          await Promise.race([this.held.wait, aborted(signal)]);
          pressedAt += Date.now() - since;
          heldMs += options.pace === "recipe" ? Date.now() - since : 0;
          // What was made ahead is of an instant that has passed.
          for (let ahead = index; ahead < index + THREADS; ahead++) take(ahead);
        }
        const { jpeg, raw } = await taking[index]!;
        take(index + THREADS);
        if (options.pace === "recipe") await wait(pressedAt + closesSeconds * 1000 - Date.now(), signal);
        if (signal.aborted) return;
        this.framesTaken++;
        const period = periodAfter(plan, index);
        this.body.took(period, deliveredSeconds / period);
        yield {
          index,
          name: `frame-${String(index + 1).padStart(4, "0")}.jpg`,
          jpeg,
          raw,
          shutterSeconds: nominalSeconds,
          iso: frame.iso,
          takenAt: new Date(plan.pressedAtMs + opensSeconds * 1000 + heldMs),
        };
      }
    } finally {
      this.state = "idle";
      this.armed = undefined;
      await this.release();
    }
  }

  /** A plan's frames as they come out: by the phone's settings, by what shakes it, and warmer from frame to frame. */
  private framesOf(plan: CapturePlan): FlawedFrame[] {
    const { isoLadder, lens } = this.camera;
    const { hold } = this.stage;
    const before = this.body.aboveAir;
    const pitchUm = (lens.pitchUm * lens.widthPx) / this.armed!.options.widthPx;
    return plannedFrames(plan).map((planned) => {
      // What was left of the warmth of runs before goes as its own comes.
      const left = warmedBy(before, planned.opensSeconds - plan.firstOpensSeconds, 0);
      const warm = { ...planned, sensorCelsius: planned.sensorCelsius + left };
      const flawed = flawedFrame(plan, warm, this.settings, hold, isoLadder, pitchUm);
      const isWrong = planned.index === this.wrongFrame;
      return {
        ...flawed,
        frame: isWrong
          ? { ...flawed.frame, deliveredSeconds: WRONG_SHARE * flawed.frame.deliveredSeconds }
          : flawed.frame,
      };
    });
  }

  /** Renders what the armed run sees, so that its release comes at once; done by `capture` where nobody asked for it before. */
  async prepare(): Promise<readonly Thread<PhoneThread>[]> {
    if (!this.armed) throw new Error("arm a recipe before preparing it");
    this.threads ??= await this.place.use(this.stage.scene, this.camera.lens, this.armed.options.widthPx);
    return this.threads;
  }

  /** Lets go of what `prepare` holds. */
  async release(): Promise<void> {
    if (this.threads) this.place.letGo();
    this.threads = null;
    if (this.isOwnPlace) await this.place.end();
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
}
