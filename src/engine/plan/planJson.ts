import type { PlannedNight } from "./plannedNight";

/** The plan as plain data: instants in UTC. */
export function planJson({ name, date, site, events, windows, shots }: PlannedNight) {
  const { latitudeDeg, longitudeDeg, zone } = site;
  return {
    outing: { name, date },
    site: { name: site.name, latitudeDeg, longitudeDeg, zone },
    sun: events,
    windows: windows.map(({ kind, beginMs, endMs, why }) => ({
      kind,
      why,
      begin: new Date(beginMs).toISOString(),
      end: new Date(endMs).toISOString(),
    })),
    shots: shots.map(({ shot, begins, ends, score, reasons, cost, cautions }) => ({
      name: shot.name,
      intent: shot.intent,
      recipe: shot.recipeLine,
      begin: begins.toISOString(),
      end: ends.toISOString(),
      walkMinutes: shot.walkMinutes,
      setupMinutes: shot.setupMinutes,
      score,
      reasons,
      cost,
      cautions,
    })),
  };
}
