"use client";

import { wrap } from "comlink";
import { useEffect, useState } from "react";
import { samplesUrl } from "@/features/api/pictures";
import type { LoadedPicture, PictureWorker } from "@/workers/picture.worker";

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
    const worker = new Worker(new URL("../../workers/picture.worker.ts", import.meta.url), { type: "module" });
    let current = true;
    const absolute = new URL(samplesUrl(hash), window.location.href).href;
    void wrap<PictureWorker>(worker)
      .load(absolute)
      .then((result) => {
        if (!current) return;
        setPicture(
          result.kind === "loaded" ? { state: "ready", ...result } : { state: "failed", reason: result.reason },
        );
      });
    return () => {
      current = false;
      worker.terminate();
    };
  }, [hash]);
  return picture;
}
