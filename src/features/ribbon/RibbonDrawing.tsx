"use client";

import { memo, useMemo } from "react";
import { BALANCE_STOPS } from "@/core/night";
import type { Night } from "@/features/nightPlan/NightContext";
import { ON_SKY } from "@/ui/theme/inPage";
import { areaPath, clockTicks, evScale, linePath, type RibbonBox, timeScale, visibleMoments } from "./geometry";
import type { Lane } from "./lanes";
import { EventMarks, LightLabels, TEXT } from "./RibbonLabels";
import { SkyGround } from "./SkyGround";

/** Below the names of the sun's crossings, and above the shots' blocks. */
const UNDER_EVENTS_PX = 38;

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
const LEAST_LABELLED_PX = 56;

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
  const at = (atMs: number) => x(atMs);
  const nearlyNight = (m: (typeof shown)[number]) => m.sunAltitudeDeg < -1;
  const first = moments[0]!;
  const stepMs = moments[1]!.atMs - first.atMs;
  const scoreOf = (atMs: number) => scores[Math.round((atMs - first.atMs) / stepMs)] ?? 0;
  return (
    <g pointerEvents="none">
      <SkyGround shown={shown} x={x} width={width} height={height} />
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
            <line x2={width} y1={base} y2={base} stroke={ON_SKY.paper} opacity={0.1} />
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
          <text x={4} y={compact ? 12 : UNDER_EVENTS_PX} fill={ON_SKY.lamp} {...TEXT}>
            now
          </text>
        </g>
      )}
    </g>
  );
});
