"use client";

import { Box } from "@chakra-ui/react";
import { scaleLinear } from "d3";
import { useId, useRef } from "react";
import { FINISH_LIGHTS, type FinishLightId, type LightMeasure, type LightMove } from "@/core/finish";
import { encodeSrgb } from "@/core/picture";
import { plain, signed } from "@/core/words";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";

/** One light of the picture on the scale. */
export interface LightBar {
  readonly id: FinishLightId;
  readonly move: LightMove;
  /** As it was found, and as it is under the look. */
  readonly was: LightMeasure;
  readonly is: LightMeasure;
}

interface LightBarsProps {
  readonly bars: readonly LightBar[];
  readonly noiseFloor: number;
  /** Shares of the picture's pixels by luminance, from white down, a quarter of a stop each. */
  readonly histogram: readonly number[];
  readonly chosen: FinishLightId | null;
  /** Which light lies under the pointer in the picture. */
  readonly pointed: FinishLightId | null;
  readonly onChoose: (id: FinishLightId) => void;
  readonly onPoint: (id: FinishLightId | null) => void;
  /** Takes a move while a hand is on it, and when it is left. */
  readonly onDraft: (id: FinishLightId, move: LightMove) => void;
  readonly onKeep: (id: FinishLightId, move: LightMove) => void;
}

const WIDTH = 300;
const HEIGHT = 300;
const LEFT = 36;
const TOP = 12;
const NAME_ROWS = 2;
const ROW = 14;
const BOTTOM = HEIGHT - NAME_ROWS * ROW - 8;
/** Stops that are shown, from white down. */
const SHOWN = { white: 0, least: -13 } as const;
const BAR_PX = 20;
const END_PX = 10;
const FONT_PX = 11;
/** Sideways a bar's colour gains or loses so many percent a pixel. */
const COLOUR_PER_PX = 1;
const KEY_STOPS = 1 / 6;
const KEY_COLOUR = 5;

/** Bins of the histogram to a stop, and how much of the width its longest one takes. */
const BINS_A_STOP = 4;
const HISTOGRAM_SHARE = 0.9;

const y = scaleLinear().domain([SHOWN.white, SHOWN.least]).range([TOP, BOTTOM]).clamp(true);
const stopsPerPx = -SHOWN.least / (BOTTOM - TOP);
const numberOf = (stops: LightMove["stops"]): number => (typeof stops === "number" ? stops : 0);
const within = (value: number, [least, most]: readonly [number, number]) => Math.max(least, Math.min(most, value));

/** A light's own colour, as bright as a screen shows it. */
function barColour([r, g, b]: LightMeasure["rgb"]): string {
  const most = Math.max(r, g, b, 1e-9);
  const code = (value: number) => Math.round(255 * encodeSrgb(Math.max(0.02, value / most)));
  return `rgb(${code(r)} ${code(g)} ${code(b)})`;
}

const sayWhere = ({ is, move }: LightBar): string =>
  [
    `${plain(-is.brightest)} to ${plain(-is.darkest)} stops under white`,
    ...(move.stops === undefined
      ? []
      : [typeof move.stops === "number" ? `moved ${signed(move.stops)}` : `moved to ${move.stops}`]),
    ...(move.colour === undefined ? [] : [`colour ${signed(move.colour, 0)} %`]),
  ].join(", ");

interface BarProps {
  readonly bar: LightBar;
  readonly x: number;
  readonly isLit: boolean;
  readonly props: LightBarsProps;
}

