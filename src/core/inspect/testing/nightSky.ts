import { encodeSrgb } from "../../picture";
import { hash32, hashUnit, normalFromBits } from "../../random";

/** A made-up night: points of light of a known shape over an even sky, with noise and pixels that shine by themselves. */
export interface MadeNight {
  readonly width: number;
  readonly height: number;
  readonly stars: number;
  /** Standard deviations along and across, pixels, and the direction along, counterclockwise from the right. */
  readonly along: number;
  readonly across: number;
  readonly directionDeg: number;
  /** Where the camera has moved to, pixels. */
  readonly shift: readonly [number, number];
  readonly hotPixels: number;
  /** Of the written picture, codes. */
  readonly noise: number;
  readonly sky: number;
  readonly seed: number;
}

export const STILL_NIGHT: MadeNight = {
  width: 640,
  height: 480,
  stars: 60,
  along: 0.9,
  across: 0.9,
  directionDeg: 0,
  shift: [0, 0],
  hotPixels: 0,
  noise: 1.5,
  sky: 0.012,
  seed: 1,
};

/** The picture of such a night, interleaved sRGB of 8 bits. */
export function madeNight(part: Partial<MadeNight>) {
  const night = { ...STILL_NIGHT, ...part };
  const { width, height, seed, along, across, shift } = night;
  const light = new Float64Array(3 * width * height).fill(night.sky);
  const turn = (night.directionDeg * Math.PI) / 180;
  const [ux, uy] = [Math.cos(turn), -Math.sin(turn)];
  const reach = Math.ceil(4 * Math.max(along, across));
  for (let star = 0; star < night.stars; star++) {
    const x = 30 + (width - 60) * hashUnit(seed, star, 1) + shift[0];
    const y = 30 + (height - 60) * hashUnit(seed, star, 2) + shift[1];
    // Fainter where it is spread over more: none clips.
    const peak = 0.15 + 0.5 * hashUnit(seed, star, 3);
    for (let dy = -reach; dy <= reach; dy++)
      for (let dx = -reach; dx <= reach; dx++) {
        const [px, py] = [Math.round(x) + dx, Math.round(y) + dy];
        if (px < 0 || py < 0 || px >= width || py >= height) continue;
        const [ox, oy] = [px - x, py - y];
        const [a, c] = [ox * ux + oy * uy, -ox * uy + oy * ux];
        const add = peak * Math.exp(-((a / along) ** 2 + (c / across) ** 2) / 2);
        for (let channel = 0; channel < 3; channel++) light[3 * (py * width + px) + channel]! += add;
      }
  }
  for (let hot = 0; hot < night.hotPixels; hot++) {
    const at =
      Math.floor((height - 60) * hashUnit(seed, hot, 5) + 30) * width +
      Math.floor((width - 60) * hashUnit(seed, hot, 4) + 30);
    light[3 * at + (hot % 3)] = 0.8;
  }
  const samples = Uint8Array.from(light, (value, at) => {
    const noise = night.noise * normalFromBits(hash32(seed, at, 6));
    return Math.max(0, Math.min(255, Math.round(255 * encodeSrgb(Math.min(1, value)) + noise)));
  });
  return { width, height, samples };
}
