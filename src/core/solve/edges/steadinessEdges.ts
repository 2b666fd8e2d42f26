import { luminanceFromEv } from "../../light";
import { handHeldSeconds, plateScaleArcsec, SUPPORTS, settleDelaySeconds, starRate, windSeconds } from "../../motion";
import { equivalentFocalMm } from "../../optics";
import { darkCurrent, electronsPerLuminanceSecond, readNoise, shortestSubExposure } from "../../sensor";
import type { SolveRequest } from "../request";
import { averagesLight, type Edge, type FieldSetup, rounded, shutterEdge } from "./edge";

/** Share of the light that may come in while the phone still rings after a press. */
const SHAKEN_SHARE = 0.1;
/** Wind may blur by this much, pixels rms. */
const WIND_PX = 1;
/** Read noise may add this share to the noise of the light itself. */
const READ_NOISE_PENALTY = 0.05;
/** Full width of a star's image at half its height, pixels; a gap of half of it shows. */
const STAR_FWHM_PX = 1.5;

function handEdges({ camera, support, stabilisationStops }: SolveRequest): Edge[] {
  const equivalent = equivalentFocalMm(camera.lens);
  const seconds = handHeldSeconds(support, equivalent, stabilisationStops);
  if (seconds === null) return [];
  return shutterEdge({
    ...{ id: "hand-held", name: `hand-held to ${rounded(seconds)}`, seconds, forbids: "longer", of: "frame" },
    reason: `Past ${rounded(seconds)} the hand shows: 2^${stabilisationStops} over ${Math.round(equivalent)} mm.`,
    moves: "A tripod, or a shoe, a stone, a railing.",
  });
}

function touchEdges({ support, ownSupport }: SolveRequest, { delaySeconds }: FieldSetup): Edge[] {
  const ringing = settleDelaySeconds(support, ownSupport);
  const seconds = (ringing - delaySeconds) / SHAKEN_SHARE;
  return shutterEdge({
    ...{ id: "touch", name: `the press shows under ${rounded(seconds)}`, seconds, forbids: "shorter", of: "frame" },
    soft: true,
    reason: `A press rings on a ${SUPPORTS[support].name} for ${rounded(ringing)}${delaySeconds > 0 ? `, ${rounded(ringing - delaySeconds)} longer than the delay` : ""}; in a frame shorter than ${rounded(seconds)} that is more than a tenth of the light.`,
    moves: "A delay that outlasts it, a remote, or the button of a headset.",
  });
}

function windEdges({ support, ownSupport, gustMps }: SolveRequest): Edge[] {
  const seconds = windSeconds(support, ownSupport, gustMps, WIND_PX);
  return shutterEdge({
    ...{ id: "wind", name: `gusts show from ${rounded(seconds)}`, seconds, forbids: "longer", of: "frame" },
    soft: true,
    reason: `Gusts of ${gustMps} m/s move a phone on a ${SUPPORTS[support].name} by more than ${WIND_PX} pixel within ${rounded(seconds)}.`,
    moves: "Keep the phone low, hang a weight on the support, stand in the lee; or shorten each frame and stack.",
  });
}

function darkEdges({ camera, sensorCelsius }: SolveRequest): Edge[] {
  const seconds = readNoise(camera.lens, camera.isoLadder[0]!) ** 2 / darkCurrent(camera.lens, sensorCelsius);
  return shutterEdge({
    ...{ id: "dark-current", name: `dark current from ${rounded(seconds)}`, seconds, forbids: "longer", of: "frame" },
    soft: true,
    reason: `At ${sensorCelsius} °C dark current makes more noise than reading out from ${rounded(seconds)} on.`,
    moves: "Cooler by 6.5 °C doubles it; or take a dark frame and subtract it.",
  });
}

function readNoiseEdges({ camera, sceneEv }: SolveRequest, setup: FieldSetup): Edge[] {
  const { filterStops, frames } = setup;
  if (frames < 2 || !averagesLight(setup)) return [];
  const transmission = 2 ** -(filterStops + camera.lossStops);
  const seconds = shortestSubExposure({
    readNoiseElectrons: readNoise(camera.lens, camera.isoLadder[0]!),
    skyElectronsPerSecond: luminanceFromEv(sceneEv) * electronsPerLuminanceSecond(camera.lens, transmission),
    penalty: READ_NOISE_PENALTY,
  });
  return shutterEdge({
    ...{ id: "read-noise", name: `each frame from ${rounded(seconds)}`, seconds, forbids: "shorter", of: "frame" },
    soft: true,
    reason: `In shorter frames reading out at the lowest ISO adds more than ${100 * READ_NOISE_PENALTY} % to the noise of the light itself.`,
    moves: "Fewer and longer frames, a higher ISO, or less filter.",
  });
}

function gapEdges({ camera, declinationDeg, intent }: SolveRequest): Edge[] {
  if (intent !== "star-arcs") return [];
  const mostSeconds = ((STAR_FWHM_PX / 2) * plateScaleArcsec(camera.lens)) / starRate(declinationDeg);
  const pixels = (camera.writeSeconds * STAR_FWHM_PX) / 2 / mostSeconds;
  return [
    {
      ...{ id: "arc-gaps", name: `pauses to ${rounded(mostSeconds)}` },
      curve: { kind: "pause", mostSeconds, seconds: camera.writeSeconds },
      ...{ forbids: "longer", of: "frame", soft: true },
      reason: `The phone's pause of ${rounded(camera.writeSeconds)} leaves gaps of ${pixels.toFixed(2)} pixels in the arcs; they show from half a star's width, ${(STAR_FWHM_PX / 2).toFixed(2)} pixels.`,
      moves:
        "JPEG alone writes faster than raw, a wider lens makes gaps smaller, nearer to the pole they shrink; or fill them when stacking.",
    },
  ];
}

/** What shakes the phone, and what the sensor adds by itself. */
export function steadinessEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  return [
    ...handEdges(request),
    ...touchEdges(request, setup),
    ...windEdges(request),
    ...darkEdges(request),
    ...readNoiseEdges(request, setup),
    ...gapEdges(request),
  ];
}
