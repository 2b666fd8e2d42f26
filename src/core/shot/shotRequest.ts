import { type Camera, type Crop, framed, WHOLE_SENSOR } from "../camera";
import type { SolveRequest } from "../intent";
import type { NightPlan } from "../night";
import { filtersOf } from "./filters";
import { type Shot, sceneOf } from "./scene";

/** What a shot comes to when its picture is worked out: its camera framed, its filters, and the question of settings. */
export function shotRequest(
  shot: Shot & { readonly aim: { readonly crop: Crop } | null },
  camera: Camera,
  kit: Parameters<typeof filtersOf>[0],
  plan: NightPlan | null,
) {
  const filters = filtersOf(kit);
  const shape = shot.aim?.crop ?? WHOLE_SENSOR;
  const framedCamera = framed(camera, shape);
  const filterStops = filters.map(({ stops }) => stops);
  const request: SolveRequest = {
    ...sceneOf(shot, plan),
    figures: camera.figures,
    intent: shot.intent,
    camera: framedCamera,
    filterStops,
  };
  return { filters, shape, framedCamera, request };
}
