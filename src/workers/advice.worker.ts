import { expose } from "comlink";
import type { SolveRequest } from "../core/intent";
import { advise, solve } from "../core/solve";

/** Works out advice: it solves again with every change that it names, which takes too long for the page itself. */
const adviceWorker = {
  advise(request: SolveRequest): readonly string[] {
    return advise(request, solve(request));
  },
};

export type AdviceWorker = typeof adviceWorker;
expose(adviceWorker);
