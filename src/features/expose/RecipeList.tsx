"use client";

import { Box, Flex } from "@chakra-ui/react";
import { groundOf, type SolveRequest } from "@/core/intent";
import { lightName, type PictureLight } from "@/core/outlook";
import { roughDuration } from "@/core/recipe";
import { lightScaleOf, type RecipeDemand, type Solution, type SolvedRecipe } from "@/core/solve";
import { plain } from "@/core/words";
import { LightScaleView } from "@/features/picture/LightScaleView";
import { Action } from "@/ui/Action";
import { Fold } from "@/ui/Fold";

/** What stood there before the last change of an assumption. */
export interface BeforeChange {
  readonly sceneEv: number;
  readonly best: string;
}

interface RecipeListProps {
  readonly request: SolveRequest;
  readonly solution: Solution;
  /** What would open the ground, worked out beside; null while it is on its way. */
  readonly advice: readonly string[] | null;
  readonly line: string;
  readonly before: BeforeChange | null;
  readonly sceneEv: number;
  readonly cautions: readonly string[];
  readonly onRecipe: (recipe: SolvedRecipe) => void;
}

const WORDS = { works: "works", compromise: "a compromise", fails: "fails" } as const;
const TONES = { works: "moss", compromise: "lamp", fails: "coral" } as const;

const toneOf = ({ met, hard }: RecipeDemand) => (met ? "ash" : hard ? "coral" : "lamp");

/** The sentence that decides, what is missed first, and the others one step away. */
function Demands({ demands: [first, ...rest] }: { readonly demands: readonly RecipeDemand[] }) {
  return (
    <Box fontSize="note">
      {first && <Box color={toneOf(first)}>{first.sentence}</Box>}
      {rest.length > 0 && (
        <Fold title={`${rest.length} more ${rest.every(({ met }) => met) ? "that are met" : "asked of it"}`}>
          {rest.map((demand) => (
            <Box key={demand.id} color={toneOf(demand)} py="1px">
              {demand.sentence}
            </Box>
          ))}
        </Fold>
      )}
    </Box>
  );
}

/** The ranked recipes with reasons, cost and verdict, what would open the ground, and what the last change did. */
export function RecipeList({ request, solution, advice, line, before, sceneEv, cautions, onRecipe }: RecipeListProps) {
  const [best] = solution.recipes;
  const nameOf = (of: PictureLight["of"]) => lightName({ of }, groundOf(request));
  const works = best?.verdict === "works";
  // What would open the ground comes first where nothing works yet, and last where something does.
  const judgement = (
    <Box py={works ? "6px" : 0} borderTopWidth={works ? "1px" : 0} borderColor="line">
      {works && advice !== null && advice.length > 0 && (
        <Box fontSize="note" fontWeight={560}>
          Alternatives
        </Box>
      )}
      {!works && advice === null && solution.asks.length === 0 && (
        <Box color="ash" fontSize="note" py="3px" role="status">
          Trying what would open the ground …
        </Box>
      )}
      {solution.asks.map((ask) => (
        <Box key={ask} color="lamp" fontSize="note" py="3px">
          {ask}
        </Box>
      ))}
      {(advice ?? []).map((sentence) => (
        <Box key={sentence} color={works ? "ash" : "coral"} fontSize={works ? "note" : "note"} py="3px">
          {sentence}
        </Box>
      ))}
    </Box>
  );
  return (
    <Box>
      {before && best && (before.sceneEv !== sceneEv || before.best !== best.line) && (
        <Box fontSize="note" color="mist" mb="6px" aria-live="polite">
          {`Before: EV ${plain(before.sceneEv)}, best `}
          <code>{before.best}</code>
          {`. Now: EV ${plain(sceneEv)}, best `}
          <code>{best.line}</code>. The limits that moved show where they were, dotted.
        </Box>
      )}
      {!works && judgement}
      <Box as="ol" listStyleType="none" aria-label="Recipes, the best first">
        {solution.recipes.map((recipe, index) => (
          <Box as="li" key={recipe.line} borderTopWidth={index === 0 ? 0 : "1px"} borderColor="line" py="6px">
            <Action look="tile" onClick={() => onRecipe(recipe)} aria-pressed={recipe.line === line}>
              <Flex justify="space-between" gap="8px" fontSize="note">
                <Box color={TONES[recipe.verdict]} fontWeight={620}>
                  {`${index + 1}  ${WORDS[recipe.verdict]}: ${recipe.bestAt}`}
                </Box>
                <Box color="ash">
                  {`${roughDuration(recipe.outlook.cost.seconds)}, ${Math.ceil(recipe.outlook.cost.megabytes)} MB`}
                </Box>
              </Flex>
              <Box data-mono fontSize="note" color={recipe.line === line ? "lamp" : "bone"}>
                {recipe.line}
              </Box>
              <LightScaleView scale={lightScaleOf(request, recipe.outlook)} nameOf={nameOf} />
            </Action>
            <Demands demands={recipe.demands.filter(({ beyond }) => !beyond)} />
          </Box>
        ))}
      </Box>
      {works && judgement}
      <Box fontSize="note" py="6px" borderTopWidth="1px" borderColor="line">
        <Box fontWeight={560}>Cautions</Box>
        {cautions.map((text) => (
          <Box key={text} color="ash">
            {text}
          </Box>
        ))}
      </Box>
    </Box>
  );
}
