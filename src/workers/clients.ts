"use client";

import { type Remote, releaseProxy, wrap } from "comlink";
import type { AdviceWorker } from "./advice.worker";
import type { FinishWorker } from "./finish.worker";
import type { FoldWorker } from "./fold.worker";
import type { NightWorker } from "./night.worker";
import type { PictureWorker } from "./picture.worker";
import type { RehearseWorker } from "./rehearse.worker";
import type { SolveWorker } from "./solve.worker";
import type { YearWorker } from "./year.worker";

/** A worker that runs: its functions, and its end, which also ends whatever it is at; ending twice is ending once. */
export interface Running<Api> {
  readonly api: Remote<Api>;
  readonly end: () => void;
}

function running<Api>(worker: Worker): Running<Api> {
  const api = wrap<Api>(worker);
  let ended = false;
  return {
    api,
    end: () => {
      if (ended) return;
      ended = true;
      api[releaseProxy]();
      worker.terminate();
    },
  };
}

const options = { type: "module" } as const;

export const startNight = () =>
  running<NightWorker>(new Worker(new URL("./night.worker.ts", import.meta.url), options));
export const startSolve = () =>
  running<SolveWorker>(new Worker(new URL("./solve.worker.ts", import.meta.url), options));
export const startAdvice = () =>
  running<AdviceWorker>(new Worker(new URL("./advice.worker.ts", import.meta.url), options));
export const startYear = () => running<YearWorker>(new Worker(new URL("./year.worker.ts", import.meta.url), options));
export const startPicture = () =>
  running<PictureWorker>(new Worker(new URL("./picture.worker.ts", import.meta.url), options));
export const startFold = () => running<FoldWorker>(new Worker(new URL("./fold.worker.ts", import.meta.url), options));
export const startFinish = () =>
  running<FinishWorker>(new Worker(new URL("./finish.worker.ts", import.meta.url), options));
/** Finishes a picture; null until it has started. */
export type Finisher = Remote<FinishWorker> | null;
/** Folds small frames; null until it has started. */
export type Folder = Remote<FoldWorker> | null;
export const startRehearse = () =>
  running<RehearseWorker>(new Worker(new URL("./rehearse.worker.ts", import.meta.url), options));
