"use client";

import { Box } from "@chakra-ui/react";
import { readableDuration } from "@/core/recipe";
import type { Gathering, GatheringLight } from "@/core/rehearse";
import { counted, plain } from "@/core/words";
import { labelRows, type PlacedLabel } from "@/features/picture/labelRows";
import { lightColour } from "@/features/picture/lightColour";
import { spread } from "@/features/picture/spread";
import { onKeys } from "@/ui/keys";
import { useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";
import { areAlike, bandScales, drawnFrames, lightPath } from "./bandGeometry";

interface GatheringBandProps {
  readonly gathering: Gathering;
  /** Open seconds of the whole run. */
  readonly seconds: number;
  readonly nameOf: (of: GatheringLight["of"]) => string;
  /** Where the picture stands. */
  readonly opened: number;
  readonly onOpened: (seconds: number) => void;
  /** The hand has come to rest. */
  readonly onRest: () => void;
}

/** All of it; a picture stands above. */
const HEIGHT = 98;
const TOP = 6;
/** Times along the foot, and limits by name above them. */
const FOOT = 16;
const ROW_PX = 13;
const MOST_ROWS = 2;
const LETTER_PX = 6.2;
const NEAREST_TICKS_PX = 90;
const KEY_STEPS = 60;
/** Between two names at the end. */
const APART_PX = 12;
/** From the top of a name's room to the line on which it stands. */
const BASELINE_PX = 10;
/** From the end of a light to its name. */
const LEADER_PX = 10;
/** Room for names at the end, at least and at most. */
const NAMES_PX = { least: 70, most: 150 } as const;
/** Frames closer than this are not told apart by lines. */
const LEAST_FRAME_PX = 5;

/** A moment of the run in words. */
export function momentText(gathering: Gathering, seconds: number, opened: number): string {
  const frames = gathering.frames.length;
  const at = readableDuration(Math.round(opened * 100) / 100);
  if (frames === 1) return `open for ${at} of ${readableDuration(seconds)}`;
  let before = 0;
  const frame = gathering.frames.findIndex((each) => {
    before += each;
    return opened < before - 1e-9;
  });
  return `open for ${at} in all, ${frame === -1 ? `all ${counted(frames, "frame")}` : `frame ${frame + 1} of ${frames}`}`;
}

interface BandPart {
  readonly gathering: Gathering;
  readonly frames: ReturnType<typeof drawnFrames>;
  readonly scales: ReturnType<typeof bandScales>;
  /** Where the light is drawn: right and lower end, pixels. */
  readonly right: number;
  readonly bottom: number;
}

/** Names of limits in the rows that there are for them. */
const limitLabels = ({ limits }: Gathering, x: (seconds: number) => number) =>
  labelRows(
    limits.map(({ name, seconds }) => ({ name, at: x(seconds) })),
    LETTER_PX,
  ).filter(({ row }) => row < MOST_ROWS);

const rowsOf = (labels: readonly PlacedLabel[]): number => Math.max(0, ...labels.map(({ row }) => row + 1));

/** Limits of the field where the first frame crosses them, named below; later frames that are not like the first have ticks. */
function LimitMarks({ gathering, frames, scales: { x }, bottom }: BandPart) {
  const { limits } = gathering;
  const labels = limitLabels(gathering, x);
  const rows = rowsOf(labels);
  const later = areAlike(gathering) ? [] : frames.slice(1);
  return (
    <>
      {labels.map(({ name, at, row, anchor, textX }) => {
        const soft = limits.find((each) => each.name === name)?.soft;
        const foot = bottom + (rows - row) * ROW_PX;
        return (
          <Box asChild key={name} color={soft ? "ash" : "coral"}>
            <g>
              <line
                x1={at}
                x2={at}
                y1={TOP}
                y2={foot}
                stroke="currentColor"
                strokeDasharray={soft ? "5 4" : undefined}
              />
              <text x={textX} y={foot - 2} textAnchor={anchor} fill="currentColor">
                {name}
              </text>
            </g>
          </Box>
        );
      })}
      {later.flatMap(({ begins, seconds: long }) =>
        limits
          .filter(({ seconds }) => seconds <= long)
          .map(({ id, seconds, soft }) => (
            <Box asChild key={`${begins} ${id}`} color={soft ? "ash" : "coral"} data-limit={id}>
              <line
                x1={x(begins + seconds)}
                x2={x(begins + seconds)}
                y1={bottom - 9}
                y2={bottom}
                stroke="currentColor"
              />
            </Box>
          )),
      )}
    </>
  );
}

/** White and noise, the frames, and the time below. */
function BandGround({ gathering, frames, scales: { x, y }, right, bottom }: BandPart) {
  const { noiseFloor } = gathering;
  const [first, ...repeats] = frames;
  const firstEnds = x(first!.seconds);
  const allEnd = x(Number.POSITIVE_INFINITY);
  const ticks = x.copy().domain([0, first!.seconds]).range([0, firstEnds]);
  const alike = areAlike(gathering);
  const shown = alike
    ? ticks
        .ticks(Math.max(2, firstEnds / NEAREST_TICKS_PX))
        .filter((tick) => firstEnds - ticks(tick) > NEAREST_TICKS_PX / 2)
    : x.ticks(Math.max(2, right / NEAREST_TICKS_PX));
  const lines = repeats.filter(({ count }) => count === 1);
  const told = lines.length === 0 || (allEnd - firstEnds) / lines.length >= LEAST_FRAME_PX ? lines : lines.slice(0, 1);
  return (
    <Box asChild color="ash">
      <g>
        <rect
          y={y(-noiseFloor)}
          width={right}
          height={Math.max(0, bottom - y(-noiseFloor))}
          fill="currentColor"
          opacity={0.16}
        />
        <line x2={right} y1={y(0)} y2={y(0)} stroke="currentColor" strokeDasharray="1 4" />
        <line x2={right} y1={bottom} y2={bottom} stroke="currentColor" opacity={0.5} />
        {told.map(({ begins }) => (
          <line key={begins} x1={x(begins)} x2={x(begins)} y1={TOP} y2={bottom} stroke="currentColor" opacity={0.35} />
        ))}
        {shown.map((tick) => (
          <text
            key={tick}
            x={x(tick)}
            y={HEIGHT - 4}
            fill="currentColor"
            textAnchor={tick === 0 ? "start" : x(tick) > right - 20 ? "end" : "middle"}
          >
            {tick === 0 ? "opens" : readableDuration(tick)}
          </text>
        ))}
        {alike && (
          <>
            <text x={firstEnds} y={HEIGHT - 4} fill="currentColor" textAnchor="end">
              {readableDuration(first!.seconds)}
            </text>
            <text x={(firstEnds + allEnd) / 2} y={HEIGHT - 4} fill="currentColor" textAnchor="middle">
              {`${gathering.frames.length - 1} more`}
            </text>
          </>
        )}
        {frames.length > 1 && (
          <text x={(allEnd + right) / 2} y={HEIGHT - 4} fill="currentColor" textAnchor="middle">
            fused
          </text>
        )}
      </g>
    </Box>
  );
}

/** One light on its way towards white, frame by frame, and where the frames come to together. */
function GatheredLight({
  light,
  gathering,
  frames,
  scales,
  right,
}: BandPart & { readonly light: Gathering["lights"][number] }) {
  const { x, y } = scales;
  return (
    <Box asChild color={lightColour(light.of)}>
      <g>
        {frames.map((frame, at) => (
          <path
            key={frame.begins}
            d={lightPath(light, gathering, frame, scales)}
            fill="none"
            stroke="currentColor"
            strokeWidth={at === 0 ? 1.8 : 1}
          />
        ))}
        {frames.length > 1 && (
          <line
            x1={x(Number.POSITIVE_INFINITY) + 4}
            x2={right}
            y1={y(-light.fusedUnderWhite)}
            y2={y(-light.fusedUnderWhite)}
            stroke="currentColor"
            strokeWidth={4}
          />
        )}
      </g>
    </Box>
  );
}

interface EndNamesProps {
  /** Each with the height that it belongs to. */
  readonly names: readonly { readonly name: string; readonly at: number; readonly colour: string }[];
  readonly right: number;
  readonly bottom: number;
}

/** Names of white, of noise and of the lights at the end, each led to its height. */
function EndNames({ names, right, bottom }: EndNamesProps) {
  const to = bottom + APART_PX / 2;
  const sized = names.slice(0, Math.floor(to / APART_PX)).map((name) => ({ ...name, size: APART_PX }));
  return spread(sized, { from: 0, to }).map(({ name, at, begins, colour }) => (
    <Box asChild key={name} color={colour}>
      <g>
        <path
          d={`M ${right} ${at} L ${right + LEADER_PX - 3} ${begins + APART_PX / 2}`}
          fill="none"
          stroke="currentColor"
        />
        <text x={right + LEADER_PX} y={begins + BASELINE_PX} fill="currentColor">
          {name}
        </text>
      </g>
    </Box>
  ));
}

/**
 * How light gathers: open time across, light up in stops under white. Drag along it, or use the arrow keys, and the picture
 * is that moment.
 */
export function GatheringBand(props: GatheringBandProps) {
  const { gathering, seconds, nameOf, opened, onOpened, onRest } = props;
  const [ref, { width }] = useSize<HTMLDivElement>();
  // What there is no room for at the end is left out, the ends of the scale first.
  const names = [
    ...gathering.lights.map(({ of, fusedUnderWhite }) => ({
      name: nameOf(of),
      stops: fusedUnderWhite,
      colour: lightColour(of),
    })),
    { name: `noise ${plain(-gathering.noiseFloor)}`, stops: gathering.noiseFloor, colour: "ash" },
    { name: "white", stops: 0, colour: "ash" },
  ];
  const longest = LEADER_PX + LETTER_PX * Math.max(...names.map(({ name }) => name.length));
  const right = Math.max(1, width - Math.min(NAMES_PX.most, Math.max(NAMES_PX.least, longest)));
  const { x: across } = bandScales(gathering, { width: right, top: TOP, bottom: HEIGHT });
  const bottom = HEIGHT - FOOT - ROW_PX * rowsOf(limitLabels(gathering, across));
  const scales = bandScales(gathering, { width: right, top: TOP, bottom });
  const { x, y } = scales;
  const frames = drawnFrames(gathering);
  const hand = useDrag<HTMLDivElement>({
    start: ({ x: at }) => onOpened(x.invert(at)),
    move: ({ x: at }) => onOpened(x.invert(at)),
    end: onRest,
  });
  const step = (by: number) => () => {
    onOpened(Math.max(0, Math.min(seconds, opened + (by * seconds) / KEY_STEPS)));
    onRest();
  };
  const text = momentText(gathering, seconds, opened);
  // Once all frames are there, they are fused.
  const handAt = opened >= seconds ? right : x(opened);
  const part = { gathering, frames, scales, right, bottom };
  return (
    <Box ref={ref} flexShrink="0" px="0" borderTopWidth="1px" borderColor="line" bg="slate">
      <Box
        ref={hand}
        role="slider"
        tabIndex={0}
        aria-label="How far the run is"
        aria-valuemin={0}
        aria-valuemax={seconds}
        aria-valuenow={opened}
        aria-valuetext={text}
        cursor="ew-resize"
        touchAction="none"
        onKeyDown={onKeys({
          ArrowLeft: step(-1),
          ArrowRight: step(1),
          PageDown: step(-KEY_STEPS / 6),
          PageUp: step(KEY_STEPS / 6),
          Home: step(-KEY_STEPS),
          End: step(KEY_STEPS),
        })}
      >
        <svg width={width} height={HEIGHT} aria-hidden style={{ display: "block" }} fontSize={12}>
          <BandGround {...part} />
          <LimitMarks {...part} />
          {gathering.lights.map((light) => (
            <GatheredLight key={light.of} light={light} {...part} />
          ))}
          <EndNames
            names={names.map(({ stops, ...name }) => ({ ...name, at: y(-stops) }))}
            right={right}
            bottom={bottom}
          />
          <Box asChild color="lamp">
            <g transform={`translate(${handAt},0)`}>
              <line y2={bottom} stroke="currentColor" strokeWidth={2} />
              <circle cy={bottom} r={6} fill="currentColor" />
            </g>
          </Box>
        </svg>
      </Box>
    </Box>
  );
}
