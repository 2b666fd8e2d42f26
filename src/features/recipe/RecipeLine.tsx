"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useRef } from "react";
import { type ParsedRecipe, printRecipe } from "@/core/recipe";
import { Action } from "@/ui/Action";
import { onKeys } from "@/ui/keys";
import { underlined } from "./underlined";

/** A line as it is typed, and what becomes of it. */
export interface LineState extends ParsedRecipe {
  readonly line: string;
  readonly type: (text: string) => void;
  readonly save: (line: string) => void;
  readonly revert: () => void;
  readonly undo: (() => void) | null;
}

/** The recipe as one line of text: what is wrong is underlined, and what was expected is said above it. */
export function RecipeLine({ state }: { readonly state: LineState }) {
  const mirror = useRef<HTMLDivElement>(null);
  const { line: text, recipe, problems, type, save, revert, undo } = state;
  const [first] = problems;
  // A line that is right is finished by Enter, or by leaving the field.
  const commit = () => {
    if (problems.length === 0) save(printRecipe(recipe));
  };
  return (
    <Flex
      as="section"
      aria-label="Recipe"
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
      {first && <LineProblem found={first.found} expected={first.expected} more={problems.length - 1} />}
      <Box as="label" fontSize="note" color="ash" flexShrink="0" display={{ base: "none", md: "block" }}>
        <label htmlFor="recipe-line">Recipe</label>
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
            {underlined(text, problems).map((stretch) => (
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
            id="recipe-line"
            value={text}
            placeholder="24 x 2s every 2.5s | iso 50 | nd 8 | wb 4000K | focus 12m | delay 2s | raw+jpeg -> mean"
            spellCheck={false}
            autoComplete="off"
            aria-invalid={problems.length > 0}
            aria-describedby={first ? "recipe-problem" : undefined}
            onChange={(event) => type(event.target.value)}
            onKeyDown={onKeys({ Enter: commit, Escape: revert })}
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
  /** Empty where something is missing at the end. */
  readonly found: string;
  readonly expected: string;
  /** How many problems come after it. */
  readonly more: number;
}

/** The first thing that is wrong with the line, above it. */
function LineProblem({ found, expected, more }: LineProblemProps) {
  return (
    <Box
      role="alert"
      id="recipe-problem"
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
