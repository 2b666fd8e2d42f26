"use client";

import { Box, Flex } from "@chakra-ui/react";
import { type KeyboardEvent, useRef, useState } from "react";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { Action } from "@/ui/Action";
import { underlined } from "./underlined";

interface RecipeLineProps {
  /** The saved line, in canonical spelling. */
  readonly line: string;
  /** Called with the canonical line when a right line is finished (Enter, or leaving the field). */
  readonly onSave: (line: string) => void;
  /** Called with every text as it is typed. */
  readonly onDraft: (text: string) => void;
}

/** The recipe as one line of text: what is wrong is underlined, and what was expected is said above it. */
export function RecipeLine({ line, onSave, onDraft }: RecipeLineProps) {
  const [text, setText] = useState(line);
  const [adopted, setAdopted] = useState(line);
  const [earlier, setEarlier] = useState<readonly string[]>([]);
  const [focused, setFocused] = useState(false);
  const mirror = useRef<HTMLDivElement>(null);
  // A newly saved line replaces the text, but never what somebody is in the middle of typing.
  if (line !== adopted) {
    setAdopted(line);
    if (text === adopted || !focused) setText(line);
  }
  const { recipe, problems } = parseRecipe(text);
  const [first] = problems;

  const change = (next: string) => {
    setText(next);
    onDraft(next);
  };
  const commit = () => {
    if (problems.length > 0) return;
    const canonical = printRecipe(recipe);
    change(canonical);
    if (canonical === line) return;
    setEarlier((lines) => [...lines, line]);
    onSave(canonical);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Enter") commit();
    else if (event.key === "Escape") change(line);
    else return;
    event.preventDefault();
  };
  const takeBack = () => {
    const previous = earlier.at(-1);
    if (previous === undefined) return;
    setEarlier((lines) => lines.slice(0, -1));
    change(previous);
    onSave(previous);
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
      {first && (
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
            {first.found === "" ? "Here" : `“${first.found}”`}
          </Box>
          {` — expected ${first.expected}.`}
          {problems.length > 1 && ` (${problems.length - 1} more after it)`}
        </Box>
      )}
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
            onChange={(event) => change(event.target.value)}
            onKeyDown={onKeyDown}
            onFocus={() => setFocused(true)}
            onBlur={() => {
              setFocused(false);
              commit();
            }}
            onScroll={(event) => {
              if (mirror.current) mirror.current.style.transform = `translateX(${-event.currentTarget.scrollLeft}px)`;
            }}
          />
        </Box>
      </Box>
      {earlier.length > 0 && (
        <Action look="text" color="ash" fontSize="note" minH="32px" onClick={takeBack} _hover={{ color: "bone" }}>
          Undo
        </Action>
      )}
    </Flex>
  );
}
