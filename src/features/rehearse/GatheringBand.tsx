"use client";

import { Box } from "@chakra-ui/react";
import { readableDuration } from "@/core/recipe";
import type { CrossedLimit, Gathering, GatheringLight } from "@/core/rehearse";
import { counted, plain } from "@/core/words";
import { labelRows } from "@/features/picture/labelRows";
import { onKeys } from "@/ui/keys";
import { useDrag } from "@/ui/useDrag";
import { useSize } from "@/ui/useSize";
import { bandScales, drawnFrames, lightPath } from "./bandGeometry";

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

const HEIGHT = 148;
const FOOT = 18;
const ROW_PX = 13;
const MOST_ROWS = 3;
const LETTER_PX = 6.2;
const NEAREST_TICKS_PX = 70;
const KEY_STEPS = 60;
/** Share of the width at which the scale's own names stand, clear of the limits at its beginning and of the lights at its end. */
const SCALE_NAMES_AT = 0.62;
/** Length of the piece that shows where a light ends up once all frames are fused. */
const FUSED_PX = 26;

const COLOURS = { ground: "bone", sky: "mist" } as const;
const colourOf = (of: GatheringLight["of"]) => (of === "ground" || of === "sky" ? COLOURS[of] : "lamp");

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

const NAME_PX = 13;
/** Height of a limit's tick in the frames after the first. */
const LATER_PX = 9;

/** Where the lights' names stand at the end of the band: beside their lights, and never over each other. */
function nameHeights(
  lights: readonly GatheringLight[],
  y: (stops: number) => number,
): Map<GatheringLight["of"], number> {
  const heights = new Map<GatheringLight["of"], number>();
  let last = Number.NEGATIVE_INFINITY;
  for (const { of, fusedUnderWhite } of lights.toSorted((a, b) => a.fusedUnderWhite - b.fusedUnderWhite)) {
    last = Math.max(last + NAME_PX, y(-fusedUnderWhite) + 4);
    heights.set(of, last);
  }
  return heights;
}

/** Limits of the field where the first frame crosses them, by name. */
function LimitMarks({
  limits,
  x,
}: {
  readonly limits: readonly CrossedLimit[];
  readonly x: (seconds: number) => number;
}) {
  const labels = labelRows(
    limits.map(({ name, seconds }) => ({ name, at: x(seconds) })),
    LETTER_PX,
  );
  return labels.map(({ name, at, row, anchor, textX }) => {
    const limit = limits.find((each) => each.name === name);
    return (
      <Box asChild key={name} color={limit?.soft ? "ash" : "coral"}>
        <g>
          <line
            x1={at}
            x2={at}
            y1={Math.min(row, MOST_ROWS) * ROW_PX + 3}
            y2={HEIGHT - FOOT}
            stroke="currentColor"
            strokeDasharray={limit?.soft ? "5 4" : undefined}
          />
          {row < MOST_ROWS && (
            <text x={textX} y={row * ROW_PX + 11} textAnchor={anchor} fill="currentColor">
              {name}
            </text>
          )}
        </g>
      </Box>
    );
  });
}

/** Where later frames cross the same limits: ticks at the foot, named in the first. */
function LaterMarks({
  limits,
  frames,
  x,
}: {
  readonly limits: readonly CrossedLimit[];
  readonly frames: ReturnType<typeof drawnFrames>;
  readonly x: (seconds: number) => number;
}) {
  return frames.slice(1).flatMap(({ begins, seconds: long }) =>
    limits
      .filter(({ seconds }) => seconds <= long)
      .map(({ id, seconds, soft }) => (
        <Box asChild key={`${begins} ${id}`} color={soft ? "ash" : "coral"} data-limit={id}>
          <line
            x1={x(begins + seconds)}
            x2={x(begins + seconds)}
            y1={HEIGHT - FOOT - LATER_PX}
            y2={HEIGHT - FOOT}
            stroke="currentColor"
          />
        </Box>
      )),
  );
}

interface BandPart {
  readonly frames: ReturnType<typeof drawnFrames>;
  readonly scales: ReturnType<typeof bandScales>;
  readonly width: number;
}

