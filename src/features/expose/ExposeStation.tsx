"use client";

import { Box } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { ShotScene } from "@/contracts/scene";
import { type CameraChoice, chosenCamera } from "@/core/camera";
import { CAUTIONS, intentOf } from "@/core/intent";
import type { Recipe } from "@/core/recipe";
import { standInFor } from "@/core/rehearse";
import { type Edge, explain, fieldEdges, meterStops, type SolveRequest, setupOf, solve } from "@/core/solve";
import { useKit, useShot, useShotCamera } from "@/features/api/queries";
import { useNight } from "@/features/night/NightContext";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { framed } from "@/features/shot/crop";
import { filtersOf, inOwnNotation } from "@/features/shot/filtersOf";
import { sceneOf } from "@/features/shot/sceneOf";
import { useShotChange } from "@/features/shot/useShotChange";
import { useShotRecipe } from "@/features/shot/useShotRecipe";
import { useNotice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { Tabs } from "@/ui/Tabs";
import { BracketProposal } from "./BracketProposal";
import { ExposeBar } from "./ExposeBar";
import { ExposureField, type FieldPoint } from "./ExposureField";
import { PointPanel } from "./PointPanel";
import { aimedSky, plannedSky } from "./plannedSky";
import { type BeforeChange, RecipeList } from "./RecipeList";
import { RehearsedPicture } from "./RehearsedPicture";
import { SceneForm } from "./SceneForm";
import { SchoolsForm } from "./SchoolsForm";
import { TestPicture } from "./TestPicture";

const WHOLE_SENSOR = "4:3";
const ONE_SECOND = { frames: 1, shutterSeconds: 1, periodSeconds: null };

/** Expose: which settings can work, and why. The recipe line and the point of the field are one and the same. */
export function ExposeStation({ shotId }: { readonly outingId: string; readonly shotId: string }) {
  const detail = useShot(shotId).data;
  const shot = detail?.shot;
  const camera = useShotCamera(shotId);
  const kit = useKit().data;
  const night = useNight();
  const notice = useNotice();
  const change = useShotChange(shotId);
  const { savedLine, line, recipe, type, save, apply } = useShotRecipe(shotId);
  const [pending, setPending] = useState<ShotScene | null>(null);
  const [edgeId, setEdgeId] = useState<string | null>(null);
  const [before, setBefore] = useState<(BeforeChange & { readonly edges: readonly Edge[] }) | null>(null);

  const intent = shot?.intent ?? "still-view";
  const lampEv = night?.site.lampEv ?? null;
  const scene = useMemo(
    () => pending ?? sceneOf({ scene: shot?.scene ?? null, intent }, lampEv),
    [pending, shot?.scene, intent, lampEv],
  );
  const planned = useMemo(() => (night && shot ? plannedSky(night, shot) : null), [night, shot]);
  const standIn = useMemo(
    () => standInFor(intent, night && shot ? aimedSky(night, shot) : null),
    [intent, night, shot],
  );
  const aimedEv = planned?.aimed ? planned.ev : null;
  const filters = useMemo(() => (kit ? filtersOf(kit) : []), [kit]);
  const shape = shot?.aim?.crop ?? WHOLE_SENSOR;
  const request = useMemo((): SolveRequest | null => {
    const filterStops = filters.map(({ stops }) => stops);
    return camera ? { ...scene, intent, camera: framed(camera, shape), skyEv: aimedEv, filterStops } : null;
  }, [camera, shape, scene, intent, filters, aimedEv]);
  const solution = useMemo(() => {
    if (!request) return null;
    const solved = solve(request);
    return { ...solved, recipes: inOwnNotation(solved.recipes, filters) };
  }, [request, filters]);
  const setup = useMemo(() => (request ? setupOf(request, recipe) : null), [request, recipe]);
  if (!detail || !shot || !camera || !kit || !request || !solution || !setup) return <Box flex="1" />;

  const { filterStops, frames } = setup;
  const iso = recipe.iso ?? camera.isoLadder[0] ?? camera.lens.baseIso;
  const point: FieldPoint | null = recipe.sequence ? { shutterSeconds: recipe.sequence.shutterSeconds, iso } : null;
  const meter = point ? meterStops(request, { ...point, filterStops }) : null;
  const edges = fieldEdges(request, setup);
  const own = [night?.site.hazards, night?.site.access].flatMap((text) => (text?.trim() ? [text.trim()] : []));
  const cautions = [...own, ...intentOf(intent).cautions.map((id) => CAUTIONS[id])];
  const lastFrame = detail.runs.flatMap((run) => run.frames.at(-1) ?? [])[0] ?? null;

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
    void saveScene({ ...scene, ...part });
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
              meterStops={meter}
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
              setup={setup}
              before={before?.edges ?? []}
              point={point}
              recipes={solution.recipes}
              chosenEdge={edgeId}
              onEdge={setEdgeId}
              onPoint={({ shutterSeconds, iso: nextIso }) =>
                apply({ ...base, sequence: { ...base.sequence!, periodSeconds: null, shutterSeconds }, iso: nextIso })
              }
              onRecipe={(chosen) => apply(chosen.recipe)}
              picture={
                <RehearsedPicture
                  standIn={standIn}
                  recipe={recipe}
                  camera={camera}
                  sceneEv={scene.sceneEv}
                  sensorCelsius={scene.sensorCelsius}
                />
              }
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
                    line={line}
                    before={before}
                    sceneEv={scene.sceneEv}
                    cautions={cautions}
                    onRecipe={(chosen) => apply(chosen.recipe)}
                  />
                ),
              },
              {
                name: "This point",
                content: (
                  <PointPanel
                    figures={explain(request, recipe)}
                    edges={edges}
                    frames={frames}
                    point={point}
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
                    meterStops={meter}
                    plannedSky={planned}
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
