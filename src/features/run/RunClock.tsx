"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useEffect, useMemo, useState } from "react";
import { type CapturePlan, plannedFrames } from "@/core/capture";
import type { RunWithFrames } from "@/features/api/queries";
import { runNow } from "./runNow";

interface RunClockProps {
  readonly run: RunWithFrames;
  readonly plan: CapturePlan;
}

/** Often enough for tenths of a second. */
const TICK_MS = 100;
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

/** The run's clock, large enough to read from two metres: open or closed, and how long still. */
export function RunClock({ run, plan }: RunClockProps) {
  const now = useNow();
  const frames = useMemo(() => plannedFrames(plan), [plan]);
  const moment = runNow(run, frames, now);
  const isPaused = run.run.state === "paused";
  const isCounting = moment !== null && moment.phase !== "through";
  const isOpen = moment?.phase === "open";
  const words = isPaused
    ? "held"
    : moment === null
      ? "as fast as it can"
      : { waits: "opens in", open: "open", closed: "closed", through: "the last frame is written" }[moment.phase];
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
        color={isOpen ? "lamp" : "bone"}
      >
        {isCounting ? leftText(moment.leftSeconds) : `${run.frames.length}`}
      </Box>
      <Box fontSize="clamp(24px, 4vw, 44px)" lineHeight="1.15">
        <Box color={isOpen ? "lamp" : "ash"}>{words}</Box>
        <Box>
          {isCounting
            ? `frame ${moment.frame + 1} of ${frames.length}`
            : `of ${frames.length} ${frames.length === 1 ? "frame" : "frames"}`}
        </Box>
      </Box>
    </Flex>
  );
}
