"use client";

import { Box, Flex, Grid, Input, Textarea } from "@chakra-ui/react";
import { useId, useState } from "react";
import { type PhoneRequest, phoneRequest } from "@/contracts/kit";
import { equivalentFocalMm } from "@/core/optics";
import { parseDuration, printDuration } from "@/core/recipe";
import { Action } from "@/ui/Action";

interface PhoneFormProps {
  readonly phone: PhoneRequest;
  readonly onSave: (phone: PhoneRequest) => void;
  readonly onDelete: () => void;
}

type Lens = PhoneRequest["profile"]["lens"];

const LENS_FIELDS: readonly {
  readonly key: Exclude<keyof Lens, "name">;
  readonly label: string;
  readonly unit: string;
}[] = [
  { key: "focalLengthMm", label: "Focal length", unit: "mm" },
  { key: "fNumber", label: "f-number", unit: "" },
  { key: "widthPx", label: "Width", unit: "px" },
  { key: "heightPx", label: "Height", unit: "px" },
  { key: "pitchUm", label: "Pixel pitch", unit: "µm" },
  { key: "baseIso", label: "Lowest ISO", unit: "" },
  { key: "fullWellElectrons", label: "Full well at lowest ISO", unit: "e⁻" },
  { key: "readNoisePreElectrons", label: "Read noise before gain", unit: "e⁻" },
  { key: "readNoisePostElectrons", label: "Read noise after gain", unit: "e⁻" },
  { key: "darkElectronsPerSecond", label: "Dark current at 25 °C", unit: "e⁻/s" },
  { key: "prnu", label: "Unevenness (PRNU)", unit: "" },
  { key: "bits", label: "Bits", unit: "" },
];

const list = (values: readonly number[], write: (value: number) => string): string => values.map(write).join(", ");
const asNumber = (text: string): number => (text.trim() === "" ? Number.NaN : Number(text.trim().replace(",", ".")));

/** Reads `nominal = delivered` pairs, such as `30 = 29.2`. */
function readMeasured(text: string): { nominalSeconds: number; deliveredSeconds: number }[] {
  return text
    .split(/[;\n]/)
    .filter((pair) => pair.trim() !== "")
    .map((pair) => {
      const [nominal, delivered] = pair.split("=").map((part) => parseDuration(part) ?? Number.NaN);
      return { nominalSeconds: nominal ?? Number.NaN, deliveredSeconds: delivered ?? Number.NaN };
    });
}

