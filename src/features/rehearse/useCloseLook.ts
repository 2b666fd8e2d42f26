"use client";

import { useEffect, useMemo, useState } from "react";
import type { Rehearsal } from "@/core/rehearse";
import { startRehearse } from "@/workers/clients";
import type { Rehearsed } from "@/workers/rehearse.worker";
import { useResident } from "@/workers/useResident";
import { coarsePart } from "./coarsePart";

/** Where one looks closely before the pointer says where. */
const MIDDLE = { x: 0.5, y: 0.5 };

/**
 * A part of the whole run's picture at full size; null until it is there, and while nobody looks.
 *
 * @param at Its middle, shares of the picture's width and height; null for nowhere.
 */
function useLoupe(
  { request, sky, plan, own }: Rehearsed,
  at: { readonly x: number; readonly y: number } | null,
): Rehearsal | null {
  const [picture, setPicture] = useState<Rehearsal | null>(null);
  const worker = useResident(startRehearse);
  const [x, y] = [at?.x ?? null, at?.y ?? null];
  useEffect(() => {
    setPicture(null);
    if (plan === null || x === null || y === null || own) return;
    let current = true;
    const wish = { request, sky, plan, own: null, widthPx: 0, openedSeconds: null, reads: false };
    void worker?.loupe(wish, x, y).then((next) => current && next && setPicture(next));
    return () => {
      current = false;
    };
  }, [worker, request, sky, plan, own, x, y]);
  return picture;
}

/** A part of the picture at full size, where one points; until it is exposed, as far as the whole picture knows it. */
export function useCloseLook(rehearsed: Rehearsed, picture: Rehearsal | null) {
  const [on, setOn] = useState(false);
  const [pointed, setPointed] = useState(MIDDLE);
  const fine = useLoupe(rehearsed, on ? pointed : null);
  const { widthPx } = rehearsed.request.camera.lens;
  const coarse = useMemo(
    () => (on && picture ? coarsePart(picture, pointed, widthPx) : null),
    [on, picture, pointed, widthPx],
  );
  return {
    on,
    toggle: () => setOn((before) => !before),
    pointed,
    setPointed,
    part: fine ?? coarse,
    isFine: fine !== null,
  };
}
