"use client";

import { Box, Flex, Grid } from "@chakra-ui/react";
import { Pause, Play, Square } from "lucide-react";
import { useMemo } from "react";
import type { MarkRequest } from "@/contracts/runMark";
import { type CapturePlan, plannedFrames, runMoment } from "@/core/capture";
import type { RunWarning } from "@/core/watch";
import { counted } from "@/core/words";
import type { RunWithFrames } from "@/features/api/queries";
import { RoomForPicture, shapeOf } from "@/features/picture/RoomForPicture";
import { Action } from "@/ui/Action";
import type { Folded } from "@/workers/fold.worker";
import { Beat } from "./Beat";
import { Clock, leftText, PHASE_WORDS } from "./Clock";
import { MarkBar } from "./MarkBar";
import { FoldedPicture, FramePicture } from "./RunPicture";
import { RunStanding } from "./RunStanding";
import { frameMeant, secondsInto } from "./runNow";
import { useNow } from "./useNow";
import { Warnings } from "./Warnings";

interface RunningViewProps {
  readonly run: RunWithFrames;
  readonly plan: CapturePlan;
  /** Its frames fused so far; null where they are not. */
  readonly folded: Folded | null;
  readonly warnings: readonly RunWarning[];
  /** What the newest frame measures, in words; null while nobody knows. */
  readonly measured: string | null;
  readonly onAbort: () => void;
  readonly onPause: () => void;
  readonly onResume: () => void;
  readonly onMark: (mark: MarkRequest) => void;
  readonly onSpoken: (sound: Blob, seconds: number, frame: number) => void;
}

/** While a run goes on: one number, one picture, the beat, and what a thumb may want. */
export function RunningView(props: RunningViewProps) {
  const { run, plan, folded, warnings, measured, onAbort, onPause, onResume, onMark, onSpoken } = props;
  const now = useNow();
  const frames = useMemo(() => plannedFrames(plan), [plan]);
  const taken = useMemo(() => new Set(run.frames.flatMap(({ runIndex }) => runIndex ?? [])), [run.frames]);
  const seconds = secondsInto(run, frames, now);
  const moment = seconds === null ? null : runMoment(frames, seconds);
  const isCounting = moment !== null && moment.phase !== "through";
  const isPaused = run.run.state === "paused";
  const latest = run.frames.at(-1);
  const shows = folded && folded.frames > 1 ? `${folded.frames} frames, fused so far` : latest?.name;
  return (
    <Grid
      flex="1"
      minH="0"
      templateColumns={{ base: "1fr", md: "240px 1fr", "2xl": "280px 1fr" }}
      templateRows={{ base: "auto auto minmax(0, 1fr) auto", md: "auto minmax(0, 1fr) auto" }}
      templateAreas={{ base: `"clock" "beat" "picture" "side"`, md: `"clock picture" "side picture" "beat beat"` }}
    >
      <Box gridArea="clock">
        <Clock
          stacked
          number={isCounting ? leftText(moment.leftSeconds) : `${run.frames.length}`}
          words={moment === null ? (isPaused ? "held" : "as fast as it can") : PHASE_WORDS[moment.phase]}
          beneath={
            isCounting ? `frame ${moment.frame + 1} of ${frames.length}` : `of ${counted(frames.length, "frame")}`
          }
          isOpen={moment?.phase === "open"}
        />
      </Box>
      <Box gridArea="beat" minW="0">
        <Beat frames={frames} seconds={seconds ?? frames[run.frames.length]?.opensSeconds ?? 0} taken={taken} />
      </Box>
      <Flex gridArea="picture" minH="0" minW="0">
        <RoomForPicture
          aspect={shapeOf(latest ?? plan.lens)}
          tools={
            <Box color="ash" fontSize="note">
              {shows ? `${shows}${measured ? `; the newest ${measured}` : ""}` : "The first frame is on its way."}
            </Box>
          }
        >
          {folded && folded.frames > 1 ? (
            <FoldedPicture folded={folded} />
          ) : latest ? (
            <FramePicture frame={latest} />
          ) : (
            <Box height="100%" bg="slate" />
          )}
        </RoomForPicture>
      </Flex>
      <Flex gridArea="side" direction="column" minH="0" overflowY="auto" justify="flex-end">
        <Box px="16px" py="6px">
          <RunStanding run={run} word={isPaused ? "Held" : "Running"} />
        </Box>
        <Warnings warnings={warnings} />
        <MarkBar
          onMark={(mark) => onMark({ ...mark, frame: frameMeant(run, frames, Date.now()) })}
          onSpoken={(sound, seconds) => onSpoken(sound, seconds, frameMeant(run, frames, Date.now()))}
        />
        <Flex gap="10px" px="16px" py="8px" wrap="wrap">
          <Action
            minH="44px"
            flex="1"
            aria-label={isPaused ? "Go on" : "Hold after this frame"}
            title={isPaused ? "Go on" : "Hold after this frame"}
            onClick={isPaused ? onResume : onPause}
          >
            {isPaused ? <Play size={16} /> : <Pause size={16} />} {isPaused ? "Go on" : "Hold"}
          </Action>
          <Action
            minH="44px"
            flex="1"
            aria-label="Stop after this frame"
            title="Stop after this frame"
            onClick={onAbort}
          >
            <Square size={16} /> Stop
          </Action>
        </Flex>
      </Flex>
    </Grid>
  );
}
