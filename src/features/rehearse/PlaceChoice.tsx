"use client";

import { Box } from "@chakra-ui/react";
import type { ShotReply } from "@/contracts/replies";
import { sceneNameFor } from "@/core/rehearse";
import type { SceneAir } from "@/core/scene/air";
import { SCENE_NAMES, SCENE_TITLES, type SceneName } from "@/core/scene/names";
import { changedScene } from "@/features/shot/shownScene";
import { useShotChange } from "@/features/shot/useShotChange";
import { Choose } from "@/ui/Choose";
import type { Rehearse } from "./useRehearse";

interface PlaceChoiceProps {
  readonly shot: ShotReply;
  readonly rehearse: Rehearse;
}

const AS_IT_IS = "as it is";
const GROUNDS = [
  { value: AS_IT_IS, name: "Ground as the scene has it" },
  { value: "dry", name: "Dry ground" },
  { value: "damp", name: "Damp ground" },
  { value: "wet", name: "Wet ground" },
] as const;

/** In haze a dark hill is lost where a light has fallen to 2 %: 3.9 times as far as to 1/e. */
const LOST_AT = 3.9;
const airText = ({ cloud, visibilityMetres }: SceneAir): string =>
  `Cloud ${Math.round(100 * cloud)} %, sight ${Math.round((LOST_AT * visibilityMetres) / 1000)} km`;

/** Which scene stands in for the shot's place: the intent's own until another is picked. */
export function PlaceChoice({ shot, rehearse: { scene, request } }: PlaceChoiceProps) {
  const change = useShotChange();
  const usual = sceneNameFor(shot.intent, { place: null, water: request.water });
  const pick = (place: SceneName) =>
    void change(
      shot,
      { scene: changedScene(scene, { place: place === usual ? null : place }) },
      { said: `Rehearsed before: ${SCENE_TITLES[place].toLowerCase()}.` },
    );
  return (
    <Box py="10px" borderBottomWidth="1px" borderColor="line">
      <Box fontSize="note" color="ash" mb="4px">
        Stands in for your place, under your light
      </Box>
      <Choose
        size="md"
        label="Scene that stands in for your place"
        value={request.place ?? usual}
        options={SCENE_NAMES.map((name) => ({ value: name, name: SCENE_TITLES[name] }))}
        onChoose={pick}
      />
      <Box mt="8px">
        <Choose
          size="md"
          label="How wet the ground is"
          value={request.ground ?? AS_IT_IS}
          options={GROUNDS}
          onChoose={(ground) =>
            void change(shot, { scene: changedScene(scene, { ground: ground === AS_IT_IS ? null : ground }) })
          }
        />
      </Box>
      {request.air && (
        <Box fontSize="note" color="ash" mt="4px">
          {airText(request.air)}, as the night's weather has it
        </Box>
      )}
    </Box>
  );
}