/** White and noise, the frames, and the time below. */
function BandScale({ noiseFloor, frames, scales: { x, y }, width }: BandPart & { readonly noiseFloor: number }) {
  return (
    <Box asChild color="ash">
      <g>
        <rect
          y={y(-noiseFloor)}
          width={width}
          height={Math.max(0, HEIGHT - FOOT - y(-noiseFloor))}
          fill="currentColor"
          opacity={0.16}
        />
        <line x2={width} y1={y(0)} y2={y(0)} stroke="currentColor" strokeDasharray="1 4" />
        <text x={width * SCALE_NAMES_AT} y={y(0) - 3} fill="currentColor">
          white
        </text>
        <text x={width * SCALE_NAMES_AT} y={HEIGHT - FOOT - 4} fill="currentColor">
          {`noise below ${plain(-noiseFloor)}`}
        </text>
        {frames.length > 1 &&
          frames
            .slice(1)
            .map(({ begins }) => (
              <line
                key={begins}
                x1={x(begins)}
                x2={x(begins)}
                y1={y(1)}
                y2={HEIGHT - FOOT}
                stroke="currentColor"
                opacity={0.35}
              />
            ))}
        {x.ticks(Math.max(2, width / NEAREST_TICKS_PX)).map((tick) => (
          <text
            key={tick}
            x={x(tick)}
            y={HEIGHT - 4}
            fill="currentColor"
            textAnchor={tick === 0 ? "start" : x(tick) > width - 20 ? "end" : "middle"}
          >
            {tick === 0 ? "opens" : readableDuration(tick)}
          </text>
        ))}
      </g>
    </Box>
  );
}

interface GatheredLightProps extends BandPart {
  readonly light: Gathering["lights"][number];
  readonly name: string;
  /** Where its name stands; nowhere where there is no room. */
  readonly nameY: number | undefined;
  readonly gathering: Gathering;
}

/** One light on its way towards white, frame by frame, and where the frames come to together. */
function GatheredLight({ light, name, nameY, gathering, frames, scales, width }: GatheredLightProps) {
  const { y } = scales;
  return (
    <Box asChild color={colourOf(light.of)}>
      <g>
        {frames.map((frame) => (
          <path
            key={frame.begins}
            d={lightPath(light, gathering, frame, scales)}
            fill="none"
            stroke="currentColor"
            strokeWidth={1.8}
          />
        ))}
        {frames.length > 1 && (
          <line
            x1={width - FUSED_PX}
            x2={width}
            y1={y(-light.fusedUnderWhite)}
            y2={y(-light.fusedUnderWhite)}
            stroke="currentColor"
            strokeWidth={4}
          />
        )}
        <text
          x={width - FUSED_PX - 6}
          y={nameY}
          textAnchor="end"
          fill="currentColor"
          stroke="var(--chakra-colors-slate)"
          strokeWidth={3}
          style={{ paintOrder: "stroke" }}
        >
          {name}
        </text>
      </g>
    </Box>
  );
}

/**
 * How light gathers: open time across, light up in stops under white. Drag along it, or use the arrow keys, and the picture
 * is that moment.
 */
export function GatheringBand(props: GatheringBandProps) {
  const { gathering, seconds, nameOf, opened, onOpened, onRest } = props;
  const [ref, { width }] = useSize<HTMLDivElement>();
  const rows = Math.min(MOST_ROWS, gathering.limits.length);
  const scales = bandScales({ width: Math.max(1, width), top: rows * ROW_PX + 6, bottom: HEIGHT - FOOT }, seconds);
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
  const names = nameHeights(gathering.lights, y);
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
          <BandScale noiseFloor={gathering.noiseFloor} frames={frames} scales={scales} width={width} />
          <LaterMarks limits={gathering.limits} frames={frames} x={x} />
          <LimitMarks limits={gathering.limits} x={x} />
          {gathering.lights.map((light) => (
            <GatheredLight
              key={light.of}
              light={light}
              name={nameOf(light.of)}
              nameY={names.get(light.of)}
              gathering={gathering}
              frames={frames}
              scales={scales}
              width={width}
            />
          ))}
          <Box asChild color="lamp">
            <g transform={`translate(${x(opened)},0)`}>
              <line y2={HEIGHT - FOOT} stroke="currentColor" strokeWidth={2} />
              <circle cy={HEIGHT - FOOT} r={6} fill="currentColor" />
            </g>
          </Box>
        </svg>
      </Box>
    </Box>
  );
}
