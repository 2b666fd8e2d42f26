"use client";

import { useMemo, useState } from "react";
import { type OutingReply, recipeReply, type ShotDetailReply } from "@/contracts/replies";
import { type ParsedRecipe, parseRecipe, printRecipe, type Recipe } from "@/core/recipe";
import { useShot } from "@/features/api/queries";
import { shownIn, useDraft } from "@/features/api/useDraft";

/** A shot's recipe line as it stands, and ways to change it. */
export interface ShotRecipe extends ParsedRecipe {
  /** As saved, or on its way there. */
  readonly savedLine: string;
  /** As typed so far; the saved one while nobody types. */
  readonly line: string;
  /** Takes every text as it is typed. */
  readonly type: (text: string) => void;
  readonly save: (line: string) => void;
  /** Writes a recipe as the line and saves it. */
  readonly apply: (recipe: Recipe) => void;
}

interface Line {
  readonly line: string;
}

/** The recipe of a shot: what the line says leads, and what is set elsewhere is written into it. */
export function useShotRecipe(shotId: string): ShotRecipe {
  const shot = useShot(shotId).data?.shot;
  const change = useDraft();
  const [typed, setTyped] = useState<string | null>(null);
  const savedLine = shot?.recipeLine ?? "";
  const line = typed ?? savedLine;
  const parsed = useMemo(() => parseRecipe(line), [line]);
  const save = (text: string) => {
    setTyped(null);
    if (!shot) return;
    const shown = [
      shownIn<ShotDetailReply, Line>(["shot", shotId], (detail, { line: recipeLine }) => ({
        ...detail,
        shot: { ...detail.shot, recipeLine },
      })),
      shownIn<OutingReply, Line>(["outing", shot.outingId], (outing, { line: recipeLine }) => ({
        ...outing,
        shots: outing.shots.map((each) => (each.id === shotId ? { ...each, recipeLine } : each)),
      })),
    ];
    // Of the shot's row the line is told by other changes alone.
    const told = { row: `shot ${shotId}`, reply: recipeReply.transform(() => null) };
    const draft = { method: "PUT", url: `/api/shots/${shotId}/recipe`, shown, told } as const;
    void change(draft, { part: { line: text }, was: { line: savedLine } });
  };
  return { ...parsed, savedLine, line, type: setTyped, save, apply: (recipe) => save(printRecipe(recipe)) };
}
