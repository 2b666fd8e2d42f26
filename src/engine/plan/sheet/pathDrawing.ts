import type { Camera } from "@/core/camera";
import { type Mover, seenStretch } from "@/core/motion";
import { sensorSizeMm } from "@/core/optics";
import { DEG_PER_RAD } from "@/core/units";
import { type Frame, label, polyline, type Sheet } from "./paper";

/** Farther ahead than so many half widths of what is seen the moment to press is only pointed at. */
const MOST_AHEAD = 2;
const ROOM_PT = 16;
const MARK_PT = 4;

/** The path of what passes, from above: the camera and what it sees, the way, and where it is when one presses. */
export function drawPath(
  doc: Sheet,
  { x, y, width, height }: Frame,
  mover: Mover,
  { lens }: Pick<Camera, "lens">,
  aheadMetres: number,
): void {
  const frame = { focalLengthMm: lens.focalLengthMm, sensorWidthMm: sensorSizeMm(lens).widthMm };
  const slope = frame.sensorWidthMm / 2 / frame.focalLengthMm;
  const seen = slope * mover.distanceM;
  const ahead = Math.min(aheadMetres, MOST_AHEAD * seen);
  const scale = Math.min((height - 2 * ROOM_PT) / (1.5 * mover.distanceM), (width / 2 - ROOM_PT) / (seen + ahead));
  const foot = [x + width / 2, y + height - ROOM_PT] as const;
  const heading = mover.headingDegFromPerpendicular / DEG_PER_RAD;
  const along = (metres: number): readonly [number, number] => [
    foot[0] + metres * scale * Math.cos(heading),
    foot[1] - (mover.distanceM + metres * Math.sin(heading)) * scale,
  ];
  const stretch = seenStretch(frame, mover);
  const fromM = Number.isFinite(stretch.fromM) ? stretch.fromM : -2 * seen;
  const toM = Number.isFinite(stretch.toM) ? stretch.toM : 2 * seen;
  doc.save();
  doc.rect(x, y, width, height).clip();
  const far = 1.5 * mover.distanceM * scale;
  for (const side of [-1, 1]) polyline(doc, [foot, [foot[0] + side * slope * far, foot[1] - far]], 0.8);
  polyline(doc, [along(fromM - ahead - 0.3 * seen), along(toM + 0.3 * seen)], 2);
  const [tip, back] = [along(toM + 0.3 * seen), along(toM + 0.2 * seen)];
  const [dx, dy] = [tip[0] - back[0], tip[1] - back[1]];
  polyline(doc, [[back[0] - dy / 2, back[1] + dx / 2], tip, [back[0] + dy / 2, back[1] - dx / 2]], 2);
  doc.circle(...along(fromM - ahead), MARK_PT).fill("#000");
  doc.restore();
  doc.rect(foot[0] - MARK_PT, foot[1] - MARK_PT, 2 * MARK_PT, 2 * MARK_PT).fill("#000");
  doc.rect(x, y, width, height).lineWidth(0.5).stroke("#000");
  const press = along(fromM - ahead);
  label(doc, "press", Math.max(x + 3, press[0] - 12), press[1] + MARK_PT + 2, 9, true);
  label(doc, `${mover.distanceM} m`, foot[0] + 8, foot[1] - (mover.distanceM * scale) / 2 - 5);
}
