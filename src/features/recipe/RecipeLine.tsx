"use client";

import { type ParsedRecipe, printRecipe } from "@/core/recipe";
import { TypedLine } from "./TypedLine";

/** A line as it is typed, and what becomes of it. */
export interface LineState extends ParsedRecipe {
  readonly line: string;
  readonly type: (text: string) => void;
  readonly save: (line: string) => void;
  readonly revert: () => void;
  readonly undo: (() => void) | null;
}

/** The recipe as one line of text. */
export function RecipeLine({ state }: { readonly state: LineState }) {
  const { line, recipe, problems, type, save, revert, undo } = state;
  return (
    <TypedLine
      name="Recipe"
      line={line}
      example="24 x 2s every 2.5s | iso 50 | nd 8 | wb 4000K | focus 12m | delay 2s | raw+jpeg -> mean"
      problems={problems}
      onType={type}
      onCommit={() => save(printRecipe(recipe))}
      onRevert={revert}
      undo={undo}
    />
  );
}
