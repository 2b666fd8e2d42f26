"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { z } from "zod";
import { type ParsedRecipe, parseRecipe, printRecipe, type Recipe } from "@/core/recipe";
import { errorText, sendJson } from "@/features/api/client";
import { useShot } from "@/features/api/queries";
import { notice } from "@/ui/Notice";

const anything = z.unknown();

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

/** The recipe of a shot: what the line says leads, and what is set elsewhere is written into it. */
export function useShotRecipe(shotId: string): ShotRecipe {
  const kept = useShot(shotId).data?.shot.recipeLine ?? "";
  const client = useQueryClient();
  const [draft, setDraft] = useState<string | null>(null);
  const [sent, setSent] = useState<string | null>(null);
  const { mutate } = useMutation({
    mutationFn: (text: string) => sendJson("PUT", `/api/shots/${shotId}/recipe`, { line: text }, anything),
    onError: (error, text) => {
      setDraft(text);
      notice({ tone: "wrong", text: errorText(error) });
    },
    onSettled: async (_data, _error, text) => {
      await client.invalidateQueries({ queryKey: ["shot", shotId] });
      setSent((latest) => (latest === text ? null : latest));
    },
  });
  const savedLine = sent ?? kept;
  const line = draft ?? savedLine;
  const parsed = useMemo(() => parseRecipe(line), [line]);
  const save = (text: string) => {
    setSent(text);
    setDraft(null);
    mutate(text);
  };
  return { ...parsed, savedLine, line, type: setDraft, save, apply: (recipe) => save(printRecipe(recipe)) };
}