/** What hands do with a bar: its body, its upper and its lower end. */
function useHands({ id, move, was }: LightBar, props: LightBarsProps) {
  const from = useRef<LightMove>(move);
  const hand = (how: (dx: number, dy: number) => LightMove) => {
    const moved = (at: DragPoint, begun: DragPoint) => ({ ...from.current, ...how(at.x - begun.x, at.y - begun.y) });
    return {
      start: () => {
        from.current = move;
        props.onChoose(id);
      },
      move: (at: DragPoint, begun: DragPoint) => props.onDraft(id, moved(at, begun)),
      end: (at: DragPoint, begun: DragPoint) => props.onKeep(id, moved(at, begun)),
    };
  };
  const body = useDrag<SVGGElement>(
    // What is meant is the way on which a hand goes further.
    hand((dx, dy) =>
      Math.abs(dx) > Math.abs(dy)
        ? { colour: Math.round(within((from.current.colour ?? 0) + COLOUR_PER_PX * dx, [-100, 100])) }
        : { stops: within(numberOf(from.current.stops) - dy * stopsPerPx, [-6, 6]) },
    ),
  );
  const height = Math.max(0.3, was.brightest - was.darkest);
  const drawn = (dy: number) => within((from.current.range ?? 1) + (2 * dy * stopsPerPx) / height, [0, 3]);
  const upper = useDrag<SVGRectElement>(hand((_, dy) => ({ range: drawn(-dy) })));
  const lower = useDrag<SVGRectElement>(hand((_, dy) => ({ range: drawn(dy) })));
  return { body, upper, lower };
}

function Bar({ bar, x, isLit, props }: BarProps) {
  const { id, move, was, is } = bar;
  const { body, upper, lower } = useHands(bar, props);
  const [top, bottom] = [y(is.brightest), Math.max(y(is.darkest), y(is.brightest) + 6)];
  const nudge = (next: LightMove) => props.onKeep(id, { ...move, ...next });
  return (
    <Box
      asChild
      cursor="move"
      outline="none"
      color={isLit ? "lamp" : "line"}
      _focusVisible={{ color: "bone" }}
      touchAction="none"
    >
      <g
        ref={body}
        role="slider"
        tabIndex={0}
        aria-label={FINISH_LIGHTS[id].name}
        aria-orientation="vertical"
        aria-valuemin={-6}
        aria-valuemax={6}
        aria-valuenow={numberOf(move.stops)}
        aria-valuetext={sayWhere(bar)}
        onFocus={() => props.onChoose(id)}
        onPointerEnter={() => props.onPoint(id)}
        onPointerLeave={() => props.onPoint(null)}
        onKeyDown={onKeys({
          ArrowUp: () => nudge({ stops: within(numberOf(move.stops) + KEY_STOPS, [-6, 6]) }),
          ArrowDown: () => nudge({ stops: within(numberOf(move.stops) - KEY_STOPS, [-6, 6]) }),
          ArrowRight: () => nudge({ colour: within((move.colour ?? 0) + KEY_COLOUR, [-100, 100]) }),
          ArrowLeft: () => nudge({ colour: within((move.colour ?? 0) - KEY_COLOUR, [-100, 100]) }),
        })}
      >
        <title>{`${FINISH_LIGHTS[id].name}: ${FINISH_LIGHTS[id].holds}. ${sayWhere(bar)}.`}</title>
        <rect x={x - BAR_PX / 2 - 6} y={TOP} width={BAR_PX + 12} height={BOTTOM - TOP} fill="transparent" />
        <rect
          x={x - BAR_PX / 2 - 3}
          y={y(was.brightest)}
          width={BAR_PX + 6}
          height={Math.max(6, y(was.darkest) - y(was.brightest))}
          fill="none"
          stroke="currentColor"
          strokeDasharray="2 3"
        />
        <rect
          x={x - BAR_PX / 2}
          y={top}
          width={BAR_PX}
          height={bottom - top}
          fill={barColour(is.rgb)}
          stroke="currentColor"
          strokeWidth={isLit ? 2.5 : 1}
        />
        <line
          x1={x - BAR_PX / 2}
          x2={x + BAR_PX / 2}
          y1={y(is.middle)}
          y2={y(is.middle)}
          stroke="black"
          strokeWidth={1.5}
        />
        <rect
          ref={upper}
          data-press
          x={x - BAR_PX / 2}
          y={top - END_PX / 2}
          width={BAR_PX}
          height={END_PX}
          fill="transparent"
          cursor="ns-resize"
        />
        <rect
          ref={lower}
          data-press
          x={x - BAR_PX / 2}
          y={bottom - END_PX / 2}
          width={BAR_PX}
          height={END_PX}
          fill="transparent"
          cursor="ns-resize"
        />
      </g>
    </Box>
  );
}

