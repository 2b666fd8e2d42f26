import type { View } from "./camera";

/** Blur under this radius is less than the lens's own, pixels. */
const LEAST_DEFOCUS_PX = 0.6;
/** Wider discs than this are cut: nothing that a phone's lens makes of its whole picture is so wide. */
const MOST_RADIUS_PX = 40;

/**
 * Radius of the disc that a point at a distance becomes, pixels: half of f²·|D − s| / (N·D·(s − f)) over the pitch.
 *
 * @see Jacobson, Photographic Optics FAQ (1996), blur disc.
 */
export function discRadiusPx({ focusMetres, farDiscPx }: View, depthMetres: number): number {
  if (focusMetres === null) return 0;
  const share = depthMetres === Infinity ? 1 : Math.abs(depthMetres - focusMetres) / depthMetres;
  return Math.min(MOST_RADIUS_PX, 0.5 * farDiscPx * share);
}

/** Rows beyond a band whose light may fall into it, out of focus. */
export const defocusReach = (view: View): number => {
  const widest = Math.max(discRadiusPx(view, Infinity), discRadiusPx(view, NEAREST_M));
  return widest < LEAST_DEFOCUS_PX ? 0 : Math.ceil(widest + 0.5);
};
/** Nothing is expected nearer to the lens than this, metres. */
const NEAREST_M = 0.5;

/**
 * Spreads what is out of focus over its discs. Each pixel gets what the discs of its neighbours bring, over how much of
 * their weight that is, so that nothing darkens where something sharp stands before it.
 *
 * @param sharp and `depth`: rows with `reach` more of them at either end; `out` none of them.
 */
export function defocusRows(
  view: View,
  reach: number,
  rows: number,
  sharp: Float32Array,
  depth: Float32Array,
  out: Float32Array,
): void {
  const { width } = view;
  const radii = depth.map((metres) => discRadiusPx(view, metres));
  for (let row = 0; row < rows; row++) {
    for (let x = 0; x < width; x++) {
      let [red, green, blue, weight] = [0, 0, 0, 0];
      const own = depth[(row + reach) * width + x]!;
      for (let dy = -reach; dy <= reach; dy++) {
        for (let dx = -reach; dx <= reach; dx++) {
          const at = x + dx;
          if (at < 0 || at >= width) continue;
          const from = (row + reach + dy) * width + at;
          const radius = Math.max(0.5, radii[from]!);
          // What stands behind something sharp does not spread over it.
          const limit =
            depth[from]! > own ? Math.min(radius, Math.max(0.5, radii[(row + reach) * width + x]!)) : radius;
          const inside = limit + 0.5 - Math.sqrt(dx * dx + dy * dy);
          if (inside <= 0) continue;
          const share = Math.min(1, inside) / (radius * radius);
          red += share * sharp[3 * from]!;
          green += share * sharp[3 * from + 1]!;
          blue += share * sharp[3 * from + 2]!;
          weight += share;
        }
      }
      const to = 3 * (row * width + x);
      out[to] = red / weight;
      out[to + 1] = green / weight;
      out[to + 2] = blue / weight;
    }
  }
}
