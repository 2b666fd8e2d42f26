import { DateTime } from "luxon";
import { printCoordinates } from "@/core/formats";
import { intentOf } from "@/core/intent";
import { readableDuration } from "@/core/recipe";
import type { PlannedNight, ShotOnSheet } from "./plannedNight";
import { drawLightScale } from "./sheet/lightScale";
import { rule, type Sheet, write } from "./sheet/paper";
import { pdfOf } from "./sheet/pdf";
import { picturesPage } from "./sheet/picturesPage";

function overview(doc: Sheet, night: PlannedNight, clock: (at: Date) => string): void {
  const { site, events } = night;
  write(doc, night.name, 30, true, 2);
  write(doc, `${site.name}, ${DateTime.fromISO(night.date).toFormat("cccc d LLLL yyyy")}`, 17);
  write(doc, `${printCoordinates(site)} · times in ${site.zone}`, 13, false, 8);
  rule(doc);
  const named: [string, Date | null][] = [
    ["sunset", events.sunset],
    ["full dark", events.astronomicalDusk],
    ["dark ends", events.astronomicalDawn],
    ["sunrise", events.sunrise],
  ];
  const sun = named.flatMap(([name, at]) => (at ? [`${name} ${clock(at)}`] : []));
  write(doc, sun.length > 0 ? sun.join("   ") : "The sun does not pass the horizon this night.", 15, true, 10);
  for (const { shot, begins, ends } of night.shots) {
    write(doc, `${clock(begins)} to ${clock(ends)}   ${shot.name}`, 19, true, 2);
    write(doc, `${shot.walkMinutes} min on foot, ${shot.setupMinutes} min to set up before it`, 13, false, 8);
  }
  if (night.shots.length === 0) write(doc, "No shot stands on this night yet.", 19);
  const cautions = [...new Set(night.shots.flatMap(({ cautions }) => cautions))];
  if (cautions.length === 0) return;
  rule(doc);
  write(doc, "Cautions", 17, true, 2);
  for (const caution of cautions) write(doc, `• ${caution}`, 13, false, 3);
  write(doc, "Local rules come first, whatever this sheet says.", 13, true);
}

function shotPage(doc: Sheet, planned: ShotOnSheet, position: string, clock: (at: Date) => string): void {
  const { shot, begins, ends, cost } = planned;
  doc.addPage();
  write(doc, position, 13);
  write(doc, shot.name, 32, true, 2);
  write(doc, intentOf(shot.intent).name, 17, false, 8);
  rule(doc);
  write(doc, `${clock(begins)} to ${clock(ends)}`, 46, true, 6);
  rule(doc);
  const [settings, stack] = shot.recipeLine.split("->").map((part) => part.trim());
  for (const part of (settings ?? "")
    .split("|")
    .map((text) => text.trim())
    .filter((text) => text !== "")) {
    write(doc, part, 27, true, 2);
  }
  if (stack) write(doc, `then fuse: ${stack}`, 19, false, 6);
  write(
    doc,
    `Run ${readableDuration(Math.round(cost.seconds))}, ${Math.ceil(cost.megabytes)} MB, ${Math.ceil(cost.batteryPercent)} % battery. Sky EV ${planned.skyEv.toFixed(1)}.`,
    14,
    false,
    8,
  );
  if (planned.lights) drawLightScale(doc, planned.lights);
  rule(doc);
  write(doc, "Before you press", 17, true, 2);
  for (const item of [
    "lens clean, strap on, flash off",
    "focus and white balance locked",
    "raw on if the recipe says so, the right size",
    "delay or remote set, battery and room checked",
  ]) {
    write(doc, `[   ]  ${item}`, 15, false, 3);
  }
  rule(doc);
  for (const { kind, beginMs, endMs } of planned.windows) {
    write(doc, `${kind.replaceAll("-", " ")}: ${clock(new Date(beginMs))} to ${clock(new Date(endMs))}`, 13, false, 1);
  }
  for (const caution of planned.cautions) write(doc, `• ${caution}`, 13, false, 2);
}

/** The field sheet of a night as a PDF: an overview, then two pages a shot, its settings and its pictures. */
export function sheetPdf(night: PlannedNight): Promise<Uint8Array<ArrayBuffer>> {
  const clock = (at: Date) => DateTime.fromJSDate(at, { zone: night.site.zone }).toFormat("HH:mm");
  return pdfOf(night.name, (doc) => {
    overview(doc, night, clock);
    night.shots.forEach((planned, index) => {
      const position = `Shot ${index + 1} of ${night.shots.length}, ${night.site.name}`;
      shotPage(doc, planned, position, clock);
      picturesPage(doc, night, planned, position, clock);
    });
  });
}
