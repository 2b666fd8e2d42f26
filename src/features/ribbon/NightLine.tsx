"use client";

import { Box } from "@chakra-ui/react";
import { useMemo, useRef } from "react";
import { clock, clockSpan } from "@/features/nightPlan/clock";
import { useNightHeld } from "@/features/nightPlan/NightContext";
import { ON_SKY } from "@/ui/theme/inPage";
import { useSize } from "@/ui/useSize";
import { clockTicks, timeScale, visibleMoments } from "./geometry";
import { Ribbon, type RibbonProps } from "./Ribbon";
import { TEXT } from "./RibbonLabels";
import { SkyGround } from "./SkyGround";
import { useMinute } from "./useMinute";
import { useUnfold } from "./useUnfold";

const HEIGHT = 24;
/** How tall the folded ribbon stands. */
export const NIGHT_LINE_HEIGHT = `${HEIGHT}px`;
const BASELINE = 16.5;
const MINUTE_MS = 60_000;
/** A letter on average, and room about a name. */
const CHAR_PX = 6.3;
const ROOM_PX = 8;
const BAR_TOP = 5;
const LEAST_BAR_PX = 3;

/** A name on the line, from where it begins to where it ends. */
interface NamedPlace {
  readonly text: string;
  readonly from: number;
  readonly to: number;
  readonly colour: string;
}

/** A stretch of the line that is taken, pixels. */
type Taken = Pick<NamedPlace, "from" | "to">;

/** A name beside its place: at the right of it and of whatever stands there, or at the left where there is no room. */
function beside(text: string, place: Taken, bars: readonly Taken[], width: number, colour: string): NamedPlace {
  const long = text.length * CHAR_PX;
  let from = place.to + ROOM_PX / 2;
  for (const bar of bars) if (bar.from < from + long && bar.to + ROOM_PX / 2 > from) from = bar.to + ROOM_PX / 2;
  return from + long < width
    ? { text, colour, from, to: from + long }
    : { text, colour, from: place.from - ROOM_PX / 2 - long, to: place.from - ROOM_PX / 2 };
}

/** A name right beside its place, on whichever side nothing else stands; none where neither is free. */
function closeBy(text: string, place: Taken, taken: readonly Taken[], width: number, colour: string): NamedPlace[] {
  const long = text.length * CHAR_PX;
  const free = (from: number) =>
    from >= 0 && from + long <= width && taken.every((each) => from + long < each.from || from > each.to);
  const from = [place.to + ROOM_PX / 2, place.from - ROOM_PX / 2 - long].find(free);
  return from === undefined ? [] : [{ text, colour, from, to: from + long }];
}

type NightLineProps = Omit<RibbonProps, "large">;

/** The night folded to a line: its colours, now, the shots and the chosen instant. The ribbon opens from it over what is below. */
export function NightLine({ night, shotId, running }: NightLineProps) {
  const [size, { width }] = useSize<HTMLDivElement>();
  const frame = useRef<HTMLDivElement>(null);
  const { open, press, hand } = useUnfold(frame, "r");
  const { beginMs, endMs, site, shots } = night;
  const shot = shots.find(({ id }) => id === shotId);
  const begins = shot?.beginsAt ? Date.parse(shot.beginsAt) : null;
  const stands =
    shot && begins !== null ? `${shot.name}, ${clockSpan(begins, begins + shot.minutes * MINUTE_MS, site.zone)}` : "";
  return (
    <Box ref={frame} position="relative" height={NIGHT_LINE_HEIGHT} flexShrink="0" zIndex={20} {...hand}>
      <Box
        asChild
        display="block"
        width="100%"
        height={NIGHT_LINE_HEIGHT}
        borderBottomWidth="1px"
        borderColor="line"
        overflow="hidden"
        cursor="pointer"
        fontSize="label"
      >
        <button
          type="button"
          aria-expanded={open}
          aria-label={`The night from ${clock(beginMs, site.zone)} to ${clock(endMs, site.zone)}, folded. ${stands} Opens with r.`}
          onClick={press}
        >
          <Box ref={size}>{width > 0 && <Line night={night} shotId={shotId} width={width} />}</Box>
        </button>
      </Box>
      {open && (
        <Box position="absolute" top="0" left="0" right="0" boxShadow="0 8px 24px rgba(0, 0, 0, 0.5)">
          <Ribbon night={night} shotId={shotId} large={false} running={running} />
        </Box>
      )}
    </Box>
  );
}

