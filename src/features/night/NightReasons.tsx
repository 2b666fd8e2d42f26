"use client";

import { Box, Flex, Input } from "@chakra-ui/react";
import { CalendarDays, Download, FileJson, MapPin } from "lucide-react";
import NextLink from "next/link";
import { useState } from "react";
import { CAUTIONS, INTENTS, intentOf } from "@/core/intent";
import { bestStretch, type NightOverrides, NO_OVERRIDES, scoreMoment, scoreReasons } from "@/core/night";
import { moonVisibility } from "@/core/sky";
import { plain } from "@/core/words";
import { DownloadLink } from "@/features/api/DownloadLink";
import { LANES } from "@/features/ribbon/lanes";
import { Action } from "@/ui/Action";
import { typedNumber } from "@/ui/Entry";
import { Readout } from "@/ui/Readout";
import { clock, clockSpan } from "./clock";
import { type Night, useNightCursor, useNightHeld } from "./NightContext";

interface NightReasonsProps {
  readonly night: Night;
  readonly outingId: string;
  readonly overrides: NightOverrides;
  readonly onOverride: (change: Partial<NightOverrides>) => void;
}

const MINUTE_MS = 60_000;

const FIELDS: readonly { readonly key: keyof NightOverrides; readonly name: string; readonly unit: string }[] = [
  { key: "cloudPercent", name: "Cloud", unit: "%" },
  { key: "gustMps", name: "Gusts", unit: "m/s" },
  { key: "temperatureC", name: "Air", unit: "°C" },
  { key: "dewPointC", name: "Dew point", unit: "°C" },
  { key: "vehiclesPerHour", name: "Vehicles an hour", unit: "" },
  { key: "tideMetres", name: "Tide from mean", unit: "m" },
];

function moonWords(night: Night): string {
  const moon = moonVisibility(night.plan.night);
  if (moon.kind === "always-up") return "It is up all night.";
  if (moon.kind === "always-down") return "It stays down all night.";
  const events = [
    ...moon.rises.map((at) => ({ at, word: "rises" })),
    ...moon.sets.map((at) => ({ at, word: "sets" })),
  ].sort((a, b) => a.at.getTime() - b.at.getTime());
  return `It ${events.map(({ at, word }) => `${word} ${clock(at.getTime(), night.site.zone)}`).join(" and ")}.`;
}

