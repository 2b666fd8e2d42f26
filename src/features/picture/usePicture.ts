"use client";

import { useEffect, useState } from "react";
import { samplesUrl } from "@/features/api/pictures";
import { startPicture } from "@/workers/clients";
import type { LoadedPicture } from "@/workers/picture.worker";

/** A picture on its way to the screen. */
export type PictureState =
  | { readonly state: "loading" }
  | { readonly state: "failed"; readonly reason: string }
  | ({ readonly state: "ready" } & LoadedPicture);

const LOADING: PictureState = { state: "loading" };

/** Loads every sample of a stored picture in a worker, which also measures it; the worker ends with the page. */
export function usePicture(hash: string | null): PictureState {
  const [picture, setPicture] = useState<PictureState>(LOADING);
  useEffect(() => {
    setPicture(LOADING);
    if (hash === null) return;
    const { api, end } = startPicture();
    let current = true;
    const absolute = new URL(samplesUrl(hash), window.location.href).href;
    void api.load(absolute).then((result) => {
      if (!current) return;
      setPicture(result.kind === "loaded" ? { state: "ready", ...result } : { state: "failed", reason: result.reason });
    });
    return () => {
      current = false;
      end();
    };
  }, [hash]);
  return picture;
}
