import { roughDuration } from "../recipe";
import { THIN_SPACE } from "../units";
import { counted } from "../words";

/** `3.2 stops`, `1 stop`; never a sign. */
export function stops(value: number): string {
  const text = Math.abs(value).toFixed(1).replace(/\.0$/, "");
  return `${text} ${text === "1" ? "stop" : "stops"}`;
}

/** `35 %`; to a tenth where a whole per cent would say all or nothing. */
export function percent(share: number): string {
  if (share > 0 && share < 0.0005) return `under 0.1${THIN_SPACE}%`;
  const whole = Math.round(100 * share);
  const exact = (whole === 100 && share < 0.9995) || (whole === 0 && share > 0) || share < 0.095;
  return `${exact ? Number((100 * share).toFixed(1)) : whole}${THIN_SPACE}%`;
}

/** `1.4 pixels`, `23 pixels`; there is always some. */
export function pixels(value: number): string {
  if (value > 0 && value < 0.05) return "under 0.1 pixels";
  const text = value >= 9.95 ? value.toFixed(0) : value.toFixed(1).replace(/\.0$/, "");
  return `${text} ${text === "1" ? "pixel" : "pixels"}`;
}

/** An ISO as whole as phones write it; under 1 there is none. */
export const isoText = (iso: number): string => `ISO ${iso >= 9.5 ? Math.round(iso) : iso.toFixed(1)}`;

/** `1 frame`, `7 frames`. */
export const framesText = (frames: number): string => counted(frames, "frame");

/** A computed time, as exact as one needs it. */
export const time = roughDuration;
