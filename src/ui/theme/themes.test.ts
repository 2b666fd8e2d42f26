import { rgb } from "d3";
import { THEME_IDS, THEMES } from "./themes";

const linear = (channel: number): number => {
  const value = channel / 255;
  return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
};

/** Relative luminance and contrast as WCAG 2.2 defines them. */
const luminance = (colour: string): number => {
  const { r, g, b } = rgb(colour);
  return 0.2126 * linear(r) + 0.7152 * linear(g) + 0.0722 * linear(b);
};
const contrast = (a: string, b: string): number => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (light! + 0.05) / (dark! + 0.05);
};

/** WCAG 2.2 AA for text. */
const TEXT = 4.5;

describe.each(THEME_IDS)("the theme %s", (id) => {
  const { roles, onSky, sky } = THEMES[id];

  it.each(["bone", "ash", "lamp", "moss", "coral", "mist"] as const)("lets words in %s be read", (role) => {
    for (const ground of [roles.ink, roles.slate]) expect(contrast(roles[role], ground)).toBeGreaterThanOrEqual(TEXT);
  });

  it("lets words on pictures be read where pictures are dark", () => {
    for (const words of [roles.onPicture, roles.onPictureQuiet])
      expect(contrast(words, roles.mount)).toBeGreaterThanOrEqual(TEXT);
  });

  it("lets words on the sky be read by the halo around them", () => {
    for (const words of [onSky.paper, onSky.lamp, onSky.moss, onSky.coral, onSky.mist])
      expect(contrast(words, onSky.halo)).toBeGreaterThanOrEqual(TEXT);
  });

  it("has a sky for every height of the sun, from dark to day, the day far brighter", () => {
    for (let i = 1; i < sky.length; i++) expect(sky[i]![0]).toBeGreaterThan(sky[i - 1]![0]);
    expect(sky[0]![0]).toBeLessThanOrEqual(-18);
    expect(sky.at(-1)![0]).toBeGreaterThanOrEqual(0);
    expect(luminance(sky.at(-1)![1])).toBeGreaterThan(4 * luminance(sky[0]![1]));
  });
});

it("no two themes are called alike", () => {
  expect(new Set(THEME_IDS.map((id) => THEMES[id].name)).size).toBe(THEME_IDS.length);
});
