"use client";

import { VisuallyHidden } from "@chakra-ui/react";
import { DateTime } from "luxon";
import type { ScoredNight } from "@/core/night";
import { clockSpan } from "@/features/nightPlan/clock";
import { WITHOUT_WEATHER } from "./weatherWords";

interface YearTableProps {
  readonly nights: readonly ScoredNight[];
  readonly zone: string;
}

/** The best night of each month, for who does not see the carpet. */
export function YearTable({ nights, zone }: YearTableProps) {
  const best = new Map<string, ScoredNight>();
  for (const night of nights) {
    const month = night.date.slice(0, 7);
    if (night.score > (best.get(month)?.score ?? -1)) best.set(month, night);
  }
  return (
    <VisuallyHidden asChild>
      <table>
        <caption>{`The best night of each month, ${WITHOUT_WEATHER}`}</caption>
        <thead>
          <tr>
            <th scope="col">Night</th>
            <th scope="col">Score</th>
            <th scope="col">Best</th>
          </tr>
        </thead>
        <tbody>
          {[...best.values()].map(({ date, score, beginMs, endMs }) => (
            <tr key={date}>
              <th scope="row">{DateTime.fromISO(date).toFormat("ccc d LLLL")}</th>
              <td>{Math.round(score)}</td>
              <td>{clockSpan(beginMs, endMs, zone)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </VisuallyHidden>
  );
}
