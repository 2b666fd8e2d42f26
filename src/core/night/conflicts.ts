import { readableDuration } from "../recipe";

/** A block of an outing as it stands on the ribbon. */
export interface PlannedBlock {
  readonly id: string;
  readonly name: string;
  readonly beginMs: number;
  readonly endMs: number;
  readonly walkMinutes: number;
  readonly setupMinutes: number;
  /** Length of its run from release to the last frame. */
  readonly runSeconds: number;
  readonly megabytes: number;
  readonly batteryPercent: number;
}

/** What an outing has to spend. */
export interface OutingBudget {
  readonly batteryPercent: number;
  readonly freeMegabytes: number;
}

/** Something that does not fit, in words. */
export interface PlanConflict {
  readonly kind: "overlap" | "walk" | "run" | "battery" | "storage";
  readonly ids: readonly string[];
  readonly message: string;
}

const MINUTE_MS = 60_000;

/** Everything about a plan that does not fit: overlaps, walks, runs longer than their block, battery, storage. */
export function planConflicts(blocks: readonly PlannedBlock[], budget: OutingBudget): PlanConflict[] {
  const conflicts: PlanConflict[] = [];
  const ordered = [...blocks].sort((a, b) => a.beginMs - b.beginMs);
  ordered.forEach((block, index) => {
    const { id, name, runSeconds } = block;
    if (runSeconds * 1000 > block.endMs - block.beginMs) {
      const length = readableDuration(Math.round((block.endMs - block.beginMs) / 1000));
      const message = `${name}: the run takes ${readableDuration(Math.round(runSeconds))}, its block is ${length} long.`;
      conflicts.push({ kind: "run", ids: [id], message });
    }
    const before = ordered[index - 1];
    if (!before) return;
    const gap = block.beginMs - before.endMs;
    if (gap < 0) {
      const message = `${before.name} and ${name} overlap by ${Math.ceil(-gap / MINUTE_MS)} min.`;
      conflicts.push({ kind: "overlap", ids: [before.id, id], message });
      return;
    }
    const need = (block.walkMinutes + block.setupMinutes) * MINUTE_MS;
    if (gap < need) {
      const message = `From ${before.name} to ${name} you need ${block.walkMinutes} min to walk and ${block.setupMinutes} to set up; ${Math.floor(gap / MINUTE_MS)} are left.`;
      conflicts.push({ kind: "walk", ids: [before.id, id], message });
    }
  });
  const battery = blocks.reduce((sum, { batteryPercent }) => sum + batteryPercent, 0);
  if (battery > budget.batteryPercent) {
    const message = `The shots take about ${Math.ceil(battery)} % of a battery; take a power bank.`;
    conflicts.push({ kind: "battery", ids: blocks.map(({ id }) => id), message });
  }
  const megabytes = blocks.reduce((sum, block) => sum + block.megabytes, 0);
  if (megabytes > budget.freeMegabytes) {
    const message = `The shots fill ${(megabytes / 1000).toFixed(1)} GB; ${(budget.freeMegabytes / 1000).toFixed(1)} GB are free.`;
    conflicts.push({ kind: "storage", ids: blocks.map(({ id }) => id), message });
  }
  return conflicts;
}
