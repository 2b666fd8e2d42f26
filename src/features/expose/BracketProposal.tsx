"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useState } from "react";
import { readableDuration } from "@/core/recipe";
import { bracketShutters } from "@/core/solve";
import { Action } from "@/ui/Action";
import { Choose } from "@/ui/Choose";

interface BracketProposalProps {
  readonly shutterLadder: readonly number[];
  /** The point's shutter time, the middle of the bracket. */
  readonly shutterSeconds: number;
  readonly onTake: (frames: number, stops: number) => void;
}

const STEPS = [1, 2, 3] as const;
const SIDES = [1, 2] as const;

/** Frames around the point, darker and brighter, from the phone's own ladder; one press writes them as the recipe. */
export function BracketProposal({ shutterLadder, shutterSeconds, onTake }: BracketProposalProps) {
  const [stops, setStops] = useState<number>(2);
  const [each, setEach] = useState<number>(1);
  const frames = 2 * each + 1;
  const times = bracketShutters(shutterLadder, shutterSeconds, stops, each);
  const whole = times.length === frames;
  return (
    <Box as="section" aria-label="A bracket around the point" fontSize="note" py="6px">
      <Flex align="center" gap="8px" wrap="wrap">
        <Box as="h3" fontSize="note" fontWeight={620}>
          Bracket
        </Box>
        <Choose
          label="Frames of the bracket"
          value={each}
          options={SIDES.map((side) => ({ value: side, name: `${2 * side + 1} frames` }))}
          onChoose={setEach}
        />
        <Choose
          label="Step of the bracket"
          value={stops}
          options={STEPS.map((step) => ({ value: step, name: `±${step} ${step === 1 ? "stop" : "stops"}` }))}
          onChoose={setStops}
        />
        <Action minHeight="28px" px="8px" fontSize="note" disabled={!whole} onClick={() => onTake(frames, stops)}>
          Take it
        </Action>
      </Flex>
      <Box color="ash">
        {times.map((seconds) => readableDuration(seconds)).join(", ")}
        {whole
          ? ", from the phone's own ladder."
          : ": the phone's ladder ends before the rest. Move the point, or take smaller steps."}
      </Box>
    </Box>
  );
}
