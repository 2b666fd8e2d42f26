import { interpolateRgb, type ScaleLinear, scaleLinear } from "d3";
import { useTheme } from "next-themes";
import { THEMES, type Theme, type ThemeId, themeNamed } from "./themes";

/** Colour of the sky by the sun's altitude in degrees, from full dark to day. */
export type SkyScale = ScaleLinear<string, string>;
/** Colours of what is drawn on the sky. */
export type SkyInk = Theme["onSky"];

const scales = Object.fromEntries(
  Object.entries(THEMES).map(([id, { sky }]) => [
    id,
    scaleLinear<string>()
      .domain(sky.map(([altitude]) => altitude))
      .range(sky.map(([, colour]) => colour))
      .interpolate(interpolateRgb)
      .clamp(true),
  ]),
) as Record<ThemeId, SkyScale>;

/** Colours by role of the page's theme, for canvases; everything else names roles. */
export const useRoles = () => THEMES[themeNamed(useTheme().resolvedTheme)].roles;

/** The sky of the page's theme, for what computes with colours and for canvases. */
export function useSky(): { readonly colour: SkyScale; readonly ink: SkyInk } {
  const theme = themeNamed(useTheme().resolvedTheme);
  return { colour: scales[theme], ink: THEMES[theme].onSky };
}

/** Colours of what is drawn on the sky, by name, as the page's styles know them. */
export const ON_SKY = Object.fromEntries(
  Object.keys(THEMES.dusk.onSky).map((name) => [name, `var(--chakra-colors-on-sky-${name})`]),
) as SkyInk;
