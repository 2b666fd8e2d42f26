import { type CapturePlan, runCost } from "../capture";
import type { CautionId } from "../intent";
import { type Focus, readableDuration } from "../recipe";

/** How a phone is set beside a recipe. */
export interface CheckedSettings {
  readonly flash: "off" | "on" | "auto";
  readonly fullSize: boolean;
  readonly rawCopies: boolean;
  readonly nightMode: boolean;
  readonly focusLocked: boolean;
  readonly whiteBalanceLocked: boolean;
}

/** What a phone says of itself before a run. */
export interface CheckedPhone {
  readonly settings: CheckedSettings;
  readonly batteryPercent: number;
  readonly freeBytes: number;
}

/** A point of the list before a run. */
export interface Check {
  readonly id: string;
  /** As it should be. */
  readonly what: string;
  readonly why: string;
  /** What the phone says: true as it should be, false otherwise; null where only somebody who is there can tell. */
  readonly inOrder: boolean | null;
  /** What makes it so; null where the phone cannot be set to it. */
  readonly repair: Partial<CheckedSettings> | null;
}

/** What a list before a run is made from. */
export interface CheckedShot {
  readonly plan: CapturePlan;
  readonly fullSize: boolean;
  readonly releasedByRemote: boolean;
  readonly cautions: readonly CautionId[];
  readonly isTidal: boolean;
  /** The air at the shot's hour; null where nobody knows it. */
  readonly air: { readonly gustMps: number; readonly temperatureC: number; readonly dewPointC: number } | null;
}

/** Gusts that move a light stand, and glass this close over the dew point, m/s and °C. */
const WINDY_MPS = 6;
const DEW_CELSIUS = 3;

/** A battery in the cold gives out with so much left, and takes so much more than it is said to, percent and times. */
const BATTERY_LEFT_PERCENT = 10;
const COLD_FACTOR = 1.5;
/** Shorter exposures are over before a touched phone shakes much, seconds. */
const SHAKES_FROM_SECONDS = 1 / 60;

function focusText(focus: Focus | null): string {
  if (focus === null || focus.kind === "lock") return "on what should be sharp";
  return focus.kind === "distance" ? `at ${focus.metres} m` : "at infinity";
}

/** What the phone is set to, beside the recipe. */
function ofSettings({ plan, fullSize }: CheckedShot, phone: CheckedPhone | null): Check[] {
  const settings = phone?.settings;
  const wanted = <Key extends keyof CheckedSettings>(
    id: Key,
    value: CheckedSettings[Key],
    what: string,
    why: string,
  ): Check => ({ id, what, why, inOrder: settings ? settings[id] === value : null, repair: { [id]: value } });
  return [
    wanted("flash", "off", "Flash off", "It lights the nearest metres and nothing of the picture, and dazzles people."),
    wanted("nightMode", false, "Night mode off", "It takes frames and times of its own instead of the recipe's."),
    fullSize
      ? wanted("fullSize", true, "Full-size mode on", "The shot is planned with every pixel by itself.")
      : wanted(
          "fullSize",
          false,
          "Full-size mode off",
          "Its pixels are a quarter as large: noisier, and slower to write.",
        ),
    ...(plan.files === "jpeg"
      ? []
      : [wanted("rawCopies", true, "Raw copies on", "The line asks for them; they cannot be had afterwards.")]),
    wanted(
      "focusLocked",
      true,
      `Focus locked ${focusText(plan.focus)}`,
      "In the dark it hunts, and each frame is sharp elsewhere.",
    ),
    wanted(
      "whiteBalanceLocked",
      true,
      "White balance locked",
      "It drifts from frame to frame, and with every lamp that passes.",
    ),
  ];
}

/** What the phone and the line have to last. */
function ofMeans({ plan, releasedByRemote }: CheckedShot, phone: CheckedPhone | null): Check[] {
  const cost = runCost(plan);
  const battery = COLD_FACTOR * cost.batteryPercent + BATTERY_LEFT_PERCENT;
  const isShaken = plan.shutters[0].deliveredSeconds >= SHAKES_FROM_SECONDS;
  return [
    ...(isShaken
      ? [
          {
            id: "release",
            what:
              plan.delaySeconds > 0
                ? `Delay of ${readableDuration(plan.delaySeconds)}`
                : "A remote, or a delay in the line",
            why: "A finger on the phone shakes the first frame.",
            inOrder: plan.delaySeconds > 0 || releasedByRemote,
            repair: null,
          },
        ]
      : []),
    {
      id: "power",
      what: `Battery over ${Math.ceil(battery)} %`,
      why: `The run takes about ${cost.batteryPercent.toFixed(1)} %, in the cold half as much again.`,
      inOrder: phone && phone.batteryPercent >= battery,
      repair: null,
    },
    {
      id: "storage",
      what: `Room for ${Math.ceil(cost.megabytes)} MB`,
      why: "A full phone ends the run where it is.",
      inOrder: phone && phone.freeBytes >= cost.megabytes * 1e6,
      repair: null,
    },
  ];
}

/** What only somebody who is there can see. */
function ofPlace({ cautions, isTidal, air }: CheckedShot): Check[] {
  const falls = cautions.includes("road") ? "a car" : cautions.includes("water") ? "the water" : "somebody";
  const byHand = (id: string, what: string, why: string): Check => ({ id, what, why, inOrder: null, repair: null });
  return [
    byHand("lens", "Lens wiped", "A fingerprint draws a streak from every lamp."),
    byHand("quiet", "Calls and messages off", "One of them ends a run, or shakes it."),
    byHand("tether", "Phone on a strap", `What falls from a railing can hit ${falls}.`),
    ...(air && air.gustMps >= WINDY_MPS
      ? [byHand("low", "Stand low and weighted", `Gusts of ${Math.round(air.gustMps)} m/s sway what stands tall.`)]
      : []),
    ...(air && air.temperatureC - air.dewPointC <= DEW_CELSIUS
      ? [
          byHand(
            "dew",
            "A cloth and something warm for the glass",
            "Dew settles within minutes and softens every lamp.",
          ),
        ]
      : []),
    ...(cautions.includes("cold")
      ? [byHand("warm", "A second battery, kept warm", "Cold takes half of what the phone says it has.")]
      : []),
    ...(cautions.includes("dark")
      ? [byHand("lamp", "A second lamp in the pocket", "The first one is the phone, and it is busy.")]
      : []),
    ...(isTidal
      ? [byHand("tide", "Tide and the way back checked", "The water rises while you look at the screen.")]
      : []),
  ];
}

/** The list before a run, made from its recipe, phone, intent and place; without a phone all of it is for somebody to tick. */
export const checksOf = (shot: CheckedShot, phone: CheckedPhone | null): Check[] => [
  ...ofSettings(shot, phone),
  ...ofMeans(shot, phone),
  ...ofPlace(shot),
];

/** Settings that make right what the phone says is otherwise, as far as it can be set. */
export const repairOf = (checks: readonly Check[]): Partial<CheckedSettings> =>
  Object.assign({}, ...checks.filter(({ inOrder }) => inOrder === false).map(({ repair }) => repair));
