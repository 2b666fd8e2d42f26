import { encodeSrgb } from "../picture";
import { hash32, hashUnit, normalFromBits } from "../random";
import { bestTry } from "./bestTry";
import { inspectPicture } from "./inspectPicture";

const [WIDTH, HEIGHT] = [480, 360];
/** Electrons of a full pixel: shot noise of a dark part is then a few codes. */
const FULL = 4000;

/** A street of so much light a second, and a trail that grows along it, taken with an open time: clipped at white, with shot noise. */
function street(seconds: number, lightPerSecond = 0.008) {
  const samples = new Uint8Array(3 * WIDTH * HEIGHT);
  const end = Math.min(WIDTH - 20, 20 + 70 * seconds);
  for (let y = 0, at = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      // Ground that rises slowly, a front of windows, a lamp that burns all the time, and lights that pass.
      const front = y > 250 && x % 40 < 14 === y % 36 < 14 ? 2 : 0;
      const lamp = Math.hypot(x - 400, y - 60) < 6 ? 4 : 0;
      const trail = x > 20 && x < end && Math.abs(y - 200) < 7 ? 0.6 : 0;
      const halo = 0.5 * Math.exp(-(((y - 200) / 40) ** 2));
      const light = lightPerSecond * seconds * (1 + x / WIDTH + front + 6 * halo + lamp) + trail;
      for (let channel = 0; channel < 3; channel++, at++) {
        const noise = Math.sqrt(light / FULL) * normalFromBits(hash32(seconds * 8, at, 3));
        samples[at] = Math.round(255 * encodeSrgb(Math.min(1, Math.max(0, light + noise))));
      }
    }
  return { width: WIDTH, height: HEIGHT, samples };
}

test("of tries from 1/8 s to 64 s one in the middle is the best: neither white nor full of noise", () => {
  const seconds = [1 / 8, 1, 4, 16, 64];
  const tries = seconds.map((each) => ({ id: String(each), figures: inspectPicture(street(each)) }));
  expect(tries[4]!.figures.clippedAll).toBeGreaterThan(0.1);
  const best = bestTry(tries)!;
  expect(["4", "16"]).toContain(best.id);
  expect(best.because).toMatch(
    /^[\d.]+ % white where another has \d+(\.\d)? %, noise of [\d.]+ % in its shadows where another/,
  );
  // Without it another one near by.
  expect(["1", "4", "16"]).toContain(bestTry(tries.filter(({ id }) => id !== best.id))!.id);
});

test("the order of the tries does not matter, and one alone or in the dark is none", () => {
  const tries = [1, 4, 16].map((each) => ({ id: String(each), figures: inspectPicture(street(each)) }));
  const best = bestTry(tries)!.id;
  for (let seed = 0; seed < 5; seed++) {
    const mixed = [...tries].sort((a, b) => hashUnit(seed, Number(a.id)) - hashUnit(seed, Number(b.id)));
    expect(bestTry(mixed)!.id).toBe(best);
  }
  expect(bestTry(tries.slice(0, 1))).toBeNull();
  const black = { id: "black", figures: { clippedAll: 0, noise: null, litShare: 0, sharpPx: null } };
  expect(bestTry([black, black])).toBeNull();
});
