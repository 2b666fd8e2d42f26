"use client";

import { Box, Flex } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { useState } from "react";
import type { IntentId } from "@/core/intent";
import { datesOfYear, type NightSite } from "@/core/night";
import { clockSpan } from "@/features/nightPlan/clock";
import { Action } from "@/ui/Action";
import { onKeys } from "@/ui/keys";
import { useSize } from "@/ui/useSize";
import { useYear } from "./useYear";
import { WITH_WEATHER, WITHOUT_WEATHER } from "./weatherWords";
import { YearCarpet } from "./YearCarpet";
import { YearTable } from "./YearTable";

interface YearStripProps {
  readonly site: NightSite;
  readonly date: string;
  readonly intent: IntentId;
  /** Of the chosen night as it is foretold. */
  readonly score: number;
  readonly onDate: (date: string) => void;
}

/** Nights that a page key goes along: a moon. */
const MONTH = 28;

/** Every night of a year in its own light, bright where the intent does well without weather; click to go there. */
export function YearStrip({ site, date, intent, score, onDate }: YearStripProps) {
  const year = Number(date.slice(0, 4));
  const nights = useYear(site, year, intent);
  const [ref, { width }] = useSize<HTMLDivElement>();
  const [pointed, setPointed] = useState<number | null>(null);
  const dates = datesOfYear(year);
  const step = width / dates.length;
  const today = dates.indexOf(date);
  const at = pointed ?? today;
  const night = nights[at];
  const weathered = at === today ? `, ${Math.round(score)} ${WITH_WEATHER}` : "";
  const best = nights.length === dates.length ? nights.reduce((a, b) => (b.score > a.score ? b : a)) : null;
  const said = (day: string) => DateTime.fromISO(day).toFormat("ccc d LLL");
  const point = (by: number) => () => setPointed(Math.max(0, Math.min(dates.length - 1, at + by)));
  const keys = onKeys({
    ArrowLeft: point(-1),
    ArrowRight: point(1),
    PageUp: point(-MONTH),
    PageDown: point(MONTH),
    Enter: () => dates[at] && onDate(dates[at]),
  });
  return (
    <Box as="section" aria-label="The year" px="16px" pt="10px" flexShrink="0">
      <Flex justify="space-between" fontSize="note" color="ash" gap="16px" wrap="wrap" minH="20px">
        <Box aria-live="polite">
          {night
            ? `${said(night.date)}: score ${Math.round(night.score)} ${WITHOUT_WEATHER}${weathered}, best ${clockSpan(night.beginMs, night.endMs, site.zone)}, moon ${Math.round(night.moonIlluminatedFraction * 100)} %`
            : `Scoring the nights of ${year}: ${nights.length} of ${dates.length}`}
        </Box>
        <Flex gap="12px">
          {best && (
            <Action look="text" onClick={() => onDate(best.date)}>
              {`Best of ${year}: ${said(best.date)}, ${Math.round(best.score)}`}
            </Action>
          )}
          <Action
            look="text"
            aria-label={`‹ ${year - 1}, the year before`}
            onClick={() => onDate(`${year - 1}${date.slice(4).replace("-02-29", "-02-28")}`)}
          >
            {`‹ ${year - 1}`}
          </Action>
          <Action
            look="text"
            aria-label={`${year + 1} ›, the year after`}
            onClick={() => onDate(`${year + 1}${date.slice(4).replace("-02-29", "-02-28")}`)}
          >
            {`${year + 1} ›`}
          </Action>
        </Flex>
      </Flex>
      <Box
        ref={ref}
        role="slider"
        tabIndex={0}
        aria-label={`Nights of ${year} scored ${WITHOUT_WEATHER}; arrow keys choose one, Enter goes to it`}
        aria-valuemin={1}
        aria-valuemax={dates.length}
        aria-valuenow={at + 1}
        aria-valuetext={night ? `${said(night.date)}, score ${Math.round(night.score)}` : "not scored yet"}
        onKeyDown={keys}
        onBlur={() => setPointed(null)}
        onMouseMove={(event) => {
          const left = event.currentTarget.getBoundingClientRect().left;
          setPointed(Math.max(0, Math.min(dates.length - 1, Math.floor((event.clientX - left) / step))));
        }}
        onMouseLeave={() => setPointed(null)}
        onClick={() => dates[at] && onDate(dates[at])}
        cursor="pointer"
        mt="4px"
      >
        {width > 0 && <YearCarpet nights={nights} dates={dates} zone={site.zone} width={width} at={at} today={today} />}
      </Box>
      <YearTable nights={nights} zone={site.zone} />
    </Box>
  );
}
