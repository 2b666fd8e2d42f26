/** What a theme says of each role that a colour can have, and of what is drawn on the computed sky. */
export interface Theme {
  /** As it is called where it is chosen. */
  readonly name: string;
  /** Said of it there. */
  readonly kind: string;
  /** Which parts the browser draws by itself: scroll bars, lists, fields. */
  readonly scheme: "dark" | "light";
  readonly roles: {
    readonly ink: string;
    readonly slate: string;
    readonly line: string;
    readonly bone: string;
    readonly ash: string;
    readonly lamp: string;
    readonly moss: string;
    readonly coral: string;
    readonly mist: string;
    /** What lies behind a dialog. */
    readonly veil: string;
    /** What pictures stand on, and words on them. */
    readonly mount: string;
    readonly onPicture: string;
    readonly onPictureQuiet: string;
    /** Marks on pictures: what clips and what is crushed; the channels of a histogram. */
    readonly clipped: string;
    readonly crushed: string;
    readonly red: string;
    readonly green: string;
    readonly blue: string;
  };
  /** Colours of the sky by the sun's altitude in degrees, from full dark to day. */
  readonly sky: readonly (readonly [altitudeDeg: number, colour: string])[];
  /** What is drawn on it; `halo` stands around words. */
  readonly onSky: {
    readonly paper: string;
    readonly shade: string;
    readonly ground: string;
    readonly lamp: string;
    readonly moss: string;
    readonly coral: string;
    readonly mist: string;
    readonly halo: string;
  };
}

const onPictures = {
  veil: "rgb(0 0 0 / 0.66)",
  mount: "#000000",
  onPicture: "#ECE6DA",
  onPictureQuiet: "#9B978D",
  clipped: "#EF6A4C",
  crushed: "#8FA8D8",
  red: "#EF6A4C",
  green: "#74B49B",
  blue: "#8FA8D8",
} as const;

/** The sky and what is drawn on it are the same by lamp light and by day. */
const night = {
  sky: [
    [-18, "#0B0F22"],
    [-12, "#17214A"],
    [-9, "#26346B"],
    [-6, "#3D4F8F"],
    [-4, "#7C6A9C"],
    [-2, "#C98F6B"],
    [4, "#B9C9D6"],
  ],
  onSky: {
    paper: "#ECE6DA",
    shade: "#0B0C10",
    ground: "#15161A",
    lamp: "#F0A541",
    moss: "#8CCDB3",
    coral: "#FF8A6E",
    mist: "#A9BEEA",
    halo: "#000b",
  },
} as const;

/** The themes by the name that a page carries as its class; the first is that of a new page. */
const rows = {
  dusk: {
    name: "Dusk",
    kind: "dark",
    scheme: "dark",
    roles: {
      ink: "#0E0F12",
      slate: "#171A1F",
      line: "#2A2E36",
      bone: "#ECE6DA",
      ash: "#9B978D",
      lamp: "#F0A541",
      moss: "#74B49B",
      coral: "#EF6A4C",
      mist: "#8FA8D8",
      ...onPictures,
    },
    ...night,
  },
  desk: {
    name: "Desk",
    kind: "light",
    scheme: "light",
    roles: {
      ink: "#F6F3EC",
      slate: "#ECE7DB",
      line: "#D3CCBC",
      bone: "#16171B",
      ash: "#5E5A51",
      lamp: "#8F5200",
      moss: "#2C6A50",
      coral: "#B0371B",
      mist: "#3A5594",
      ...onPictures,
    },
    ...night,
  },
} as const satisfies Record<string, Theme>;

export type ThemeId = keyof typeof rows;
export const THEMES: Readonly<Record<ThemeId, Theme>> = rows;
export const THEME_IDS = Object.keys(THEMES) as [ThemeId, ...ThemeId[]];
/** That of a new page. */
export const [FIRST_THEME] = THEME_IDS;

/** A theme by a name that was kept; the first where it is none. */
export const themeNamed = (name: string | undefined): ThemeId => THEME_IDS.find((id) => id === name) ?? FIRST_THEME;
