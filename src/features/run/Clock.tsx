import { Box, Flex } from "@chakra-ui/react";

interface ClockProps {
  /** The one number. */
  readonly number: string;
  /** What it is until, or of. */
  readonly words: string;
  readonly beneath: string;
  readonly isOpen: boolean;
  /** In a column of its own on a wide screen. */
  readonly stacked?: boolean;
}

/** What the number of a clock is until. */
export const PHASE_WORDS = {
  waits: "opens in",
  open: "open",
  closed: "closed",
  through: "the last frame is written",
} as const;

/** From here on seconds are told without tenths. */
const WHOLE_SECONDS = 10;

/** Seconds that are left, short enough to be read from afar. */
export const leftText = (seconds: number): string =>
  seconds >= WHOLE_SECONDS ? String(Math.ceil(seconds)) : (Math.ceil(10 * seconds) / 10).toFixed(1);

/** One number, large enough to read from two metres, and what it means. */
export function Clock({ number, words, beneath, isOpen, stacked = false }: ClockProps) {
  return (
    <Flex
      direction={{ base: "row", md: stacked ? "column" : "row" }}
      align={{ base: "center", md: stacked ? "flex-start" : "center" }}
      gap={{ base: "12px", md: stacked ? "4px" : "24px" }}
      px="16px"
      py="6px"
      borderBottomWidth="1px"
      borderColor="line"
    >
      <Box
        role="timer"
        fontSize={
          stacked ? { base: "clamp(84px, 13vw, 150px)", md: "112px", "2xl": "132px" } : "clamp(84px, 13vw, 150px)"
        }
        fontWeight={560}
        minW="1.75em"
        lineHeight="1"
        fontVariantNumeric="tabular-nums"
        color={isOpen ? "lamp" : "bone"}
      >
        {number}
      </Box>
      <Box fontSize={stacked ? "28px" : "clamp(24px, 4vw, 44px)"} lineHeight="1.15">
        <Box color={isOpen ? "lamp" : "ash"}>{words}</Box>
        <Box>{beneath}</Box>
      </Box>
    </Flex>
  );
}
