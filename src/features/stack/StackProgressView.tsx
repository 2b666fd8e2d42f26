"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { JobReply } from "@/contracts/replies";
import { readableDuration } from "@/core/recipe";
import { Action } from "@/ui/Action";

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
      <Box fontSize="22px" fontWeight={540} textAlign="center" color={job.state === "failed" ? "coral" : "bone"}>
        {STATE_WORDS[job.state]}
      </Box>
      {job.problem && <Box color="ash">{job.problem}</Box>}
      {active && (
        <>
          <Box fontFamily="mono" fontSize="30px" fontVariantNumeric="tabular-nums" aria-live="polite">
            {job.done} of {job.total}
          </Box>
          <Box
            width="min(520px, 84%)"
            height="6px"
            bg="line"
            role="progressbar"
            aria-label="Frames fused"
            aria-valuenow={job.done}
            aria-valuemax={job.total}
          >
            <Box
              height="100%"
              bg="lamp"
              width={`${(100 * job.done) / Math.max(1, job.total)}%`}
              transition="width 160ms"
            />
          </Box>
          <Box color="ash" fontSize="13px" fontFamily="mono">
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
