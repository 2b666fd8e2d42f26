import { fullWell, noiseElectrons } from "../../sensor";
import { plain } from "../../words";
import { averagedFrames, METER_TO_CLIP_STOPS, skyOverStops, trailClipIso, trailContrastSeconds } from "../exposure";
import { groundOf } from "../ground";
import type { SolveRequest } from "../request";
import { type Edge, type FieldSetup, rounded, shutterEdge } from "./edge";

const USABLE_SNR = 8;
/** A mid-tone sits this share of saturation. */
const METERED_SHARE = 2 ** -METER_TO_CLIP_STOPS;
/** Stops that a single frame can be lifted by when it is developed. */
const LIFTED_STOPS = 4;
/** A trail so far under white is lost in the picture's own shadows, stops. */
const FAINT_STOPS = 6;
/** A trail that adds less than this share to the ground behind it is not seen. */
const FAINT_CONTRAST = 0.1;

/** Shutter times ISO at which surfaces come out this many stops above the metered level. */
export function productAt({ camera, sceneEv }: SolveRequest, filterStops: number, stopsOverMeter: number): number {
  return 100 * camera.lens.fNumber ** 2 * 2 ** (stopsOverMeter + filterStops + camera.lossStops - sceneEv);
}

/** ISO above which a metered mid-tone is noisier than usable on this sensor, for a mean of so many frames. */
export function noiseCeilingIso({ camera, sensorCelsius }: SolveRequest, frames = 1): number {
  const { lens } = camera;
  const snr = (iso: number) => {
    const electrons = METERED_SHARE * fullWell(lens, iso);
    const noise = noiseElectrons(lens, { electrons, shutterSeconds: 1, iso, sensorCelsius });
    return (Math.sqrt(frames) * electrons) / noise;
  };
  let low = 1;
  let high = 1e7;
  for (let step = 0; step < 34; step++) {
    const middle = Math.sqrt(low * high);
    if (snr(middle) > USABLE_SNR) low = middle;
    else high = middle;
  }
  return low;
}

function trailEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  const clipIso = trailClipIso(request, setup.filterStops);
  if (clipIso === null) return [];
  const faint = clipIso / 2 ** FAINT_STOPS;
  const saved = clipIso >= request.camera.isoLadder[0]!;
  const drowned = trailContrastSeconds(request, FAINT_CONTRAST) ?? Number.POSITIVE_INFINITY;
  return [
    {
      ...{ id: "trail-clips", name: "trail clips", curve: { kind: "iso", iso: clipIso } },
      // Where no ISO of the phone saves it, a white trail is still a trail.
      ...{ forbids: "higher", of: "frame", soft: !saved },
      reason: saved
        ? `The lamp's trail is white from ISO ${Math.round(clipIso)} on, whatever the shutter: a point that passes leaves light only while it is there.`
        : `The lamp's trail is white at every ISO that this phone has, ${Math.log2(request.camera.isoLadder[0]! / clipIso).toFixed(1)} stops over at the lowest, whatever the shutter.`,
      moves:
        "Twice the distance adds a stop, a filter its own stops, faster traffic its factor. A shorter shutter adds none.",
    },
    {
      ...{ id: "trail-faint", name: "trail too faint", curve: { kind: "iso", iso: faint } },
      ...{ forbids: "lower", of: "frame", soft: false },
      reason: `Under ISO ${Math.round(faint)} the trail lies more than ${FAINT_STOPS} stops below white, whatever the shutter.`,
      moves: "Less filter, nearer, slower traffic, or lamps seen from the front.",
    },
    ...shutterEdge({
      ...{ id: "trail-drowns", name: "trail drowns", seconds: drowned, forbids: "longer" },
      of: setup.stack === "mean" ? "whole" : "frame",
      reason: `From ${rounded(drowned)} on the trail adds less than a tenth to the ${groundOf(request)} behind it, which goes on brightening; the trail does not.`,
      moves: "Fuse many short frames by lighten; a filter takes from both alike.",
    }),
  ];
}

