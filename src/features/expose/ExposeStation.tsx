"use client";

import { Box, Flex } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { z } from "zod";
import type { ShotScene } from "@/contracts/scene";
import { CAUTIONS, intentOf } from "@/core/intent";
import { stackedFilterStops } from "@/core/light";
import { EMPTY_RECIPE, parseRecipe, printRecipe, type Recipe } from "@/core/recipe";
import {
  bracketShutters,
  fieldEdges,
  meterStops,
  type SolvedRecipe,
  type SolveRequest,
  solve,
  usualScene,
} from "@/core/solve";
import { errorText, sendJson } from "@/features/api/client";
import { usePhone, useShot } from "@/features/api/queries";
import { useNight } from "@/features/night/NightContext";
import { RecipeLine } from "@/features/recipe/RecipeLine";
import { useNotice } from "@/ui/Notice";
import { Station } from "@/ui/Station";
import { signed } from "@/ui/words";
import { ExposureField, type FieldPoint } from "./ExposureField";
import { PredictionList } from "./PredictionList";
import { SceneForm } from "./SceneForm";
import { SchoolsForm } from "./SchoolsForm";

const anything = z.unknown();
const FRAMES = [1, 2, 4, 8, 16, 32, 64, 128] as const;
const FRAMES_PER_SECOND = 25;
const FREE_MEGABYTES = 20_000;

