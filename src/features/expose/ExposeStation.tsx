"use client";

import { Box } from "@chakra-ui/react";
import { useState } from "react";
import type { Recipe } from "@/core/recipe";
import type { FieldPoint } from "@/core/solve";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { Station } from "@/ui/Station";
import { ExposeBar } from "./ExposeBar";
import { ExposeReasons } from "./ExposeReasons";
import { ExposureField } from "./ExposureField";
import { useExposure } from "./useExposure";
import { useExposureChanges } from "./useExposureChanges";

const ONE_SECOND = { frames: 1, shutterSeconds: 1, periodSeconds: null };

/** A recipe with the shutter time and ISO of a point. */
const atPoint = (recipe: Recipe, { shutterSeconds, iso }: FieldPoint): Recipe => ({
  ...recipe,
  sequence: { ...ONE_SECOND, ...recipe.sequence, periodSeconds: null, shutterSeconds },
  iso,
});

/** Expose: which settings can work, and why. The recipe line and the point of the field are one and the same. */
export function ExposeStation({ shotId }: { readonly outingId: string; readonly shotId: string }) {
  const lineState = useShotRecipe(shotId);
  const { line, recipe, draft, apply } = lineState;
  const exposure = useExposure(shotId, recipe);
  const changes = useExposureChanges(exposure);
  const [edgeId, setEdgeId] = useState<string | null>(null);
  if (!exposure) return <Box flex="1" />;
  const { shot, camera, kit, filters, request, solution, field, figures, iso } = exposure;
  const point: FieldPoint | null = recipe.sequence ? { shutterSeconds: recipe.sequence.shutterSeconds, iso } : null;
  const base: Recipe = recipe.sequence ? recipe : { ...recipe, sequence: ONE_SECOND };
  return (
    <>
      <Station
        mainName="Field"
        main={
          <>
            <ExposeBar
              recipe={base}
              filters={filters}
              meter={figures.find(({ id }) => id === "meter") ?? null}
              kit={kit}
              camera={camera}
              onRecipe={apply}
              onDraft={draft}
              intent={shot.intent}
              onCamera={changes.changeCamera}
              onIntent={changes.changeIntent}
            />
            <ExposureField
              request={request}
              recipe={recipe}
              field={field}
              busy={exposure.busy}
              before={changes.before?.edges ?? []}
              point={point}
              recipes={solution.recipes}
              chosenEdge={edgeId}
              onEdge={setEdgeId}
              onDraft={(at) => draft(atPoint(base, at))}
              onPoint={(at) => apply(atPoint(base, at))}
              onRecipe={(chosen) => apply(chosen.recipe)}
            />
          </>
        }
        reasonsName="Details"
        reasons={
          <ExposeReasons
            exposure={exposure}
            changes={changes}
            recipe={recipe}
            line={line}
            point={point}
            edgeId={edgeId}
            onEdge={setEdgeId}
            onRecipe={apply}
          />
        }
      />
      <RecipeLine state={lineState} />
    </>
  );
}
