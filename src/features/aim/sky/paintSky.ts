import { rgb, scaleLog } from "d3";
import { directionOf } from "@/core/optics";
import { luminanceFromMagnitude, NATURAL_SKY_MAG, type SkyByDirection, twilightIlluminance } from "@/core/sky";
import type { Sketch } from "./sketch";

/** The light changes slowly over the sky: this many cells across, smoothed, show all of it. */
const ACROSS = 48;

/** Altitude in degrees of a sun under which an even clear sky has a luminance in cd/m². */
const sunOf = (altitudes: readonly number[]) =>
  scaleLog()
    .domain(altitudes.map((sun) => twilightIlluminance(sun) / Math.PI + luminanceFromMagnitude(NATURAL_SKY_MAG)))
    .range(altitudes)
    .clamp(true);

/** Fills the drawing with the light of the sky by direction. */
export function paintSky({ context, size, pose, scale, colour }: Sketch, sky: SkyByDirection): void {
  const sunFor = sunOf(colour.domain());
  const cell = size.width / ACROSS;
  const down = Math.ceil(size.height / cell);
  const cells = context.createImageData(ACROSS, down);
  for (let row = 0; row < down; row++)
    for (let column = 0; column < ACROSS; column++) {
      const right = ((column + 0.5) * cell - size.width / 2) / scale;
      const up = (size.height / 2 - (row + 0.5) * cell) / scale;
      const { altitudeDeg, azimuthDeg } = directionOf(pose, { right, up });
      const { r, g, b } = rgb(colour(sunFor(sky({ altitudeDeg: Math.max(0, altitudeDeg), azimuthDeg }))));
      cells.data.set([r, g, b, 255], 4 * (row * ACROSS + column));
    }
  const small = new OffscreenCanvas(ACROSS, down);
  small.getContext("2d")?.putImageData(cells, 0, 0);
  context.imageSmoothingEnabled = true;
  context.imageSmoothingQuality = "high";
  context.drawImage(small, 0, 0, size.width, down * cell);
}
