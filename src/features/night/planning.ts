import type { ShotReply } from "@/contracts/replies";
import { type CaptureCamera, planOfLine, runCost } from "@/core/capture";
import { type PlanConflict, type PlannedBlock, planConflicts } from "@/core/night";

const MINUTE_MS = 60_000;

/** What an outing may use up: nine tenths of a battery, and 20 GB. */
const BUDGET = { batteryPercent: 90, freeMegabytes: 20_000 };

/** A shot that stands on the night, with what it takes. */
export function plannedBlock(shot: ShotReply, camera: CaptureCamera | undefined): PlannedBlock | null {
  if (shot.beginsAt === null) return null;
  const beginMs = Date.parse(shot.beginsAt);
  const { seconds, megabytes, batteryPercent } = runCost(camera ? planOfLine(shot.recipeLine, camera) : null);
  const { id, name, walkMinutes, setupMinutes } = shot;
  const endMs = beginMs + shot.minutes * MINUTE_MS;
  return { id, name, beginMs, endMs, walkMinutes, setupMinutes, runSeconds: seconds, megabytes, batteryPercent };
}

/** What does not fit in an outing's plan. */
export function conflictsOf(
  shots: readonly ShotReply[],
  cameraOf: (shot: ShotReply) => CaptureCamera | undefined,
): PlanConflict[] {
  const blocks = shots.map((shot) => plannedBlock(shot, cameraOf(shot))).filter((block) => block !== null);
  return planConflicts(blocks, BUDGET);
}
