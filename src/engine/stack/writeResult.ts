import { type FoldedWay, resultChunkSamples, type StackMethod, type StackState } from "@/core/stack";
import type { Thread } from "../thread";
import type { FinishRequest, WrittenTo } from "./messages";
import type { StackThread } from "./thread";

/** Of whole pixels, in steps of the kernels. */
const MOST_CHUNK_SAMPLES = 3 << 20;

/** What frames were folded into, and how a result is made of it. */
interface Folded {
  readonly state: StackState;
  readonly pool: readonly Thread<StackThread>[];
  readonly method: StackMethod;
  readonly survey: FoldedWay["survey"];
  /** Of all frames that were folded in. */
  readonly weight: number;
}

/** Computes a stack's result on its threads, stretch by stretch, each written to its place. */
export async function writeResult(folded: Folded, target: WrittenTo): Promise<void> {
  const { state, pool, method, survey, weight } = folded;
  const { width, height } = state.plan;
  const samples = 3 * width * height;
  const chunk = Math.min(resultChunkSamples(state), MOST_CHUNK_SAMPLES);
  const each = async (known: number, work: (thread: Thread<StackThread>, part: FinishRequest) => Promise<void>) => {
    const starts = Array.from({ length: Math.ceil(samples / chunk) }, (_, part) => part * chunk);
    await Promise.all(
      pool.map(async (thread) => {
        for (let from = starts.shift(); from !== undefined; from = starts.shift()) {
          const to = Math.min(samples, from + chunk);
          await work(thread, { method, weight, known, from, to, ...target });
        }
      }),
    );
  };
  let known = 0;
  if (survey) {
    const counts = new Uint32Array(survey.counts);
    await each(0, async ({ ask }, part) => {
      const found = await ask(async (api) => api.survey(part));
      found?.forEach((count, at) => {
        counts[at] = counts[at]! + count;
      });
    });
    known = survey.settle(counts);
  }
  await each(known, ({ ask }, part) => ask(async (api) => api.finish(part)));
}
