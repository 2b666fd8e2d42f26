"use client";

import { useCallback, useMemo } from "react";
import type { Finisher } from "@/workers/clients";
import type { Developed } from "@/workers/developedUnder";
import type { Closely, OpenedToFinish } from "@/workers/finish.worker";
import { useLatest } from "@/workers/useLatest";

/** A picture under a look: coarse while a hand is on it, then as a screen shows it. */
export interface ShownFinish {
  /** Its lights as they were found; null while they are looked for. */
  readonly opened: OpenedToFinish | null;
  readonly developed: Developed | null;
  /** What it is compared with, of the same size as a screen shows it. */
  readonly other: Developed | null;
  /** A part of it pixel by pixel; null where nobody looks closely. */
  readonly closely: Closely | null;
}

/** What is shown of a picture. */
export interface FinishAsked {
  readonly address: string;
  readonly line: string;
  readonly isDrafted: boolean;
  /** Of what it is compared with. */
  readonly otherLine: string;
  /** Where somebody looks closely, shares of what comes out. */
  readonly centre: { readonly x: number; readonly y: number } | null;
}

/** What the loupe shows, pixels of the picture, on a wide page; a narrow one has this share of its width. */
const LOUPE = { width: 460, height: 340 } as const;
const LOUPE_SHARE = 0.62;
const loupeSize = () => ({ ...LOUPE, width: Math.min(LOUPE.width, Math.round(LOUPE_SHARE * window.innerWidth)) });

/** Has a version's picture opened and developed in a worker. */
export function useDeveloped(
  finisher: Finisher,
  { address, line, isDrafted, otherLine, centre }: FinishAsked,
): ShownFinish {
  const open = useCallback(async (asked: { readonly address: string }) => finisher!.open(asked.address), [finisher]);
  const develop = useCallback(
    async (asked: { readonly address: string; readonly line: string; readonly isGlance: boolean }) =>
      finisher!.develop(asked.address, asked.line, asked.isGlance),
    [finisher],
  );
  const look = useCallback(
    async (asked: {
      readonly address: string;
      readonly line: string;
      readonly centre: { readonly x: number; readonly y: number };
    }) => finisher!.closely(asked.address, asked.line, asked.centre, loupeSize()),
    [finisher],
  );
  const picture = useMemo(() => ({ address }), [address]);
  const question = useMemo(() => ({ address, line, isGlance: isDrafted }), [address, line, isDrafted]);
  const against = useMemo(() => ({ address, line: otherLine, isGlance: false }), [address, otherLine]);
  const close = useMemo(() => centre && { address, line, centre }, [address, line, centre]);
  const opened = useLatest(finisher ? open : null, picture);
  // Asked first, so that all else waits for those few pixels.
  const closely = useLatest(finisher ? look : null, close);
  const developed = useLatest(finisher ? develop : null, question);
  const other = useLatest(finisher ? develop : null, against);
  const of = <Answer>(latest: { readonly question: { readonly address: string }; readonly answer: Answer } | null) =>
    latest?.question.address === address ? latest.answer : null;
  return { opened: of(opened), developed: of(developed), other: of(other), closely: of(closely) };
}
