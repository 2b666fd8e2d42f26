"use client";

import { proxy } from "comlink";
import { useEffect, useState } from "react";
import type { Rehearsal, ScreenPicture } from "@/core/rehearse";
import { startRehearse } from "@/workers/clients";
import type { Rehearsed } from "@/workers/rehearse.worker";

import { useWorker } from "@/workers/useWorker";

/**
 * The picture of a plan before it is taken, simulated in a worker; it grows frame by frame. Null until the first.
 *
 * @param openedSeconds How far the run is; null for all of it.
 * @param reads Whether what was promised of it is read off the whole picture.
 */
export function useRehearsal(
  { request, sky, plan, own }: Rehearsed,
  widthPx: number,
  openedSeconds: number | null = null,
  reads = false,
): Rehearsal | null {
  const [picture, setPicture] = useState<Rehearsal | null>(null);
  const worker = useWorker(startRehearse, true);
  useEffect(() => {
    if (plan === null) {
      setPicture(null);
      return;
    }
    let current = true;
    void worker?.rehearse(
      { request, sky, plan, own, widthPx, openedSeconds, reads },
      proxy(async (next) => {
        if (current) setPicture(next);
      }),
    );
    return () => {
      current = false;
    };
  }, [worker, request, sky, plan, own, widthPx, openedSeconds, reads]);
  return picture;
}

/**
 * A part of the whole run's picture at full size, by a worker of its own; null until it is there, and while nobody looks.
 *
 * @param at Its middle, shares of the picture's width and height; null for nowhere.
 */
export function useLoupe(
  { request, sky, plan, own }: Rehearsed,
  at: { readonly x: number; readonly y: number } | null,
): Rehearsal | null {
  const [picture, setPicture] = useState<Rehearsal | null>(null);
  const worker = useWorker(startRehearse, true);
  const [x, y] = [at?.x ?? null, at?.y ?? null];
  useEffect(() => {
    if (plan === null || x === null || y === null || own) {
      setPicture(null);
      return;
    }
    let current = true;
    const wish = { request, sky, plan, own: null, widthPx: 0, openedSeconds: null, reads: false };
    void worker?.loupe(wish, x, y).then((next) => current && next && setPicture(next));
    return () => {
      current = false;
    };
  }, [worker, request, sky, plan, own, x, y]);
  return picture;
}

/** What the phone's screen shows before the run, by a worker of its own; null until it is there, and while nobody wants it. */
export function useScreenPicture(
  { request, sky, plan }: Rehearsed,
  widthPx: number,
  wanted: boolean,
): ScreenPicture | null {
  const [picture, setPicture] = useState<ScreenPicture | null>(null);
  const worker = useWorker(startRehearse, true);
  useEffect(() => {
    if (plan === null || !wanted) {
      setPicture(null);
      return;
    }
    let current = true;
    const { isoLadder, lens } = request.camera;
    const topIso = isoLadder.at(-1) ?? lens.baseIso;
    void worker
      ?.screen({ request, sky, plan, own: null, widthPx, openedSeconds: null, reads: false }, topIso)
      .then((next) => current && setPicture(next));
    return () => {
      current = false;
    };
  }, [worker, request, sky, plan, widthPx, wanted]);
  return picture;
}
