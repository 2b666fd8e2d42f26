import { defineSemanticTokens, defineTokens } from "@chakra-ui/react";
import { ON_SKY } from "./skyScale";

/** Fonts, and the type scale: every text of the interface has one of these sizes. */
export const tokens = defineTokens({
  fonts: {
    body: { value: "'Archivo Variable', system-ui, sans-serif" },
    mono: { value: "'Azeret Mono Variable', ui-monospace, monospace" },
  },
  fontSizes: {
    label: { value: "12px" },
    note: { value: "12.5px" },
    text: { value: "13.5px" },
    body: { value: "14px" },
    lead: { value: "15px" },
    title: { value: "17px" },
    readout: { value: "21px" },
    heading: { value: "23px" },
    display: { value: "28px" },
    hero: { value: "36px" },
  },
  radii: { part: { value: "3px" } },
});

/** A colour by role: its value on the light theme (Desk) and on the dark one (Dusk). */
const role = (desk: string, dusk: string) => ({ value: { base: desk, _dark: dusk } });
const always = (colour: string) => ({ value: colour });

/** Colours by role; components name roles, never values. */
export const semanticTokens = defineSemanticTokens({
  colors: {
    ink: role("#F6F3EC", "#0E0F12"),
    slate: role("#ECE7DB", "#171A1F"),
    line: role("#D3CCBC", "#2A2E36"),
    bone: role("#16171B", "#ECE6DA"),
    ash: role("#5E5A51", "#9B978D"),
    lamp: role("#8F5200", "#F0A541"),
    moss: role("#2C6A50", "#74B49B"),
    coral: role("#B0371B", "#EF6A4C"),
    mist: role("#3A5594", "#8FA8D8"),
    /** What lies behind a dialog. */
    veil: always("rgb(0 0 0 / 0.66)"),
    /** Pictures stand on black on every theme, and so do words on them. */
    mount: always("#000000"),
    onPicture: always(ON_SKY.paper),
    onPictureQuiet: always("#9B978D"),
  },
});
