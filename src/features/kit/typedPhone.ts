import { z } from "zod";
import type { PhoneRequest } from "@/contracts/kit";
import { phoneRequest } from "@/contracts/kit";
import type { PhoneLens, PhoneProfile } from "@/core/camera";
import { printDuration } from "@/core/recipe";
import { typedNumber } from "@/core/words";
import { durationsIn, measuredShuttersIn, numbersIn } from "./readList";

/** A number of a lens, and what it changes. */
export interface LensNumber {
  readonly key: Exclude<keyof PhoneLens, "name" | "fNumbers" | "binned">;
  readonly label: string;
  readonly changes: string;
}

/** What is known of the sensor behind a lens, in the order of how likely one knows it. */
export const LENS_NUMBERS = [
  { key: "focalLengthMm", label: "Focal length, mm", changes: "What it sees, and how fast stars and cars cross." },
  { key: "widthPx", label: "Width, px", changes: "Size of pictures and files." },
  { key: "heightPx", label: "Height, px", changes: "Shape of the picture." },
  { key: "pitchUm", label: "Pixel pitch, µm", changes: "The field it sees, and light for each pixel." },
  { key: "baseIso", label: "Lowest ISO", changes: "Where recipes with most light begin." },
  { key: "fullWellElectrons", label: "Full well at lowest ISO, e⁻", changes: "Where lamps clip." },
  { key: "readNoisePreElectrons", label: "Read noise before gain, e⁻", changes: "Shadows at high ISO." },
  { key: "readNoisePostElectrons", label: "Read noise after gain, e⁻", changes: "Shadows at low ISO." },
  {
    key: "darkElectronsPerSecond",
    label: "Dark current at 25 °C, e⁻/s",
    changes: "Grain of long shutters in the warm.",
  },
  { key: "prnu", label: "Unevenness (PRNU)", changes: "The grain that more frames do not take away." },
  { key: "bits", label: "Bits", changes: "Steps from black to white." },
] as const satisfies readonly LensNumber[];

/** What a phone offers, by the words that it is asked for with. */
export const OFFER_LABELS = {
  shutterLadder: "Shutter times, shortest first",
  isoLadder: "ISO values",
  measuredShutters: "Measured, nominal = delivered",
  delaysSeconds: "Delays it offers, s",
  writeSeconds: "Time to write a frame, s",
  shutterLagSeconds: "Shutter lag, s",
} as const satisfies Record<keyof Omit<PhoneProfile, "lenses">, string>;

/** The fields of a phone that the generic one stands for, in words. */
export function assumedFields({ assumed = [], lenses }: PhoneRequest["profile"]): string[] {
  const words: Record<string, string> = { ...OFFER_LABELS, name: "Name", fNumbers: "f-numbers", binned: "Full size" };
  for (const { key, label } of LENS_NUMBERS) words[key] = label;
  return assumed.map((path) => {
    const [, lens, key] = /^lenses\.(\d+)\.(.+)$/.exec(path) ?? [];
    if (!key) return words[path] ?? path;
    return `${words[key] ?? key} of the lens ${lenses[Number(lens)]?.name ?? lens}`;
  });
}

const text = z.string();
const number = text.transform(typedNumber);
const typedLens = z.object({
  name: text,
  fNumbers: text.transform(numbersIn),
  binned: z.boolean(),
  focalLengthMm: number,
  widthPx: number,
  heightPx: number,
  pitchUm: number,
  baseIso: number,
  fullWellElectrons: number,
  readNoisePreElectrons: number,
  readNoisePostElectrons: number,
  darkElectronsPerSecond: number,
  prnu: number,
  bits: number,
});

/** A phone as it is typed; where something is wrong, the problem's path is that of its field. */
export const typedPhone = z
  .object({
    name: text,
    profile: z.object({
      lenses: z.array(typedLens),
      shutterLadder: text.transform(durationsIn),
      isoLadder: text.transform(numbersIn),
      measuredShutters: text.transform(measuredShuttersIn),
      writeSeconds: text.transform(typedNumber),
      delaysSeconds: text.transform(numbersIn),
      shutterLagSeconds: text.transform(typedNumber),
    }),
  })
  .pipe(phoneRequest);
export type TypedPhone = z.input<typeof typedPhone>;
export type TypedLens = TypedPhone["profile"]["lenses"][number];

/** A lens as text to change. */
export function lensTexts(lens: PhoneLens): TypedLens {
  const texts = Object.fromEntries(LENS_NUMBERS.map(({ key }) => [key, String(lens[key])])) as Record<
    LensNumber["key"],
    string
  >;
  return { ...texts, name: lens.name, fNumbers: lens.fNumbers.join(", "), binned: lens.binned };
}

/** A phone as text to change. */
export function phoneTexts({ name, profile }: PhoneRequest): TypedPhone {
  return {
    name,
    profile: {
      lenses: profile.lenses.map(lensTexts),
      shutterLadder: profile.shutterLadder.map(printDuration).join(", "),
      isoLadder: profile.isoLadder.join(", "),
      measuredShutters: profile.measuredShutters
        .map(({ nominalSeconds, deliveredSeconds }) => `${nominalSeconds} = ${deliveredSeconds}`)
        .join("; "),
      writeSeconds: String(profile.writeSeconds),
      delaysSeconds: profile.delaysSeconds.join(", "),
      shutterLagSeconds: String(profile.shutterLagSeconds),
    },
  };
}
