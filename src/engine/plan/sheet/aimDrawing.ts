import type { Camera } from "@/core/camera";
import { type CameraPose, pictureProjection, sensorSizeMm } from "@/core/optics";
import { BRIGHT_STARS, horizonAltitude, moonOf, type NightSky, starOf } from "@/core/sky";
import { DEG_PER_RAD } from "@/core/units";
import { type Frame, label, polyline, type Sheet } from "./paper";

/** Around the picture so much more is drawn, as a part of its width, so that one finds it in what one sees. */
const AROUND = 0.22;
const HORIZON_STEP_DEG = 1;
const MOON_PT = 5;
const STAR_PT = 1.6;
const COMPASS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"] as const;

/** What a camera sees, as lines: horizon, skyline, compass, moon and the brightest stars, with the picture's frame. */
export function drawAim(
  doc: Sheet,
  { x, y, width, height }: Frame,
  pose: CameraPose,
  { lens }: Pick<Camera, "lens">,
  night: NightSky,
  at: Date,
): void {
  const { widthMm, heightMm } = sensorSizeMm(lens);
  const halfAcross = widthMm / 2 / lens.focalLengthMm;
  const halfUp = heightMm / 2 / lens.focalLengthMm;
  const scale = Math.min(width / 2 / (halfAcross * (1 + AROUND)), height / 2 / (halfUp * (1 + AROUND)));
  const [middleX, middleY] = [x + width / 2, y + height / 2];
  const project = pictureProjection(pose);
  const spot = (altitudeDeg: number, azimuthDeg: number): readonly [number, number] | null => {
    const point = project(altitudeDeg, azimuthDeg);
    return point && [middleX + point.right * scale, middleY - point.up * scale];
  };
  const inside = (point: readonly [number, number] | null): point is readonly [number, number] =>
    point !== null && point[0] > x + 8 && point[0] < x + width - 8 && point[1] > y + 8 && point[1] < y + height - 8;
  doc.save();
  doc.rect(x, y, width, height).clip();
  const reach = Math.min(85, Math.atan(width / 2 / scale) * DEG_PER_RAD + 5);
  const around = Array.from(
    { length: Math.floor((2 * reach) / HORIZON_STEP_DEG) + 1 },
    (_, step) => pose.azimuthDeg - reach + step * HORIZON_STEP_DEG,
  );
  polyline(
    doc,
    around.map((azimuth) => spot(0, azimuth)),
    0.8,
  );
  if (night.horizon.length > 0)
    polyline(
      doc,
      around.map((azimuth) => spot(horizonAltitude(night.horizon, azimuth), azimuth)),
      2,
    );
  COMPASS.forEach((name, eighth) => {
    const point = spot(0, 45 * eighth);
    if (inside(point)) label(doc, name, point[0] - 4, point[1] + 2, 9, true);
  });
  for (const star of BRIGHT_STARS) {
    const { altitudeDeg, azimuthDeg } = starOf(night, star)(at.getTime());
    const point = altitudeDeg > 0 ? spot(altitudeDeg, azimuthDeg) : null;
    if (!inside(point)) continue;
    doc.circle(...point, STAR_PT).fill("#000");
    label(doc, star.name, point[0] + 3, point[1] - 4, 7);
  }
  const moon = moonOf(night, at.getTime());
  const moonSpot = moon.altitudeDeg > 0 ? spot(moon.altitudeDeg, moon.azimuthDeg) : null;
  if (inside(moonSpot)) {
    doc
      .circle(...moonSpot, MOON_PT)
      .lineWidth(1.5)
      .stroke("#000");
    label(doc, "moon", moonSpot[0] + 7, moonSpot[1] - 4, 8);
  }
  doc.restore();
  doc.rect(x, y, width, height).lineWidth(0.5).stroke("#000");
  doc
    .rect(middleX - halfAcross * scale, middleY - halfUp * scale, 2 * halfAcross * scale, 2 * halfUp * scale)
    .lineWidth(2.5)
    .stroke("#000");
}