/** Why this night, this hour: the score's reasons, every lane read out, and what one may set by hand. */
export function NightReasons({ night, outingId, overrides, onOverride }: NightReasonsProps) {
  const pointedMs = useNightCursor();
  const heldMs = useNightHeld();
  const cursorMs = pointedMs ?? heldMs;
  const { intent, setIntent, plan, site, moments, scores, shots } = night;
  const minutes = intentOf(night.intent).usualMinutes;
  const best = bestStretch(moments, scores, minutes * MINUTE_MS);
  const at = cursorMs ?? best.beginMs + (minutes * MINUTE_MS) / 2;
  const moment = plan.momentAt(Math.max(night.beginMs, Math.min(night.endMs, at)));
  const score = scoreMoment(intent, moment, plan.site);
  const cautions = [...new Set(intentOf(intent).cautions)];
  return (
    <Box>
      <Box asChild width="100%" bg="transparent" color="lamp" fontWeight={620} fontSize="15px" pb="2px">
        <select
          aria-label="Intent"
          value={intent}
          onChange={(event) => {
            const chosen = INTENTS.find(({ id }) => id === event.target.value);
            if (chosen) setIntent(chosen.id);
          }}
        >
          {INTENTS.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </Box>
      <Readout
        label={
          cursorMs === null
            ? `Best ${minutes} min, ${clockSpan(best.beginMs, best.endMs, site.zone)}`
            : `At ${clock(at, site.zone)}`
        }
        value={Math.round(cursorMs === null ? best.score : score)}
        unit="of 100"
        tone={score >= 50 ? "moss" : score < 15 ? "coral" : "bone"}
        because={intentOf(intent).goal}
      />
      <Box as="ul" listStyleType="none" aria-label="Reasons for the score">
        {scoreReasons(intent, moment, plan.site).map(({ name, value, because }) => (
          <Box as="li" key={name} py="4px" borderBottomWidth="1px" borderColor="line" fontSize="12.5px">
            <Flex justify="space-between" color={value < 0.5 ? "coral" : "bone"}>
              <Box fontWeight={560}>{name}</Box>
              <Box fontFamily="mono">{`× ${value.toFixed(2)}`}</Box>
            </Flex>
            <Box color="ash">{because}</Box>
          </Box>
        ))}
      </Box>
      <Box as="h3" fontSize="13px" fontWeight={620} mt="10px">
        {`At ${clock(moment.atMs, site.zone)}`}
      </Box>
      <Box as="dl" fontSize="12.5px">
        {[
          { name: "sky", text: `EV ${plain(moment.skyEv)} at the zenith`, source: undefined },
          {
            name: "sun",
            text: `${plain(moment.sunAltitudeDeg)}° in ${moment.sunAzimuthDeg.toFixed(0)}°`,
            source: undefined,
          },
          ...LANES.map(({ name, read, source }) => ({ name, text: read(moment), source: source?.(moment) })),
        ].map(({ name, text, source }) => (
          <Flex key={name} gap="8px" py="1.5px">
            <Box as="dt" width="52px" color="ash" flexShrink="0">
              {name}
            </Box>
            <Box as="dd" flex="1">
              {text}
              {source && <Box as="span" color="mist">{` · ${source}`}</Box>}
            </Box>
          </Flex>
        ))}
      </Box>
      <Box fontSize="12.5px" color="ash" mt="4px">
        {`Moon ${Math.round(moment.moonIlluminatedFraction * 100)} % lit. ${moonWords(night)}`}
      </Box>
      <Box as="h3" fontSize="13px" fontWeight={620} mt="12px">
        Set by hand for this night
      </Box>
      <Box fontSize="12.5px" color="ash">
        Forecast, traffic and tide are stand-ins until you type what you know, or give the site your own files.
      </Box>
      {FIELDS.filter(
        ({ key }) => (key !== "tideMetres" || site.tidal) && (key !== "vehiclesPerHour" || site.road !== "none"),
      ).map(({ key, name, unit }) => (
        <OverrideField
          key={key}
          name={name}
          unit={unit}
          value={overrides[key]}
          onCommit={(value) => onOverride({ [key]: value })}
        />
      ))}
      <Box as="h3" fontSize="13px" fontWeight={620} mt="12px" mb="4px">
        Take it along
      </Box>
      <Flex gap="6px" wrap="wrap">
        <Action asChild px="9px" minHeight="32px">
          <DownloadLink href={`/api/outings/${outingId}/plan?format=pdf`}>
            <Download size={14} /> Field sheet, PDF
          </DownloadLink>
        </Action>
        <Action asChild px="9px" minHeight="32px">
          <DownloadLink href={`/api/outings/${outingId}/plan?format=ics`}>
            <CalendarDays size={14} /> Calendar
          </DownloadLink>
        </Action>
        <Action asChild px="9px" minHeight="32px">
          <DownloadLink href={`/api/outings/${outingId}/plan?format=json`}>
            <FileJson size={14} /> JSON
          </DownloadLink>
        </Action>
        <Action asChild look="quiet" minHeight="32px">
          <NextLink href={`/sites?site=${site.id}`}>
            <MapPin size={14} /> {`About ${site.name}`}
          </NextLink>
        </Action>
      </Flex>
      {shots.every(({ beginsAt }) => beginsAt === null) && (
        <Box fontSize="12.5px" color="ash" mt="4px">
          Place the shots first; sheet and calendar hold those that stand on the night.
        </Box>
      )}
      <Box as="h3" fontSize="13px" fontWeight={620} mt="12px">
        Mind
      </Box>
      {[site.hazards, site.access]
        .filter((text) => text.trim() !== "")
        .map((text) => (
          <Box key={text} fontSize="12.5px" color="coral" whiteSpace="pre-wrap">
            {text}
          </Box>
        ))}
      {cautions.map((id) => (
        <Box key={id} fontSize="12.5px" color="ash" py="1px">
          {CAUTIONS[id]}
        </Box>
      ))}
    </Box>
  );
}

function OverrideField(props: {
  readonly name: string;
  readonly unit: string;
  readonly value: number | null;
  readonly onCommit: (value: number | null) => void;
}) {
  const { name, unit, value, onCommit } = props;
  const [wrong, setWrong] = useState(false);
  return (
    <Flex align="center" gap="8px" py="2px" fontSize="12.5px">
      <Box flex="1">{name}</Box>
      <Input
        key={value ?? "none"}
        aria-label={unit === "" ? name : `${name}, ${unit}`}
        size="xs"
        width="76px"
        bg="slate"
        textAlign="right"
        fontFamily="mono"
        aria-invalid={wrong}
        borderColor={wrong ? "coral" : "line"}
        defaultValue={value ?? ""}
        placeholder="stand-in"
        onBlur={(event) => {
          const text = event.target.value;
          const typed = text.trim() === "" ? null : typedNumber(text);
          const bad = typed !== null && !Number.isFinite(typed);
          setWrong(bad);
          if (!bad && typed !== value) onCommit(typed);
        }}
        onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
      />
      <Box width="30px" color="ash">
        {unit}
      </Box>
    </Flex>
  );
}

/** Overrules with one or more changed. */
export const changedOverrides = (before: NightOverrides | null, change: Partial<NightOverrides>): NightOverrides => ({
  ...NO_OVERRIDES,
  ...before,
  ...change,
});
