"use client";

import { Box, Flex } from "@chakra-ui/react";
import { methodOf, type StackMethod } from "@/core/stack";
import { plain } from "@/core/words";
import { Action } from "@/ui/Action";

/** A frame of a stack that is tried. */
export interface TriedFrame {
  readonly frameId: string;
  readonly name: string;
}

interface GivenStripProps {
  readonly frames: readonly TriedFrame[];
  readonly left: ReadonlySet<string>;
  /** What each frame that takes part gave, in their order; null while it is on its way. */
  readonly given: readonly (number | null)[] | null;
  readonly method: StackMethod;
  readonly onToggle: (frameId: string) => void;
}

/** What a bar stands for, as a sentence's end. */
const SHOWS = {
  brightest: "is the brightest in",
  darkest: "is the darkest in",
  part: "is unlike the result in",
} as const;

/** More frames than this have bars too narrow for a finger. */
const MOST_BARS = 400;

/** A bar for each frame, as high as what it gave; a press leaves it out or takes it in again. */
export function GivenStrip({ frames, left, given, method, onToggle }: GivenStripProps) {
  if (frames.length > MOST_BARS) return null;
  const shares = new Map(
    frames.filter(({ frameId }) => !left.has(frameId)).map(({ frameId }, at) => [frameId, given?.[at] ?? null]),
  );
  const most = Math.max(1e-6, ...[...shares.values()].map((share) => share ?? 0));
  const { shows } = methodOf(method);
  return (
    <Flex
      as="ol"
      listStyleType="none"
      height="44px"
      px="14px"
      pt="6px"
      gap="1px"
      align="stretch"
      aria-label="What each frame gave"
    >
      {frames.map(({ frameId, name }) => {
        const isLeft = left.has(frameId);
        const share = shares.get(frameId) ?? null;
        const says = isLeft
          ? `${name}, left out`
          : `${name} ${share === null ? "is on its way" : `${SHOWS[shows]} ${plain(100 * share)} %`}`;
        return (
          <Box as="li" key={frameId} flex="1" minW="0" display="flex">
            <Action
              look="tile"
              flex="1"
              minW="0"
              display="flex"
              alignItems="flex-end"
              aria-pressed={!isLeft}
              aria-label={says}
              title={`${says}. ${isLeft ? "Take it in again" : "Leave it out"}`}
              onClick={() => onToggle(frameId)}
            >
              <Box
                width="100%"
                height={isLeft ? "3px" : `${Math.max(6, (100 * (share ?? 0)) / most)}%`}
                bg={isLeft ? "coral" : "lamp"}
                opacity={isLeft || share !== null ? 1 : 0.3}
              />
            </Action>
          </Box>
        );
      })}
    </Flex>
  );
}
