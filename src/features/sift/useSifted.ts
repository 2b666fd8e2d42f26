"use client";

import { useCallback, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { FrameFigures } from "@/contracts/frameFigures";
import type { FrameReply } from "@/contracts/replies";
import { type BestFrame, bestOf, bestTry, type FrameSet, frameSets, type Softness, whySoft } from "@/core/inspect";
import { groupBySettings } from "@/core/picture";
import { counted } from "@/core/words";
import type { RunWithFrames } from "@/features/api/queries";
import { spoiledFrames } from "@/features/api/runMarks";
import { measuredValue } from "./measures";
import { useChoices } from "./useChoices";
import { type RunFigures, useFigures } from "./useFigures";

const NO_FRAMES: readonly FrameReply[] = [];
const NOBODY: ReadonlySet<string> = new Set();
/** A frame is set beside so many others of its settings: those nearest to it. */
const BESIDE = 12;
/** More pictures than this are too small to be compared. */
const MOST_BESIDE = 4;

/** The frames of a batch, what is known and thought of them, and the one that is looked at. */
export interface Sifted {
  readonly frames: readonly FrameReply[];
  readonly kept: readonly FrameReply[];
  /** Frames that are not to be fused. */
  readonly dropped: ReadonlySet<string>;
  /** What somebody said is spoiled, while it was taken or in the log. */
  readonly spoiled: ReadonlySet<string>;
  readonly figures: RunFigures;
  readonly sets: readonly FrameSet[];
  readonly current: FrameReply | null;
  readonly onCurrent: (id: string) => void;
  /** Why the one that is looked at is soft, beside those of its settings that were taken about the same time; null before one can tell. */
  readonly softness: Softness | null;
  /** What is proposed as the best of those that are kept; null where nothing tells. */
  readonly proposed: BestFrame | null;
  /** Whether it is drawn where the frame that is looked at has detail. */
  readonly isMapped: boolean;
  readonly onMap: () => void;
  readonly brushed: ReadonlySet<string>;
  readonly onBrush: (ids: ReadonlySet<string>) => void;
  /** Takes a frame in or leaves it out, and all that are brushed with it. */
  readonly onToggle: (id: string) => void;
  /** Frames that are looked at beside each other, in the order they were set there. */
  readonly beside: readonly FrameReply[];
  /** Sets a frame beside the others, or takes it away from them; `null` takes all of them away. */
  readonly onBeside: (id: string | null) => void;
  /** Says that a frame is the best, or that it is not. */
  readonly onBest: (frame: FrameReply) => void;
  readonly step: (by: number) => void;
}

function othersOf(
  { id, width, height, shutterSeconds, iso }: FrameReply,
  frames: readonly FrameReply[],
  figures: ReadonlyMap<string, FrameFigures>,
): readonly FrameFigures[] {
  const alike = frames.filter(
    (frame) =>
      frame.width === width && frame.height === height && frame.shutterSeconds === shutterSeconds && frame.iso === iso,
  );
  const at = alike.findIndex((frame) => frame.id === id);
  return alike
    .slice(Math.max(0, at - BESIDE / 2), at + BESIDE / 2 + 1)
    .flatMap((frame) => (frame.id === id ? [] : [figures.get(frame.id)]))
    .filter((each) => each !== undefined);
}

/** Why a frame is soft beside its like. */
function softnessOf(frame: FrameReply, frames: readonly FrameReply[], { byId }: RunFigures): Softness | null {
  const figures = byId.get(frame.id);
  const others = othersOf(frame, frames, byId).filter((each) => each.kind === "measured");
  return figures?.kind === "measured" && others.length > 1 ? whySoft(figures, others) : null;
}

/** More frames than this nobody takes to try something. */
const MOST_TRIES = 30;

/** The best of the frames that are kept: of those of one setting the sharpest, of a few tries with different ones the best weighed. */
function bestOfKept(kept: readonly FrameReply[], { byId }: RunFigures): BestFrame | null {
  const known = kept.flatMap(({ id }) => {
    const measured = byId.get(id);
    return measured?.kind === "measured" ? [{ id, figures: measured }] : [];
  });
  const isSeries = groupBySettings(kept).length > 1 && kept.length <= MOST_TRIES;
  return isSeries ? bestTry(known) : bestOf(known);
}

/** What is thought of frames: one is left out where somebody says so, or where it is doubtful and nobody takes it in. */
function useDropped(frames: readonly FrameReply[], spoiled: ReadonlySet<string>): ReadonlySet<string> {
  return useMemo(
    () =>
      new Set(
        frames.flatMap(({ id, warning, choice }) => {
          const isOut = choice === null ? warning !== null || spoiled.has(id) : choice === "out";
          return isOut ? [id] : [];
        }),
      ),
    [frames, spoiled],
  );
}

/** A batch to be sifted. */
export function useSifted(run: RunWithFrames | null): Sifted {
  const [currentId, setCurrentId] = useState<string | null>(null);
  const [brushed, setBrushed] = useState<ReadonlySet<string>>(NOBODY);
  const [isMapped, setMapped] = useState(false);
  const [besideIds, setBesideIds] = useState<readonly string[]>([]);
  const frames = run?.frames ?? NO_FRAMES;
  const spoiled = useMemo(() => (run ? spoiledFrames(run) : NOBODY), [run]);
  const dropped = useDropped(frames, spoiled);
  const kept = useMemo(() => frames.filter(({ id }) => !dropped.has(id)), [frames, dropped]);
  const figures = useFigures(run?.run.id ?? null, frames.length);
  const sets = useMemo(
    () =>
      frameSets(
        frames.map((frame) => {
          const known = figures.byId.get(frame.id);
          return {
            ...frame,
            lightStops: measuredValue("light", figures, frame.id),
            drift: known?.kind === "measured" ? known.drift : null,
            trailPx: figures.planned.get(frame.id)?.trailPx ?? null,
          };
        }),
      ),
    [frames, figures],
  );
  const current = frames.find(({ id }) => id === currentId) ?? frames[0] ?? null;
  const softness = useMemo(() => (current ? softnessOf(current, frames, figures) : null), [current, frames, figures]);
  const proposed = useMemo(() => bestOfKept(kept, figures), [kept, figures]);
  const choose = useChoices(run?.run.id ?? null);
  const latest = useRef({ frames, dropped, brushed });
  useLayoutEffect(() => {
    latest.current = { frames, dropped, brushed };
  });
  const onToggle = useCallback(
    (id: string) => {
      const { frames: all, dropped: out, brushed: together } = latest.current;
      const choice = out.has(id) ? "in" : "out";
      const ids = together.has(id) ? all.flatMap((frame) => (together.has(frame.id) ? [frame.id] : [])) : [id];
      const what = ids.length === 1 ? (all.find((frame) => frame.id === id)?.name ?? "") : counted(ids.length, "frame");
      choose(
        ids.map((each) => ({ id: each, choice })),
        `${what} ${ids.length === 1 ? "is" : "are"} ${choice === "in" ? "taken in" : "left out"}.`,
      );
    },
    [choose],
  );
  const onBest = (frame: FrameReply) => {
    const choice = frame.choice === "best" ? "in" : "best";
    // What was it before is one of them again.
    const before = frames.filter((other) => other.choice === "best" && other.id !== frame.id);
    choose(
      [{ id: frame.id, choice } as const, ...before.map(({ id }) => ({ id, choice: "in" as const }))],
      choice === "best" ? `${frame.name} is the best.` : `${frame.name} is one of them again.`,
    );
  };
  const onBeside = (id: string | null) => {
    if (id === null) return setBesideIds([]);
    const without = besideIds.filter((each) => each !== id);
    // A fifth one takes the place of the first.
    setBesideIds(without.length < besideIds.length ? without : [...without, id].slice(-MOST_BESIDE));
  };
  const beside = besideIds.flatMap((id) => frames.filter((frame) => frame.id === id));
  const step = (by: number) => {
    const at = frames.findIndex(({ id }) => id === current?.id);
    const next = frames[Math.max(0, Math.min(frames.length - 1, at + by))];
    if (next) setCurrentId(next.id);
  };
  const known = { frames, kept, dropped, spoiled, figures, sets, current, softness, proposed, brushed, beside };
  const onMap = () => setMapped((before) => !before);
  return { ...known, isMapped, onMap, onCurrent: setCurrentId, onBrush: setBrushed, onToggle, onBest, onBeside, step };
}
