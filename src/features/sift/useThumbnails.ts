"use client";

import { useCallback, useEffect, useRef, useState } from "react";
import { thumbnailUrl } from "@/features/api/pictures";

/** More small pictures than this are not kept: those asked for longest ago go first. */
const MOST_KEPT = 300;

/** Small pictures for a canvas: each is asked for once, and what stands there is drawn anew as they come. */
export function useThumbnails(): (hash: string) => HTMLImageElement | null {
  const kept = useRef(new Map<string, HTMLImageElement>());
  const [, setArrived] = useState(0);
  useEffect(() => {
    const pictures = kept.current;
    return () => {
      for (const picture of pictures.values()) picture.src = "";
      pictures.clear();
    };
  }, []);
  return useCallback((hash) => {
    const known = kept.current.get(hash);
    if (known) return known.complete && known.naturalWidth > 0 ? known : null;
    const picture = new Image();
    picture.onload = () => setArrived((count) => count + 1);
    picture.src = thumbnailUrl(hash);
    kept.current.set(hash, picture);
    if (kept.current.size > MOST_KEPT) kept.current.delete(kept.current.keys().next().value!);
    return null;
  }, []);
}
