"use client";

import { useState } from "react";
import { parseRecipe, printRecipe } from "@/core/recipe";

export interface LineTextProps {
  /** The saved line, in canonical spelling. */
  readonly line: string;
  /** Called with the canonical line when a right line is finished (Enter, or leaving the field). */
  readonly onSave: (line: string) => void;
  /** Called with every text as it is typed. */
  readonly onDraft: (text: string) => void;
}

/** The text of a recipe line while it is typed: saved when it is right, put back, and taken back to earlier lines. */
export function useLineText({ line, onSave, onDraft }: LineTextProps) {
  const [text, setText] = useState(line);
  const [adopted, setAdopted] = useState(line);
  const [earlier, setEarlier] = useState<readonly string[]>([]);
  const [focused, focus] = useState(false);
  // A newly saved line replaces the text, but never what somebody is in the middle of typing.
  if (line !== adopted) {
    setAdopted(line);
    if (text === adopted || !focused) setText(line);
  }
  const { recipe, problems } = parseRecipe(text);
  const change = (next: string) => {
    setText(next);
    onDraft(next);
  };
  const commit = () => {
    if (problems.length > 0) return;
    const canonical = printRecipe(recipe);
    change(canonical);
    if (canonical === line) return;
    setEarlier((lines) => [...lines, line]);
    onSave(canonical);
  };
  const takeBack = () => {
    const previous = earlier.at(-1);
    if (previous === undefined) return;
    setEarlier((lines) => lines.slice(0, -1));
    change(previous);
    onSave(previous);
  };
  return {
    text,
    problems,
    change,
    commit,
    revert: () => change(line),
    takeBack,
    focus,
    canTakeBack: earlier.length > 0,
  };
}
