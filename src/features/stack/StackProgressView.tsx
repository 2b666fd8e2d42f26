"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
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

/** What a stack's frames come to so far: the newest small picture that has come, asked for anew with each step. */
function useGrowing(stackId: string, step: number): string | null {
  const [shown, setShown] = useState<string | null>(null);
  const loading = useRef(false);
  useEffect(() => {
    if (step === 0 || loading.current) return;
    loading.current = true;
    const src = `/api/stacks/${stackId}/growing?step=${step}`;
    const image = new Image();
    image.onload = () => {
      loading.current = false;
      setShown(src);
    };
    // There is nothing to see yet, or no longer: the next step asks again.
    image.onerror = () => {
      loading.current = false;
    };
    image.src = src;
  }, [stackId, step]);
  return shown;
}

interface StackProgressViewProps {
  readonly stackId: string;
  readonly job: JobReply;
  readonly onCancel: () => void;
}

/** How far a stack is: the picture as it grows, frames done, rate, time left. */
export function StackProgressView({ stackId, job, onCancel }: StackProgressViewProps) {
  const active = job.state === "waiting" || job.state === "running";
  const growing = useGrowing(stackId, active ? job.done : 0);
  return (
    <Flex direction="column" flex="1" minH="0" align="center" justify="center" gap="14px" px="24px" py="14px">
      {active && growing && (
        <Box asChild flex="1" minH="0" width="100%" objectFit="contain">
          <img src={growing} alt={`What ${job.done} of ${job.total} frames come to`} />
        </Box>
      )}
      <Box fontSize="heading" fontWeight={540} textAlign="center" color={job.state === "failed" ? "coral" : "bone"}>
        {STATE_WORDS[job.state]}
      </Box>
      {job.problem && <Box color="ash">{job.problem}</Box>}
      {active && (
        <>
          <Box
            fontFamily="mono"
            fontSize={growing ? "heading" : "display"}
            fontVariantNumeric="tabular-nums"
            aria-live="polite"
          >
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
