"use client";

import { memo, useMemo } from "react";
import { BALANCE_STOPS } from "@/core/night";
import type { SunEvents } from "@/core/sky";
import { plain } from "@/core/words";
import { clock } from "@/features/night/clock";
import type { Night } from "@/features/night/NightContext";
import { ON_SKY, skyColour } from "@/ui/theme/skyScale";
import { areaPath, clockTicks, evScale, linePath, type RibbonBox, timeScale, visibleMoments } from "./geometry";
import type { Lane } from "./lanes";

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

interface RibbonDrawingProps {
  readonly night: Night;
  readonly domain: readonly [number, number];
  readonly width: number;
  readonly height: number;
  readonly lanes: readonly Lane[];
  readonly compact: boolean;
  readonly now: number | null;
}

const LANE_PX = 17;
const TICKS_PX = 15;
const TEXT = { stroke: "#0009", strokeWidth: 2.5, style: { paintOrder: "stroke" as const } };
const SKY_STOPS = 60;
const LEAST_LABELLED_PX = 56;
/** A phone: event names have one row, and the evening's shots and their names take half of the width. */
const NARROW_PX = 600;

/** Everything on the ribbon that is not moved by hand: sky, light, lanes, ticks, events. */
export const RibbonDrawing = memo(function RibbonDrawing(props: RibbonDrawingProps) {
  const { night, domain, width, height, lanes, compact, now } = props;
  const { moments, site, intent, scores } = night;
  const lanesTop = height - TICKS_PX - lanes.length * LANE_PX;
  const box: RibbonBox = {
    domain,
    width,
    top: compact ? 8 : 20,
    bottom: lanes.length > 0 ? lanesTop - 26 : height - TICKS_PX,
  };
  const x = timeScale(box);
  const ev = evScale(box);
  const shown = useMemo(() => visibleMoments(moments, domain), [moments, domain]);
  const sky = useMemo(() => {
    const picked = Array.from(
      { length: SKY_STOPS + 1 },
      (_, i) => shown[Math.round((i / SKY_STOPS) * (shown.length - 1))]!,
    );
    return [...new Set(picked)];
  }, [shown]);
  const at = (atMs: number) => x(atMs);
  const nearlyNight = (m: (typeof shown)[number]) => m.sunAltitudeDeg < -1;
  const first = moments[0]!;
  const stepMs = moments[1]!.atMs - first.atMs;
  const scoreOf = (atMs: number) => scores[Math.round((atMs - first.atMs) / stepMs)] ?? 0;
  const firstX = x(shown[0]!.atMs);
  const lastX = x(shown.at(-1)!.atMs);
  return (
    <g pointerEvents="none">
      <defs>
        <linearGradient id="sky-of-night" gradientUnits="userSpaceOnUse" x1={firstX} x2={lastX}>
          {sky.map((moment) => (
            <stop
              key={moment.atMs}
              offset={(x(moment.atMs) - firstX) / Math.max(1, lastX - firstX)}
              stopColor={skyColour(moment.sunAltitudeDeg)}
            />
          ))}
        </linearGradient>
      </defs>
      <rect width={width} height={height} fill="url(#sky-of-night)" />
      <path d={areaPath(shown, at, box.bottom, (m) => ev(m.skyEv))} fill={ON_SKY.shade} opacity={0.25} />
      {!compact && (
        <path
          d={areaPath(shown, at, ev(site.lampEv - BALANCE_STOPS), (m) =>
            nearlyNight(m) ? ev(site.lampEv + BALANCE_STOPS) : null,
          )}
          fill={ON_SKY.lamp}
          opacity={0.16}
        />
      )}
      <path
        d={linePath(shown, at, (m) => (nearlyNight(m) ? ev(site.lampEv) : null))}
        fill="none"
        stroke={ON_SKY.lamp}
        strokeWidth={1.2}
        strokeDasharray="5 3"
      />
      <path d={linePath(shown, at, (m) => ev(m.skyEv))} fill="none" stroke={ON_SKY.paper} strokeWidth={1.7} />
      {!compact && box.bottom - box.top > LEAST_LABELLED_PX && <LightLabels night={night} box={box} />}
      {lanes.length > 0 && (
        <g>
          <rect y={lanesTop - 26} width={width} height={26} fill={ON_SKY.shade} opacity={0.62} />
          <path
            d={areaPath(shown, at, lanesTop - 4, (m) => lanesTop - 4 - (20 * scoreOf(m.atMs)) / 100)}
            fill={ON_SKY.moss}
            opacity={0.7}
          />
          <text x={width - 6} y={lanesTop - 9} textAnchor="end" fill={ON_SKY.moss} {...TEXT}>
            {`score for ${intent.replaceAll("-", " ")}`}
          </text>
        </g>
      )}
      {lanes.map((lane, index) => {
        const base = lanesTop + (index + 1) * LANE_PX - 1;
        return (
          <g key={lane.id}>
            <rect y={base - LANE_PX + 1} width={width} height={LANE_PX} fill={ON_SKY.shade} opacity={0.62} />
            <path
              d={areaPath(shown, at, base, (m) => {
                const value = lane.value(m);
                return value === null ? null : base - 1 - value * (LANE_PX - 4);
              })}
              fill={lane.colour}
              opacity={0.55}
            />
            <line x2={width} y1={base} y2={base} stroke="#fff" opacity={0.1} />
            <text x={width - 6} y={base - 4} textAnchor="end" fill={lane.colour} {...TEXT}>
              {lane.name}
            </text>
          </g>
        );
      })}
      <rect y={height - TICKS_PX} width={width} height={TICKS_PX} fill={ON_SKY.shade} opacity={0.5} />
      {clockTicks(box, site.zone).map(({ atMs, label }) => (
        <g key={atMs} transform={`translate(${x(atMs)},0)`}>
          <line y1={height - TICKS_PX - 3} y2={height - TICKS_PX + 2} stroke={ON_SKY.paper} opacity={0.7} />
          <text y={height - 3.5} textAnchor="middle" fill={ON_SKY.paper}>
            {label}
          </text>
        </g>
      ))}
      {!compact && <EventMarks night={night} box={box} />}
      {now !== null && now >= domain[0] && now <= domain[1] && (
        <g transform={`translate(${x(now)},0)`}>
          <line y1={0} y2={height} stroke={ON_SKY.lamp} strokeWidth={1.6} />
          <text x={4} y={height - TICKS_PX - 5} fill={ON_SKY.lamp} {...TEXT}>
            now
          </text>
        </g>
      )}
    </g>
  );
});

