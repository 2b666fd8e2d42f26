import type { SolveRequest } from "../request";
import { brightnessEdges } from "./brightnessEdges";
import { cameraEdges } from "./cameraEdges";
import type { Edge, FieldSetup } from "./edge";
import { motionEdges } from "./motionEdges";
import { runEdges } from "./runEdges";
import { steadinessEdges } from "./steadinessEdges";

/** Every limit of a shot, as data, for one filter, number of frames and way to fuse them. */
export function fieldEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  return [
    ...cameraEdges(request),
    ...brightnessEdges(request, setup),
    ...motionEdges(request, setup),
    ...steadinessEdges(request, setup),
    ...runEdges(request, setup),
  ];
}
