import { defineSemanticTokens, defineTokens } from "@chakra-ui/react";
import { FIRST_THEME, THEME_IDS, THEMES, type Theme } from "./themes";

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

/** A colour of every theme: the first one's, and the others' where the page carries their name. */
const ofThemes = (colourOf: (theme: Theme) => string) => ({
  value: Object.fromEntries(THEME_IDS.map((id) => [id === FIRST_THEME ? "base" : `_${id}`, colourOf(THEMES[id])])) as {
    base: string;
  },
});

const mapped = <Name extends string>(names: readonly Name[], colour: (name: Name) => ReturnType<typeof ofThemes>) =>
  Object.fromEntries(names.map((name) => [name, colour(name)])) as Record<Name, ReturnType<typeof ofThemes>>;

type Role = keyof Theme["roles"];
type Ink = keyof Theme["onSky"];
const { roles, onSky } = THEMES[FIRST_THEME];

/** Colours by role; components name roles, never values. */
export const semanticTokens = defineSemanticTokens({
  colors: {
    ...mapped(Object.keys(roles) as Role[], (role) => ofThemes((theme) => theme.roles[role])),
    onSky: mapped(Object.keys(onSky) as Ink[], (ink) => ofThemes((theme) => theme.onSky[ink])),
  },
});

/** How a theme's own values are told from those of the first. */
export const themeConditions = Object.fromEntries(THEME_IDS.map((id) => [id, `.${id} &`]));

/** What the browser draws by itself goes with the theme. */
export const themeSchemes = Object.fromEntries(THEME_IDS.map((id) => [`.${id}`, { colorScheme: THEMES[id].scheme }]));
