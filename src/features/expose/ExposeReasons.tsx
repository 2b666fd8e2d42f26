"use client";

import { Box } from "@chakra-ui/react";
import { chosenCamera, framed } from "@/core/camera";
import { CAUTIONS, intentOf } from "@/core/intent";
import type { Recipe } from "@/core/recipe";
import type { FieldPoint } from "@/core/solve";
import { Tabs } from "@/ui/Tabs";
import { BracketProposal } from "./BracketProposal";
import { LensTable } from "./LensTable";
import { PointPanel } from "./PointPanel";
import { RecipeList } from "./RecipeList";
import { RehearsedPicture } from "./RehearsedPicture";
import { SceneForm } from "./SceneForm";
import { SchoolsForm, type SizeChoice } from "./SchoolsForm";
import { TestPicture } from "./TestPicture";
import { useAdvice } from "./useAdvice";
import type { Exposure } from "./useExposure";
import type { useExposureChanges } from "./useExposureChanges";

interface ExposeReasonsProps {
  readonly exposure: Exposure;
  readonly changes: ReturnType<typeof useExposureChanges>;
  readonly recipe: Recipe;
  readonly line: string;
  readonly point: FieldPoint | null;
  readonly edgeId: string | null;
  readonly onEdge: (id: string | null) => void;
  readonly onRecipe: (recipe: Recipe) => void;
}

/** The picture before it is taken, and what stands behind the field: recipes, the point, the scene, lenses, schools. */
export function ExposeReasons(props: ExposeReasonsProps) {
  const { exposure, changes, recipe, line, point, edgeId, onEdge, onRecipe } = props;
  const { scene, solution, rehearsed, request, kit, camera } = exposure;
  const advice = useAdvice(request);
  return (
    <Box>
      <RehearsedPicture {...rehearsed} />
      <Tabs
        label="Details"
        tabs={[
          {
            name: "Recipes",
            content: (
              <RecipeList
                request={exposure.request}
                solution={solution}
                advice={advice}
                line={line}
                before={changes.before}
                sceneEv={scene.sceneEv}
                cautions={cautionsOf(exposure)}
                onRecipe={(chosen) => onRecipe(chosen.recipe)}
              />
            ),
          },
          {
            name: "Point",
            content: (
              <PointPanel
                figures={exposure.figures}
                edges={exposure.field.edges}
                missed={exposure.missed}
                chosenEdge={edgeId}
                onEdge={onEdge}
                bracket={
                  point && (
                    <BracketProposal
                      shutterLadder={camera.shutterLadder}
                      shutterSeconds={point.shutterSeconds}
                      onTake={(frames, bracketStops) => {
                        const sequence = { shutterSeconds: point.shutterSeconds, frames, periodSeconds: null };
                        onRecipe({ ...recipe, sequence, bracketStops, rampStops: null, stack: "fuse" });
                      }}
                    />
                  )
                }
              />
            ),
          },
          { name: "Scene", content: <ScenePanel exposure={exposure} changes={changes} recipe={recipe} /> },
          {
            name: "Lenses",
            content: <LensTable request={request} recipe={recipe} kit={kit} camera={camera} />,
          },
          {
            name: "Preferences",
            content: (
              <SchoolsForm
                schools={scene.schools}
                request={request}
                metered={scene.metered}
                sizes={sizesOf(exposure, changes)}
                onChange={(schools) => {
                  const { metered } = scene;
                  const anew = metered !== null && schools.metering !== scene.schools.metering;
                  changes.changeScene({ schools, ...(anew ? { sceneEv: metered[`${schools.metering}Ev`] } : {}) });
                }}
              />
            ),
          },
        ]}
      />
    </Box>
  );
}

/** What a person should mind: at the site, then with the intent. */
function cautionsOf({ night, shot }: Exposure): readonly string[] {
  const own = [night?.site.hazards, night?.site.access].flatMap((text) => (text?.trim() ? [text.trim()] : []));
  return [...own, ...intentOf(shot.intent).cautions.map((id) => CAUTIONS[id])];
}

/** The lens at each size of its pictures; null where there is one: a lens that is not binned gives the same for either. */
function sizesOf({ kit, camera, shape }: Exposure, changes: ReturnType<typeof useExposureChanges>): SizeChoice | null {
  const [full, binned] = [true, false].map(
    (fullSize) => chosenCamera(kit, { ...camera.choice, fullSize }).lens.widthPx,
  );
  if (full === binned) return null;
  return {
    fullSize: camera.choice.fullSize,
    cameraOf: (fullSize) => framed(chosenCamera(kit, { ...camera.choice, fullSize }), shape),
    onChoose: (fullSize) => changes.changeCamera({ ...camera.choice, fullSize }),
  };
}

/** The scene's assumptions, with a test picture that measures its light. */
function ScenePanel({ exposure, changes, recipe }: Pick<ExposeReasonsProps, "exposure" | "changes" | "recipe">) {
  const { scene, camera, kit, outlook, sky, automatic, detail } = exposure;
  return (
    <SceneForm
      scene={scene}
      fNumber={camera.lens.fNumber}
      supports={kit.supports}
      meterStops={outlook?.base.meterStops ?? null}
      plannedSky={sky}
      automatic={automatic}
      onChange={changes.changeScene}
      testPicture={
        <TestPicture
          fNumber={camera.lens.fNumber}
          recipe={recipe}
          lossStops={camera.lossStops}
          lastFrame={detail.runs.find(({ frameCount }) => frameCount > 0)?.lastFrame ?? null}
          metered={scene.metered}
          metering={scene.schools.metering}
          onMetered={(metered, metering) =>
            changes.changeScene({
              metered,
              sceneEv: metered[`${metering}Ev`],
              schools: { ...scene.schools, metering },
            })
          }
        />
      }
    />
  );
}
