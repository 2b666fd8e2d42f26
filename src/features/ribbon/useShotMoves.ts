"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useRef } from "react";
import { z } from "zod";
import type { OutingReply, ShotReply } from "@/contracts/replies";
import type { shotChange } from "@/contracts/site";
import { errorText, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

const anything = z.unknown();

/** What can be changed of a shot. */
export type ShotChange = z.infer<typeof shotChange>;

/**
 * Changes shots of an outing, at once on the screen and then in the database, each with an undo. While a change is on its
 * way no older state of the outing is read, so that nothing on the screen jumps back under the hand.
 */
export function useShotMoves(outingId: string) {
  const client = useQueryClient();
  const underWay = useRef(0);
  return useCallback(
    async (shot: ShotReply, change: ShotChange, said: string): Promise<void> => {
      const key = ["outing", outingId];
      const send = async (next: ShotChange) => {
        underWay.current++;
        await client.cancelQueries({ queryKey: key });
        client.setQueryData<OutingReply>(
          key,
          (before) =>
            before && {
              ...before,
              shots: before.shots.flatMap((each) => {
                if (each.id !== shot.id) return [each];
                const { deleted, ...rest } = next;
                const given = Object.fromEntries(Object.entries(rest).filter(([, value]) => value !== undefined));
                return deleted ? [] : [{ ...each, ...given }];
              }),
            },
        );
        try {
          await sendJson("PATCH", `/api/shots/${shot.id}`, next, anything);
        } catch (error) {
          notice({ tone: "wrong", text: errorText(error) });
        }
        underWay.current--;
        if (underWay.current === 0) await client.invalidateQueries({ queryKey: key });
        await client.invalidateQueries({ queryKey: ["shot", shot.id] });
      };
      const sent = send(change);
      const back: ShotChange = change.deleted
        ? { deleted: false }
        : Object.fromEntries(Object.keys(change).map((name) => [name, shot[name as keyof ShotReply]]));
      notice({ tone: "said", text: said, undo: () => void sent.then(() => send(back)) });
      await sent;
    },
    [client, outingId],
  );
}
