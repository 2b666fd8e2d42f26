"use client";

import { Box, Flex } from "@chakra-ui/react";
import { readableDuration } from "@/core/recipe";
import type { Edge, Solution, SolvedRecipe } from "@/core/solve";

interface PredictionListProps {
  readonly solution: Solution;
  readonly line: string;
  readonly edge: Edge | null;
  readonly onRecipe: (recipe: SolvedRecipe) => void;
}

const WORDS = { works: "works", compromise: "a compromise", fails: "fails" } as const;
const TONES = { works: "moss", compromise: "lamp", fails: "coral" } as const;

/** The ranked recipes with reasons, cost and verdict; and the limit one has asked about. */
export function PredictionList({ solution, line, edge, onRecipe }: PredictionListProps) {
  return (
    <Box>
      {edge && (
        <Box borderWidth="1px" borderColor="lamp" px="10px" py="6px" mb="8px" fontSize="12.5px" aria-live="polite">
          <Box fontWeight={620}>{edge.name}</Box>
          <Box>{edge.reason}</Box>
          <Box color="ash">{edge.moves}</Box>
        </Box>
      )}
      {solution.advice.map((sentence) => (
        <Box key={sentence} color="coral" fontSize="13px" py="3px">
          {sentence}
        </Box>
      ))}
      <Box as="ol" listStyleType="none" aria-label="Recipes, the best first">
        {solution.recipes.map((recipe, index) => (
          <Box as="li" key={recipe.line} borderTopWidth="1px" borderColor="line" py="6px">
            <Box
              as="button"
              width="100%"
              textAlign="left"
              onClick={() => onRecipe(recipe)}
              aria-pressed={recipe.line === line}
            >
              <Flex justify="space-between" gap="8px" fontSize="12.5px">
                <Box color={TONES[recipe.verdict]} fontWeight={620}>
                  {`${index + 1}  ${WORDS[recipe.verdict]}`}
                </Box>
                <Box color="ash">
                  {`${readableDuration(Math.round(recipe.predicted.totalSeconds))}, ${Math.ceil(recipe.predicted.megabytes)} MB`}
                </Box>
              </Flex>
              <Box data-mono fontSize="12.5px" color={recipe.line === line ? "lamp" : "bone"}>
                {recipe.line}
              </Box>
              <Box fontSize="12.5px" color="ash">
                {recipe.reasons.join(" ")}
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
