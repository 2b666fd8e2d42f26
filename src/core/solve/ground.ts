import type { SolveRequest } from "./request";

const LIT_FROM_EV = -1;

/** What the metered surfaces of a shot are called: water, a lit street, or land in the dark. */
export function groundOf({ intent, sceneEv }: SolveRequest): string {
  if (intent === "smoothed-water") return "water";
  return sceneEv >= LIT_FROM_EV ? "street" : "land";
}