/** Labels whose lines are nearer than this stand side by side. */
const ROW_PX = 16;

/** Names of the light's lines, written where they run through the middle of what is seen, or behind the evening's shots. */
function LightLabels({ night, box }: { readonly night: Night; readonly box: RibbonBox }) {
  const [from, to] = box.domain;
  const share = box.width < NARROW_PX ? 0.7 : 0.5;
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

const LABEL_PX = 112;

/** The sun's crossings as fine lines; their names only where there is room, in two rows. */
function EventMarks({ night, box }: { readonly night: Night; readonly box: RibbonBox }) {
  const x = timeScale(box);
  const rows = box.width < NARROW_PX ? 1 : 2;
  const ends = Array.from({ length: rows }, () => Number.NEGATIVE_INFINITY);
  const marks = (Object.keys(EVENT_NAMES) as (keyof SunEvents)[])
    .flatMap((key) => {
      const at = night.events[key];
      return at ? [{ key, atMs: at.getTime() }] : [];
    })
    .filter(({ atMs }) => atMs >= box.domain[0] && atMs <= box.domain[1])
    .sort((a, b) => a.atMs - b.atMs);
  return (
    <g>
      {marks.map(({ key, atMs }) => {
        const left = x(atMs) + 4;
        const fits = left + LABEL_PX < box.width;
        const row = fits ? ends.findIndex((end) => left > end) : -1;
        if (row >= 0) ends[row] = left + LABEL_PX;
        return (
          <g key={key} transform={`translate(${x(atMs)},0)`}>
            <line y1={0} y2={box.bottom} stroke={ON_SKY.paper} opacity={0.35} />
            {row >= 0 && (
              <text x={4} y={11 + 13 * row} fill={ON_SKY.paper} {...TEXT}>
                {`${EVENT_NAMES[key]} ${clock(atMs, night.site.zone)}`}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
