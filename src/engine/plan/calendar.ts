import { createEvents, type DateArray, type EventAttributes } from "ics";
import { printCoordinates } from "@/core/formats";
import { intentOf } from "@/core/intent";
import type { PlannedNight } from "./plannedNight";

const ALARM_MINUTES_BEFORE_LEAVING = 15;

const utcParts = (at: Date): DateArray => [
  at.getUTCFullYear(),
  at.getUTCMonth() + 1,
  at.getUTCDate(),
  at.getUTCHours(),
  at.getUTCMinutes(),
];

/** The night's shots as iCalendar events, each with an alarm a quarter of an hour before one must leave for it. @see RFC 5545 */
export function planCalendar({ shots, site, name }: PlannedNight): string {
  const events = shots.map(({ shot, begins, ends, cautions }): EventAttributes => {
    const minutes = Math.round(shot.walkMinutes + shot.setupMinutes + ALARM_MINUTES_BEFORE_LEAVING);
    return {
      uid: `${shot.id}@aevumen`,
      start: utcParts(begins),
      end: utcParts(new Date(Math.max(ends.getTime(), begins.getTime() + 60_000))),
      startInputType: "utc",
      startOutputType: "utc",
      endInputType: "utc",
      endOutputType: "utc",
      title: shot.name,
      description: [intentOf(shot.intent).name, shot.recipeLine, ...cautions].join("\n"),
      location: `${site.name}, ${printCoordinates(site)}`,
      geo: { lat: site.latitudeDeg, lon: site.longitudeDeg },
      categories: [name],
      productId: "aevumen",
      alarms: [{ action: "display", description: `Leave for ${shot.name}`, trigger: { minutes, before: true } }],
    };
  });
  const { error, value } = createEvents(events, { productId: "aevumen", calName: name });
  if (error || !value) throw error ?? new Error("no calendar came out");
  return value;
}
