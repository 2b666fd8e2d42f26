import { dithered } from "./dither";

it("codes that 8 bits have stay, what lies between is scattered so that its mean stays", () => {
  expect(dithered(Uint16Array.from({ length: 256 }, (_, code) => 257 * code))).toEqual(
    Uint8Array.from({ length: 256 }, (_, code) => code),
  );
  for (const code of [100, 12_345, 40_000, 65_500]) {
    const out = dithered(new Uint16Array(40_000).fill(code));
    const mean = out.reduce((sum, value) => sum + value, 0) / out.length;
    expect(Math.abs(mean - code / 257)).toBeLessThan(0.02);
    expect(new Set(out).size).toBeLessThanOrEqual(2);
  }
});
