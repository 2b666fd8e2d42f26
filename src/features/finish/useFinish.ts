"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { z } from "zod";
import { type FinishSource, type LookHistory, MOST_STEPS, type PaintedLights } from "@/contracts/finish";
import { doneReply, type FinishReply, finishReply, type ShotDetailReply } from "@/contracts/replies";
import { type FinishLightId, type Look, type ParsedLook, parseLook, printLook } from "@/core/finish";
import type { PaintedShape } from "@/core/stack";
import { sendJson } from "@/features/api/client";
import { shownIn, useChange } from "@/features/api/useChange";

/** A version of a picture as it is worked on: its look, and the steps that led there. */
export interface Finishing extends ParsedLook {
  readonly finish: FinishReply;
  /** As typed or dragged so far; the kept one while nobody does. */
  readonly line: string;
  /** Whether a hand is on it. */
  readonly isDrafted: boolean;
  /** Takes a line as it is typed, or a look while a hand is on it; it shows, and is not kept. */
  readonly type: (line: string) => void;
  readonly draft: (look: Look) => void;
  /** Keeps a look: a step that can be taken back. */
  readonly keep: (look: Look) => void;
  readonly revert: () => void;
  /** Keeps what is painted of a light. */
  readonly paint: (id: FinishLightId, shapes: readonly PaintedShape[]) => void;
  readonly undo: (() => void) | null;
  readonly redo: (() => void) | null;
}

/** A hand that takes many small steps is waited for so long before they are sent. */
const REST_MS = 400;

const shownAs =
  (id: string) => (reply: ShotDetailReply, part: Partial<Pick<FinishReply, "history" | "name" | "painted">>) => ({
    ...reply,
    finishes: reply.finishes.map((finish) => (finish.id === id ? { ...finish, ...part } : finish)),
  });

/** A shape as it is kept: its points are no longer anybody's. */
const asKept = ({ points, ...shape }: PaintedShape) => ({
  ...shape,
  points: points.map(([x, y]): [number, number] => [x, y]),
});

/** The look of a version, and ways to change it; null without one. */
export function useFinish(shotId: string, finish: FinishReply | null): Finishing | null {
  const change = useChange();
  const [draft, setDraft] = useState<{ readonly id: string; readonly line: string } | null>(null);
  const kept = finish ? finish.history.lines[finish.history.at]! : "";
  const line = draft !== null && draft.id === finish?.id ? draft.line : kept;
  const parsed = useMemo(() => parseLook(line), [line]);
  if (!finish) return null;
  const { id, history, painted } = finish;
  const target = {
    method: "PATCH" as const,
    url: `/api/finishes/${id}`,
    shown: [shownIn(["shot", shotId], shownAs(id))],
  };
  const send = (next: LookHistory) => {
    setDraft(null);
    void change(target, { part: { history: next }, was: { history }, restMs: REST_MS });
  };
  const goTo = (at: number) => (at >= 0 && at < history.lines.length ? () => send({ ...history, at }) : null);
  return {
    ...parsed,
    finish,
    line,
    isDrafted: draft?.id === id,
    type: (text) => setDraft({ id, line: text }),
    draft: (next) => setDraft({ id, line: printLook(next) }),
    keep: (next) => {
      const printed = printLook(next);
      if (printed === kept) return setDraft(null);
      const lines = [...history.lines.slice(0, history.at + 1), printed].slice(-MOST_STEPS);
      send({ lines, at: lines.length - 1 });
    },
    revert: () => setDraft(null),
    paint: (light, shapes) => {
      const { [light]: _, ...others } = painted;
      const next: PaintedLights = shapes.length > 0 ? { ...others, [light]: shapes.map(asKept) } : others;
      void change(target, { part: { painted: next }, was: { painted }, restMs: REST_MS });
    },
    undo: goTo(history.at - 1),
    redo: goTo(history.at + 1),
  };
}

/** Begins versions of pictures, and deletes them. */
export function useVersions(shotId: string, onBegun: (id: string) => void) {
  const client = useQueryClient();
  const again = () => client.invalidateQueries({ queryKey: ["shot", shotId] });
  const begin = useMutation({
    mutationFn: (asked: {
      readonly source: FinishSource;
      readonly name: string;
      readonly line: string;
      readonly painted?: PaintedLights;
    }) => sendJson("POST", "/api/finishes", asked, z.array(finishReply)),
    onSuccess: async ([made]) => {
      await again();
      if (made) onBegun(made.id);
    },
  });
  const remove = useMutation({
    mutationFn: (id: string) => sendJson("DELETE", `/api/finishes/${id}`, {}, doneReply),
    onSuccess: again,
  });
  return { begin, remove };
}
