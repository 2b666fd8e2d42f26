import { Worker } from "node:worker_threads";
import type { Camera } from "@/core/camera";
import { filterTransmission, nearestRung, stackedFilterStops } from "@/core/light";
import { equivalentFocalMm } from "@/core/optics";
import { frameShutters, frameTimes, type Recipe } from "@/core/recipe";
import { sceneNamed, viewOf } from "@/core/scene";
import { builtFile } from "../folders";
import { armProblems, deliveredShutter } from "./arm";
import type { PhoneThreadReply, PhoneThreadRequest } from "./messages";
import type { ArmResult, CapturedFrame, CaptureOptions, Phone, PhoneCapabilities, PhoneStatus } from "./protocol";

const THREADS = 2;
/** White balance that the phone picks by itself under street lamps. */
const AUTOMATIC_KELVIN = 3800;
const SENSOR_CELSIUS = 22;
/** Scene time at which a run begins: traffic is flowing. */
const SCENE_STARTS_SECONDS = 8;

class PhoneThread {
  private readonly worker = new Worker(builtFile("phone-thread.mjs"));

  ask(request: PhoneThreadRequest): Promise<PhoneThreadReply> {
    return new Promise((resolve, reject) => {
      const settle = (reply: PhoneThreadReply) => {
        this.worker.off("error", reject);
        resolve(reply);
      };
      this.worker.once("message", settle);
      this.worker.once("error", reject);
      this.worker.postMessage(request);
    });
  }

  end(): Promise<number> {
    return this.worker.terminate();
  }
}

function expectReply(reply: PhoneThreadReply): PhoneThreadReply {
  if (reply.kind === "failed") throw new Error(reply.reason);
  return reply;
}

const wait = (milliseconds: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    if (milliseconds <= 0 || signal.aborted) return resolve();
    const timer = setTimeout(resolve, milliseconds);
    signal.addEventListener("abort", () => {
      clearTimeout(timer);
      resolve();
    });
  });

/** The shutter time of a frame, from the phone's own ladder: a bracket's steps fall between its rungs. */
function frameShutterOnLadder(recipe: Recipe, { shutterLadder }: Camera, index: number): number {
  return nearestRung(shutterLadder, frameShutters(recipe)[index]!);
}

/** A phone that looks at a simulated scene and writes real JPEG files. */
export class StandInPhone implements Phone {
  private armed: { readonly recipe: Recipe; readonly options: CaptureOptions } | undefined;
  private stop = new AbortController();
  private state: PhoneStatus["state"] = "idle";
  private framesTaken = 0;

  constructor(
    private readonly camera: Camera,
    private readonly sceneName: string,
    /** Widths that it writes; by default those of its camera. */
    private readonly widthsPx: readonly number[] = camera.widthsPx,
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
    this.armed = { recipe, options };
    this.state = "armed";
    this.framesTaken = 0;
    this.stop = new AbortController();
    return { kind: "armed" };
  }

  async *capture(): AsyncIterable<CapturedFrame> {
    if (!this.armed) throw new Error("arm a recipe before capturing");
    const { recipe, options } = this.armed;
    const { signal } = this.stop;
    this.state = "capturing";
    const threads = Array.from({ length: THREADS }, () => new PhoneThread());
    try {
      await this.setStage(threads, options.widthPx);
      const times = frameTimes(recipe, this.camera);
      const pressedAt = Date.now();
      const taking: Promise<Uint8Array>[] = [];
      const take = (index: number) => {
        const time = times[index];
        if (time) taking[index] = this.takeFrame(threads[index % THREADS]!, recipe, options, index, time.opensSeconds);
      };
      for (let index = 0; index < THREADS; index++) take(index);
      for (const { index, opensSeconds, closesSeconds } of times) {
        if (signal.aborted) return;
        const jpeg = await taking[index]!;
        take(index + THREADS);
        if (options.pace === "recipe") await wait(pressedAt + closesSeconds * 1000 - Date.now(), signal);
        if (signal.aborted) return;
        this.framesTaken++;
        const takenAt = new Date(options.startsAt.getTime() + opensSeconds * 1000);
        const shutterSeconds = frameShutterOnLadder(recipe, this.camera, index);
        yield { index, name: `frame-${String(index + 1).padStart(4, "0")}.jpg`, jpeg, shutterSeconds, takenAt };
      }
    } finally {
      this.state = "idle";
      this.armed = undefined;
      await Promise.all(threads.map((thread) => thread.end()));
    }
  }

  async abort(): Promise<void> {
    this.stop.abort();
  }

  /** Renders the scene's still light once, each thread a part of the rows. */
  private async setStage(threads: readonly PhoneThread[], widthPx: number): Promise<void> {
    const { lens } = this.camera;
    const scene = sceneNamed(this.sceneName);
    if (!scene) throw new Error(`There is no scene ${this.sceneName}.`);
    const { height } = viewOf(scene, lens, widthPx);
    const still = new SharedArrayBuffer(12 * widthPx * height);
    const perThread = Math.ceil(height / threads.length);
    const replies = await Promise.all(
      threads.map((thread, part) => {
        const firstRow = part * perThread;
        const rows = Math.min(perThread, height - firstRow);
        return thread.ask({ kind: "stage", sceneName: this.sceneName, lens, widthPx, still, firstRow, rows });
      }),
    );
    replies.forEach(expectReply);
  }

  private async takeFrame(
    thread: PhoneThread,
    recipe: Recipe,
    { startsAt, seed }: CaptureOptions,
    index: number,
    opensSeconds: number,
  ): Promise<Uint8Array> {
    const { phone, lens, lossStops, vignettingStops } = this.camera;
    const nominalSeconds = frameShutterOnLadder(recipe, this.camera, index);
    const iso = recipe.iso ?? lens.baseIso;
    const reply = expectReply(
      await thread.ask({
        kind: "frame",
        quality: 94,
        frame: {
          opensSeconds: SCENE_STARTS_SECONDS + opensSeconds,
          shutterSeconds: deliveredShutter(this.camera, nominalSeconds),
          iso,
          transmission: filterTransmission(stackedFilterStops(recipe.filters) + lossStops),
          kelvin: recipe.whiteBalance?.kind === "kelvin" ? recipe.whiteBalance.kelvin : AUTOMATIC_KELVIN,
          sensorCelsius: SENSOR_CELSIUS,
          vignettingStops,
          sensorSeed: phone.length + lens.name.length,
          frameSeed: seed + index,
        },
        notes: {
          camera: phone,
          takenAt: new Date(startsAt.getTime() + opensSeconds * 1000),
          shutterSeconds: nominalSeconds,
          iso,
          fNumber: lens.fNumber,
          focalLengthMm: lens.focalLengthMm,
          equivalentFocalMm: equivalentFocalMm(lens),
          recipe,
        },
      }),
    );
    if (reply.kind !== "taken") throw new Error(`unexpected reply ${reply.kind}`);
    return reply.jpeg;
  }
}