/** A phone's lens, sensor, ladders and measured times. What is wrong stays as typed, with the reason. */
export function PhoneForm({ phone, onSave, onDelete }: PhoneFormProps) {
  const id = useId();
  const { profile } = phone;
  const [name, setName] = useState(phone.name);
  const [lens, setLens] = useState<Record<string, string>>(() =>
    Object.fromEntries(LENS_FIELDS.map(({ key }) => [key, String(profile.lens[key])])),
  );
  const [shutters, setShutters] = useState(() => list(profile.shutterLadder, printDuration));
  const [isos, setIsos] = useState(() => list(profile.isoLadder, String));
  const [delays, setDelays] = useState(() => list(profile.delaysSeconds, String));
  const [write, setWrite] = useState(String(profile.writeSeconds));
  const [measured, setMeasured] = useState(() =>
    profile.measuredShutters
      .map(({ nominalSeconds, deliveredSeconds }) => `${nominalSeconds} = ${deliveredSeconds}`)
      .join("; "),
  );
  const [problem, setProblem] = useState<string | null>(null);
  const numbers = (text: string, read: (part: string) => number) =>
    text
      .split(/[,;\s]+(?=\S)/)
      .filter((part) => part.trim() !== "")
      .map(read);
  const save = (called: string) => {
    const checked = phoneRequest.safeParse({
      name: called,
      profile: {
        lens: {
          ...Object.fromEntries(LENS_FIELDS.map(({ key }) => [key, asNumber(lens[key] ?? "")])),
          name: profile.lens.name,
        },
        shutterLadder: numbers(shutters, (part) => parseDuration(part) ?? Number.NaN),
        isoLadder: numbers(isos, asNumber),
        measuredShutters: readMeasured(measured),
        writeSeconds: asNumber(write),
        delaysSeconds: numbers(delays, asNumber),
      },
    });
    if (!checked.success) {
      const [issue] = checked.error.issues;
      return setProblem(`${issue?.path.slice(1).join(" ") || "The phone"}: ${issue?.message}`);
    }
    setProblem(null);
    onSave(checked.data);
  };
  const field = { size: "sm", bg: "slate", borderColor: "line", fontFamily: "mono" } as const;
  const widthPx = asNumber(lens.widthPx ?? "");
  const equivalent = equivalentFocalMm({
    widthPx,
    heightPx: asNumber(lens.heightPx ?? ""),
    pitchUm: asNumber(lens.pitchUm ?? ""),
    focalLengthMm: asNumber(lens.focalLengthMm ?? ""),
  });
  const row = (label: string, key: string, input: (key: string) => React.ReactNode) => (
    <Box key={key}>
      <Box asChild fontSize="12.5px" color="ash" display="block" mb="2px">
        <label htmlFor={`${id}-${key}`}>{label}</label>
      </Box>
      {input(`${id}-${key}`)}
    </Box>
  );
  return (
    <Grid gap="12px" maxW="820px">
      {row("Name", "name", (key) => (
        <Input {...field} id={key} value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
      ))}
      <Box fontSize="13px" color="ash">
        {Number.isFinite(equivalent)
          ? `Sees like ${equivalent.toFixed(0)} mm on a 35 mm frame.`
          : "The lens's numbers are not complete."}
      </Box>
      <Grid templateColumns={{ base: "1fr 1fr", lg: "repeat(4, 1fr)" }} gap="10px">
        {LENS_FIELDS.map(({ key, label, unit }) =>
          row(unit === "" ? label : `${label}, ${unit}`, key, (inputId) => (
            <Input
              {...field}
              id={inputId}
              value={lens[key] ?? ""}
              onChange={(event) => setLens({ ...lens, [key]: event.target.value })}
            />
          )),
        )}
      </Grid>
      {row("Shutter times, shortest first", "shutters", (key) => (
        <Textarea {...field} id={key} rows={3} value={shutters} onChange={(event) => setShutters(event.target.value)} />
      ))}
      {row("ISO values", "isos", (key) => (
        <Textarea {...field} id={key} rows={2} value={isos} onChange={(event) => setIsos(event.target.value)} />
      ))}
      <Grid templateColumns={{ base: "1fr", lg: "repeat(3, 1fr)" }} gap="10px">
        {row("Measured times, nominal = delivered", "measured", (key) => (
          <Input {...field} id={key} value={measured} onChange={(event) => setMeasured(event.target.value)} />
        ))}
        {row("Delays it offers, s", "delays", (key) => (
          <Input {...field} id={key} value={delays} onChange={(event) => setDelays(event.target.value)} />
        ))}
        {row("Time to write a frame, s", "write", (key) => (
          <Input {...field} id={key} value={write} onChange={(event) => setWrite(event.target.value)} />
        ))}
      </Grid>
      {problem && (
        <Box color="coral" role="alert">
          {problem}
        </Box>
      )}
      <Flex gap="8px" wrap="wrap">
        <Action look="main" onClick={() => save(name)}>
          {name.trim() === phone.name ? "Save" : `Save as ${name.trim() || "…"}`}
        </Action>
        <Action look="quiet" onClick={onDelete}>
          Delete this phone
        </Action>
      </Flex>
      <Box fontSize="12.5px" color="ash">
        Change the name and save to copy a phone; the copy starts with this one's numbers.
      </Box>
    </Grid>
  );
}
