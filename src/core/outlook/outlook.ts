import { type CapturePlan, periodAfter, type RunCost, runCost, shutterOf } from "../capture";
import type { SceneFacts } from "../facts";
import { type BaseOutlook, baseOutlook, type SkyOutlook, skyOutlook } from "./base";
import { type DiscOutlook, discOutlook } from "./discs";

import {
  type MoverOutlook,
  moverOutlook,
  type SweepOutlook,
  sweepOutlook,
  type TrafficOutlook,
  trafficOutlook,
} from "./moving";
import { type NoiseOutlook, noiseLiftStops, noiseOutlook } from "./noise";
import { type PeopleOutlook, peopleOutlook } from "./people";
import { type SoftnessOutlook, softnessOutlook } from "./softness";
import { type StarOutlook, starOutlook } from "./stars";
import { type LampTrail, trailOutlooks } from "./trails";
import { type WaterOutlook, waterOutlook } from "./water";

/** What the picture will show once its frames are fused: the one place from which edges, verdicts, figures and advice come. */
export interface Outlook {
  readonly plan: CapturePlan;
  readonly base: BaseOutlook;
  readonly sky: SkyOutlook | null;
  readonly trails: readonly LampTrail[];
  readonly mover: MoverOutlook | null;
  readonly traffic: TrafficOutlook | null;
  readonly sweep: SweepOutlook | null;
  readonly stars: StarOutlook;
  readonly water: WaterOutlook | null;
  readonly people: PeopleOutlook | null;
  readonly discs: DiscOutlook | null;
  readonly softness: SoftnessOutlook;
  readonly noise: NoiseOutlook;
  /** Share of the time that the shutter is open, 0 to 1. */
  readonly duty: number;
  /** Of moving pictures, degrees: 360 is all of a frame's time. */
  readonly shutterAngleDeg: number;
  readonly cost: RunCost;
}

/** Works out what a plan makes of a scene. */
export function outlookOf(plan: CapturePlan, facts: SceneFacts): Outlook {
  const base = baseOutlook(plan, facts, noiseLiftStops(plan, facts.sceneEv));
  const sky = skyOutlook(facts, base, (ev) => noiseLiftStops(plan, ev));
  const { deliveredSeconds } = shutterOf(plan, 0);
  return {
    plan,
    base,
    sky,
    trails: trailOutlooks(plan, facts),
    mover: moverOutlook(plan, facts),
    traffic: trafficOutlook(plan, facts),
    sweep: sweepOutlook(plan, facts),
    stars: starOutlook(plan, facts, base, sky),
    water: waterOutlook(plan, facts),
    people: peopleOutlook(plan, facts),
    discs: discOutlook(plan, facts),
    softness: softnessOutlook(plan, facts),
    noise: noiseOutlook(plan, facts),
    duty: plan.frames === 1 ? 1 : deliveredSeconds / periodAfter(plan),
    shutterAngleDeg: 360 * facts.framesPerSecond * deliveredSeconds,
    cost: runCost(plan),
  };
}
