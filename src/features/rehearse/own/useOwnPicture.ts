"use client";

import { useMutation } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import type { OwnPicture } from "@/contracts/own";
import { ownPictureReply, type ShotReply } from "@/contracts/replies";
import { stackedFilterStops } from "@/core/light";
import { parseRecipe, type Recipe } from "@/core/recipe";
import type { ShotSky } from "@/core/scene";
import { errorText, uploadFile } from "@/features/api/client";
import { useShotChange } from "@/features/shot/useShotChange";
import type { OwnWish } from "@/workers/ownPicture";
import type { Rehearse } from "../useRehearse";

/** Where a lamp is that was drawn, when the shot knows no distance, metres. */
const USUAL_DISTANCE_M = 10;
/** White balance of a picture that does not tell its own, kelvin: what phones come to under lamps. */
const USUAL_KELVIN = 4000;
/** A shutter time and ISO to start from, where neither the file nor the line says any. */
const USUAL_SECONDS = 0.25;
const USUAL_ISO = 100;

/** A person's own picture of a shot's place: taken in, changed, thrown out, and as the worker wants it. */
export function useOwnPicture(shot: ShotReply, recipe: Recipe, rehearse: Rehearse, sky: ShotSky | null) {
  const change = useShotChange();
  const [shown, setShown] = useState(shot.own !== null);
  const { own } = shot;
  const save = (next: OwnPicture | null, said?: string) => void change(shot, { own: next }, said ? { said } : {});
  const taking = useMutation({
    mutationFn: (file: File) => uploadFile(`/api/shots/${shot.id}/own`, file, ownPictureReply, () => {}),
    onSuccess: ({ hash, width, height, measured }, file) => {
      const line = measured.recipeLine === null ? null : parseRecipe(measured.recipeLine).recipe;
      const told = measured.shutterSeconds !== null && measured.iso !== null;
      const { shutterSeconds, iso, fNumber } = measured;
      save(
        {
          hash,
          name: file.name.slice(0, 200),
          width,
          height,
          shutterSeconds: shutterSeconds ?? recipe.sequence?.shutterSeconds ?? USUAL_SECONDS,
          iso: iso ?? recipe.iso ?? USUAL_ISO,
          fNumber: fNumber ?? rehearse.rehearsed.plan.lens.fNumber,
          filterStops: stackedFilterStops(line?.filters ?? []),
          kelvin: line?.whiteBalance?.kind === "kelvin" ? line.whiteBalance.kelvin : USUAL_KELVIN,
          told,
          paths: [],
          regions: [],
        },
        told ? "Your picture says how it was taken." : "Write how your picture was taken beside it.",
      );
      setShown(true);
    },
  });
  const { request } = rehearse;
  const wish = useMemo((): OwnWish | null => {
    if (!shown || own === null) return null;
    const { paths, regions, name: _name, told: _told, ...frame } = own;
    return {
      ...frame,
      marks: {
        paths,
        regions,
        distanceM: request.mover?.distanceM ?? USUAL_DISTANCE_M,
        lampIntensityCd: request.lampIntensityCd,
        aim: sky && { latitudeDeg: sky.stars.latitudeDeg, azimuthDeg: sky.stars.azimuthDeg, tiltDeg: sky.tiltDeg },
      },
    };
  }, [shown, own, request, sky]);
  return {
    own,
    wish,
    shown: shown && own !== null,
    show: setShown,
    take: (file: File) => taking.mutate(file),
    isTaking: taking.isPending,
    problem: taking.error ? errorText(taking.error) : null,
    save,
  };
}

/** A person's own picture and the ways to change it. */
export type Own = ReturnType<typeof useOwnPicture>;
