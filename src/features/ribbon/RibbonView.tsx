"use client";

import { Box, VisuallyHidden } from "@chakra-ui/react";
import { DateTime } from "luxon";
import { type KeyboardEvent, useMemo, useState } from "react";
import type { NightSpan, SkySample, SunEvents } from "@/core/sky";
import { skyColour } from "@/ui/theme/skyScale";
import { EVENT_NAMES, hourTicks, ribbonGeometry, sampleAt } from "./geometry";

interface RibbonViewProps {
  readonly span: NightSpan;
  readonly samples: readonly SkySample[];
  readonly events: SunEvents;
  readonly zone: string;
  readonly now: Date | null;
  readonly width: number;
  readonly height: number;
}

const KEY_STEP_MS = 5 * 60_000;
const MINUTES_PER_DAY = 1440;
const PAPER = "#ECE6DA";
const MIST = "#8FA8D8";
const LAMP = "#F0A541";

/** The night drawn: sky colour as ground, the sky's EV as the hill of light on it, sun and moon as lines above. */
export function RibbonView({ span, samples, events, zone, now, width, height }: RibbonViewProps) {
  const [cursor, setCursor] = useState<Date | null>(null);
  const geometry = useMemo(() => ribbonGeometry(span, samples, width, height), [span, samples, width, height]);
  const ticks = useMemo(() => hourTicks(span, zone), [span, zone]);
  const clock = (at: Date) => DateTime.fromJSDate(at, { zone }).toFormat("HH:mm");
  const marks = (Object.keys(EVENT_NAMES) as (keyof SunEvents)[])
    .map((key) => ({ key, at: events[key], name: EVENT_NAMES[key] }))
    .filter((mark): mark is typeof mark & { at: Date } => mark.at !== null);
  const read = cursor && sampleAt(samples, span, cursor);
  const compact = height < 90;

  const moveBy = (stepMs: number) => {
    const from = cursor ?? now ?? new Date((span.begin.getTime() + span.end.getTime()) / 2);
    const to = Math.min(span.end.getTime(), Math.max(span.begin.getTime(), from.getTime() + stepMs));
    setCursor(new Date(to));
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "ArrowRight") moveBy(KEY_STEP_MS);
    else if (event.key === "ArrowLeft") moveBy(-KEY_STEP_MS);
    else if (event.key === "Escape") setCursor(null);
    else return;
    event.preventDefault();
  };

  return (
    <Box
      position="relative"
      width="100%"
      height="100%"
      role="slider"
      tabIndex={0}
      aria-label={`The night from ${clock(span.begin)} to ${clock(span.end)}: sky brightness, sun and moon. Arrow keys move the cursor.`}
      aria-valuemin={0}
      aria-valuemax={MINUTES_PER_DAY}
      aria-valuenow={cursor ? Math.round((cursor.getTime() - span.begin.getTime()) / 60_000) : 0}
      aria-valuetext={cursor && read ? `${clock(cursor)}, sky EV ${read.skyEv.toFixed(1)}` : "no cursor"}
      onKeyDown={onKeyDown}
      onBlur={() => setCursor(null)}
    >
      <svg
        width={width}
        height={height}
        aria-hidden
        style={{ display: "block", cursor: "crosshair" }}
        onMouseMove={(event) => setCursor(geometry.x.invert(event.nativeEvent.offsetX))}
        onMouseLeave={() => setCursor(null)}
      >
        <defs>
          <linearGradient id="sky-of-night">
            {samples.map((sample, index) => (
              <stop
                key={sample.at.getTime()}
                offset={index / (samples.length - 1)}
                stopColor={skyColour(sample.sunAltitudeDeg)}
              />
            ))}
          </linearGradient>
        </defs>
        <rect width={width} height={height} fill="url(#sky-of-night)" />
        <path d={geometry.evArea} fill="#000" opacity={0.22} />
        <path d={geometry.evLine} fill="none" stroke={PAPER} strokeWidth={1.6} />
        <path d={geometry.sunLine} fill="none" stroke={LAMP} strokeWidth={1.2} strokeDasharray="1 3" />
        <path d={geometry.moonLine} fill="none" stroke={MIST} strokeWidth={1.4} />
        {!compact && <DirectLabels samples={samples} span={span} geometry={geometry} />}
        {ticks.map(({ at, label }) => (
          <g key={label + at.getTime()} transform={`translate(${geometry.x(at)},0)`}>
            <line y1={height - 16} y2={height - 12} stroke={PAPER} opacity={0.6} />
            <text
              y={height - 3}
              textAnchor="middle"
              fontSize={10.5}
              fill={PAPER}
              opacity={0.85}
              style={{ paintOrder: "stroke" }}
              stroke="#0008"
              strokeWidth={2}
            >
              {label}
            </text>
          </g>
        ))}
        {!compact &&
          marks.map(({ key, at, name }) => {
            const evening = at.getTime() < (span.begin.getTime() + span.end.getTime()) / 2;
            const named = key !== "nauticalDusk" && key !== "nauticalDawn";
            return (
              <g key={key} transform={`translate(${geometry.x(at)},0)`}>
                <line y1={named ? 14 : 60} y2={height - 16} stroke={PAPER} opacity={0.35} />
                {named && (
                  <text
                    x={0}
                    y={key.startsWith("astronomical") || key.startsWith("sun") ? 12 : 26}
                    dx={evening === (key !== "sunset") ? 4 : -4}
                    textAnchor={evening === (key !== "sunset") ? "start" : "end"}
                    fontSize={11}
                    fill={PAPER}
                    stroke="#0009"
                    strokeWidth={2.5}
                    style={{ paintOrder: "stroke" }}
                  >
                    {`${name} ${clock(at)}`}
                  </text>
                )}
              </g>
            );
          })}
        {now && now >= span.begin && now <= span.end && (
          <g transform={`translate(${geometry.x(now)},0)`}>
            <line y1={0} y2={height} stroke={LAMP} strokeWidth={1.5} />
            <text
              x={5}
              y={height - 20}
              fontSize={11}
              fill={LAMP}
              stroke="#000a"
              strokeWidth={2.5}
              style={{ paintOrder: "stroke" }}
            >
              now
            </text>
          </g>
        )}
        {cursor && (
          <line x1={geometry.x(cursor)} x2={geometry.x(cursor)} y1={0} y2={height} stroke={PAPER} opacity={0.8} />
        )}
      </svg>
      {cursor && read && (
        <Box
          aria-live="polite"
          position="absolute"
          top="30px"
          left={`${Math.min(width - 250, geometry.x(cursor) + 10)}px`}
          bg="slate"
          color="bone"
          borderWidth="1px"
          borderColor="line"
          px="10px"
          py="4px"
          fontSize="12.5px"
          fontFamily="mono"
          pointerEvents="none"
          zIndex={3}
          whiteSpace="pre"
        >
          {`${clock(cursor)}  sky EV ${read.skyEv.toFixed(1)}\nsun ${read.sunAltitudeDeg.toFixed(1)}°  moon ${read.moonAltitudeDeg.toFixed(1)}° ${Math.round(read.moonIlluminatedFraction * 100)} %`}
        </Box>
      )}
      <VisuallyHidden>
        <table>
          <caption>The sun this night</caption>
          <tbody>
            {marks.map(({ key, at, name }) => (
              <tr key={key}>
                <th scope="row">{name}</th>
                <td>{clock(at)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </VisuallyHidden>
    </Box>
  );
}

interface DirectLabelsProps extends Pick<RibbonViewProps, "samples" | "span"> {
  readonly geometry: ReturnType<typeof ribbonGeometry>;
}

/** Names of the lines, written beside them: the sky's EV at midnight, and the moon at its highest. */
function DirectLabels({ samples, span, geometry }: DirectLabelsProps) {
  const middle = new Date((span.begin.getTime() + span.end.getTime()) / 2);
  const darkest = sampleAt(samples, span, middle);
  const highest = samples.reduce((best, sample) => (sample.moonAltitudeDeg > best.moonAltitudeDeg ? sample : best));
  const outline = { stroke: "#0009", strokeWidth: 2.5, style: { paintOrder: "stroke" } };
  return (
    <g fontSize={11}>
      {darkest && (
        <text x={geometry.x(middle)} y={geometry.ev(darkest.skyEv) - 5} fill={PAPER} textAnchor="middle" {...outline}>
          sky, EV {darkest.skyEv.toFixed(1).replace("-", "−")}
        </text>
      )}
      {highest.moonAltitudeDeg > 3 && (
        <text x={geometry.x(highest.at)} y={geometry.moonY(highest) - 5} fill={MIST} textAnchor="middle" {...outline}>
          moon {Math.round(highest.moonIlluminatedFraction * 100)} %
        </text>
      )}
    </g>
  );
}
