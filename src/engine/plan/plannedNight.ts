import { type Camera, chosenCamera, framed, WHOLE_SENSOR } from "@/core/camera";
import { type CapturePlan, planOfLine, type RunCost, runCost } from "@/core/capture";
import { CAUTIONS, intentOf } from "@/core/intent";
import type { Mover } from "@/core/motion";
import { momentsOf, type NightPlan, type NightWindow, nightWindows, scoreMoment, scoreReasons } from "@/core/night";
import { parseRecipe } from "@/core/recipe";
import { type filtersOf, sceneOf, shotRequest } from "@/core/shot";
import { type SunEvents, sunEvents } from "@/core/sky";
import { type ShotLights, shotLights } from "@/core/solve";
import type { OutingDetail, Shot } from "@/db/outings";
import type { Site } from "@/db/sites";
import { nightOf } from "./nightOf";

/** A shot on the night with everything its sheet says. */
export interface ShotOnSheet {
  readonly shot: Shot;
  readonly begins: Date;
  readonly ends: Date;
  /** Mean score over its block, 0 to 100, and the reasons half-way. */
  readonly score: number;
  readonly reasons: readonly string[];
  readonly windows: readonly NightWindow[];
  readonly skyEv: number;
  readonly cost: RunCost;
  readonly cautions: readonly string[];
  /** As it is framed. */
  readonly camera: Camera;
  /** Null without a shutter time. */
  readonly capture: CapturePlan | null;
  /** Where the lights of its scene will lie; null without a shutter time. */
  readonly lights: ShotLights | null;
  /** What passes; null where nothing does. */
  readonly mover: Mover | null;
}

/** An outing as it is taken along. */
export interface PlannedNight {
  readonly name: string;
  readonly date: string;
  readonly site: Site;
  readonly plan: NightPlan;
  readonly events: SunEvents;
  readonly windows: readonly NightWindow[];
  /** In the order in which they are taken. */
  readonly shots: readonly ShotOnSheet[];
}

const MINUTE_MS = 60_000;

/** Works out what goes onto the sheet; null for an outing without a site, which has no night. */
export function plannedNight(
  detail: OutingDetail,
  kit: Parameters<typeof chosenCamera>[0] & Parameters<typeof filtersOf>[0],
): PlannedNight | null {
  const { outing, site, shots } = detail;
  const plan = nightOf(detail);
  if (!site || !plan) return null;
  const windows = nightWindows(plan, momentsOf(plan, MINUTE_MS));
  const own = [site.hazards, site.access].map((text) => text.trim()).filter((text) => text !== "");
  const { begin, end } = plan.night.span;
  const planned = shots.flatMap((shot): ShotOnSheet[] => {
    const begins = shot.beginsAt;
    if (!begins || begins < begin || begins > end) return [];
    const ends = new Date(begins.getTime() + shot.minutes * MINUTE_MS);
    const camera = framed(chosenCamera(kit, shot.camera), shot.aim?.crop ?? WHOLE_SENSOR);
    const capture = planOfLine(shot.recipeLine, camera);
    const middle = plan.momentAt(Math.min(end.getTime(), (begins.getTime() + ends.getTime()) / 2));
    return [
      {
        shot,
        begins,
        ends,
        skyEv: middle.skyEv,
        score: scoreMoment(shot.intent, middle, plan.site),
        reasons: scoreReasons(shot.intent, middle, plan.site).map(({ because }) => because),
        windows: windows.filter(({ beginMs, endMs }) => beginMs < ends.getTime() && endMs > begins.getTime()),
        cost: runCost(capture),
        camera,
        capture,
        lights: shotLights(
          shotRequest(shot, chosenCamera(kit, shot.camera), kit, plan).request,
          parseRecipe(shot.recipeLine).recipe,
        ),
        mover: sceneOf(shot, plan).mover,
        cautions: [...own, ...intentOf(shot.intent).cautions.map((id) => CAUTIONS[id])],
      },
    ];
  });
  const ordered = planned.sort((a, b) => a.begins.getTime() - b.begins.getTime());
  return { name: outing.name, date: outing.date, site, plan, events: sunEvents(plan.night), windows, shots: ordered };
}
