import { createSystem, defaultBaseConfig, defineConfig } from "@chakra-ui/react";
import { recipes } from "./recipes";
import { slotRecipes } from "./slotRecipes";
import { semanticTokens, themeConditions, themeSchemes, tokens } from "./tokens";

const config = defineConfig({
  preflight: true,
  conditions: themeConditions,
  globalCss: {
    "html, body": { height: "100%", bg: "ink", color: "bone", fontSize: "body", lineHeight: 1.45 },
    body: { fontFamily: "body", overflow: "hidden" },
    "*": { borderColor: "line" },
    ...themeSchemes,
    // Labels of charts; a size given as an attribute would not reach them.
    "svg text": { fontSize: "note" },
    "*:focus-visible": { outline: "2px solid", outlineColor: "lamp", outlineOffset: "2px" },
    // Recipe lines are read character by character: no ligature may draw "->" as something else.
    "[data-mono], code": { fontFamily: "mono", fontVariantLigatures: "none", fontFeatureSettings: '"zero"' },
    "::selection": { bg: "lamp", color: "ink" },
  },
  theme: {
    breakpoints: { sm: "30rem", md: "48rem", lg: "64rem", xl: "80rem" },
    tokens,
    semanticTokens,
    recipes,
    slotRecipes,
  },
});

/**
 * Chakra's system with the application's own tokens and looks. It stands on the base configuration: the looks that
 * Chakra brings along would cost every page a fifth of a second, and a part without a look here is one that no page uses.
 */
export const system = createSystem(defaultBaseConfig, config);
