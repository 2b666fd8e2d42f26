import { useMemo } from "react";
import type { ShotReply } from "@/contracts/replies";
import { type CapturePlan, periodAfter, rampRoom, rampWith, runSeconds } from "@/core/capture";
import { intentOf } from "@/core/intent";
import { evFromLuminance, type Ladder, luminanceFromEv } from "@/core/light";
import { beginMsOf, sceneOf } from "@/core/shot";
import { useNight } from "@/features/nightPlan/NightContext";

/** How the light of a place changes over a run. */
export interface Twilight {
  /** When it would begin: the shot's own hour while that is to come, else now. */
  readonly beginsAtMs: number;
  readonly isPlanned: boolean;
  /** From the first frame to the last, stops: less than nothing as it gets dark. */
  readonly changeStops: number;
  /** What keeps the frames as bright; null where the light hardly changes. */
  readonly ramp: readonly number[] | null;
  readonly air: { readonly temperatureC: number; readonly dewPointC: number };
}

/**
 * The light over a run of a plan, by the computed sky and the place's own lamps; null without a plan, and outside of the night.
 *
 * @param elapsedSeconds Of a run that goes on; null for one that is to come.
 */
export function useTwilight(
  shot: ShotReply | undefined,
  plan: CapturePlan | null,
  nowMs: number,
  elapsedSeconds: number | null,
  shutterLadder: Ladder,
): Twilight | null {
  const night = useNight()?.plan ?? null;
  return useMemo(() => {
    if (!shot || !plan || !night) return null;
    const begins = beginMsOf(shot);
    const { ofStars } = intentOf(shot.intent);
    const isPlanned = elapsedSeconds === null && begins !== null && begins > nowMs;
    const beginsAtMs = isPlanned ? begins : nowMs;
    const seconds = Math.max(0, runSeconds(plan) - (elapsedSeconds ?? 0));
    const { begin, end } = night.night.span;
    // A run at another time than this night's has another sky.
    if (beginsAtMs < begin.getTime() || beginsAtMs + 1000 * seconds > end.getTime()) return null;
    // Lamps go on giving what they give: the darker it gets, the less the picture goes with the sky.
    const lampLight = ofStars ? 0 : luminanceFromEv(sceneOf(shot, night).sceneEv);
    const lightEv = (seconds: number): number => {
      const sky = luminanceFromEv(night.momentAt(beginsAtMs + 1000 * seconds).skyEv);
      return evFromLuminance(sky + lampLight);
    };
    const { temperatureC, dewPointC } = night.momentAt(beginsAtMs + 1000 * seconds).weather;
    return {
      beginsAtMs,
      isPlanned,
      changeStops: lightEv(seconds) - lightEv(0),
      ramp: rampWith(lightEv, plan.frames, periodAfter(plan), rampRoom(plan, shutterLadder)),
      air: { temperatureC, dewPointC },
    };
  }, [shot, plan, night, nowMs, elapsedSeconds, shutterLadder]);
}
