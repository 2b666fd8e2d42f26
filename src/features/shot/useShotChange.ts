"use client";

import { useCallback } from "react";
import { type OutingReply, type ShotDetailReply, type ShotReply, shotReply } from "@/contracts/replies";
import { shownIn, useChange } from "@/features/api/useChange";

/** What can be changed of a shot. */
export type ShotPart = Partial<Omit<ShotReply, "id" | "outingId" | "recipeLine">>;

interface ShotEdit {
  /** Told at once, with an undo. */
  readonly said?: string;
  /** Waits until the hand rests. */
  readonly restMs?: number;
}

/** Where a shot's own fields show. */
export const shotShown = ({ id, outingId }: ShotReply) => [
  shownIn<ShotDetailReply, Partial<ShotReply>>(["shot", id], (detail, part) => ({
    ...detail,
    shot: { ...detail.shot, ...part },
  })),
  shownIn<OutingReply, Partial<ShotReply>>(["outing", outingId], (outing, part) => ({
    ...outing,
    shots: outing.shots.map((each) => (each.id === id ? { ...each, ...part } : each)),
  })),
];

/** A shot's row as the answer to a change tells it; another intent plans its line, time and scene anew. */
const readingOf = ({ id }: ShotReply) => ({
  row: `shot ${id}`,
  reply: shotReply.transform((shot) => ({ shows: shot, fields: { ...shot, line: shot.recipeLine } })),
});

/** Changes parts of shots. */
export function useShotChange(): (shot: ShotReply, part: ShotPart, edit?: ShotEdit) => Promise<void> {
  const change = useChange();
  return useCallback(
    (shot, part, edit) => {
      const was = Object.fromEntries(Object.keys(part).map((key) => [key, shot[key as keyof ShotReply]])) as ShotPart;
      const draft = { url: `/api/shots/${shot.id}`, shown: shotShown(shot), reading: readingOf(shot) };
      return change(draft, { part, was, ...edit });
    },
    [change],
  );
}

/** Takes shots off their outing, with an undo. */
export function useShotRemoval(): (shot: ShotReply, said: string) => Promise<void> {
  const change = useChange();
  return useCallback(
    (shot, said) => {
      const shown = shownIn<OutingReply, { deleted: boolean }>(["outing", shot.outingId], (outing, { deleted }) => ({
        ...outing,
        shots: deleted ? outing.shots.filter(({ id }) => id !== shot.id) : [...outing.shots, shot],
      }));
      const draft = { url: `/api/shots/${shot.id}`, shown: [shown], affects: [["shot", shot.id]] };
      return change(draft, { part: { deleted: true }, was: { deleted: false }, said });
    },
    [change],
  );
}
