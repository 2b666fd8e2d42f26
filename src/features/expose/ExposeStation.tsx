"use client";

import { Box } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { ShotScene } from "@/contracts/scene";
import { type CameraChoice, chosenCamera, framed, WHOLE_SENSOR } from "@/core/camera";
import { planCapture } from "@/core/capture";
import { CAUTIONS, intentOf, type SolveRequest } from "@/core/intent";
import type { Recipe } from "@/core/recipe";
import { standInFor } from "@/core/rehearse";
import { aimedSkyOf, automaticValues, filtersOf, inOwnNotation, sceneOf } from "@/core/shot";
import {
  demandsOf,
  type Edge,
  explain,
  type FieldPoint,
  fieldEdges,
  judge,
  outlookOfRecipe,
  solve,
} from "@/core/solve";
import { useKit, useShot, useShotCamera } from "@/features/api/queries";
import { useNight } from "@/features/night/NightContext";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { changedScene, plannedShotOf, shownScene } from "@/features/shot/planned";
import { useShotChange } from "@/features/shot/useShotChange";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { notice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { Tabs } from "@/ui/Tabs";
import { BracketProposal } from "./BracketProposal";
import { ExposeBar } from "./ExposeBar";
import { ExposureField } from "./ExposureField";
import { LensTable } from "./LensTable";
import { comparedFields } from "./lensChoices";
import { PointPanel } from "./PointPanel";
import { plannedSky } from "./plannedSky";
import { type BeforeChange, RecipeList } from "./RecipeList";
import { RehearsedPicture } from "./RehearsedPicture";
import { SceneForm } from "./SceneForm";
import { SchoolsForm } from "./SchoolsForm";
import { TestPicture } from "./TestPicture";
import { useAdvice } from "./useAdvice";

/** Fixes the noise of the rehearsed picture. */
const REHEARSAL_SEED = 11;
const ONE_SECOND = { frames: 1, shutterSeconds: 1, periodSeconds: null };

/** Expose: which settings can work, and why. The recipe line and the point of the field are one and the same. */
export function ExposeStation({ shotId }: { readonly outingId: string; readonly shotId: string }) {
  const detail = useShot(shotId).data;
  const shot = detail?.shot;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const night = useNight();
  const change = useShotChange(shotId);
  const { savedLine, line, recipe, type, save, apply } = useShotRecipe(shotId);
  const [pending, setPending] = useState<ShotScene | null>(null);
  const [edgeId, setEdgeId] = useState<string | null>(null);
  const [before, setBefore] = useState<(BeforeChange & { readonly edges: readonly Edge[] }) | null>(null);

  const intent = shot?.intent ?? "still-view";
  const plan = night?.plan ?? null;
  const planned = useMemo(() => (shot ? plannedShotOf(shot, pending ?? shot.scene) : null), [shot, pending]);
  const scene = useMemo(() => (planned ? shownScene(planned, plan) : null), [planned, plan]);
  const sky = useMemo(() => (night && shot ? plannedSky(night, shot) : null), [night, shot]);
  const standIn = useMemo(
    () => standInFor(intent, planned ? aimedSkyOf(planned, plan) : null),
    [intent, planned, plan],
  );
  const filters = useMemo(() => (kit ? filtersOf(kit) : []), [kit]);
  const shape = shot?.aim?.crop ?? WHOLE_SENSOR;
  const framedCamera = useMemo(() => (camera ? framed(camera, shape) : null), [camera, shape]);
  const request = useMemo((): SolveRequest | null => {
    if (!framedCamera || !planned) return null;
    const filterStops = filters.map(({ stops }) => stops);
    return { ...sceneOf(planned, plan), intent, camera: framedCamera, filterStops };
  }, [framedCamera, planned, plan, intent, filters]);
  const solution = useMemo(() => {
    if (!request) return null;
    const solved = solve(request);
    return { ...solved, recipes: inOwnNotation(solved.recipes, filters) };
  }, [request, filters]);
  const advice = useAdvice(request);
  const edges = useMemo(
    () => (request && solution?.asks.length === 0 ? fieldEdges(request, recipe) : []),
    [request, recipe, solution],
  );
  const outlook = useMemo(() => (request ? outlookOfRecipe(request, recipe) : null), [request, recipe]);
  const capture = useMemo(() => {
    if (!framedCamera || !request) return null;
    const pressedAtMs = planned?.beginsAtMs ?? 0;
    return planCapture(recipe, framedCamera, {
      pressedAtMs,
      sensorCelsius: request.sensorCelsius,
      seed: REHEARSAL_SEED,
    });
  }, [framedCamera, request, planned, recipe]);
  const light = useMemo(
    () => ({ sceneEv: request?.sceneEv ?? 0, skyEv: request?.skyEv ?? null }),
    [request?.sceneEv, request?.skyEv],
  );
  if (!detail || !shot || !planned || !scene || !camera || !framedCamera || !kit || !request || !solution)
    return <Box flex="1" />;

  const iso = recipe.iso ?? camera.isoLadder[0] ?? camera.lens.baseIso;
  const point: FieldPoint | null = recipe.sequence ? { shutterSeconds: recipe.sequence.shutterSeconds, iso } : null;
  const figures = explain(request, recipe);
  const missed = new Set(
    outlook
      ? judge(outlook, demandsOf(request)).demands.flatMap(({ demand, miss }) => (miss > 0 ? [demand.id] : []))
      : [],
  );
  const own = [night?.site.hazards, night?.site.access].flatMap((text) => (text?.trim() ? [text.trim()] : []));
  const cautions = [...own, ...intentOf(intent).cautions.map((id) => CAUTIONS[id])];
  const lastFrame = detail.runs.find(({ frameCount }) => frameCount > 0)?.lastFrame ?? null;

  const changeCamera = (choice: CameraChoice) => {
    remember();
    void change({ camera: choice });
    const before = shot.camera;
    notice({ tone: "said", text: "The camera is changed.", undo: () => void change({ camera: before }) });
  };
  // A lens that is not binned gives the same camera for either.
  const twoSizes = [true, false].map((fullSize) => chosenCamera(kit, { ...camera.choice, fullSize }).lens.widthPx);
  const sizes =
    twoSizes[0] === twoSizes[1]
      ? null
      : {
          fullSize: camera.choice.fullSize,
          cameraOf: (fullSize: boolean) => framed(chosenCamera(kit, { ...camera.choice, fullSize }), shape),
          onChoose: (fullSize: boolean) => changeCamera({ ...camera.choice, fullSize }),
        };
  const base: Recipe = recipe.sequence ? recipe : { ...recipe, sequence: ONE_SECOND };
  const remember = () => setBefore({ sceneEv: scene.sceneEv, best: solution.recipes[0]?.line ?? "none", edges });
  const saveScene = async (next: ShotScene | null) => {
    setPending(next);
    await change({ scene: next });
    setPending((latest) => (latest === next ? null : latest));
  };
  const changeScene = (part: Partial<ShotScene>) => {
    // What is on its way counts: a second change may come before the first is saved.
    const previous = pending ?? shot.scene;
    remember();
    void saveScene(changedScene(scene, part));
    notice({
      tone: "said",
      text: "The scene is changed, and the field with it.",
      undo: () => void saveScene(previous),
    });
  };
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
              intent={intent}
              onCamera={changeCamera}
              onIntent={(next) => {
                remember();
                void change({ intent: next });
                notice({ tone: "said", text: intentOf(next).goal, undo: () => void change({ intent }) });
              }}
            />
            <ExposureField
              request={request}
              recipe={recipe}
              edges={edges}
              before={before?.edges ?? []}
              point={point}
              recipes={solution.recipes}
              chosenEdge={edgeId}
              onEdge={setEdgeId}
              onPoint={({ shutterSeconds, iso: nextIso }) =>
                apply({ ...base, sequence: { ...base.sequence!, periodSeconds: null, shutterSeconds }, iso: nextIso })
              }
              onRecipe={(chosen) => apply(chosen.recipe)}
              picture={<RehearsedPicture standIn={standIn} plan={capture} camera={framedCamera} light={light} />}
            />
          </>
        }
        reasonsName="Reasons"
        reasons={
          <Tabs
            label="Reasons"
            tabs={[
              {
                name: "Recipes",
                content: (
                  <RecipeList
                    solution={solution}
                    advice={advice}
                    line={line}
                    before={before}
                    sceneEv={scene.sceneEv}
                    cautions={cautions}
                    onRecipe={(chosen) => apply(chosen.recipe)}
                  />
                ),
              },
              {
                name: "Point",
                content: (
                  <PointPanel
                    figures={figures}
                    edges={edges}
                    missed={missed}
                    chosenEdge={edgeId}
                    onEdge={setEdgeId}
                    bracket={
                      point && (
                        <BracketProposal
                          shutterLadder={camera.shutterLadder}
                          shutterSeconds={point.shutterSeconds}
                          onTake={(count, bracketStops) => {
                            const sequence = {
                              shutterSeconds: point.shutterSeconds,
                              frames: count,
                              periodSeconds: null,
                            };
                            apply({ ...recipe, sequence, bracketStops, stack: "fuse" });
                          }}
                        />
                      )
                    }
                  />
                ),
              },
              {
                name: "Scene",
                content: (
                  <SceneForm
                    scene={scene}
                    fNumber={camera.lens.fNumber}
                    supports={kit.supports}
                    meterStops={outlook?.base.meterStops ?? null}
                    plannedSky={sky}
                    automatic={automaticValues(planned, plan)}
                    onChange={changeScene}
                    testPicture={
                      <TestPicture
                        fNumber={camera.lens.fNumber}
                        recipe={recipe}
                        lossStops={camera.lossStops}
                        lastFrame={lastFrame}
                        metered={scene.metered}
                        metering={scene.schools.metering}
                        onMetered={(metered, metering) =>
                          changeScene({
                            metered,
                            sceneEv: metered[`${metering}Ev`],
                            schools: { ...scene.schools, metering },
                          })
                        }
                      />
                    }
                  />
                ),
              },
              {
                name: "Lenses",
                content: <LensTable fields={comparedFields(request, recipe, kit, camera)} />,
              },
              {
                name: "Schools",
                content: (
                  <SchoolsForm
                    schools={scene.schools}
                    request={request}
                    metered={scene.metered}
                    sizes={sizes}
                    onChange={(schools) => {
                      const { metered } = scene;
                      const anew = metered !== null && schools.metering !== scene.schools.metering;
                      changeScene({ schools, ...(anew ? { sceneEv: metered[`${schools.metering}Ev`] } : {}) });
                    }}
                  />
                ),
              },
            ]}
          />
        }
      />
      <RecipeLine key={shotId} line={savedLine} onSave={save} onDraft={type} />
    </>
  );
}
