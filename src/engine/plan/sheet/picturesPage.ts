import { pressMoment } from "@/core/motion";
import { moonOf, moonVisibility } from "@/core/sky";
import { plain as number } from "@/core/words";
import type { PlannedNight, ShotOnSheet } from "../plannedNight";
import { drawAim } from "./aimDrawing";
import { type Frame, label, MARGIN, PAGE, plain, RULE, rule, type Sheet, WIDTH, write } from "./paper";
import { drawPath } from "./pathDrawing";
import { drawQr } from "./qr";
import { drawRibbonStrip } from "./ribbonStrip";

const STRIP_PT = 92;
const DRAWING_PT = 176;
const GAP_PT = 12;
const QR_PT = 108;
const MINUTE_MS = 60_000;
/** Tide is told this often around a shot. */
const TIDE_STEP_MS = 10 * MINUTE_MS;
const TIDE_AROUND_MS = 7 * 3_600_000;
const LINE_PT = 21;
const FEWEST_LINES = 3;

/** Where the moon is when a shot is taken, and when it comes and goes. */
function moonText({ plan }: PlannedNight, { begins }: ShotOnSheet, clock: (at: Date) => string): string {
  const { altitudeDeg, azimuthDeg, illuminatedFraction } = moonOf(plan.night, begins.getTime());
  const lit = `Moon ${Math.round(100 * illuminatedFraction)} % lit`;
  const where =
    altitudeDeg > 0
      ? `${Math.round(altitudeDeg)}° up at ${Math.round(azimuthDeg)}°`
      : "below the horizon while this is taken";
  const seen = moonVisibility(plan.night);
  const events =
    seen.kind === "crosses"
      ? [...seen.rises.map((at) => `rises ${clock(at)}`), ...seen.sets.map((at) => `sets ${clock(at)}`)]
      : [seen.kind === "always-up" ? "up all night" : "down all night"];
  return `${lit}, ${where}; ${events.join(", ")}.`;
}

/** High and low water around a shot; null where there is no tide. */
function tideText({ plan }: PlannedNight, { begins }: ShotOnSheet, clock: (at: Date) => string): string | null {
  const { begin, end } = plan.night.span;
  const from = Math.max(begin.getTime(), begins.getTime() - TIDE_AROUND_MS);
  const to = Math.min(end.getTime(), begins.getTime() + TIDE_AROUND_MS);
  const heights: { readonly at: number; readonly metres: number }[] = [];
  for (let at = from; at <= to; at += TIDE_STEP_MS) {
    const { tideMetres } = plan.momentAt(at);
    if (tideMetres === null) return null;
    heights.push({ at, metres: tideMetres });
  }
  const turns = heights.slice(1, -1).flatMap(({ at, metres }, index) => {
    const [before, after] = [heights[index]!.metres, heights[index + 2]!.metres];
    if (metres >= before && metres > after) return [`high ${number(metres)} m ${clock(new Date(at))}`];
    return metres <= before && metres < after ? [`low ${number(metres)} m ${clock(new Date(at))}`] : [];
  });
  const now = plan.momentAt(begins.getTime());
  const later = plan.momentAt(Math.min(end.getTime(), begins.getTime() + TIDE_STEP_MS));
  const way = (later.tideMetres ?? 0) > (now.tideMetres ?? 0) ? "rising" : "falling";
  return `Tide ${number(now.tideMetres ?? 0)} m and ${way} (${now.tideSource}): ${turns.join(", ")}.`;
}

/** A drawing, or in words why there is none. */
function drawnOr(doc: Sheet, frame: Frame, title: string, otherwise: string, draw: (() => void) | null): void {
  label(doc, title, frame.x, frame.y - 13, 10, true);
  if (draw) {
    draw();
    return;
  }
  doc.rect(frame.x, frame.y, frame.width, frame.height).lineWidth(0.5).stroke("#000");
  label(doc, otherwise, frame.x + 10, frame.y + frame.height / 2 - 6, 11);
}

