import { framesForCleanMedian, offeredDelaySeconds, SUPPORTS, settleDelaySeconds } from "../motion";
import { EMPTY_RECIPE, readableDuration, runCost } from "../recipe";
import { framesLasting } from "./candidate";
import { noiseCeilingIso, productAt } from "./edges/brightnessEdges";
import { BARE_SETUP, rounded } from "./edges/edge";
import { fieldEdges } from "./edges/fieldEdges";
import { CLEAN_PROBABILITY } from "./edges/motionEdges";
import { METER_TO_CLIP_STOPS, meterStops, trailHeadroomStops } from "./exposure";
import { groundOf } from "./ground";
import type { SolveRequest } from "./request";

const MOST_TIMES_FARTHER = 8;
/** Nobody is sent nearer than this to what passes, metres. */
const NEAREST_M = 5;

/** What it takes to keep the shutter open for as long as a limit asks, and what each way costs. */
function reachIt(
  request: SolveRequest,
  name: string,
  seconds: number,
  { clipSeconds, meterSeconds }: { readonly clipSeconds: number; readonly meterSeconds: number },
): string[] {
  const lowest = request.camera.isoLadder[0]!;
  const toMeter = Math.log2(seconds / meterSeconds);
  const toClip = Math.log2(seconds / clipSeconds);
  const said = `To reach "${name}" at the meter takes ${toMeter.toFixed(1)} stops: a filter of factor ${Math.ceil(2 ** toMeter)}, or the mean of ${Math.ceil(2 ** toMeter)} frames, or an hour or a place that much darker.`;
  if (toClip <= 0) return [said];
  const stops = Math.ceil(toClip);
  const filter = `a filter of ${stops} ${stops === 1 ? "stop" : "stops"} (factor ${2 ** stops})`;
  // Frames are taken at a rung of the phone's ladder, the longest that is not white.
  const shutterSeconds = request.camera.shutterLadder.findLast((rung) => rung <= clipSeconds);
  const frames = shutterSeconds && framesLasting(seconds, shutterSeconds);
  const cost =
    frames && runCost({ ...EMPTY_RECIPE, sequence: { frames, shutterSeconds, periodSeconds: null } }, request.camera);
  const byFrames = cost
    ? `, or ${frames} frames of ${readableDuration(shutterSeconds)} by mean (${readableDuration(cost.seconds)}, ${Math.ceil(cost.megabytes)} MB), keep`
    : " keeps";
  return [
    `One frame at ISO ${lowest} is white from ${readableDuration(Math.round(clipSeconds * 100) / 100)}, and "${name}" lies beyond: ${filter}${byFrames} the ${groundOf(request)} under clipping.`,
    said,
  ];
}

/** From where something would cross before the street is white: it crosses the sooner the nearer it is. */
function comeNearer({ mover }: SolveRequest, crossingSeconds: number, clipSeconds: number): string[] {
  if (mover === null || crossingSeconds <= clipSeconds) return [];
  const metres = (mover.distanceM * clipSeconds) / crossingSeconds;
  if (metres < NEAREST_M) return [];
  return [
    `From ${metres.toFixed(1)} m instead of ${mover.distanceM} it would cross in one frame, if there is a safe place to stand.`,
  ];
}

/** What a clean median would take where there is no room for it; nothing where there is. */
function emptyIt({ crowd, intent, windowSeconds, camera }: SolveRequest): string[] {
  if (intent !== "emptied-place" || crowd === null) return [];
  const { occupancy, dwellSeconds } = crowd;
  const frames = framesForCleanMedian(occupancy, CLEAN_PROBABILITY);
  const share = `${Math.round(100 * occupancy)} %`;
  if (frames === null) return [`With people on ${share} of the ground no median empties it: come at an emptier hour.`];
  const seconds = (frames - 1) * Math.max(dwellSeconds, camera.writeSeconds);
  if (seconds <= windowSeconds) return [];
  return [
    `With people on ${share} of the ground it takes the median of ${frames} frames, ${rounded(dwellSeconds)} apart: ${rounded(seconds)}, and there are ${rounded(windowSeconds)}. An emptier hour takes fewer.`,
  ];
}

/** What opens the ground, by how much, and when the phone's own mode is the better tool. */
export function advise(request: SolveRequest): string[] {
  const { isoLadder, shutterLadder } = request.camera;
  const lowest = isoLadder[0]!;
  const advice: string[] = [];
  if (request.intent === "still-view" && (request.support === "hand" || request.support === "braced")) {
    advice.push(
      "Hand-held before a still scene the phone's own automatic night mode will do better than any of these.",
    );
  }
  const clipSeconds = productAt(request, 0, METER_TO_CLIP_STOPS) / lowest;
  const meterSeconds = productAt(request, 0, 0) / lowest;
  for (const edge of fieldEdges(request, BARE_SETUP)) {
    const { curve, forbids, of } = edge;
    if (curve.kind === "shutter" && forbids === "shorter" && of === "whole" && curve.seconds > meterSeconds) {
      advice.push(...reachIt(request, edge.name, curve.seconds, { clipSeconds, meterSeconds }));
      if (edge.id === "crossing") advice.push(...comeNearer(request, curve.seconds, clipSeconds));
    }
  }
  advice.push(...emptyIt(request));
  const trail = trailHeadroomStops(request, { shutterSeconds: 1, iso: lowest, filterStops: 0 });
  if (request.intent === "light-trails" && trail !== null && trail < 0) {
    const factor = 2 ** -trail;
    const farther = factor < MOST_TIMES_FARTHER ? `, or ${factor.toFixed(1)} times the distance` : "";
    advice.push(
      `Trails are ${(-trail).toFixed(1)} stops over white at the lowest ISO, at any shutter time. A filter of factor ${Math.ceil(factor)}${farther}, or lamps seen from behind, would save them; a shorter shutter would not.`,
    );
  }
  const longest = { shutterSeconds: shutterLadder.at(-1)!, iso: noiseCeilingIso(request), filterStops: 0 };
  const dark = meterStops(request, longest);
  if (dark < -1.5) {
    advice.push(
      `Even ${readableDuration(longest.shutterSeconds)} at the noise ceiling is ${(-dark).toFixed(1)} stops under the meter: fuse frames by mean and brighten, or bring light.`,
    );
  }
  const settle = settleDelaySeconds(request.support, request.ownSupport);
  if (offeredDelaySeconds(request.camera.delaysSeconds, settle) === null) {
    advice.push(
      `A press rings on a ${SUPPORTS[request.support].name} for ${settle.toFixed(1)} s, longer than any delay this phone has: release it by remote, headset button or voice.`,
    );
  }
  return advice;
}
