"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import { type CapturePlan, plannedFrames, pressedAtMs, runMoment } from "@/core/capture";
import type { RunWithFrames } from "@/features/api/queries";

interface RunClockProps {
  readonly run: RunWithFrames;
  readonly plan: CapturePlan;
}

/** Often enough for tenths of a second. */
const TICK_MS = 100;
/** Frames that are said to open so far in the future were not waited for, milliseconds. */
const AHEAD_MS = 1500;
/** From here on seconds are told without tenths. */
const WHOLE_SECONDS = 10;

const leftText = (seconds: number): string =>
  seconds >= WHOLE_SECONDS ? String(Math.ceil(seconds)) : (Math.ceil(10 * seconds) / 10).toFixed(1);

function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}

/** The number of a frame in its file's name, from 0. */
const indexOf = (name: string): number => Number(/(\d+)\.\w+$/.exec(name)?.[1] ?? 0) - 1;

/** The run's clock, large enough to read from two metres: open or closed, and how long still. */
export function RunClock({ run, plan }: RunClockProps) {
  const now = useNow();
  const frames = useMemo(() => plannedFrames(plan), [plan]);
  const taken = run.frames.flatMap(({ name, takenAt }) =>
    takenAt === null ? [] : [{ index: indexOf(name), takenAtMs: Date.parse(takenAt) }],
  );
  const started = Date.parse(run.run.createdAt);
  const isQuick = taken.some(({ takenAtMs }) => takenAtMs > now + AHEAD_MS);
  const { phase, frame, leftSeconds } = runMoment(frames, (now - pressedAtMs(frames, taken, started)) / 1000);
  const isPaused = run.run.state === "paused";
  const isCounting = !isQuick && !isPaused && phase !== "through";
  const words = isPaused
    ? "held"
    : isQuick
      ? "as fast as it can"
      : { waits: "opens in", open: "open", closed: "closed", through: "the last frame is written" }[phase];
  const count = Math.min(frames.length, (isCounting ? frame : taken.length) + 1);
  return (
    <Flex
      align="center"
      gap={{ base: "12px", md: "24px" }}
      px="16px"
      py="6px"
      borderBottomWidth="1px"
      borderColor="line"
    >
      <Box
        role="timer"
        fontSize="clamp(84px, 13vw, 150px)"
        fontWeight={560}
        minW="1.75em"
        lineHeight="1"
        fontVariantNumeric="tabular-nums"
        color={phase === "open" && isCounting ? "lamp" : "bone"}
      >
        {isCounting ? leftText(leftSeconds) : `${run.frames.length}`}
      </Box>
      <Box fontSize="clamp(24px, 4vw, 44px)" lineHeight="1.15">
        <Box color={phase === "open" && isCounting ? "lamp" : "ash"}>{words}</Box>
        <Box>
          {isCounting
            ? `frame ${count} of ${frames.length}`
            : `of ${frames.length} ${frames.length === 1 ? "frame" : "frames"}`}
        </Box>
      </Box>
    </Flex>
  );
}
