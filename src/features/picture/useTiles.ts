"use client";

import pLimit from "p-limit";
import { useCallback, useEffect, useRef, useState } from "react";
import { tileUrl } from "@/features/api/pictures";
import { startPicture } from "@/workers/clients";
import type { Tile } from "@/workers/picture.worker";
import { type TilePlace, tileKey } from "./tiles";

/** Tiles that are kept, a megabyte or three each. */
const MOST_KEPT = 120;
const AT_ONCE = 4;
/** Tiles that come one after the other are drawn together: to draw all of them anew for each takes long. */
const TOGETHER_MS = 150;

export interface Tiles {
  /** The tile of a place, once it is there. */
  readonly at: (place: TilePlace) => Tile | null;
  /** Why a tile could not be fetched; null while all goes well. */
  readonly problem: string | null;
}

/** Fetches and keeps tiles of a picture in a worker, which ends with the page; what is no longer wanted is not fetched. */
export function useTiles(hash: string, wanted: readonly TilePlace[]): Tiles {
  const kept = useRef(new Map<string, Tile>());
  const now = useRef(new Set<string>());
  const fetcher = useRef<((place: TilePlace) => void) | null>(null);
  const [, drawn] = useState(0);
  const [problem, setProblem] = useState<string | null>(null);

  useEffect(() => {
    const { api, end } = startPicture();
    const tiles = kept.current;
    const limit = pLimit(AT_ONCE);
    const asked = new Set<string>();
    let current = true;
    let drawing: ReturnType<typeof setTimeout> | undefined;
    const draw = () => {
      clearTimeout(drawing);
      drawing = undefined;
      drawn((count) => count + 1);
    };
    const keep = (key: string, tile: Tile) => {
      tiles.set(key, tile);
      for (const oldest of [...tiles.keys()].slice(0, -MOST_KEPT)) if (!now.current.has(oldest)) tiles.delete(oldest);
      setProblem(null);
      if ([...now.current].every((each) => tiles.has(each))) draw();
      else drawing ??= setTimeout(draw, TOGETHER_MS);
    };
    fetcher.current = (place) => {
      const key = tileKey(place);
      if (asked.has(key) || tiles.has(key)) return;
      asked.add(key);
      const url = new URL(tileUrl(hash, place), window.location.href).href;
      void limit(async () => {
        if (!current || !now.current.has(key)) return;
        const tile = await api.tile(url, place.width, place.height);
        if (current) keep(key, tile);
      })
        .catch((error: unknown) => current && setProblem(error instanceof Error ? error.message : String(error)))
        .finally(() => asked.delete(key));
    };
    return () => {
      current = false;
      fetcher.current = null;
      limit.clearQueue();
      clearTimeout(drawing);
      tiles.clear();
      end();
    };
  }, [hash]);

  useEffect(() => {
    now.current = new Set(wanted.map(tileKey));
    for (const place of wanted) fetcher.current?.(place);
  }, [wanted]);

  return { at: useCallback((place) => kept.current.get(tileKey(place)) ?? null, []), problem };
}
