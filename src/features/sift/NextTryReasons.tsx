"use client";

import { Box } from "@chakra-ui/react";
import { useMemo } from "react";
import type { FrameFigures } from "@/contracts/frameFigures";
import type { FrameReply } from "@/contracts/replies";
import { stackedFilterStops } from "@/core/light";
import { parseRecipe, printRecipe } from "@/core/recipe";
import { motionBounds } from "@/core/solve";
import { signed } from "@/core/words";
import { recipeWith, tryAfter } from "@/features/shot/tryAfter";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { useShotRequest } from "@/features/shot/useShotRequest";
import { Action } from "@/ui/Action";

interface NextTryReasonsProps {
  readonly shotId: string;
  readonly frame: FrameReply;
  readonly figures: FrameFigures | undefined;
}

/** What to set after this frame: within what the phone offers and the motion leaves, each change with its reason. */
export function NextTryReasons({ shotId, frame, figures }: NextTryReasonsProps) {
  const { asked } = useShotRequest(shotId);
  const recipe = useShotRecipe(shotId);
  const own = recipe.recipe;
  const bounds = useMemo(() => (asked ? motionBounds(asked.request, own) : null), [asked, own]);
  if (!asked || !bounds || figures?.kind !== "measured" || frame.shutterSeconds === null || frame.iso === null)
    return null;
  const mode = asked.request.schools.metering;
  const reading = { ...figures, errorStops: figures.exposureError[mode] };
  const filterStops = stackedFilterStops(parseRecipe(frame.recipeLine ?? "").recipe.filters);
  const settings = { shutterSeconds: frame.shutterSeconds, iso: frame.iso, filterStops };
  const { next, targetStops } = tryAfter(asked, bounds, reading, settings);
  const proposed = next && printRecipe(recipeWith(asked, own, next));
  return (
    <Box as="section" aria-label="Next try" py="10px" borderBottomWidth="1px" borderColor="line" fontSize="note">
      {next === null || proposed === null ? (
        <Box>
          {`Exposed as asked: ${signed(reading.errorStops)} stops from the meter by ${mode}, ${signed(targetStops)} wanted.`}
        </Box>
      ) : (
        <>
          <Box>{`Next try: it lies ${signed(reading.errorStops - targetStops)} stops from what is asked, and would then lie ${signed(next.offStops)}.`}</Box>
          <Box as="ol" ps="18px" listStyleType="decimal" color="ash">
            {next.steps.map(({ of, why }) => (
              <li key={of}>{why}</li>
            ))}
          </Box>
          {proposed !== recipe.savedLine && (
            <Action mt="6px" minH="34px" onClick={() => recipe.save(proposed)}>
              Put it into the recipe
            </Action>
          )}
        </>
      )}
    </Box>
  );
}
