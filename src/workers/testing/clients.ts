import { deserialize, serialize } from "node:v8";
import { nightWorker } from "../night.worker";
import { solveWorker } from "../solve.worker";

// Stands for the workers' clients in tests, which have no workers: the same functions, called in place. What only draws
// pictures or takes long never answers.

const later = <Arguments extends unknown[], Value>(work: (...given: Arguments) => Value) => {
  return async (...given: Arguments): Promise<Value> => deserialize(serialize(work(...given)));
};
const never = () => new Promise(() => {});
const end = () => {};

export const startNight = () => ({ api: { compute: later(nightWorker.compute), next: later(nightWorker.next) }, end });
export const startSolve = () => ({ api: { solve: later(solveWorker.solve), field: later(solveWorker.field) }, end });
export const startAdvice = () => ({ api: { advise: async () => [] }, end });
export const startYear = () => ({ api: { score: never }, end });
export const startPicture = () => ({ api: { tile: never }, end });
export const startFinish = () => ({
  api: { open: never, develop: never, lightAt: never, placeAt: never, exposureFor: never },
  end,
});
export const startFold = () => ({ api: { fold: never, measure: never, weigh: never }, end });
export const startRehearse = () => ({ api: { rehearse: never, screen: never, loupe: never, lightAhead: never }, end });
