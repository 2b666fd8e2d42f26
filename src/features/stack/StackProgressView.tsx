"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { JobReply } from "@/contracts/replies";
import { readableDuration } from "@/core/recipe";
import { Action } from "@/ui/Action";
import { Bar } from "@/ui/Bar";

const STATE_WORDS: Record<JobReply["state"], string> = {
  waiting: "Waiting for its turn",
  running: "Fusing",
  done: "Done",
  cancelled: "Cancelled. The frames are untouched; fuse them again whenever you like.",
  failed: "This did not work",
};

/** How far a stack is: frames done, rate, time left. */
export function StackProgressView({ job, onCancel }: { readonly job: JobReply; readonly onCancel: () => void }) {
  const active = job.state === "waiting" || job.state === "running";
  return (
    <Flex direction="column" flex="1" align="center" justify="center" gap="14px" px="24px">
      <Box fontSize="heading" fontWeight={540} textAlign="center" color={job.state === "failed" ? "coral" : "bone"}>
        {STATE_WORDS[job.state]}
      </Box>
      {job.problem && <Box color="ash">{job.problem}</Box>}
      {active && (
        <>
          <Box fontFamily="mono" fontSize="display" fontVariantNumeric="tabular-nums" aria-live="polite">
            {job.done} of {job.total}
          </Box>
          <Bar label="Frames fused" done={job.done} total={job.total} width="min(520px, 84%)" />
          <Box color="ash" fontSize="note" fontFamily="mono">
            {job.framesPerSecond > 0 && `${job.framesPerSecond.toFixed(1)} frames a second`}
            {job.secondsLeft !== null && `, ${readableDuration(Math.ceil(job.secondsLeft))} left`}
            {job.resumed > 0 && `, went on from frame ${job.resumed} after a stop`}
          </Box>
          <Action onClick={onCancel}>Cancel this stack</Action>
        </>
      )}
    </Flex>
  );
}
