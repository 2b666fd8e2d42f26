"use client";

import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { useId } from "react";
import type { LightScale, ScaledLight } from "@/core/solve";
import { plain } from "@/core/words";
import { lightColour } from "./lightColour";
import { spread } from "./spread";

const WIDTH = 300;
const HEIGHT = 34;
/** From the deepest shadows that are looked at to what is far over white, stops. */
const SHOWN = { least: -13, most: 3 } as const;
const FONT_PX = 11;
const LETTER_PX = 0.56 * FONT_PX;
/** Between two names. */
const GAP_PX = 6;
/** Where marks stand, and the line on which names do. */
const MARK = { top: 13, bottom: 25 } as const;
const BRACKET_Y = 29;
const BRACKET_PX = 4;
const EDGE_PX = 4;

const x = scaleLinear().domain([SHOWN.least, SHOWN.most]).range([0, WIDTH]).clamp(true);

const told = (underWhite: number): string =>
  Math.abs(underWhite) < 0.05
    ? "at white"
    : `${plain(Math.abs(underWhite))} ${underWhite > 0 ? "under" : "over"} white`;

function lightText(light: ScaledLight, name: string): string {
  const { asked, missStops, underWhite } = light;
  const at = `${name} ${told(underWhite)}`;
  if (asked === null) return at;
  if (missStops !== 0)
    return `${at}, ${plain(Math.abs(missStops))} stops ${missStops > 0 ? "darker" : "brighter"} than asked`;
  return `${at}, as asked`;
}

interface LightScaleViewProps {
  readonly scale: LightScale;
  readonly nameOf: (of: ScaledLight["of"]) => string;
  /** What the newest frame reads by its meter, stops under white; left out where none was taken. */
  readonly read?: number;
}

/** What is asked of a light, as a bracket open upwards; where nothing bounds it, it goes on past the scale. */
function Bracket({ asked, colour }: { readonly asked: NonNullable<ScaledLight["asked"]>; readonly colour: string }) {
  const [from, to] = [x(-asked.darkest), x(-asked.brightest)];
  const left = Number.isFinite(asked.darkest)
    ? `M ${from} ${BRACKET_Y - BRACKET_PX} V ${BRACKET_Y}`
    : `M 0 ${BRACKET_Y}`;
  const right = Number.isFinite(asked.brightest) ? `H ${to} V ${BRACKET_Y - BRACKET_PX}` : `H ${WIDTH}`;
  return (
    <Box asChild color={colour}>
      <path d={`${left} ${right}`} fill="none" stroke="currentColor" strokeWidth={1.4} />
    </Box>
  );
}

/** A picture's light in stops, noise at the left and white at the right: each light a mark, what is asked of it a bracket, a miss in coral. */
export function LightScaleView({ scale, nameOf, read }: LightScaleViewProps) {
  const pattern = useId();
  const lights = scale.lights.map((light) => ({ ...light, name: nameOf(light.of), at: x(-light.underWhite) }));
  const sized = lights.map((light) => ({ ...light, size: light.name.length * LETTER_PX + GAP_PX }));
  const names = spread(sized, { from: 0, to: WIDTH });
  const floor = x(-scale.noiseFloor);
  const taken = read === undefined ? [] : [`the newest frame ${told(read)} by its meter`];
  const text = [...lights.map((light) => lightText(light, light.name)), ...taken].join("; ");
  return (
    <Box color="ash">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        width="100%"
        fontSize={FONT_PX}
        role="img"
        aria-label={`Stops under white: ${text}; noise below ${plain(-scale.noiseFloor)}`}
        style={{ display: "block" }}
      >
        <defs>
          <pattern id={pattern} width="4" height="4" patternUnits="userSpaceOnUse">
            <circle cx="1" cy="1" r="0.8" fill="currentColor" />
          </pattern>
        </defs>
        <rect y={MARK.top} width={floor} height={MARK.bottom - MARK.top} fill={`url(#${pattern})`} opacity={0.6} />
        <line x1={0} x2={WIDTH} y1={MARK.bottom} y2={MARK.bottom} stroke="currentColor" opacity={0.5} />
        <Box asChild color="coral">
          <rect
            x={x(0)}
            y={MARK.top}
            width={WIDTH - x(0)}
            height={MARK.bottom - MARK.top}
            fill="currentColor"
            opacity={0.14}
          />
        </Box>
        <line x1={x(0)} x2={x(0)} y1={MARK.top} y2={MARK.bottom} stroke="currentColor" />
        {lights.map(
          ({ of, asked, missStops }) =>
            asked && <Bracket key={of} asked={asked} colour={missStops === 0 ? lightColour(of) : "coral"} />,
        )}
        {lights.map(({ of, at, missStops }) => (
          <Box asChild key={of} color={missStops === 0 ? lightColour(of) : "coral"}>
            <rect
              x={Math.min(WIDTH - EDGE_PX, Math.max(0, at - EDGE_PX / 2))}
              y={MARK.top}
              width={EDGE_PX}
              height={MARK.bottom - MARK.top}
              fill="currentColor"
            />
          </Box>
        ))}
        {read !== undefined && (
          <Box asChild color="moss">
            <path d={`M ${x(-read)} ${MARK.bottom} l -5 8 h 10 z`} fill="currentColor" />
          </Box>
        )}
        {names.map(({ of, name, begins, size, missStops }) => (
          <Box asChild key={of} color={missStops === 0 ? lightColour(of) : "coral"}>
            <text x={begins + size / 2} y={MARK.top - 4} textAnchor="middle" fill="currentColor">
              {name}
            </text>
          </Box>
        ))}
      </svg>
    </Box>
  );
}
