import { encodeSrgb, type MeteredPicture } from "../../picture";
import { hash32, hashUnit, normalFromBits } from "../../random";
import type { PictureSize, Point } from "../placement";

/** A round light of a made-up scene. */
interface Light {
  readonly at: Point;
  /** Standard deviation, pixels, and light at its middle. */
  readonly sigma: number;
  readonly peak: number;
}

/** Lights spread evenly over a picture and beyond, `margin` pixels to either side. */
const spread = (
  size: PictureSize,
  count: number,
  seed: number,
  margin: number,
  light: (i: number) => Omit<Light, "at">,
) =>
  Array.from({ length: count }, (_, i): Light => {
    const along = (span: number, salt: number) => -margin + (span + 2 * margin) * hashUnit(seed, i, salt);
    return { at: { x: along(size.width, 1), y: along(size.height, 2) }, ...light(i) };
  });

/** Stars: small, few of them bright. */
export const madeStars = (size: PictureSize, count: number, seed: number): Light[] =>
  spread(size, count, seed, 200, (i) => ({ sigma: 1.1, peak: 0.05 + 0.5 * hashUnit(seed, i, 3) ** 2 }));

/** Things of a town: blobs of all sizes, something to hold on to everywhere. */
export const madeTown = (size: PictureSize, count: number, seed: number): Light[] =>
  spread(size, count, seed, 200, (i) => ({
    sigma: 1.5 + 7 * hashUnit(seed, i, 3),
    peak: 0.02 + 0.2 * hashUnit(seed, i, 4),
  }));

/** A picture of lights that lie where `moved` puts them, with noise, 8 bits. */
export function pictureOf(
  size: PictureSize,
  lights: readonly Light[],
  moved: (point: Point) => Point,
  noiseSeed: number,
): MeteredPicture {
  const { width, height } = size;
  const light = new Float64Array(width * height).fill(0.01);
  for (const { at, sigma, peak } of lights) {
    const { x, y } = moved(at);
    const reach = Math.ceil(4 * sigma);
    for (let py = Math.max(0, Math.round(y) - reach); py <= Math.min(height - 1, Math.round(y) + reach); py++)
      for (let px = Math.max(0, Math.round(x) - reach); px <= Math.min(width - 1, Math.round(x) + reach); px++)
        light[py * width + px]! += peak * Math.exp(-((px - x) ** 2 + (py - y) ** 2) / (2 * sigma ** 2));
  }
  const samples = new Uint8Array(3 * width * height);
  for (let at = 0; at < samples.length; at++) {
    const noise = 1.5 * normalFromBits(hash32(noiseSeed, at, 7));
    samples[at] = Math.max(
      0,
      Math.min(255, Math.round(255 * encodeSrgb(Math.min(1, light[Math.floor(at / 3)]!)) + noise)),
    );
  }
  return { width, height, samples };
}

/** A turn about a point, counterclockwise on the screen where y goes down: degrees, and then a shift. */
export const turnedAbout =
  (pole: Point, degrees: number, shift: Point = { x: 0, y: 0 }) =>
  ({ x, y }: Point): Point => {
    const [cos, sin] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
    const [dx, dy] = [x - pole.x, y - pole.y];
    return { x: pole.x + cos * dx - sin * dy + shift.x, y: pole.y + sin * dx + cos * dy + shift.y };
  };
