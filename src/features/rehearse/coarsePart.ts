import type { Rehearsal } from "@/core/rehearse";
import { LOUPE_PX } from "@/workers/loupe";

/**
 * The part of a picture that is looked at pixel by pixel, as far as the picture itself knows it: until the part is exposed.
 *
 * @param at Its middle, shares of the picture's width and height.
 * @param sensorWidthPx Pixels across the whole picture at its full size.
 */
export function coarsePart(
  picture: Pick<Rehearsal, "width" | "height" | "data">,
  at: { readonly x: number; readonly y: number },
  sensorWidthPx: number,
): Pick<Rehearsal, "width" | "height" | "data"> {
  const [width, height] = LOUPE_PX;
  const scale = picture.width / sensorWidthPx;
  const corner = (share: number, whole: number, part: number) =>
    Math.max(0, Math.min(whole - part * scale, share * whole - (part * scale) / 2));
  const [left, top] = [corner(at.x, picture.width, width), corner(at.y, picture.height, height)];
  const data = new Uint8Array(3 * width * height);
  for (let y = 0; y < height; y++) {
    const row = picture.width * Math.min(picture.height - 1, Math.floor(top + y * scale));
    for (let x = 0; x < width; x++) {
      const from = 3 * (row + Math.min(picture.width - 1, Math.floor(left + x * scale)));
      const to = 3 * (y * width + x);
      data[to] = picture.data[from]!;
      data[to + 1] = picture.data[from + 1]!;
      data[to + 2] = picture.data[from + 2]!;
    }
  }
  return { width, height, data };
}
