"use client";

import { Box, Flex } from "@chakra-ui/react";
import { plain, signed } from "@/core/words";
import { Action } from "@/ui/Action";
import { usePageKeys } from "@/ui/keys";
import type { TestFrame } from "./useTestFrame";

interface TestFramePanelProps {
  /** What the last one says; null while there is none. */
  readonly test: TestFrame | null;
  readonly canTry: boolean;
  readonly onTry: () => void;
  /** Takes what is proposed into the line, and tries again. */
  readonly onTake: () => void;
  readonly onExpose: () => void;
}

const MODES = ["centre", "matrix", "spot"] as const;

/** One frame first: how it came out, what to set, and again; keys: t takes one, y takes what is proposed. */
export function TestFramePanel({ test, canTry, onTry, onTake, onExpose }: TestFramePanelProps) {
  const next = test?.next ?? null;
  usePageKeys({ t: () => canTry && onTry(), y: () => canTry && next && onTake() });
  return (
    <Box as="section" aria-label="Test frame" py="12px" borderBottomWidth="1px" borderColor="line">
      <Flex align="baseline" gap="10px" wrap="wrap">
        <Box as="h2" fontWeight={620}>
          Test frame
        </Box>
        <Action look="text" color="lamp" disabled={!canTry} onClick={onTry}>
          Take one
        </Action>
      </Flex>
      {test === null ? (
        <Box color="ash" fontSize="note">
          One frame of the line, measured, with what to set next.
        </Box>
      ) : (
        <>
          <Box fontSize="note" mt="4px">
            {MODES.map((mode) => `${mode} ${signed(test.measured.errors[mode])}`).join(", ")} stops from the meter;{" "}
            {plain(100 * test.measured.clippedAny)} % clipped, {plain(100 * test.measured.crushedAll)} % crushed. Wanted
            by {test.mode}: {signed(test.targetStops)}.
          </Box>
          {next === null ? (
            <Box color="moss" mt="4px">
              It comes out as it should.
            </Box>
          ) : (
            <Box as="ol" mt="6px" ps="18px" listStyleType="decimal">
              {next.steps.map(({ of, why }) => (
                <li key={of}>{why}</li>
              ))}
            </Box>
          )}
          <Flex mt="8px" gap="14px" align="center" wrap="wrap">
            {next && (
              <Action look="main" disabled={!canTry} onClick={onTake}>
                Set it, and try again
              </Action>
            )}
            <Action look="text" color="ash" onClick={onExpose}>
              Aim Expose by its light
            </Action>
          </Flex>
        </>
      )}
    </Box>
  );
}