const COLUMNS = [
  { name: "No", part: 0.08 },
  { name: "time", part: 0.16 },
  { name: "shutter", part: 0.14 },
  { name: "ISO", part: 0.12 },
  { name: "good", part: 0.1 },
  { name: "note", part: 0.4 },
] as const;

/** Lines to write frames on by hand, as many as the page has room for. */
function writingLines(doc: Sheet): void {
  const room = Math.floor((PAGE.height - MARGIN - doc.y) / LINE_PT) - 1;
  if (room < FEWEST_LINES) return;
  const top = doc.y;
  let left = MARGIN;
  for (const { name, part } of COLUMNS) {
    label(doc, name, left + 3, top, 10, true);
    left += part * WIDTH;
  }
  for (let line = 0; line <= room; line++) {
    const at = top + 14 + line * LINE_PT;
    doc
      .moveTo(MARGIN, at)
      .lineTo(MARGIN + WIDTH, at)
      .lineWidth(line === 0 ? RULE : 0.7)
      .stroke("#000");
  }
  left = MARGIN;
  for (const { part } of COLUMNS.slice(0, -1)) {
    left += part * WIDTH;
    doc
      .moveTo(left, top)
      .lineTo(left, top + 14 + room * LINE_PT)
      .lineWidth(0.7)
      .stroke("#000");
  }
}

/** A shot's pictures: the night around it, what is aimed at, the path with the place to press, moon and tide, its line as a code. */
export function picturesPage(
  doc: Sheet,
  night: PlannedNight,
  planned: ShotOnSheet,
  position: string,
  clock: (at: Date) => string,
): void {
  const { shot, begins, capture, camera, mover } = planned;
  doc.addPage();
  write(doc, `${position}: ${shot.name}`, 15, true, 8);
  drawRibbonStrip(doc, { x: MARGIN, y: doc.y, width: WIDTH, height: STRIP_PT }, night.plan, planned, clock);
  doc.y += STRIP_PT + 22;
  const half = (WIDTH - GAP_PT) / 2;
  const left = { x: MARGIN, y: doc.y, width: half, height: DRAWING_PT };
  const right = { ...left, x: MARGIN + half + GAP_PT };
  const { aim } = shot;
  drawnOr(
    doc,
    left,
    aim ? `Looking ${Math.round(aim.azimuthDeg)}°, tilted ${Math.round(aim.tiltDeg)}°` : "Aim",
    "Not aimed yet.",
    aim && (() => drawAim(doc, left, aim, camera, night.plan.night, begins)),
  );
  const press =
    mover &&
    pressMoment({
      speedMps: mover.speedMps,
      delaySeconds: capture?.delaySeconds ?? 0,
      shutterLagSeconds: camera.shutterLagSeconds,
    });
  drawnOr(
    doc,
    right,
    press ? `Press ${number(press.aheadSeconds, press.aheadSeconds < 1 ? 2 : 1)} s before it comes in` : "Path",
    "Nothing passes.",
    mover && press && (() => drawPath(doc, right, mover, camera, press.aheadMetres)),
  );
  doc.y += DRAWING_PT + 10;
  write(doc, moonText(night, planned, clock), 12, false, 2);
  const tide = tideText(night, planned, clock);
  if (tide) write(doc, tide, 12, false, 2);
  rule(doc);
  const top = doc.y;
  if (shot.recipeLine !== "") {
    drawQr(shot.recipeLine, MARGIN + WIDTH - QR_PT, top - 4, QR_PT, (x, y, size) => {
      doc.rect(x, y, size, size).fill("#000");
    });
    doc.font("bold").fontSize(13);
    doc.text(plain(shot.recipeLine), MARGIN, top, { width: WIDTH - QR_PT - GAP_PT });
    doc.font("text").fontSize(10);
    doc.text("The code is this line, as text.", MARGIN, doc.y + 4, { width: WIDTH - QR_PT - GAP_PT });
    doc.y = Math.max(doc.y + 4, top + QR_PT - 2);
  }
  writingLines(doc);
}
