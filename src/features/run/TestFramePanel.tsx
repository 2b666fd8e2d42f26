"use client";

import { Box, Flex } from "@chakra-ui/react";
import type { MeasureReply } from "@/contracts/replies";
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

const SHAKE_WORDS: Readonly<Record<number, string>> = {
  0: "from side to side",
  45: "aslant",
  90: "up and down",
  135: "aslant",
};
/** A sharp picture's sharpest edges are two to three pixels wide: wider ones than this lie out of focus. */
const SOFT_PX = 4.5;

/** How sharp it came out, and what to do where it did not. */
function SharpnessLine({ measured: { sharpPx, shake } }: { readonly measured: MeasureReply }) {
  if (sharpPx === null) return null;
  const edges = `sharpest edges are ${plain(sharpPx)} of its pixels wide`;
  const words = shake
    ? `Shaken ${SHAKE_WORDS[shake.directionDeg] ?? "aslant"} by ${plain(shake.px)} of its pixels: a delay, a remote or the headset's button; a lower stand in wind.`
    : sharpPx > SOFT_PX
      ? `Soft all round: its ${edges}. Focus anew and lock it, and wipe the lens.`
      : `Its ${edges}, in all directions.`;
  return (
    <Box color={shake || sharpPx > SOFT_PX ? "coral" : "ash"} fontSize="note" mt="4px">
      {words}
    </Box>
  );
}

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
          <SharpnessLine measured={test.measured} />
          {next === null ? (
            <Box color="moss" mt="4px">
              The exposure is right.
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
              Use its light in Expose
            </Action>
          </Flex>
        </>
      )}
    </Box>
  );
}
