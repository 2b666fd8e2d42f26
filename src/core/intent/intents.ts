/** What kind of picture a shot is meant to be. */
export const INTENT_IDS = [
  "light-trails",
  "blurred-subject",
  "smoothed-water",
  "emptied-place",
  "star-points",
  "star-arcs",
  "meteors",
  "light-drawing",
  "still-view",
  "frozen-action",
  "sweep",
  "glowing-background",
  "moving-picture",
] as const;
export type IntentId = (typeof INTENT_IDS)[number];

const OF_STARS: ReadonlySet<IntentId> = new Set(["star-points", "star-arcs", "meteors"]);

/** Whether an intent is about the night sky itself. */
export const isOfStars = (id: IntentId): boolean => OF_STARS.has(id);

/** Dangers that come with a kind of place or picture. */
export type CautionId = "road" | "water" | "dark" | "cold" | "people" | "rail" | "flash" | "private" | "lightning";

/** An intent as a person sees it. */
export interface Intent {
  readonly id: IntentId;
  readonly name: string;
  readonly goal: string;
  readonly cautions: readonly CautionId[];
}

const intent = (id: IntentId, name: string, goal: string, cautions: readonly CautionId[]): Intent => ({
  id,
  name,
  goal,
  cautions,
});

/** All intents in the order in which they are offered. */
export const INTENTS: readonly Intent[] = [
  intent("light-trails", "Light trails", "Whole trails of passing lamps over a street that keeps its detail.", [
    "road",
    "private",
  ]),
  intent("blurred-subject", "Blurred subject, still world", "One thing flows, everything else is sharp.", [
    "people",
    "rail",
  ]),
  intent("smoothed-water", "Smoothed water", "Water as silk, or as streaks that still tell its way.", [
    "water",
    "cold",
  ]),
  intent("emptied-place", "Emptied place", "A busy place without the people in it.", ["people"]),
  intent("star-points", "Star points", "Stars as points over the land, the Milky Way where it is up.", [
    "dark",
    "cold",
  ]),
  intent("star-arcs", "Star arcs", "An hour or more of the sky's turning.", ["dark", "cold"]),
  intent("meteors", "Meteors and satellites", "Many short frames without gaps; a few hold a streak.", ["dark", "cold"]),
  intent("light-drawing", "Light drawing", "A hand lamp draws while the shutter is open.", ["dark", "flash"]),
  intent("still-view", "Still night view", "A lit place with detail in lamps and in shadow.", ["private"]),
  intent("frozen-action", "Frozen action", "Something quick, sharp, in little light.", ["people"]),
  intent("sweep", "Sweep with the subject", "A sharp subject before a streaked background.", ["road", "people"]),
  intent("glowing-background", "Glowing background", "Far lamps as discs behind something near.", ["people"]),
  intent("moving-picture", "Moving picture", "Film with a natural shutter angle.", ["people"]),
];

/** An intent by its id. */
export function intentOf(id: IntentId): Intent {
  return INTENTS.find((candidate) => candidate.id === id)!;
}

/** The usual cautions, in words; they defer to local rules. */
export const CAUTIONS: Record<CautionId, string> = {
  road: "Stay off the carriageway, wear something that reflects, dazzle no driver, tether the phone on any railing above a road.",
  water:
    "Know the tide and the waves before you set up; wet rock and ice are slippery; never turn your back to the sea.",
  dark: "Carry a second lamp, let your eyes adapt, never step back while looking at the screen, tell somebody where you are.",
  cold: "Cold halves a battery: keep a spare one warm, and yourself.",
  people: "Ask before you make somebody the subject; respect privacy and local law.",
  rail: "Never on or near tracks; stay behind barriers.",
  flash:
    "No laser, torch or flash towards aircraft, vehicles or people; no flames or sparks where fire rules forbid them.",
  private: "Private land and some public places want permission, tripods too; ask first and follow local rules.",
  lightning: "Thunder within half a minute of lightning: pack up and go inside.",
};
