"use client";

import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { type OutingReply, recipeReply, type ShotDetailReply } from "@/contracts/replies";
import { type ParsedRecipe, parseRecipe, printRecipe, type Recipe } from "@/core/recipe";
import { useShot } from "@/features/api/queries";
import { shownIn, useChange } from "@/features/api/useChange";

/** A shot's recipe line as it stands, and ways to change it. */
export interface ShotRecipe extends ParsedRecipe {
  /** As saved, or on its way there. */
  readonly savedLine: string;
  /** As typed or dragged so far; the saved one while nobody does. */
  readonly line: string;
  /** Takes every text as it is typed; it shows everywhere, and is not kept. */
  readonly type: (text: string) => void;
  /** Takes a recipe while a hand is on it, likewise. */
  readonly draft: (recipe: Recipe) => void;
  readonly save: (line: string) => void;
  /** Writes a recipe as the line and saves it: a step that can be taken back. */
  readonly apply: (recipe: Recipe) => void;
  /** Leaves what was typed and goes back to the saved line. */
  readonly revert: () => void;
  /** Takes the last step back; null where there is none. */
  readonly undo: (() => void) | null;
}

interface Line {
  readonly line: string;
}

/** Nobody takes back more than an evening's steps. */
const MOST_STEPS = 200;
const NO_STEPS: readonly string[] = [];

/** Lines that a shot had before each of a person's steps, the latest last; as long as the page stands. */
function useEarlierLines(shotId: string) {
  const client = useQueryClient();
  const queryKey = ["earlier lines", shotId];
  const { data: lines } = useQuery({
    queryKey,
    queryFn: () => NO_STEPS,
    initialData: NO_STEPS,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: Number.POSITIVE_INFINITY,
  });
  return { lines, keep: (next: readonly string[]) => client.setQueryData(queryKey, next.slice(-MOST_STEPS)) };
}

/** The recipe of a shot: what the line says leads, and what is set elsewhere is written into it. */
export function useShotRecipe(shotId: string): ShotRecipe {
  const shot = useShot(shotId).data?.shot;
  const change = useChange();
  const earlier = useEarlierLines(shotId);
  const [typed, setTyped] = useState<string | null>(null);
  const savedLine = shot?.recipeLine ?? "";
  const line = typed ?? savedLine;
  const send = (text: string) => {
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
    const reading = { row: `shot ${shotId}`, reply: recipeReply.transform(() => null) };
    const draft = { method: "PUT", url: `/api/shots/${shotId}/recipe`, shown, reading } as const;
    void change(draft, { part: { line: text }, was: { line: savedLine } });
  };
  const save = (text: string) => {
    if (text === savedLine) return setTyped(null);
    earlier.keep([...earlier.lines, savedLine]);
    send(text);
  };
  const previous = earlier.lines.at(-1);
  return {
    ...parseRecipe(line),
    savedLine,
    line,
    type: setTyped,
    draft: (recipe) => setTyped(printRecipe(recipe)),
    save,
    apply: (recipe) => save(printRecipe(recipe)),
    revert: () => setTyped(null),
    undo:
      previous === undefined
        ? null
        : () => {
            earlier.keep(earlier.lines.slice(0, -1));
            send(previous);
          },
  };
}
