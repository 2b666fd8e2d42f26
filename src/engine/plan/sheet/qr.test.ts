import jsQR from "jsqr";
import { drawQr } from "./qr";

test.each([
  "24 x 2s every 2.5s | iso 50 | nd 8 | wb 4000K | focus 12m | delay 2s | raw+jpeg -> mean",
  "1/60",
  `60 x 1/2 every 20s | ramp ${Array.from({ length: 24 }, (_, at) => `+${at / 10}`).join(" ")} stops | iso 50`,
])("a recipe line is read back by another reader: %s", (line) => {
  const side = 480;
  const rgba = new Uint8ClampedArray(4 * side * side).fill(255);
  drawQr(line, 0, 0, side, (x, y, size) => {
    for (let row = Math.round(y); row < Math.round(y + size); row++)
      for (let column = Math.round(x); column < Math.round(x + size); column++)
        rgba.fill(0, 4 * (row * side + column), 4 * (row * side + column) + 3);
  });
  expect(jsQR(rgba, side, side)?.data).toBe(line);
});
