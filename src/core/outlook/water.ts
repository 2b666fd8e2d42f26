import { type CapturePlan, periodAfter, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { memorySeconds, waterContrast } from "../motion";
import { lawOf } from "../stack";

/**
 * Contrast left in a pattern that forgets itself over `tauSeconds`, in the mean of equal frames, 0 to 1. Frames share what
 * the pauses between them do not make it forget: the mean covariance of their time means, which for an exponentially
 * correlated signal is (τ/t)²·(1 - e^(-t/τ))²·e^(-(kP - t)/τ) for frames k periods P apart.
 *
 * @see Papoulis, Probability, Random Variables and Stochastic Processes (1991), section 12-1.
 */
export function meanWaterContrast(
  tauSeconds: number,
  { frames, shutterSeconds, periodSeconds }: { frames: number; shutterSeconds: number; periodSeconds: number },
): number {
  const own = waterContrast(tauSeconds, shutterSeconds) ** 2;
  const share = tauSeconds / shutterSeconds;
  const shared = (share * (1 - Math.exp(-1 / share))) ** 2 * Math.exp(-(periodSeconds - shutterSeconds) / tauSeconds);
  // Σ over k from 1 to N-1 of (N - k)·q^(k-1): a geometric sum of sums.
  const q = Math.exp(-periodSeconds / tauSeconds);
  const pairs = (frames - 1 - (q * (1 - q ** (frames - 1))) / (1 - q)) / (1 - q);
  return Math.sqrt((frames * own + 2 * shared * pairs) / frames ** 2);
}

/** What is left of the water's pattern. */
export interface WaterOutlook {
  /** 0 to 1. */
  readonly contrastLeft: number;
}

/** What a run leaves of the water's pattern; null without water, and for ways to fuse that keep single frames' crests. */
export function waterOutlook(plan: CapturePlan, { water, figures }: SceneFacts): WaterOutlook | null {
  if (water === null) return null;
  const tauSeconds = memorySeconds(water, figures);
  const { frames, stack } = plan;
  const shutterSeconds = shutterOf(plan, 0).deliveredSeconds;
  if (frames === 1 || stack === null) return { contrastLeft: waterContrast(tauSeconds, shutterSeconds) };
  if (!lawOf(stack, frames)?.averagesGround) return null;
  return {
    contrastLeft: meanWaterContrast(tauSeconds, { frames, shutterSeconds, periodSeconds: periodAfter(plan) }),
  };
}
