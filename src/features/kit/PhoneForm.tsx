"use client";

import { Box, Flex, Grid, Input, Textarea } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { type ReactNode, useId, useState } from "react";
import { type PhoneRequest, phoneRequest } from "@/contracts/kit";
import { GENERIC_LENSES, type PhoneProfile } from "@/core/camera";
import { printDuration } from "@/core/recipe";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { typedNumber } from "@/ui/Entry";
import { LensFields, readLens, type TypedLens, writeLens } from "./LensFields";
import { durationsIn, measuredShuttersIn, numbersIn } from "./readList";

interface PhoneFormProps {
  readonly phone: PhoneRequest;
  readonly onSave: (phone: PhoneRequest) => void;
  readonly onDelete: () => void;
}

/** What is typed for a phone besides its lenses. */
const TEXTS = ["shutters", "isos", "measured", "delays", "write", "lag"] as const;
type Texts = Readonly<Record<(typeof TEXTS)[number], string>>;

function writeTexts(profile: PhoneProfile): Texts {
  return {
    shutters: profile.shutterLadder.map(printDuration).join(", "),
    isos: profile.isoLadder.join(", "),
    measured: profile.measuredShutters
      .map(({ nominalSeconds, deliveredSeconds }) => `${nominalSeconds} = ${deliveredSeconds}`)
      .join("; "),
    delays: profile.delaysSeconds.join(", "),
    write: String(profile.writeSeconds),
    lag: String(profile.shutterLagSeconds),
  };
}

function readPhone(name: string, texts: Texts, lenses: readonly TypedLens[]): unknown {
  return {
    name,
    profile: {
      lenses: lenses.map(readLens),
      shutterLadder: durationsIn(texts.shutters),
      isoLadder: numbersIn(texts.isos),
      measuredShutters: measuredShuttersIn(texts.measured),
      writeSeconds: typedNumber(texts.write),
      delaysSeconds: numbersIn(texts.delays),
      shutterLagSeconds: typedNumber(texts.lag),
    },
  };
}

/** A name that no lens has yet: `tele`, `tele 2`. */
function freeName(wanted: string, lenses: readonly TypedLens[]): string {
  const taken = new Set(lenses.map(({ name }) => name));
  const numbered = Array.from(lenses, (_, i) => `${wanted} ${i + 2}`);
  return [wanted, ...numbered].find((name) => !taken.has(name)) ?? wanted;
}

/** A phone's lenses, sensors, ladders and measured times. What is wrong stays as typed, with the reason. */
export function PhoneForm({ phone, onSave, onDelete }: PhoneFormProps) {
  const id = useId();
  const [name, setName] = useState(phone.name);
  const [lenses, setLenses] = useState<readonly TypedLens[]>(() => phone.profile.lenses.map(writeLens));
  const [at, setAt] = useState(0);
  const [texts, setTexts] = useState<Texts>(() => writeTexts(phone.profile));
  const [problem, setProblem] = useState<string | null>(null);
  const shown = lenses[at];
  const save = () => {
    const checked = phoneRequest.safeParse(readPhone(name, texts, lenses));
    if (checked.success) {
      setProblem(null);
      return onSave(checked.data);
    }
    const [issue] = checked.error.issues;
    const [, list, index] = issue?.path ?? [];
    if (list === "lenses" && typeof index === "number") setAt(index);
    setProblem(`${issue?.path.slice(1).join(" ") || "The phone"}: ${issue?.message}`);
  };
  const add = (generic: string) => {
    const lens = GENERIC_LENSES.find((each) => each.name === generic);
    if (!lens) return;
    setLenses([...lenses, writeLens({ ...lens, name: freeName(lens.name, lenses) })]);
    setAt(lenses.length);
  };
  const input = { size: "sm", bg: "slate", borderColor: "line", fontFamily: "mono" } as const;
  const row = (label: string, key: string, control: (inputId: string) => ReactNode) => (
    <Box>
      <Box asChild fontSize="12px" color="ash" display="block" mb="2px">
        <label htmlFor={`${id}-${key}`}>{label}</label>
      </Box>
      {control(`${id}-${key}`)}
    </Box>
  );
  const text = (label: string, key: keyof Texts, rows = 1) =>
    row(label, key, (inputId) => {
      const value = texts[key];
      const change = (next: string) => setTexts({ ...texts, [key]: next });
      return rows > 1 ? (
        <Textarea {...input} id={inputId} rows={rows} value={value} onChange={(event) => change(event.target.value)} />
      ) : (
        <Input {...input} id={inputId} value={value} onChange={(event) => change(event.target.value)} />
      );
    });
  return (
    <Grid gap="12px" maxW="860px">
      {row("Name", "name", (inputId) => (
        <Input {...input} id={inputId} value={name} maxLength={80} onChange={(event) => setName(event.target.value)} />
      ))}
      <Flex gap="14px" align="center" wrap="wrap" borderBottomWidth="1px" borderColor="line" pb="6px">
        <Box as="h2" fontSize="15px" fontWeight={600}>
          Lenses
        </Box>
        {lenses.map((lens, index) => (
          <Box
            as="button"
            // biome-ignore lint/suspicious/noArrayIndexKey: a lens may have any name while it is typed
            key={index}
            minH="32px"
            aria-pressed={index === at}
            color={index === at ? "lamp" : "bone"}
            onClick={() => setAt(index)}
          >
            {lens.name.trim() === "" ? "no name" : lens.name}
          </Box>
        ))}
        <Box flex="1" />
        <Plus size={14} />
        <Choose
          label="Add a lens like"
          value=""
          placeholder="Add a lens like …"
          options={GENERIC_LENSES.map((lens) => ({ value: lens.name, name: `the usual ${lens.name}` }))}
          onChoose={add}
        />
        {lenses.length > 1 && (
          <Action
            look="quiet"
            onClick={() => {
              setLenses(lenses.filter((_, index) => index !== at));
              setAt(0);
            }}
          >
            Take this lens out
          </Action>
        )}
      </Flex>
      {shown && (
        <LensFields
          key={at}
          lens={shown}
          onChange={(next) => setLenses(lenses.map((lens, index) => (index === at ? next : lens)))}
        />
      )}
      <Box as="h2" fontSize="15px" fontWeight={600} borderBottomWidth="1px" borderColor="line" pb="6px" mt="8px">
        What it offers
      </Box>
      {text("Shutter times, shortest first", "shutters", 3)}
      {text("ISO values", "isos", 2)}
      <Grid templateColumns={{ base: "1fr 1fr", lg: "repeat(4, 1fr)" }} gap="10px">
        {text("Measured, nominal = delivered", "measured")}
        {text("Delays it offers, s", "delays")}
        {text("Time to write a frame, s", "write")}
        {text("Shutter lag, s", "lag")}
      </Grid>
      {problem && (
        <Box color="coral" role="alert">
          {problem}
        </Box>
      )}
      <Flex gap="8px" wrap="wrap" align="center">
        <Action look="main" onClick={save}>
          {name.trim() === phone.name ? "Save" : `Save as ${name.trim() || "…"}`}
        </Action>
        <Action look="quiet" onClick={onDelete}>
          Delete this phone
        </Action>
        <Box fontSize="12.5px" color="ash">
          Change the name and save to copy a phone; the copy starts with this one's numbers.
        </Box>
      </Flex>
    </Grid>
  );
}
