"use client";

import { useCallback, useMemo, useState } from "react";
import type { ShotDetailReply, StackReply } from "@/contracts/replies";
import { LAYER_OFF_STOPS, type LayerId, type LayerStops } from "@/core/stack";
import { shownIn, useChange } from "@/features/api/useChange";
import type { Folder } from "@/workers/clients";
import type { Weighed } from "@/workers/fold.worker";
import { useLatest } from "@/workers/useLatest";

/** A hand that weighs one part after the other is waited for so long before the whole picture is made. */
const REST_MS = 500;

interface Question {
  readonly address: string;
  readonly layers: readonly LayerId[];
  readonly stops: LayerStops;
}

/** How a result's parts are weighed, while a hand is on them and afterwards. */
export interface Balance {
  readonly layers: readonly LayerId[];
  readonly stops: LayerStops;
  /** What the parts come to, small; null while that is not known. */
  readonly weighed: Weighed | null;
  /** Each part by itself, small. */
  readonly alone: ReadonlyMap<LayerId, Weighed>;
  /** Whether the picture that is kept is not yet the one that is weighed. */
  readonly isAhead: boolean;
  readonly draft: (id: LayerId, stops: number) => void;
  readonly keep: (id: LayerId, stops: number) => void;
  readonly asFused: () => void;
}

/** Parts that are not raised are not named; null where none is. */
function named(stops: LayerStops): LayerStops | null {
  const raised = Object.entries(stops).filter(([, by]) => by !== 0);
  return raised.length > 0 ? Object.fromEntries(raised) : null;
}

const NO_STOPS: LayerStops = {};
const NONE: ReadonlyMap<LayerId, Weighed> = new Map();

/** A stack in its shot's reply with other weights, whose picture is yet to come. */
function weighedIn(stackId: string) {
  return (reply: ShotDetailReply, { balance }: { readonly balance: LayerStops | null }): ShotDetailReply => ({
    ...reply,
    stacks: reply.stacks.map((entry) =>
      entry.stack.id === stackId ? { ...entry, stack: { ...entry.stack, balance, balancedHash: null } } : entry,
    ),
  });
}

/** Weighs the parts of a stack's result; null where it is of a piece. */
export function useBalance(fold: Folder, shotId: string, stack: StackReply["stack"] | null): Balance | null {
  const [drafted, setDrafted] = useState<{ readonly stackId: string; readonly stops: LayerStops } | null>(null);
  const change = useChange();
  const layers = stack?.layers ?? null;
  const kept = stack?.balance ?? null;
  const hand = drafted !== null && drafted.stackId === stack?.id ? drafted.stops : null;
  const stops = hand ?? kept ?? NO_STOPS;

  const address = stack && layers ? `/api/stacks/${stack.id}/layers` : null;
  const question = useMemo(() => (address && layers ? { address, layers, stops } : null), [address, layers, stops]);
  const ask = useCallback(
    async (asked: Question) => fold?.weigh(asked.address, asked.layers, asked.stops) ?? null,
    [fold],
  );
  const weighed = useLatest(fold ? ask : null, question);
  const apart = useCallback(
    async (asked: Question) => {
      const alone = new Map<LayerId, Weighed>();
      for (const id of asked.layers) {
        const others = asked.layers.filter((other) => other !== id).map((other) => [other, -LAYER_OFF_STOPS]);
        const part = await fold?.weigh(asked.address, asked.layers, Object.fromEntries(others));
        if (part) alone.set(id, part);
      }
      return alone;
    },
    [fold],
  );
  const whole = useMemo(() => (address && layers ? { address, layers, stops: NO_STOPS } : null), [address, layers]);
  const alone = useLatest(fold ? apart : null, whole);

  if (!stack || !layers) return null;
  const save = (next: LayerStops) => {
    setDrafted(null);
    const target = {
      method: "PUT" as const,
      url: `/api/stacks/${stack.id}/balance`,
      shown: [shownIn(["shot", shotId], weighedIn(stack.id))],
      affects: [["shot", shotId]],
    };
    void change(target, { part: { balance: named(next) }, was: { balance: kept }, restMs: REST_MS });
  };
  return {
    layers,
    stops,
    weighed: weighed?.question.address === address ? weighed.answer : null,
    alone: alone?.question.address === address ? alone.answer : NONE,
    isAhead: hand !== null || (kept !== null && stack.balancedHash === null),
    draft: (id, by) => setDrafted({ stackId: stack.id, stops: { ...stops, [id]: by } }),
    keep: (id, by) => save({ ...stops, [id]: by }),
    asFused: () => save(NO_STOPS),
  };
}