/** Expose: which settings can work, and why. The recipe line and the point of the field are one and the same. */
export function ExposeStation({ shotId }: { readonly outingId: string; readonly shotId: string }) {
  const shot = useShot(shotId).data?.shot;
  const phone = usePhone().data;
  const night = useNight();
  const client = useQueryClient();
  const notice = useNotice();
  const [draft, setDraft] = useState<string | null>(null);
  const [pending, setPending] = useState<ShotScene | null>(null);
  const [edgeId, setEdgeId] = useState<string | null>(null);
  const [before, setBefore] = useState<{ readonly sceneEv: number; readonly best: string } | null>(null);

  const line = shot?.recipeLine ?? "";
  const { recipe } = parseRecipe(draft ?? line);
  const refresh = () => client.invalidateQueries({ queryKey: ["shot", shotId] });
  const wrong = (error: unknown) => notice({ tone: "wrong", text: errorText(error) });
  const save = useMutation({
    mutationFn: (text: string) => sendJson("PUT", `/api/shots/${shotId}/recipe`, { line: text }, anything),
    onSuccess: refresh,
    onError: wrong,
  });
  const saveScene = useMutation({
    mutationFn: (scene: ShotScene | null) => sendJson("PATCH", `/api/shots/${shotId}`, { scene }, anything),
    onSettled: async () => {
      await refresh();
      setPending(null);
    },
    onError: wrong,
  });

  const intent = shot?.intent ?? "still-view";
  const saved = shot?.scene ?? null;
  const lampEv = night?.site.lampEv;
  const scene = useMemo((): ShotScene => {
    const usual = usualScene(intent);
    const lit = lampEv !== undefined && usual.sceneEv > 0 ? { sceneEv: lampEv } : {};
    return pending ?? saved ?? { ...usual, ...lit };
  }, [pending, saved, intent, lampEv]);
  const request = useMemo((): SolveRequest | null => {
    if (!phone) return null;
    const filterStops = phone.filters.map(({ stops }) => Math.round(stops * 100) / 100);
    return {
      ...{ ...scene, intent, camera: phone, filterStops },
      ...{ framesPerSecond: FRAMES_PER_SECOND, freeMegabytes: FREE_MEGABYTES },
    };
  }, [phone, scene, intent]);
  const solution = useMemo(() => (request ? solve(request) : null), [request]);
  if (!shot || !phone || !request || !solution) return <Box flex="1" />;

  const filterStops = Math.round(stackedFilterStops(recipe.filters) * 100) / 100;
  const frames = recipe.sequence?.frames ?? 1;
  const iso = recipe.iso ?? phone.isoLadder[0] ?? 50;
  const point: FieldPoint | null = recipe.sequence ? { shutterSeconds: recipe.sequence.shutterSeconds, iso } : null;
  const meter = point ? meterStops(request, { ...point, filterStops }) : null;
  const edge = fieldEdges(request, { filterStops, frames }).find(({ id }) => id === edgeId) ?? null;
  const planned = shot.beginsAt && night ? night.plan.momentAt(Date.parse(shot.beginsAt)).skyEv : null;

  const own = [night?.site.hazards, night?.site.access].flatMap((text) => (text?.trim() ? [text.trim()] : []));
  const cautions = [...own, ...intentOf(intent).cautions.map((id) => CAUTIONS[id])];

  const apply = (next: Recipe) => {
    const text = printRecipe(next);
    setDraft(text);
    save.mutate(text);
  };
  const base = recipe.sequence
    ? recipe
    : { ...EMPTY_RECIPE, ...recipe, sequence: { frames: 1, shutterSeconds: 1, periodSeconds: null } };
  const sequenceWith = (change: { readonly frames?: number; readonly shutterSeconds?: number }) => ({
    ...base.sequence!,
    periodSeconds: null,
    ...change,
  });
  const changeScene = (change: Partial<ShotScene>) => {
    setBefore({ sceneEv: scene.sceneEv, best: solution.recipes[0]?.line ?? "none" });
    const next = { ...scene, ...change };
    setPending(next);
    saveScene.mutate(next);
    notice({
      tone: "said",
      text: "The scene is changed, and the field with it.",
      undo: () => saveScene.mutate(saved),
    });
  };
  return (
    <>
      <Station
        mainName="Field"
        main={
          <Flex direction="column" flex="1" minH="0">
            <Flex
              align="center"
              gap="18px"
              px="16px"
              py="6px"
              wrap="wrap"
              borderBottomWidth="1px"
              borderColor="line"
              fontSize="13px"
            >
              <Flex asChild align="center" gap="8px">
                <label>
                  <Box as="span" color="ash">
                    Filter
                  </Box>
                  <Box asChild bg="slate" height="30px">
                    <select
                      aria-label="Filter"
                      value={filterStops}
                      onChange={(event) => {
                        const stops = Number(event.target.value);
                        apply({ ...base, filters: stops > 0 ? [{ notation: "stops", value: stops }] : [] });
                      }}
                    >
                      <option value={0} style={{ color: "#16171B" }}>
                        none
                      </option>
                      {phone.filters.map(({ name, stops }) => (
                        <option key={name} value={Math.round(stops * 100) / 100} style={{ color: "#16171B" }}>
                          {`${name}, ${stops.toFixed(1)} stops`}
                        </option>
                      ))}
                      {filterStops > 0 && !phone.filters.some(({ stops }) => Math.abs(stops - filterStops) < 0.01) && (
                        <option
                          value={filterStops}
                          style={{ color: "#16171B" }}
                        >{`${filterStops} stops, from the line`}</option>
                      )}
                    </select>
                  </Box>
                </label>
              </Flex>
              <Flex asChild align="center" gap="8px" flex="1" minW="200px" maxW="420px">
                <label>
                  <Box as="span" color="ash" whiteSpace="nowrap">
                    {`${frames} ${frames === 1 ? "frame" : "frames"}${frames > 1 ? `, worth ${signed(Math.log2(frames))} stops` : ""}`}
                  </Box>
                  <Box asChild flex="1" accentColor="lamp">
                    <input
                      type="range"
                      aria-label="Frames"
                      min={0}
                      max={FRAMES.length - 1}
                      value={Math.round(Math.log2(Math.min(128, frames)))}
                      onChange={(event) => {
                        const next = FRAMES[Number(event.target.value)] ?? 1;
                        apply({
                          ...base,
                          sequence: sequenceWith({ frames: next }),
                          stack: next > 1 ? (base.stack ?? "mean") : null,
                        });
                      }}
                    />
                  </Box>
                </label>
              </Flex>
              <Box
                ml="auto"
                fontFamily="mono"
                fontSize="20px"
                color={meter !== null && Math.abs(meter) < 1 ? "moss" : "coral"}
                aria-live="polite"
              >
                {meter === null ? "" : signed(meter)}
                <Box as="span" fontSize="13px" color="ash">
                  {" from the meter"}
                </Box>
              </Box>
            </Flex>
            <ExposureField
              request={request}
              filterStops={filterStops}
              frames={frames}
              point={point}
              recipes={solution.recipes}
              chosenEdge={edgeId}
              onEdge={setEdgeId}
              onPoint={({ shutterSeconds, iso: nextIso }) =>
                apply({ ...base, sequence: sequenceWith({ shutterSeconds }), iso: nextIso })
              }
              onRecipe={(chosen: SolvedRecipe) => apply(chosen.recipe)}
            />
          </Flex>
        }
        reasonsName="Reasons"
        reasons={
          <Box>
            <PredictionList
              solution={solution}
              line={draft ?? line}
              edge={edge}
              before={before}
              sceneEv={scene.sceneEv}
              bracket={point ? bracketShutters(phone.shutterLadder, point.shutterSeconds, 2, 1) : []}
              cautions={cautions}
              onRecipe={(chosen) => apply(chosen.recipe)}
            />
            <SceneForm
              scene={scene}
              fNumber={phone.lens.fNumber}
              meterStops={meter}
              plannedSkyEv={planned}
              onChange={changeScene}
            />
            <SchoolsForm schools={scene.schools} onChange={(schools) => changeScene({ schools })} />
          </Box>
        }
      />
      <RecipeLine key={shotId} line={draft ?? line} onSave={(text) => save.mutate(text)} onDraft={setDraft} />
    </>
  );
}
