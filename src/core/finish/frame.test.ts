import { framedRows, frameOf, largestPrint, parseLook, placeUnder, uprightingOf } from ".";

const SIZE = { width: 360, height: 240 };

/** A picture of its light at each place, grey. */
const pictureOf = (at: (x: number, y: number) => number) => ({
  ...SIZE,
  samples: Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, i) => {
    const pixel = Math.floor(i / 3);
    return at((pixel % SIZE.width) + 0.5, Math.floor(pixel / SIZE.width) + 0.5);
  }),
});

function framed(line: string, picture: ReturnType<typeof pictureOf>) {
  const { look, problems } = parseLook(line);
  expect(problems).toEqual([]);
  const frame = frameOf(uprightingOf(look), look.crop, picture);
  const codes = framedRows(picture, frame, 0, frame.height);
  return { ...frame, at: (x: number, y: number) => codes[3 * (y * frame.width + x)]!, codes };
}

/** Where a dark line crosses a row: the middle of what is missing there. */
function lineAt({ width, at }: ReturnType<typeof framed>, y: number, from = 0, to = width): number {
  let [sum, places] = [0, 0];
  for (let x = from; x < to; x++) {
    const dark = 40_000 - at(x, y);
    if (dark < 2000) continue;
    sum += dark;
    places += dark * x;
  }
  return places / sum;
}

it("stands a wall upright that leaned by some degrees, and cuts off what would be empty", () => {
  const angle = (4 * Math.PI) / 180;
  // It leans to the left by four degrees.
  const wall = pictureOf((x, y) => (Math.abs(x - 180 - (y - 120) * Math.tan(angle)) < 2 ? 0 : 40_000));
  const upright = framed("straighten 4", wall);
  const [top, bottom] = [lineAt(upright, 5), lineAt(upright, upright.height - 6)];
  expect(Math.abs(top - bottom)).toBeLessThan(0.5);
  expect(upright.width).toBeLessThan(SIZE.width);
  expect(upright.width / upright.height).toBeCloseTo(1.5, 1);
  // Its corners are of the picture, not of what is beside it.
  for (const x of [0, upright.width - 1])
    for (const y of [0, upright.height - 1]) expect(upright.at(x, y)).toBe(40_000);
  expect(upright.hasEmpty).toBe(false);
  // Nothing larger of that shape would fit: a twentieth more leaves the picture.
  const { left, top: upper, width, height } = upright.crop;
  const grown = { left: left - 0.025 * width, top: upper - 0.025 * height, width: 1.05 * width, height: 1.05 * height };
  expect(frameOf({ straighten: 4, upright: 0, sideways: 0 }, grown, SIZE).hasEmpty).toBe(true);
});

it("parts walls again that lean to each other upwards", () => {
  // Two walls whose upper ends are nearer by a fifth.
  const walls = pictureOf((x, y) => {
    const half = 100 * (0.8 + (0.2 * y) / SIZE.height);
    return Math.abs(Math.abs(x - 180) - half) < 2 ? 0 : 40_000;
  });
  const apart = (line: string) => {
    const out = framed(line, walls);
    const middle = Math.round(out.width / 2);
    const at = (y: number) => lineAt(out, y, middle, out.width) - lineAt(out, y, 0, middle);
    return at(4) / at(out.height - 5);
  };
  expect(apart("straighten 0")).toBeCloseTo(0.8, 1);
  expect(apart("upright 22")).toBeCloseTo(1, 1.5);
});

it("takes exactly the pixels of a crop where nothing is moved, and no tone that is not beside it where something is", () => {
  const steps = pictureOf((x, y) => 1000 + 100 * Math.floor(x) + 10 * Math.floor(y));
  const cut = framed("crop 0.5 0.25 0.25 0.5", steps);
  expect([cut.width, cut.height, cut.at(0, 0)]).toEqual([90, 120, 1000 + 100 * 180 + 10 * 60]);
  const lamp = pictureOf((x, y) => (Math.hypot(x - 180, y - 120) < 20 ? 65_535 : 3000));
  const turned = framed("straighten 7.3", lamp).codes;
  expect(turned.reduce((least, code) => Math.min(least, code), 65_535)).toBe(3000);
});

it("looks each pixel up where it lies, between pixels too", () => {
  const light = (x: number, y: number) => 30_000 + 9000 * Math.sin(x / 9) * Math.cos(y / 7);
  const out = framed("straighten -3.3 | upright 8 | crop 0.2 0.2 0.5 0.6", pictureOf(light));
  let worst = 0;
  for (let y = 0; y < out.height; y += 7)
    for (let x = 0; x < out.width; x += 5) {
      const [u, v] = placeUnder(out.matrix, x + 0.5, y + 0.5)!;
      worst = Math.max(worst, Math.abs(out.at(x, y) - light(u, v)));
    }
  // The spline follows such waves within a hundredth of their height.
  expect(worst).toBeLessThan(90);
});

it("says the largest print of what is left", () => {
  // 2,400 pixels at 240 dots an inch are ten inches.
  expect(largestPrint({ width: 2400, height: 1200 })).toEqual({ width: 25.4, height: 12.7 });
});
