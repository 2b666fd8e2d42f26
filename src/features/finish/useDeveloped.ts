"use client";

import { useCallback, useMemo } from "react";
import type { Finisher } from "@/workers/clients";
import type { Developed, OpenedToFinish } from "@/workers/finish.worker";
import { useLatest } from "@/workers/useLatest";

/** A picture under a look: coarse while a hand is on it, then as a screen shows it. */
export interface ShownFinish {
  /** Its lights as they were found; null while they are looked for. */
  readonly opened: OpenedToFinish | null;
  readonly developed: Developed | null;
  /** As it was before any look, of the same size as a screen shows it. */
  readonly before: Developed | null;
}

/** Has a version's picture opened and developed in a worker. */
export function useDeveloped(
  finisher: Finisher,
  address: string | null,
  line: string,
  isDrafted: boolean,
): ShownFinish {
  const open = useCallback(async (asked: { readonly address: string }) => finisher!.open(asked.address), [finisher]);
  const develop = useCallback(
    async (asked: { readonly address: string; readonly line: string; readonly isGlance: boolean }) =>
      finisher!.develop(asked.address, asked.line, asked.isGlance),
    [finisher],
  );
  const picture = useMemo(() => (address ? { address } : null), [address]);
  const question = useMemo(() => (address ? { address, line, isGlance: isDrafted } : null), [address, line, isDrafted]);
  const plain = useMemo(() => (address ? { address, line: "", isGlance: false } : null), [address]);
  const opened = useLatest(finisher ? open : null, picture);
  const developed = useLatest(finisher ? develop : null, question);
  const before = useLatest(finisher ? develop : null, plain);
  const of = <Answer>(latest: { readonly question: { readonly address: string }; readonly answer: Answer } | null) =>
    latest?.question.address === address ? latest.answer : null;
  return { opened: of(opened), developed: of(developed), before: of(before) };
}
