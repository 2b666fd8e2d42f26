/** Dangers that come with a kind of place or picture. */
export type CautionId = "road" | "water" | "dark" | "cold" | "people" | "rail" | "flash" | "private" | "lightning";

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

/** Colder than this, batteries give out and steps are icy, °C. */
const COLD_CELSIUS = 4;

/** What to mind where and when a picture is taken: what comes with its intent, with its site, and with the cold. */
export function cautionsAt(
  ofIntent: readonly CautionId[],
  site: { readonly road: string; readonly tidal: boolean } | null,
  airCelsius: number | null,
): CautionId[] {
  const found: CautionId[] = [
    ...(site && site.road !== "none" ? (["road"] as const) : []),
    ...(site?.tidal ? (["water"] as const) : []),
    ...(airCelsius !== null && airCelsius <= COLD_CELSIUS ? (["cold"] as const) : []),
    ...ofIntent,
  ];
  return [...new Set(found)];
}
