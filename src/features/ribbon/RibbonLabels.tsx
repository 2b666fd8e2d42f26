"use client";

import type { SunEvents } from "@/core/sky";
import { plain } from "@/core/words";
import { clock } from "@/features/nightPlan/clock";
import type { Night } from "@/features/nightPlan/NightContext";
import { ON_SKY } from "@/ui/theme/inPage";
import { evScale, type RibbonBox, timeScale } from "./geometry";

/** How words on the sky are kept apart from it. */
export const TEXT = { stroke: ON_SKY.halo, strokeWidth: 2.5, style: { paintOrder: "stroke" as const } };

/** Names of the sun's crossings as they are written on the ribbon and read out. */
export const EVENT_NAMES: Record<keyof SunEvents, string> = {
  sunset: "sunset",
  civilDusk: "civil dusk",
  nauticalDusk: "nautical dusk",
  astronomicalDusk: "full dark",
  astronomicalDawn: "dark ends",
  nauticalDawn: "nautical dawn",
  civilDawn: "civil dawn",
  sunrise: "sunrise",
};

/** Labels whose lines are nearer than this stand side by side. */
const ROW_PX = 16;
const LABEL_HALF_PX = 70;
const MINUTE_MS = 60_000;
/** A letter of a label, on average. */
const CHAR_PX = 6.2;
/** A phone: event names have one row. */
const NARROW_PX = 600;

/** Where along the ribbon a label may stand, the best place first. */
const SHARES = [0.5, 0.62, 0.38, 0.72, 0.28, 0.82] as const;

/** The first place for the light's labels that no shot's block takes. */
function freeShare({ shots }: Night, { domain: [from, to], width }: RibbonBox): number {
  const half = (LABEL_HALF_PX / width) * (to - from);
  const isFree = (share: number) => {
    const at = from + share * (to - from);
    return shots.every(({ beginsAt, minutes }) => {
      if (beginsAt === null) return true;
      const begin = Date.parse(beginsAt);
      return begin > at + half || begin + minutes * MINUTE_MS < at - half;
    });
  };
  return SHARES.find(isFree) ?? SHARES[0];
}

/** Names of the light's lines, written near the middle of what is seen, where no shot stands. */
export function LightLabels({ night, box }: { readonly night: Night; readonly box: RibbonBox }) {
  const [from, to] = box.domain;
  const share = freeShare(night, box);
  const middle = night.plan.momentAt(from + share * (to - from));
  const ev = evScale(box);
  const x = share * box.width;
  const close = Math.abs(ev(middle.skyEv) - ev(night.site.lampEv)) < ROW_PX;
  return (
    <g>
      <text
        x={x}
        y={ev(middle.skyEv) + (ev(middle.skyEv) < box.top + 14 ? 15 : -5)}
        fill={ON_SKY.paper}
        textAnchor="middle"
        {...TEXT}
      >
        {`sky, EV ${plain(middle.skyEv)}`}
      </text>
      {middle.sunAltitudeDeg < -1 && (
        <text x={x + (close ? 130 : 0)} y={ev(night.site.lampEv) - 5} fill={ON_SKY.lamp} textAnchor="middle" {...TEXT}>
          {`lamps, EV ${plain(night.site.lampEv)}`}
        </text>
      )}
    </g>
  );
}

const widthOf = (text: string): number => text.length * CHAR_PX + 8;

/** The sun's crossings as fine lines; their names only where there is room, in two rows. */
export function EventMarks({ night, box }: { readonly night: Night; readonly box: RibbonBox }) {
  const x = timeScale(box);
  const rows = box.width < NARROW_PX ? 1 : 2;
  const ends = Array.from({ length: rows }, () => Number.NEGATIVE_INFINITY);
  const marks = (Object.keys(EVENT_NAMES) as (keyof SunEvents)[])
    .flatMap((key) => {
      const at = night.events[key];
      return at
        ? [{ key, atMs: at.getTime(), text: `${EVENT_NAMES[key]} ${clock(at.getTime(), night.site.zone)}` }]
        : [];
    })
    .filter(({ atMs }) => atMs >= box.domain[0] && atMs <= box.domain[1])
    .sort((a, b) => a.atMs - b.atMs);
  return (
    <g>
      {marks.map(({ key, atMs, text }) => {
        const left = x(atMs) + 4;
        const fits = left + widthOf(text) < box.width;
        const row = fits ? ends.findIndex((end) => left > end) : -1;
        if (row >= 0) ends[row] = left + widthOf(text);
        return (
          <g key={key} transform={`translate(${x(atMs)},0)`}>
            <line y1={0} y2={box.bottom} stroke={ON_SKY.paper} opacity={0.35} />
            {row >= 0 && (
              <text x={4} y={11 + 13 * row} fill={ON_SKY.paper} {...TEXT}>
                {text}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
