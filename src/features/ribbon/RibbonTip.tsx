"use client";

import { Box } from "@chakra-ui/react";
import type { Moment } from "@/core/night";
import { LANES } from "./lanes";

const TIP_WIDTH = 260;
const TOLD: readonly string[] = ["moon", "traffic", "cloud"];

interface RibbonTipProps {
  readonly moment: Moment;
  /** Time and sky. */
  readonly readout: string;
  readonly x: number;
  /** Of the ribbon. */
  readonly width: number;
}

/** What is known of the instant that is pointed at, beside the cursor. */
export function RibbonTip({ moment, readout, x, width }: RibbonTipProps) {
  return (
    <Box
      position="absolute"
      top="6px"
      left={`${x > width - TIP_WIDTH ? x - TIP_WIDTH : x + 10}px`}
      width={`${TIP_WIDTH - 12}px`}
      bg="slate"
      borderWidth="1px"
      px="8px"
      py="3px"
      fontSize="label"
      lineHeight="1.35"
      pointerEvents="none"
      zIndex={3}
    >
      <Box fontFamily="mono">{readout}</Box>
      {LANES.filter(({ id }) => TOLD.includes(id)).map(({ id, name, read }) => (
        <Box key={id} color="ash">{`${name} ${read(moment)}`}</Box>
      ))}
    </Box>
  );
}
