"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Download, Layers, Play } from "lucide-react";
import { type ReactNode, useState } from "react";
import { sizeText } from "@/contracts/limits";
import type { MarkRequest } from "@/contracts/runMark";
import { type CapturePlan, runSeconds } from "@/core/capture";
import { roughDuration } from "@/core/recipe";
import type { RunWarning } from "@/core/watch";
import { counted } from "@/core/words";
import { DownloadLink } from "@/features/api/DownloadLink";
import { isUnderWay, type RunWithFrames } from "@/features/api/queries";
import { spoiledFrames } from "@/features/api/runMarks";
import { RoomForPicture, shapeOf } from "@/features/picture/RoomForPicture";
import { Action } from "@/ui/Action";
import { FrameStrip } from "./FrameStrip";
import { PhoneScreen } from "./PhoneScreen";
import { RunningView } from "./RunningView";
import { FoldedPicture, FramePicture } from "./RunPicture";
import { RunStanding } from "./RunStanding";
import { ShutterLine } from "./ShutterLine";
import { useFolded } from "./useFolded";
import { Warnings } from "./Warnings";

interface RunViewProps {
  /** Who takes the frames, where there is a choice. */
  readonly chooser: ReactNode;
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
  /** Fetches what still lies on the phone of a run that has ended. */
  readonly onFetch: (runId: string) => void;
  readonly onMark: (mark: MarkRequest) => void;
  readonly onSpoken: (sound: Blob, seconds: number, frame: number) => void;
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

const GETTING_READY = "The phone is getting ready; a stand-in lights its scene first, which takes some seconds.";

/** The latest frame large, all frames as a strip, and the one thing to do next. */
export function RunView(props: RunViewProps) {
  const { warnings, measured } = props;
  const { chooser, shotId, run, plan, ready, busy, starting, onStart, onStack } = props;
  const [chosen, setChosen] = useState<string | null>(null);
  const frames = run?.frames ?? [];
  const shown = frames.find(({ id }) => id === chosen) ?? frames.at(-1) ?? run?.lastFrame;
  const spoiled = run && spoiledFrames(run);
  const kept = frames.filter(({ id }) => !spoiled?.has(id));
  const folded = useFolded(run);
  const showsFolded = chosen === null && folded !== null && folded.frames > 1;
  const count = plan?.frames ?? 0;
  const length = plan ? roughDuration(runSeconds(plan)) : "";
  if (run && isUnderWay(run.run) && plan) return <RunningView {...props} run={run} plan={plan} folded={folded} />;
  const tools = (
    <>
      {chooser}
      <Action
        look={frames.length > 0 ? "plain" : "main"}
        disabled={!ready || busy}
        onClick={onStart}
        // Beside a picture there may be little room.
        whiteSpace="normal"
        py="6px"
      >
        <Play size={16} style={{ flexShrink: 0 }} />{" "}
        {count > 0 ? `Run ${count} ${count === 1 ? "frame" : "frames"}, ${length}` : "Write a shutter time to run"}
      </Action>
      {run && kept.length > 0 && (
        <Action look="main" disabled={busy} onClick={() => onStack({ ...run, frames: kept })}>
          <Layers size={16} /> Fuse {counted(kept.length, "frame")}
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
      {run && !showsFolded && shown && shown.rawBytes !== null && (
        <Action asChild look="text" fontSize="note">
          <DownloadLink href={`/api/runs/${run.run.id}/frames/${shown.id}/raw`}>
            Raw copy, {sizeText(shown.rawBytes)}
          </DownloadLink>
        </Action>
      )}
    </>
  );
  const says = (
    <>
      {/* What stood there is of the run before. */}
      {starting && (
        <Box role="status" color="lamp" fontSize="note">
          {GETTING_READY}
          {frames.length > 0 && " Shown until then is the run before."}
        </Box>
      )}
      {run && !starting && (
        <RunStanding
          run={run}
          word={STATE_WORDS[run.run.state]}
          more={measured && frames.length > 0 ? `The newest: ${measured}` : ""}
        >
          {run.run.mayBeLeft && (
            <Action disabled={busy} whiteSpace="normal" py="6px" mt="6px" onClick={() => props.onFetch(run.run.id)}>
              <Download size={16} style={{ flexShrink: 0 }} /> Fetch what is still on {run.run.phoneName ?? "the phone"}
            </Action>
          )}
        </RunStanding>
      )}
      <Warnings warnings={warnings} />
    </>
  );
  return (
    <Flex direction="column" flex="1" minH="0">
      <RoomForPicture aspect={shapeOf(shown ?? plan?.lens)} tools={tools} says={says}>
        {folded && showsFolded ? (
          <FoldedPicture folded={folded} />
        ) : shown ? (
          <FramePicture frame={shown} />
        ) : (
          <PhoneScreen
            shotId={shotId}
            otherwise={starting ? GETTING_READY : "No frames yet. Run the recipe and its frames appear here."}
          />
        )}
      </RoomForPicture>
      {plan && <ShutterLine plan={plan} />}
      {run && frames.length > 0 && (
        <FrameStrip run={run} shownId={showsFolded ? null : (shown?.id ?? null)} onShow={setChosen} />
      )}
    </Flex>
  );
}
