import { interpolateRgb, scaleLinear } from "d3";

const STOPS = [
  [-18, "#0B0F22"],
  [-12, "#17214A"],
  [-9, "#26346B"],
  [-6, "#3D4F8F"],
  [-4, "#7C6A9C"],
  [-2, "#C98F6B"],
  [4, "#B9C9D6"],
] as const;

/** Colour of the sky by the sun's altitude in degrees, from day to full dark; the same on every theme. */
export const skyColour = scaleLinear<string>()
  .domain(STOPS.map(([altitude]) => altitude))
  .range(STOPS.map(([, colour]) => colour))
  .interpolate(interpolateRgb)
  .clamp(true);

/** What is drawn on the sky keeps its colours on every theme, for the sky does. */
export const ON_SKY = {
  paper: "#ECE6DA",
  shade: "#0B0C10",
  ground: "#15161A",
  lamp: "#F0A541",
  moss: "#8CCDB3",
  coral: "#FF8A6E",
  mist: "#A9BEEA",
  /** Around words on it. */
  halo: "#000b",
} as const;
