"use client";

import { proxy } from "comlink";
import { useEffect, useState } from "react";
import type { PromisedShot, Rehearsal, ScreenPicture } from "@/core/rehearse";
import { startRehearse } from "@/workers/clients";
import type { RehearsalWish } from "@/workers/rehearse.worker";
import { useWorker } from "@/workers/useWorker";

/** What is rehearsed, as far as a page knows it: without a shutter time there is no plan. */
export type Rehearsed = Omit<RehearsalWish, "plan" | "widthPx" | "openedSeconds" | "promised"> & {
  readonly plan: RehearsalWish["plan"] | null;
};

/**
 * The picture of a plan before it is taken, simulated in a worker; it grows frame by frame. Null until the first.
 *
 * @param openedSeconds How far the run is; null for all of it.
 * @param promised What its promises go by, which are then read off it.
 */
export function useRehearsal(
  { intent, sky, plan, camera, shot, own }: Rehearsed,
  widthPx: number,
  openedSeconds: number | null = null,
  promised: PromisedShot | null = null,
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
      { intent, sky, plan, camera, shot, own, widthPx, openedSeconds, promised },
      proxy(async (next) => {
        if (current) setPicture(next);
      }),
    );
    return () => {
      current = false;
    };
  }, [worker, intent, sky, plan, camera, shot, own, widthPx, openedSeconds, promised]);
  return picture;
}

/**
 * A part of the whole run's picture at full size, by a worker of its own; null until it is there, and while nobody looks.
 *
 * @param at Its middle, shares of the picture's width and height; null for nowhere.
 */
export function useLoupe(
  { intent, sky, plan, camera, shot, own }: Rehearsed,
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
    const wish = { intent, sky, plan, camera, shot, own: null, widthPx: 0, openedSeconds: null, promised: null };
    void worker?.loupe(wish, x, y).then((next) => current && next && setPicture(next));
    return () => {
      current = false;
    };
  }, [worker, intent, sky, plan, camera, shot, own, x, y]);
  return picture;
}

/** What the phone's screen shows before the run, by a worker of its own; null until it is there, and while nobody wants it. */
export function useScreenPicture(
  { intent, sky, plan, camera, shot }: Rehearsed,
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
    const topIso = camera.isoLadder.at(-1) ?? camera.lens.baseIso;
    void worker
      ?.screen({ intent, sky, plan, camera, shot, own: null, widthPx, openedSeconds: null, promised: null }, topIso)
      .then((next) => current && setPicture(next));
    return () => {
      current = false;
    };
  }, [worker, intent, sky, plan, camera, shot, widthPx, wanted]);
  return picture;
}
