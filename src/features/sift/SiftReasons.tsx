"use client";

import { Box, Flex } from "@chakra-ui/react";
import { Layers } from "lucide-react";
import { type ReactNode, useState } from "react";
import type { FrameReply, RunReply } from "@/contracts/replies";
import { parametersOf, type StackParameters } from "@/contracts/stack";
import { groupBySettings } from "@/core/picture";
import { type Recipe, roughDuration } from "@/core/recipe";
import { counted, plain } from "@/core/words";
import type { RunWithFrames } from "@/features/api/queries";
import { FusingOptions } from "@/features/fusing/FusingOptions";
import { MethodChoice } from "@/features/fusing/MethodChoice";
import { RefusedList } from "@/features/fusing/RefusedList";
import { runName } from "@/features/fusing/runName";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";
import { Fold } from "@/ui/Fold";
import { Readout } from "@/ui/Readout";
import { Tick } from "@/ui/Tick";
import type { ImportProgress } from "./useImport";

interface SiftReasonsProps {
  readonly runs: readonly RunReply[];
  readonly chosen: RunWithFrames | null;
  readonly onChoose: (runId: string) => void;
  readonly kept: readonly FrameReply[];
  /** How far files are that are on their way; null without any. */
  readonly importing: ImportProgress | null;
  readonly problem: string | null;
  /** How the recipe has its frames fused. */
  readonly proposed: Pick<Recipe, "stack" | "align">;
  readonly busy: boolean;
  readonly onStack: (frameIds: readonly string[], parameters: StackParameters) => void;
  /** What is said of the frame that is looked at. */
  readonly children?: ReactNode;
}

/** How fast files go and how long the rest takes, as a sentence; nothing before anybody knows. */
const paceText = ({ perSecond, secondsLeft }: ImportProgress): string =>
  perSecond === null || secondsLeft === null
    ? ""
    : `${plain(perSecond)} a second, about ${roughDuration(secondsLeft)} left. `;

/** Which batch is looked at, what was refused and why, and the way on. */
export function SiftReasons({
  runs,
  chosen,
  onChoose,
  kept,
  importing,
  problem,
  proposed,
  busy,
  onStack,
  children,
}: SiftReasonsProps) {
  const [set, setSet] = useState<StackParameters | null>(null);
  const wanted = set ?? parametersOf(proposed);
  const haveRaw = kept.length > 0 && kept.every(({ rawBytes }) => rawBytes !== null);
  const groups = groupBySettings(kept);
  const sizes = new Set(kept.map(({ width, height }) => `${width}x${height}`));
  const keptIds = new Set(kept.map(({ id }) => id));
  const damaged = chosen?.frames.filter(({ id, warning }) => warning !== null && !keptIds.has(id)).length ?? 0;
  return (
    <Box>
      {problem && (
        <Box color="coral" role="alert">
          {problem}
        </Box>
      )}
      {importing && (
        <Readout
          label="Files sent"
          value={`${importing.done} of ${importing.total}`}
          because={`${paceText(importing)}They are read, checked and stored one by one; you can leave this page open and look elsewhere.`}
        />
      )}
      {runs.length > 1 && (
        <Choose
          size="md"
          label="Batch"
          value={chosen?.run.id ?? ""}
          options={runs.map((run) => ({ value: run.run.id, name: runName(run) }))}
          onChoose={onChoose}
        />
      )}
      {children}
      {chosen && (
        <>
          <Readout
            label="To be fused"
            value={kept.length}
            unit={kept.length === 1 ? "frame" : "frames"}
            because={
              kept.length < chosen.frames.length
                ? `${chosen.frames.length - kept.length} left out.`
                : "l leaves a frame out, s marks the best, v sets it beside others, d shows where it is sharp; Shift and a drag brush over many."
            }
          />
          {damaged > 0 && (
            <Box color="coral" fontSize="note" py="8px">
              {`${counted(damaged, "frame")} ${damaged === 1 ? "is" : "are"} damaged and left out; click one to take it in all the same.`}
            </Box>
          )}
          {groups.length > 1 && (
            <Box color="coral" fontSize="note" py="8px">
              {sizes.size > 1
                ? `There are ${sizes.size} sizes among them; only frames of the commonest size are fused, the others are named.`
                : `There are ${groups.length} different settings among them; a sequence to be fused usually has one.`}
            </Box>
          )}
          <MethodChoice value={wanted.method} onChange={(method) => setSet({ ...wanted, method })} />
          <Fold title="How exactly">
            <FusingOptions
              value={wanted}
              onChange={setSet}
              others={runs.filter((each) => each.run.id !== chosen.run.id)}
            />
          </Fold>
          {haveRaw && (
            <Tick checked={wanted.rawCopies} onChange={(rawCopies) => setSet({ ...wanted, rawCopies })}>
              Fuse the raw copies: finer steps in the shadows, and longer to fuse.
            </Tick>
          )}
          <Flex py="12px">
            <Action
              look="main"
              disabled={busy || kept.length === 0}
              onClick={() =>
                onStack(
                  kept.map(({ id }) => id),
                  { ...wanted, rawCopies: haveRaw && wanted.rawCopies },
                )
              }
            >
              <Layers size={16} /> Fuse {counted(kept.length, "frame")}
            </Action>
          </Flex>
          <RefusedList refused={chosen.run.refused} />
        </>
      )}
      {!chosen && <Box color="ash">Nothing to choose from yet.</Box>}
    </Box>
  );
}
