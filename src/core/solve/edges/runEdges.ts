import { framesInStorage, secondsOnBattery } from "../../recipe";
import type { SolveRequest } from "../request";
import { type Edge, type FieldSetup, rounded, shutterEdge } from "./edge";

/** What time, storage and battery leave room for. */
export function runEdges(request: SolveRequest, setup: FieldSetup): Edge[] {
  const { frames, pauseSeconds, delaySeconds } = setup;
  const { windowSeconds, freeMegabytes, batteryPercent, schools } = request;
  const pauses = delaySeconds + (frames - 1) * pauseSeconds;
  const inWindow = windowSeconds - pauses;
  const onBattery = secondsOnBattery(batteryPercent, frames) - pauses;
  const most = framesInStorage(freeMegabytes, schools.files);
  return [
    ...shutterEdge({
      ...{ id: "window", name: `time there is, ${rounded(windowSeconds)}`, forbids: "longer", of: "whole" },
      seconds: Math.max(inWindow, Number.MIN_VALUE),
      reason: `The delay, all frames and the pauses between them must fit into ${rounded(windowSeconds)}.`,
      moves: "Begin earlier, or use fewer frames.",
    }),
    ...shutterEdge({
      ...{ id: "battery", name: `battery, ${rounded(Math.max(onBattery, 0))}`, forbids: "longer", of: "whole" },
      seconds: Math.max(onBattery, Number.MIN_VALUE),
      reason: `A battery at ${batteryPercent} % lasts for ${rounded(Math.max(onBattery, 0))} of open shutter with ${frames} ${frames === 1 ? "frame" : "frames"}.`,
      moves: "A power bank, a darker screen, flight mode; warm the phone in a pocket before.",
    }),
    {
      ...{ id: "storage", name: `storage, ${most} frames`, curve: { kind: "frames", count: most } },
      ...{ forbids: "more", of: "whole", soft: false },
      reason: `There is room for ${most} frames as ${schools.files} in ${freeMegabytes} MB.`,
      moves: "JPEG alone takes a sixth of raw and JPEG together; or free some room.",
    },
  ];
}
