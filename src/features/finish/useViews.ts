"use client";

import { useCallback, useMemo, useRef, useState } from "react";
import type { FinishReply } from "@/contracts/replies";
import { type Crop, type FinishLightId, framedLike, parseLook, printLook, TINT_BOUNDS } from "@/core/finish";
import type { Finisher } from "@/workers/clients";
import type { FinishMove } from "@/workers/finish.worker";
import { useLatest } from "@/workers/useLatest";
import type { Finishing } from "./useFinish";

/** Where the light is that is pointed at on the scale. */
export function useLightPlace(finisher: Finisher, address: string, line: string, id: FinishLightId | null) {
  const ask = useCallback(
    async (asked: { readonly address: string; readonly line: string; readonly id: FinishLightId }) =>
      finisher!.lightAt(asked.address, asked.line, asked.id),
    [finisher],
  );
  const question = useMemo(() => (id ? { address, line, id } : null), [address, line, id]);
  const latest = useLatest(finisher ? ask : null, question);
  return latest && latest.question.id === id ? latest.answer : null;
}

/** Which light the pointer is on in the picture. */
export function usePointed(finisher: Finisher, address: string, line: string) {
  const [pointed, setPointed] = useState<FinishLightId | null>(null);
  const busy = useRef(false);
  const point = (at: { readonly x: number; readonly y: number } | null) => {
    if (!at) return setPointed(null);
    if (!finisher || busy.current) return;
    busy.current = true;
    void finisher
      .placeAt(address, line, at.x, at.y)
      .then((place) => setPointed(place?.id ?? null))
      .finally(() => {
        busy.current = false;
      });
  };
  return { pointed, point };
}

/** Presses on the picture, and moves that end where it says. */
export function useMoves(
  finisher: Finisher,
  address: string,
  { look, line, keep }: Finishing,
  onChoose: (id: FinishLightId) => void,
) {
  const [isPicking, setIsPicking] = useState(false);
  const press = (at: { readonly x: number; readonly y: number }) => {
    void finisher?.placeAt(address, line, at.x, at.y).then((place) => {
      if (!place) return;
      const { id, looks } = place;
      if (!isPicking) return onChoose(id);
      setIsPicking(false);
      if (!looks) return;
      const tint = Math.max(TINT_BOUNDS.least, Math.min(TINT_BOUNDS.most, Math.round(looks.tint)));
      keep({ ...look, balance: { kelvin: Math.round(looks.kelvin), tint } });
    });
  };
  const move = (which: FinishMove) => {
    void finisher?.exposureFor(address, line, which).then((exposure) => {
      const { exposure: _, ...values } = look.values;
      keep({ ...look, values: exposure === 0 ? values : { ...values, exposure } });
    });
  };
  return { isPicking, pick: () => setIsPicking(!isPicking), press, move };
}

/** All of a picture, corners and all. */
const UNCUT: Crop = { left: 0, top: 0, width: 1, height: 1 };
const MIDDLE = { x: 0.5, y: 0.5 } as const;

/** How the picture is looked at: cut by hand, closely, beside another version of it. */
export function useViews({ finish, look, line, keep }: Finishing, versions: readonly FinishReply[]) {
  const [rivalId, setRivalId] = useState<string | null>(null);
  const rivals = versions.filter(
    ({ id, stackId, frameId }) => id !== finish.id && stackId === finish.stackId && frameId === finish.frameId,
  );
  const rival = rivals.find(({ id }) => id === rivalId) ?? null;
  const [isCropping, setIsCropping] = useState(false);
  const [isClose, setIsClose] = useState(false);
  const [place, setPlace] = useState<{ readonly x: number; readonly y: number }>(MIDDLE);
  const rivalLine = rival ? rival.history.lines[rival.history.at]! : "";
  // Compared pictures are framed alike.
  const otherLine = useMemo(
    () => printLook(framedLike(parseLook(rivalLine).look, parseLook(line).look)),
    [rivalLine, line],
  );
  const shownLine = isCropping ? printLook({ ...look, crop: UNCUT }) : line;
  const cropping = {
    crop: isCropping ? (look.crop ?? UNCUT) : null,
    toggle: () => setIsCropping(!isCropping),
    keep: (crop: Crop) => {
      const { crop: kept } = parseLook(printLook({ ...look, crop })).look;
      keep({ ...look, crop: kept && kept.width * kept.height < 1 ? kept : null });
    },
  };
  return {
    rivals,
    rival,
    setRivalId,
    shownLine,
    otherLine,
    cropping,
    centre: isClose && !isCropping ? place : null,
    isClose,
    setIsClose,
    lookAt: setPlace,
  };
}
