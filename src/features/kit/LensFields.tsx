"use client";

import { Box, Flex, Grid, Input } from "@chakra-ui/react";
import { useId } from "react";
import type { PhoneLens } from "@/core/camera";
import { equivalentFocalMm } from "@/core/optics";
import { typedNumber } from "@/ui/Entry";
import { numbersIn } from "./readList";

type NumberKey = Exclude<keyof PhoneLens, "name" | "fNumbers" | "binned">;

const NUMBERS: readonly { readonly key: NumberKey; readonly label: string }[] = [
  { key: "focalLengthMm", label: "Focal length, mm" },
  { key: "widthPx", label: "Width, px" },
  { key: "heightPx", label: "Height, px" },
  { key: "pitchUm", label: "Pixel pitch, µm" },
  { key: "baseIso", label: "Lowest ISO" },
  { key: "fullWellElectrons", label: "Full well at lowest ISO, e⁻" },
  { key: "readNoisePreElectrons", label: "Read noise before gain, e⁻" },
  { key: "readNoisePostElectrons", label: "Read noise after gain, e⁻" },
  { key: "darkElectronsPerSecond", label: "Dark current at 25 °C, e⁻/s" },
  { key: "prnu", label: "Unevenness (PRNU)" },
  { key: "bits", label: "Bits" },
];

/** A lens as it stands in the form, before anything is checked. */
export interface TypedLens {
  readonly name: string;
  readonly fNumbers: string;
  readonly binned: boolean;
  readonly numbers: Readonly<Record<NumberKey, string>>;
}

/** A lens as text to change. */
export function writeLens(lens: PhoneLens): TypedLens {
  return {
    name: lens.name,
    fNumbers: lens.fNumbers.join(", "),
    binned: lens.binned,
    numbers: Object.fromEntries(NUMBERS.map(({ key }) => [key, String(lens[key])])) as Record<NumberKey, string>,
  };
}

/** What was typed for a lens, as numbers; NaN where it is none. */
export function readLens({ name, fNumbers, binned, numbers }: TypedLens): PhoneLens {
  const read = Object.fromEntries(NUMBERS.map(({ key }) => [key, typedNumber(numbers[key])])) as Record<
    NumberKey,
    number
  >;
  return { ...read, name, fNumbers: numbersIn(fNumbers), binned };
}

interface LensFieldsProps {
  readonly lens: TypedLens;
  readonly onChange: (lens: TypedLens) => void;
}

/** A lens and the sensor behind it, number by number. */
export function LensFields({ lens, onChange }: LensFieldsProps) {
  const id = useId();
  const input = { size: "sm", bg: "slate", borderColor: "line", fontFamily: "mono" } as const;
  const equivalent = equivalentFocalMm(readLens(lens));
  const labelled = (key: string, label: string, value: string, change: (text: string) => void) => (
    <Box key={key}>
      <Box asChild fontSize="12px" color="ash" display="block" mb="2px">
        <label htmlFor={`${id}-${key}`}>{label}</label>
      </Box>
      <Input {...input} id={`${id}-${key}`} value={value} onChange={(event) => change(event.target.value)} />
    </Box>
  );
  return (
    <Grid gap="10px">
      <Grid templateColumns={{ base: "1fr 1fr", lg: "repeat(4, 1fr)" }} gap="10px">
        {labelled("name", "Name of the lens", lens.name, (name) => onChange({ ...lens, name }))}
        {labelled("fNumbers", "f-numbers", lens.fNumbers, (fNumbers) => onChange({ ...lens, fNumbers }))}
        {NUMBERS.map(({ key, label }) =>
          labelled(key, label, lens.numbers[key], (text) =>
            onChange({ ...lens, numbers: { ...lens.numbers, [key]: text } }),
          ),
        )}
      </Grid>
      <Flex gap="18px" wrap="wrap" fontSize="13px" color="ash" align="center">
        <Box>
          {Number.isFinite(equivalent)
            ? `Sees like ${equivalent.toFixed(0)} mm on a 35 mm frame.`
            : "The lens's numbers are not complete."}
        </Box>
        <Box asChild display="flex" alignItems="center" gap="6px">
          <label>
            <input
              type="checkbox"
              checked={lens.binned}
              onChange={(event) => onChange({ ...lens, binned: event.target.checked })}
            />
            Each pixel sums four; it can write full size too
          </label>
        </Box>
      </Flex>
    </Grid>
  );
}