/** What keeps the brightest surfaces from clipping where they would. */
function keepsHighlights({ intent }: SolveRequest, { reachStops }: FieldSetup): string {
  if (reachStops > 0) return "More frames in the bracket, or wider apart; or a shorter middle frame.";
  // A lamp draws in one frame, which must be as long as the drawing takes.
  if (intent === "light-drawing") return "A filter, or a darker hour or place.";
  return "A filter, more and shorter frames by mean, or a bracket where nothing moves.";
}

/** Where a sky that is brighter than the metered surfaces turns white. */
function skyEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  const over = skyOverStops(request);
  if (over === null || over <= 0) return [];
  const product = productAt(request, setup.filterStops, METER_TO_CLIP_STOPS + setup.reachStops - over);
  const lowest = request.camera.isoLadder[0]!;
  return [
    {
      ...{ id: "sky-clips", name: "sky clips", curve: { kind: "product", product } },
      // A white sky is a choice, and cloud or a later hour changes it.
      ...{ forbids: "brighter", of: "frame", soft: true },
      reason: `The clear sky in the picture is EV ${plain(request.sceneEv + over)} then, ${over.toFixed(1)} stops over the metered surfaces: at ISO ${lowest} it is white from ${rounded(product / lowest)}.`,
      moves: "A later hour at dusk, an earlier one at dawn; another direction; a bracket where nothing moves.",
    },
  ];
}

/** Where surfaces and trails turn white or drown, and where noise begins. */
export function brightnessEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  // A bracket's highlights come from its shortest frame, its shadows from its longest.
  const reach = setup.reachStops;
  const clips = productAt(request, setup.filterStops, METER_TO_CLIP_STOPS + reach);
  const highlights = productAt(request, setup.filterStops, METER_TO_CLIP_STOPS + reach - request.highlightStops);
  const lowest = request.camera.isoLadder[0]!;
  const averaged = averagedFrames(setup.stack, setup.frames);
  const noise = noiseCeilingIso(request, averaged);
  const liftable = LIFTED_STOPS + Math.log2(averaged) / 2 + reach;
  const dark = productAt(request, setup.filterStops, -liftable);
  const inShortest = reach > 0 ? `, ${reach} stops later in a bracket's shortest frame` : "";
  return [
    {
      ...{ id: "surfaces-clip", name: `${groundOf(request)} clips`, curve: { kind: "product", product: clips } },
      ...{ forbids: "brighter", of: "frame", soft: false },
      reason: `Metered surfaces clip ${METER_TO_CLIP_STOPS.toFixed(2)} stops over the meter${inShortest}: at ISO ${lowest} from ${rounded(clips / lowest)}.`,
      moves: "Each stop of filter doubles the time; the mean of N frames does the same as log2 N stops.",
    },
    {
      ...{ id: "highlights-clip", name: "bright surfaces clip", curve: { kind: "product", product: highlights } },
      ...{ forbids: "brighter", of: "frame", soft: false },
      reason: `Surfaces ${request.highlightStops.toFixed(1)} stops over the metered ones clip first${inShortest}: at ISO ${lowest} from ${rounded(highlights / lowest)}.`,
      moves: keepsHighlights(request, setup),
    },
    ...skyEdges(request, setup),
    ...trailEdges(request, setup),
    {
      ...{ id: "too-dark", name: "too dark", curve: { kind: "product", product: dark } },
      ...{ forbids: "darker", of: "frame", soft: false },
      reason: `The ${groundOf(request)} comes out more than ${liftable.toFixed(1)} stops under the meter; lifted that far, noise and banding show.`,
      moves: "Longer, a higher ISO, less filter; each doubling of the frames by mean gives half a stop.",
    },
    {
      ...{ id: "noise", name: "noise ceiling", curve: { kind: "iso", iso: noise } },
      ...{ forbids: "higher", of: "frame", soft: false },
      reason: `A metered mid-tone on this sensor${averaged > 1 ? `, over ${setup.frames} frames by ${setup.stack},` : ""} falls under a signal-to-noise ratio of ${USABLE_SNR} from ISO ${Math.round(noise)}.`,
      moves: "The mean of N frames raises it: noise falls by the root of N.",
    },
  ];
}