function Line({ night, shotId, width }: Pick<NightLineProps, "night" | "shotId"> & { readonly width: number }) {
  const now = useMinute();
  const heldMs = useNightHeld();
  const { beginMs, endMs, site, moments, shots } = night;
  const box = { domain: [beginMs, endMs] as const, width, top: 0, bottom: HEIGHT };
  const x = timeScale(box);
  const shown = useMemo(() => visibleMoments(moments, [beginMs, endMs]), [moments, beginMs, endMs]);
  const bars = shots.flatMap(({ id, name, beginsAt, minutes }) => {
    if (beginsAt === null) return [];
    const from = x(Date.parse(beginsAt));
    const to = Math.max(from + LEAST_BAR_PX, x(Date.parse(beginsAt) + minutes * MINUTE_MS));
    return [{ id, name, from, to, chosen: id === shotId }];
  });
  const isNow = now !== null && now >= beginMs && now <= endMs;
  const point = (atMs: number) => ({ from: x(atMs), to: x(atMs) });
  const inOrder = [...bars, ...(isNow ? [point(now)] : [])].toSorted((a, b) => a.from - b.from);
  const chosenNames = bars
    .filter(({ chosen }) => chosen)
    .map((bar) => beside(bar.name, bar, inOrder, width, ON_SKY.lamp));
  const held =
    heldMs === null
      ? []
      : closeBy(clock(heldMs, site.zone), point(heldMs), [...bars, ...chosenNames], width, ON_SKY.paper);
  const placed = [...chosenNames, ...held];
  // Its line says enough where there is no room for the word.
  const names = [...placed, ...(isNow ? closeBy("now", point(now), [...bars, ...placed], width, ON_SKY.lamp) : [])];
  const taken = [...names, ...bars];
  const isFree = (from: number, to: number) => taken.every((each) => to < each.from || from > each.to);
  return (
    <svg width={width} height={HEIGHT} style={{ display: "block" }} aria-hidden>
      <SkyGround shown={shown} x={x} width={width} height={HEIGHT} />
      {clockTicks(box, site.zone).map(({ atMs, label }) => {
        const half = (label.length * CHAR_PX) / 2 + ROOM_PX;
        return isFree(x(atMs) - half, x(atMs) + half) && x(atMs) > half && x(atMs) < width - half ? (
          <text key={atMs} x={x(atMs)} y={BASELINE} textAnchor="middle" fill={ON_SKY.paper} {...TEXT}>
            {label}
          </text>
        ) : null;
      })}
      {bars.map(({ id, from, to, chosen }) => (
        <rect
          key={id}
          x={from}
          y={BAR_TOP}
          width={to - from}
          height={HEIGHT - 2 * BAR_TOP}
          fill={chosen ? ON_SKY.lamp : ON_SKY.shade}
          stroke={chosen ? ON_SKY.shade : ON_SKY.paper}
        />
      ))}
      {isNow && <line x1={x(now)} x2={x(now)} y2={HEIGHT} stroke={ON_SKY.lamp} strokeWidth={1.6} />}
      {heldMs !== null && <path d={`M ${x(heldMs) - 5} 0 h 10 l -5 7 z`} fill={ON_SKY.lamp} />}
      {names.map(({ text, from, colour }) => (
        <text key={text} x={from} y={BASELINE} fill={colour} {...TEXT}>
          {text}
        </text>
      ))}
    </svg>
  );
}
