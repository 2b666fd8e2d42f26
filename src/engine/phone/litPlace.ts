import type { Lens } from "@/core/optics";
import { type Scene, stillBytes, viewOf } from "@/core/scene";
import { startThread, type Thread } from "../thread";
import type { PhoneThread } from "./thread";

/** What is lit stays so long after nobody uses it any more: the next frame is often of the same place. */
const FORGOTTEN_MS = 60_000;

interface Lit {
  readonly key: string;
  readonly threads: readonly Thread<PhoneThread>[];
  readonly ready: Promise<unknown>;
}

/** Threads that hold a place's still light, as long as somebody uses them and for a while after. */
export class LitPlace {
  private lit: Lit | null = null;
  private users = 0;
  private forgetting: NodeJS.Timeout | undefined;

  constructor(private readonly threadCount: number) {}

  /** Threads that have lit this scene; whoever asks says `letGo` once. Another place's are ended. */
  async use(scene: Scene, lens: Lens, widthPx: number): Promise<readonly Thread<PhoneThread>[]> {
    clearTimeout(this.forgetting);
    this.users++;
    const key = JSON.stringify([scene, lens, widthPx]);
    if (this.lit?.key !== key) {
      await this.end();
      const threads = Array.from({ length: this.threadCount }, () => startThread<PhoneThread>("phone-thread.mjs"));
      this.lit = { key, threads, ready: light(threads, scene, lens, widthPx) };
    }
    const { threads, ready } = this.lit;
    try {
      await ready;
    } catch (error) {
      this.users--;
      await this.end();
      throw error;
    }
    return threads;
  }

  letGo(): void {
    this.users = Math.max(0, this.users - 1);
    if (this.users > 0) return;
    clearTimeout(this.forgetting);
    this.forgetting = setTimeout(() => void this.end(), FORGOTTEN_MS);
    this.forgetting.unref();
  }

  async end(): Promise<void> {
    clearTimeout(this.forgetting);
    const { lit } = this;
    this.lit = null;
    await Promise.all(lit?.threads.map((thread) => thread.end()) ?? []);
  }
}

/** Renders a scene's still light once, each thread a part of the rows. */
async function light(
  threads: readonly Thread<PhoneThread>[],
  scene: Scene,
  lens: Lens,
  widthPx: number,
): Promise<void> {
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
