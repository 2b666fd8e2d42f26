"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useId, useRef } from "react";
import { Action } from "@/ui/Action";
import { onKeys } from "@/ui/keys";
import { underlined } from "./underlined";

interface TypedLineProps {
  /** What the line is called. */
  readonly name: string;
  readonly line: string;
  /** Shown while nothing is typed. */
  readonly example: string;
  /** What is wrong with it, in its order. */
  readonly problems: readonly LineProblemSpan[];
  /** Takes every text as it is typed. */
  readonly onType: (text: string) => void;
  /** A line that is right is finished by Enter, or by leaving the field. */
  readonly onCommit: () => void;
  readonly onRevert: () => void;
  readonly undo: (() => void) | null;
}

/** A stretch of a line that is wrong, and what would have been right there. */
export interface LineProblemSpan {
  readonly start: number;
  readonly end: number;
  readonly found: string;
  readonly expected: string;
}

/** Everything that is set as one line of text: what is wrong is underlined, and what was expected is said above it. */
export function TypedLine({ name, line, example, problems, onType, onCommit, onRevert, undo }: TypedLineProps) {
  const mirror = useRef<HTMLDivElement>(null);
  const id = useId();
  const [first] = problems;
  const commit = () => {
    if (problems.length === 0) onCommit();
  };
  return (
    <Flex
      as="section"
      aria-label={name}
      height="44px"
      flexShrink="0"
      align="center"
      borderTopWidth="1px"
      borderColor="line"
      bg="slate"
      px="16px"
      gap="14px"
      position="relative"
    >
      {first && (
        <LineProblem id={`${id}-problem`} found={first.found} expected={first.expected} more={problems.length - 1} />
      )}
      <Box as="label" fontSize="note" color="ash" flexShrink="0" display={{ base: "none", md: "block" }}>
        <label htmlFor={id}>{name}</label>
      </Box>
      <Box
        position="relative"
        flex="1"
        height="100%"
        overflow="hidden"
        data-mono
        fontSize={{ base: "note", md: "lead" }}
      >
        <Box
          ref={mirror}
          aria-hidden
          position="absolute"
          inset="0"
          display="flex"
          alignItems="center"
          whiteSpace="pre"
          color="transparent"
          pointerEvents="none"
        >
          <span>
            {underlined(line, problems).map((stretch) => (
              <Box
                as="span"
                key={stretch.start}
                textDecoration={stretch.wrong ? "underline wavy" : "none"}
                textDecorationColor="coral"
                textUnderlineOffset="4px"
              >
                {stretch.text}
              </Box>
            ))}
          </span>
        </Box>
        <Box
          asChild
          position="absolute"
          inset="0"
          width="100%"
          height="100%"
          bg="transparent"
          color="bone"
          outlineOffset="-2px"
        >
          <input
            id={id}
            value={line}
            placeholder={example}
            spellCheck={false}
            autoComplete="off"
            aria-invalid={problems.length > 0}
            aria-describedby={first ? `${id}-problem` : undefined}
            onChange={(event) => onType(event.target.value)}
            onKeyDown={onKeys({ Enter: commit, Escape: onRevert })}
            onBlur={commit}
            onScroll={(event) => {
              if (mirror.current) mirror.current.style.transform = `translateX(${-event.currentTarget.scrollLeft}px)`;
            }}
          />
        </Box>
      </Box>
      {undo && (
        <Action look="text" color="ash" fontSize="note" minH="32px" onClick={undo} _hover={{ color: "bone" }}>
          Undo
        </Action>
      )}
    </Flex>
  );
}

interface LineProblemProps {
  readonly id: string;
  /** Empty where something is missing at the end. */
  readonly found: string;
  readonly expected: string;
  /** How many problems come after it. */
  readonly more: number;
}

/** The first thing that is wrong with the line, above it. */
function LineProblem({ id, found, expected, more }: LineProblemProps) {
  return (
    <Box
      role="alert"
      id={id}
      position="absolute"
      bottom="100%"
      left="16px"
      right="16px"
      mb="6px"
      bg="slate"
      borderWidth="1px"
      borderColor="coral"
      px="12px"
      py="6px"
      fontSize="note"
      zIndex={10}
      maxW="760px"
    >
      <Box as="span" color="coral" fontFamily="mono">
        {found === "" ? "Here" : `“${found}”`}
      </Box>
      {` — expected ${expected}.`}
      {more > 0 && ` (${more} more after it)`}
    </Box>
  );
}
