import type { KitReply } from "@/contracts/kit";
import type { ShotReply } from "@/contracts/replies";
import { type Camera, framed, WHOLE_SENSOR } from "@/core/camera";
import type { SolveRequest } from "@/core/intent";
import type { NightPlan } from "@/core/night";
import { filtersOf, sceneOf } from "@/core/shot";

/** What a shot comes to when its picture is worked out: its camera framed, its filters, and the question of settings. */
export function shotRequest(shot: ShotReply, camera: Camera, kit: KitReply, plan: NightPlan | null) {
  const filters = filtersOf(kit);
  const shape = shot.aim?.crop ?? WHOLE_SENSOR;
  const framedCamera = framed(camera, shape);
  const filterStops = filters.map(({ stops }) => stops);
  const request: SolveRequest = {
    ...sceneOf(shot, plan),
    intent: shot.intent,
    camera: framedCamera,
    filterStops,
  };
  return { filters, shape, framedCamera, request };
}
