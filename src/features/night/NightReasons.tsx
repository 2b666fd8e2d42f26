"use client";

import { Box, Flex } from "@chakra-ui/react";
import { CalendarDays, Download, FileJson, MapPin } from "lucide-react";
import NextLink from "next/link";
import { CAUTIONS, INTENTS, intentOf } from "@/core/intent";
import { type Moment, type NightOverrides, NO_OVERRIDES, scoreMoment, scoreReasons } from "@/core/night";
import { moonVisibility } from "@/core/sky";
import { plain, typedNumber } from "@/core/words";
import { DownloadLink } from "@/features/api/DownloadLink";
import { clock, clockSpan } from "@/features/nightPlan/clock";
import { type Night, useNightCursor, useNightHeld } from "@/features/nightPlan/NightContext";
import { LANES } from "@/features/ribbon/lanes";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Entry } from "@/ui/Entry";
import { Readout } from "@/ui/Readout";
import { WITH_WEATHER } from "./weatherWords";

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
  { key: "tideMetres", name: "Tide above mean sea level", unit: "m" },
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
  const { intent, setIntent, plan, site, best } = night;
  const minutes = intentOf(intent).usualMinutes;
  const at = cursorMs ?? best.beginMs + (minutes * MINUTE_MS) / 2;
  const moment = plan.momentAt(Math.max(night.beginMs, Math.min(night.endMs, at)));
  const score = scoreMoment(intent, moment, plan.site);
  const cautions = [...new Set(intentOf(intent).cautions)];
  return (
    <Box>
      <Choose
        size="md"
        label="Intent"
        value={intent}
        options={INTENTS.map(({ id, name }) => ({ value: id, name }))}
        onChoose={setIntent}
      />
      <Readout
        label={
          cursorMs === null
            ? `Best ${minutes} min, ${clockSpan(best.beginMs, best.endMs, site.zone)}, ${WITH_WEATHER}`
            : `At ${clock(at, site.zone)}, ${WITH_WEATHER}`
        }
        value={Math.round(cursorMs === null ? best.score : score)}
        unit="of 100"
        tone={score >= 50 ? "moss" : score < 15 ? "coral" : "bone"}
        because={intentOf(intent).goal}
      />
      <Box as="ul" listStyleType="none" aria-label="Reasons for the score">
        {scoreReasons(intent, moment, plan.site).map(({ name, value, because }) => (
          <Box as="li" key={name} py="4px" borderBottomWidth="1px" borderColor="line" fontSize="note">
            <Flex justify="space-between" color={value < 0.5 ? "coral" : "bone"}>
              <Box fontWeight={560}>{name}</Box>
              <Box fontFamily="mono">{`× ${value.toFixed(2)}`}</Box>
            </Flex>
            <Box color="ash">{because}</Box>
          </Box>
        ))}
      </Box>
      <MomentReadout night={night} moment={moment} />
      <Box as="h3" fontSize="note" fontWeight={620} mt="12px">
        Set by hand for this night
      </Box>
      <Box fontSize="note" color="ash">
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
      <TakeAlong night={night} outingId={outingId} />
      <Box as="h3" fontSize="note" fontWeight={620} mt="12px">
        Mind
      </Box>
      {[site.hazards, site.access]
        .filter((text) => text.trim() !== "")
        .map((text) => (
          <Box key={text} fontSize="note" color="coral" whiteSpace="pre-wrap">
            {text}
          </Box>
        ))}
      {cautions.map((id) => (
        <Box key={id} fontSize="note" color="ash" py="1px">
          {CAUTIONS[id]}
        </Box>
      ))}
    </Box>
  );
}

/** Every lane at one instant, read out. */
function MomentReadout({ night, moment }: { readonly night: Night; readonly moment: Moment }) {
  const { site } = night;
  return (
    <>
      <Box as="h3" fontSize="note" fontWeight={620} mt="10px">
        {`At ${clock(moment.atMs, site.zone)}`}
      </Box>
      <Box as="dl" fontSize="note">
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
      <Box fontSize="note" color="ash" mt="4px">
        {`Moon ${Math.round(moment.moonIlluminatedFraction * 100)} % lit. ${moonWords(night)}`}
      </Box>
    </>
  );
}

/** The night to take along, and the way to its site. */
function TakeAlong({ night: { site, shots }, outingId }: { readonly night: Night; readonly outingId: string }) {
  return (
    <>
      <Box as="h3" fontSize="note" fontWeight={620} mt="12px" mb="4px">
        Export
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
        <Box fontSize="note" color="ash" mt="4px">
          Place the shots first; sheet and calendar hold those that stand on the night.
        </Box>
      )}
    </>
  );
}

function OverrideField(props: {
  readonly name: string;
  readonly unit: string;
  readonly value: number | null;
  readonly onCommit: (value: number | null) => void;
}) {
  const { name, unit, value, onCommit } = props;
  return (
    <Flex align="center" gap="8px" py="2px" fontSize="note">
      <Box flex="1">{name}</Box>
      <Entry
        label={unit === "" ? name : `${name}, ${unit}`}
        width="76px"
        value={value === null ? "" : String(value)}
        placeholder="stand-in"
        onCommit={(text) => {
          const typed = text.trim() === "" ? null : typedNumber(text);
          if (typed !== null && !Number.isFinite(typed)) return "Write a number.";
          onCommit(typed);
          return null;
        }}
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
