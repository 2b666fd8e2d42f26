"use client";

import { proxy } from "comlink";
import { useEffect, useState } from "react";
import type { Rehearsal, ScreenPicture } from "@/core/rehearse";
import { startRehearse } from "@/workers/clients";
import type { Rehearsed } from "@/workers/rehearse.worker";

import { useResident } from "@/workers/useResident";
import { findRehearsal, keepRehearsal } from "./keptRehearsal";

/** How a plan's picture is looked at. */
interface RehearsalLook {
  /** Beside the station's own picture, or that itself. */
  readonly view?: "main" | "beside";
  /** How far the run is; null for all of it. */
  readonly openedSeconds?: number | null;
  /** Whether what was promised of it is read off the whole picture. */
  readonly reads?: boolean;
}

/**
 * The picture of a plan before it is taken, simulated in a worker; it grows frame by frame. Null until the first. One that is
 * read off whole is kept, and found again.
 */
export function useRehearsal(
  { request, sky, plan, own }: Rehearsed,
  widthPx: number,
  { view = "main", openedSeconds = null, reads = false }: RehearsalLook = {},
): Rehearsal | null {
  const [picture, setPicture] = useState<Rehearsal | null>(null);
  const worker = useResident(startRehearse);
  useEffect(() => {
    if (plan === null) {
      setPicture(null);
      return;
    }
    let current = true;
    const wish = { request, sky, plan, own, widthPx, openedSeconds, reads };
    const isKept = reads && own === null && openedSeconds === null;
    const simulate = async () => {
      const found = isKept && (await findRehearsal(wish, widthPx));
      if (!current) return;
      if (found) return setPicture(found);
      await worker?.rehearse(
        wish,
        view,
        proxy(async (next) => {
          if (!current) return;
          setPicture(next);
          if (isKept && next.width === widthPx && next.measured) void keepRehearsal(wish, widthPx, next);
        }),
      );
    };
    void simulate();
    return () => {
      current = false;
    };
  }, [worker, request, sky, plan, own, widthPx, view, openedSeconds, reads]);
  return picture;
}

/** What the phone's screen shows before the run; null until it is there, and while nobody wants it. */
export function useScreenPicture(
  { request, sky, plan }: Rehearsed,
  widthPx: number,
  wanted: boolean,
): ScreenPicture | null {
  const [picture, setPicture] = useState<ScreenPicture | null>(null);
  const worker = useResident(startRehearse);
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
      .then((next) => current && next && setPicture(next));
    return () => {
      current = false;
    };
  }, [worker, request, sky, plan, widthPx, wanted]);
  return picture;
}

/** Has the place of a plan lit for the stations to come, once the picture that is looked at is whole. */
export function useLightAhead(
  { request, sky, plan, own }: Rehearsed,
  widthsPx: readonly number[],
  isWhole: boolean,
): void {
  const worker = useResident(startRehearse);
  useEffect(() => {
    if (worker && isWhole && plan !== null && !own) void worker.lightAhead({ request, sky, plan, own }, widthsPx);
  }, [worker, isWhole, request, sky, plan, own, widthsPx]);
}