/** How much of the picture is as bright, along the scale. */
function Histogram({ shares }: { readonly shares: readonly number[] }) {
  const most = Math.max(...shares, 1e-9);
  return (
    <Box asChild color="mist">
      <g pointerEvents="none">
        {shares.map((share, bin) => {
          const top = y(-bin / BINS_A_STOP);
          return (
            <rect
              // biome-ignore lint/suspicious/noArrayIndexKey: a bin is known by its place.
              key={bin}
              x={LEFT}
              y={top}
              width={(HISTOGRAM_SHARE * (WIDTH - LEFT) * share) / most}
              height={Math.max(0, y(-(bin + 1) / BINS_A_STOP) - top)}
              fill="currentColor"
              opacity={0.28}
            />
          );
        })}
      </g>
    </Box>
  );
}

/**
 * The lights of a picture as bars on one scale of stops, white on top, its noise at the foot: dragged up and down a light is raised or
 * lowered, by its end its range is opened, sideways its colour is weakened or strengthened.
 */
export function LightBars(props: LightBarsProps) {
  const { bars, noiseFloor, chosen, pointed } = props;
  const pattern = useId();
  const step = (WIDTH - LEFT) / Math.max(1, bars.length);
  const at = (index: number) => LEFT + (index + 0.5) * step;
  return (
    <Box color="ash">
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} width="100%" fontSize={FONT_PX} style={{ display: "block" }}>
        <title>The lights of the picture on a scale of stops under white</title>
        <defs>
          <pattern id={pattern} width="4" height="4" patternUnits="userSpaceOnUse">
            <circle cx="1" cy="1" r="0.8" fill="currentColor" />
          </pattern>
        </defs>
        <rect
          x={LEFT}
          y={y(noiseFloor)}
          width={WIDTH - LEFT}
          height={BOTTOM - y(noiseFloor)}
          fill={`url(#${pattern})`}
          opacity={0.6}
        />
        <Histogram shares={props.histogram} />
        {[0, -2, -4, -6, -8, -10, -12].map((stops) => (
          <g key={stops}>
            <line
              x1={LEFT}
              x2={WIDTH}
              y1={y(stops)}
              y2={y(stops)}
              stroke="currentColor"
              opacity={stops === 0 ? 0.9 : 0.25}
            />
            <text x={LEFT - 5} y={y(stops) + 4} textAnchor="end" fill="currentColor">
              {stops === 0 ? "white" : plain(stops, 0)}
            </text>
          </g>
        ))}
        {noiseFloor > SHOWN.least && (
          <text x={WIDTH} y={Math.min(BOTTOM - 3, y(noiseFloor) + 11)} textAnchor="end" fill="currentColor">
            noise
          </text>
        )}
        {bars.map((bar, index) => (
          <Bar key={bar.id} bar={bar} x={at(index)} isLit={bar.id === chosen || bar.id === pointed} props={props} />
        ))}
        {bars.map(({ id }, index) => (
          <Box asChild key={id} color={id === chosen || id === pointed ? "lamp" : "ash"}>
            <text
              x={at(index)}
              y={BOTTOM + ROW * (1 + (bars.length > 5 ? index % NAME_ROWS : 0))}
              textAnchor="middle"
              fill="currentColor"
            >
              {id}
            </text>
          </Box>
        ))}
      </svg>
    </Box>
  );
}
