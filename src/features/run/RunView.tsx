"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Layers, Pause, Play, Square } from "lucide-react";
import { useState } from "react";
import type { MarkRequest } from "@/contracts/runMark";
import { type CapturePlan, plannedFrames, runSeconds } from "@/core/capture";
import { roughDuration } from "@/core/recipe";
import type { RunWarning } from "@/core/watch";
import { isUnderWay, type RunWithFrames } from "@/features/api/queries";
import { spoiledFrames } from "@/features/api/runMarks";
import { Action } from "@/ui/Action";
import { FrameStrip } from "./FrameStrip";
import { MarkBar } from "./MarkBar";
import { PhoneScreen } from "./PhoneScreen";
import { RunClock } from "./RunClock";
import { FoldedPicture, FramePicture } from "./RunPicture";
import { frameMeant } from "./runNow";
import { ShutterLine } from "./ShutterLine";
import { useFolded } from "./useFolded";
import { Warnings } from "./Warnings";

interface RunViewProps {
  readonly shotId: string;
  readonly run: RunWithFrames | null;
  /** Null without a shutter time. */
  readonly plan: CapturePlan | null;
  /** Whether the recipe can be run. */
  readonly ready: boolean;
  readonly busy: boolean;
  /** While the phone makes ready. */
  readonly starting: boolean;
  readonly onStart: () => void;
  readonly onAbort: () => void;
  readonly onPause: () => void;
  readonly onResume: () => void;
  readonly onMark: (mark: MarkRequest) => void;
  readonly onStack: (run: RunWithFrames) => void;
  readonly warnings: readonly RunWarning[];
  /** What the newest frame measures, in words; null while nobody knows. */
  readonly measured: string | null;
}

const STATE_WORDS = {
  running: "Running",
  paused: "Held",
  done: "Done",
  aborted: "Ended early",
  failed: "Failed",
} as const;

/** The latest frame large, all frames as a strip, and the one thing to do next. */
export function RunView(props: RunViewProps) {
  const { warnings, measured } = props;
  const { shotId, run, plan, ready, busy, starting, onStart, onAbort, onPause, onResume, onMark, onStack } = props;
  const [chosen, setChosen] = useState<string | null>(null);
  const frames = run?.frames ?? [];
  const shown = frames.find(({ id }) => id === chosen) ?? frames.at(-1) ?? run?.lastFrame;
  const spoiled = run && spoiledFrames(run);
  const kept = frames.filter(({ id }) => !spoiled?.has(id));
  const folded = useFolded(run);
  const showsFolded = chosen === null && folded !== null && folded.frames > 1;
  const running = run !== null && isUnderWay(run.run);
  const paused = run?.run.state === "paused";
  const count = plan?.frames ?? 0;
  const length = plan ? roughDuration(runSeconds(plan)) : "";
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex align="center" gap="14px" px="16px" py="8px" wrap="wrap" borderBottomWidth="1px" borderColor="line">
        {running ? (
          <>
            <Action onClick={paused ? onResume : onPause}>
              {paused ? <Play size={16} /> : <Pause size={16} />} {paused ? "Go on" : "Hold after this frame"}
            </Action>
            <Action onClick={onAbort}>
              <Square size={16} /> Stop after this frame
            </Action>
          </>
        ) : (
          <Action look={frames.length > 0 ? "plain" : "main"} disabled={!ready || busy} onClick={onStart}>
            <Play size={16} />{" "}
            {count > 0 ? `Run ${count} ${count === 1 ? "frame" : "frames"}, ${length}` : "Write a shutter time to run"}
          </Action>
        )}
        {run && !running && kept.length > 0 && (
          <Action look="main" disabled={busy} onClick={() => onStack({ ...run, frames: kept })}>
            <Layers size={16} /> Fuse {kept.length} frames
          </Action>
        )}
        {folded && folded.frames > 1 && (
          <Action
            look="text"
            aria-pressed={showsFolded}
            onClick={() => setChosen(showsFolded ? (frames.at(-1)?.id ?? null) : null)}
          >
            {showsFolded ? `Fused so far: ${folded.frames}` : "Show them fused"}
          </Action>
        )}
        {run && (
          <Box color={run.run.state === "failed" ? "coral" : "ash"} aria-live="polite" fontSize="note">
            {STATE_WORDS[run.run.state]}: {frames.length} of {run.run.framesWanted} frames
            {run.run.problem ? `. ${run.run.problem}` : ""}
            {measured && frames.length > 0 ? `. The newest: ${measured}` : ""}
          </Box>
        )}
      </Flex>
      {running && plan && <RunClock run={run} plan={plan} />}
      <Warnings warnings={warnings} />
      {running && plan && (
        <MarkBar onMark={(mark) => onMark({ ...mark, frame: frameMeant(run, plannedFrames(plan), Date.now()) })} />
      )}
      <Flex flex="1" minH="0" align="center" justify="center" bg="mount" position="relative">
        {folded && showsFolded ? (
          <FoldedPicture folded={folded} />
        ) : shown ? (
          <FramePicture frame={shown} />
        ) : (
          <PhoneScreen
            shotId={shotId}
            otherwise={
              starting
                ? "The phone makes ready: it looks at the scene."
                : running
                  ? "The first frame is on its way."
                  : "No frames yet. Run the recipe and its frames appear here."
            }
          />
        )}
      </Flex>
      {plan && !running && <ShutterLine plan={plan} />}
      {run && frames.length > 0 && (
        <FrameStrip run={run} shownId={showsFolded ? null : (shown?.id ?? null)} onShow={setChosen} />
      )}
    </Flex>
  );
}
