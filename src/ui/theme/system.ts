import { createSystem, defaultConfig, defineConfig } from "@chakra-ui/react";

/** A colour by role: its value on the light theme (Desk) and on the dark one (Dusk). */
const role = (desk: string, dusk: string) => ({ value: { base: desk, _dark: dusk } });

const config = defineConfig({
  globalCss: {
    "html, body": { height: "100%", bg: "ink", color: "bone", fontSize: "14px", lineHeight: 1.45 },
    body: { fontFamily: "body", overflow: "hidden" },
    ".dark": { colorScheme: "dark" },
    ".light": { colorScheme: "light" },
    // Lists that the browser opens take neither the theme's ground nor its ink by themselves.
    option: { bg: "slate", color: "bone" },
    // Labels of charts; a size given as an attribute would not reach them.
    "svg text": { fontSize: "12.5px" },
    "*:focus-visible": { outline: "2px solid", outlineColor: "lamp", outlineOffset: "2px" },
    "input[type=radio], input[type=checkbox]": { accentColor: "{colors.lamp}" },
    // Recipe lines are read character by character: no ligature may draw "->" as something else.
    "[data-mono], code": { fontFamily: "mono", fontVariantLigatures: "none", fontFeatureSettings: '"zero"' },
    "::selection": { bg: "lamp", color: "ink" },
  },
  theme: {
    tokens: {
      fonts: {
        body: { value: "'Archivo Variable', system-ui, sans-serif" },
        heading: { value: "'Archivo Variable', system-ui, sans-serif" },
        mono: { value: "'Azeret Mono Variable', ui-monospace, monospace" },
      },
    },
    semanticTokens: {
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
        bg: role("#F6F3EC", "#0E0F12"),
        fg: role("#16171B", "#ECE6DA"),
        border: role("#D3CCBC", "#2A2E36"),
      },
    },
  },
});

/** Chakra's system with the application's tokens; components name roles, never values. */
export const system = createSystem(defaultConfig, config);
