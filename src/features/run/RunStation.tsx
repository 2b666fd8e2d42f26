"use client";

import { RecipeLine } from "@/features/recipe/RecipeLine";
import { Station } from "@/ui/Station";
import { RunColumn } from "./RunColumn";
import { RunMain } from "./RunMain";
import { useRunStation } from "./useRunStation";

/** Run: the recipe goes to the phone and the frames come back, or somebody takes them by the clock and logs them. */
export function RunStation({ outingId, shotId }: { readonly outingId: string; readonly shotId: string }) {
  const station = useRunStation(outingId, shotId);
  return (
    <>
      <Station
        mainName="Frames"
        main={<RunMain station={station} />}
        reasonsName="Settings"
        reasons={<RunColumn station={station} />}
      />
      {station.shot && <RecipeLine state={station.recipeLine} />}
    </>
  );
}
