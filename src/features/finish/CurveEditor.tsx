"use client";

import { Box, Flex } from "@chakra-ui/react";
import { line as lineThrough, scaleLinear } from "d3";
import { type PointerEvent, useState } from "react";
import { CURVE_BOUNDS, type CurvePoint, MOST_CURVE_POINTS, onSteps, through } from "@/core/finish";
import { plain } from "@/core/words";
import { Action } from "@/ui/Action";
import { onKeys } from "@/ui/keys";
import { type DragPoint, useDrag } from "@/ui/useDrag";

interface CurveEditorProps {
  readonly points: readonly CurvePoint[] | null;
  readonly onDraft: (points: readonly CurvePoint[] | null) => void;
  readonly onKeep: (points: readonly CurvePoint[] | null) => void;
}

const SIZE = 200;
const EDGE = 26;
/** Stops that are shown: below them a screen is black. */
const SHOWN = { least: -10, most: 0 } as const;
const x = scaleLinear()
  .domain([SHOWN.least, SHOWN.most])
  .range([EDGE, SIZE - 6]);
const y = scaleLinear()
  .domain([SHOWN.least, SHOWN.most])
  .range([SIZE - EDGE, 6]);
/** Points stay so far from each other, stops. */
const APART = 0.25;
const KEY_STOPS = 0.1;
const DRAWN_STEPS = 80;

const held = (value: number) => onSteps(Math.max(SHOWN.least, Math.min(SHOWN.most, value)), CURVE_BOUNDS);

/** A point moved, between its neighbours. */
function moved(points: readonly CurvePoint[], at: number, to: CurvePoint): readonly CurvePoint[] {
  const [before, after] = [points[at - 1], points[at + 1]];
  const from = held(
    Math.max(before ? before[0] + APART : SHOWN.least, Math.min(after ? after[0] - APART : SHOWN.most, to[0])),
  );
  const become = held(Math.max(before?.[1] ?? SHOWN.least, Math.min(after?.[1] ?? SHOWN.most, to[1])));
  return points.map((point, index) => (index === at ? ([from, become] as const) : point));
}

interface PointProps {
  readonly points: readonly CurvePoint[];
  readonly at: number;
  readonly onDraft: CurveEditorProps["onDraft"];
  readonly onKeep: CurveEditorProps["onKeep"];
}

function Point({ points, at, onDraft, onKeep }: PointProps) {
  const [from, to] = points[at]!;
  const place = (point: DragPoint) => moved(points, at, [x.invert(point.x), y.invert(point.y)]);
  const drag = useDrag<SVGCircleElement>({
    move: (point) => onDraft(place(point)),
    end: (point) => onKeep(place(point)),
  });
  const by = (dx: number, dy: number) => () => onKeep(moved(points, at, [from + dx * KEY_STOPS, to + dy * KEY_STOPS]));
  const remove = () => onKeep(points.length > 1 ? points.filter((_, index) => index !== at) : null);
  return (
    <Box asChild cursor="move" outline="none" color="lamp" _focusVisible={{ color: "bone" }} touchAction="none">
      <circle
        ref={drag}
        data-press
        cx={x(from)}
        cy={y(to)}
        r={6}
        fill="currentColor"
        stroke="black"
        role="slider"
        tabIndex={0}
        aria-label={`Point of the curve at ${plain(from)} stops`}
        aria-valuemin={SHOWN.least}
        aria-valuemax={SHOWN.most}
        aria-valuenow={to}
        aria-valuetext={`${plain(from)} stops become ${plain(to)}`}
        onDoubleClick={remove}
        onKeyDown={onKeys({
          ArrowLeft: by(-1, 0),
          ArrowRight: by(1, 0),
          ArrowUp: by(0, 1),
          ArrowDown: by(0, -1),
          Delete: remove,
          Backspace: remove,
        })}
      />
    </Box>
  );
}

/** A tone curve by hand, in stops under white: a press sets a point, a point is dragged, a double press takes it away. */
export function CurveEditor({ points, onDraft, onKeep }: CurveEditorProps) {
  const [isFull, setIsFull] = useState(false);
  const curve = points ? through(points) : (stops: number) => stops;
  const steps = Array.from(
    { length: DRAWN_STEPS + 1 },
    (_, at) => SHOWN.least + (at * (SHOWN.most - SHOWN.least)) / DRAWN_STEPS,
  );
  const drawn = lineThrough<number>(
    (stops) => x(stops),
    (stops) => y(Math.max(SHOWN.least, Math.min(SHOWN.most, curve(stops)))),
  );
  const press = (event: PointerEvent<SVGRectElement>) => {
    const box = event.currentTarget.ownerSVGElement!.getBoundingClientRect();
    const from = held(x.invert(((event.clientX - box.left) * SIZE) / box.width));
    const kept = points ?? [];
    setIsFull(kept.length >= MOST_CURVE_POINTS);
    if (kept.length >= MOST_CURVE_POINTS || kept.some(([other]) => Math.abs(other - from) < APART)) return;
    const point = [from, held(curve(from))] as const;
    onKeep([...kept, point].sort(([one], [other]) => one - other));
  };
  return (
    <Box pt="6px">
      <Flex align="center" gap="10px">
        <Box fontSize="note" color="ash" flex="1">
          Curve: stops under white, and what they become. Press to set a point, drag it, press it twice to take it away.
        </Box>
        {points && (
          <Action look="text" px="6px" onClick={() => onKeep(null)}>
            Straight again
          </Action>
        )}
      </Flex>
      <Box color="ash" maxW="280px" mx="auto">
        <svg viewBox={`0 0 ${SIZE} ${SIZE}`} width="100%" fontSize={10} style={{ display: "block" }}>
          <title>Tone curve: stops under white, and what they become</title>
          {[-10, -8, -6, -4, -2, 0].map((stops) => (
            <g key={stops} stroke="currentColor">
              <line x1={x(stops)} x2={x(stops)} y1={y(SHOWN.least)} y2={y(SHOWN.most)} opacity={0.25} />
              <line x1={x(SHOWN.least)} x2={x(SHOWN.most)} y1={y(stops)} y2={y(stops)} opacity={0.25} />
              <text x={x(stops)} y={SIZE - 10} textAnchor="middle" fill="currentColor" stroke="none">
                {plain(stops, 0)}
              </text>
              <text x={EDGE - 4} y={y(stops) + 3} textAnchor="end" fill="currentColor" stroke="none">
                {plain(stops, 0)}
              </text>
            </g>
          ))}
          <line
            x1={x(SHOWN.least)}
            y1={y(SHOWN.least)}
            x2={x(SHOWN.most)}
            y2={y(SHOWN.most)}
            stroke="currentColor"
            strokeDasharray="2 3"
          />
          <path d={drawn(steps) ?? ""} fill="none" stroke="currentColor" strokeWidth={2} />
          <rect
            x={EDGE}
            y={6}
            width={SIZE - EDGE - 6}
            height={SIZE - EDGE - 6}
            fill="transparent"
            cursor="crosshair"
            onPointerDown={press}
          />
          {points?.map((_, at) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a point that is dragged stays the same one wherever it goes.
            <Point key={at} points={points} at={at} onDraft={onDraft} onKeep={onKeep} />
          ))}
        </svg>
      </Box>
      {isFull && (
        <Box fontSize="note" color="coral" role="status">
          A curve has {MOST_CURVE_POINTS} points at most.
        </Box>
      )}
    </Box>
  );
}
