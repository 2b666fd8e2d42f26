"use client";

import { Box } from "@chakra-ui/react";
import type { ShotReply } from "@/contracts/replies";
import { sceneNameFor } from "@/core/rehearse";
import { SCENE_NAMES, SCENE_TITLES, type SceneName } from "@/core/scene/names";
import { changedScene } from "@/features/shot/planned";
import { useShotDraft } from "@/features/shot/useShotDraft";
import { Choose } from "@/ui/Choose";
import type { Rehearse } from "./useRehearse";

interface PlaceChoiceProps {
  readonly shot: ShotReply;
  readonly rehearse: Rehearse;
}

/** Which scene stands in for the shot's place: the intent's own until another is picked. */
export function PlaceChoice({ shot, rehearse: { scene, request } }: PlaceChoiceProps) {
  const change = useShotDraft();
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
    </Box>
  );
}
