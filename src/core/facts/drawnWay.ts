import { z } from "zod";

/** More points than this are not drawn by a hand. */
export const MOST_POINTS = 2000;

/** Of the picture's width or height, and somewhat beyond. */
export const share = z.number().min(-0.5).max(1.5);

/** A lamp's way through the picture, shares of its width and height, with the time at which the hand was there, seconds. */
export const drawnWay = z
  .array(z.tuple([share, share, z.number().min(0).max(3600)]).readonly())
  .min(2)
  .max(MOST_POINTS)
  .readonly()
  .refine((points) => points.every(([, , at], i) => i === 0 || at >= points[i - 1]![2]), "Time goes on along a path.");
/** A lamp's way as a hand drew it over the picture. */
export type DrawnWay = z.infer<typeof drawnWay>;
