"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { z } from "zod";
import { LIMITS, sizeText } from "@/contracts/limits";
import { doneReply, type FrameReply, importReply } from "@/contracts/replies";
import { BEGINNING_BYTES, beginsLikeZip, pictureFormatOf, pictureFormatsText } from "@/core/formats";
import { errorText, sendJson, uploadFile } from "@/features/api/client";

/** One dropped file on its way. */
export interface Upload {
  /** Its place among the files that were dropped together. */
  readonly id: number;
  readonly name: string;
  readonly bytes: number;
  /** Share that is through, 0 to 1. */
  readonly share: number;
  readonly state: "waiting" | "sending" | "taken" | "refused";
  readonly reason: string | null;
  /** Whether it takes any sending: not what was refused unseen, nor what is there already. */
  readonly isSent: boolean;
}

const opened = z.object({ id: z.uuid() });
const AT_ONCE = 2;

/** Smaller files are sent whatever they are: their refusal is then kept with the batch. */
const SENT_UNSEEN_BYTES = 1e6;

/** Why a file is not even sent; null where it is. */
async function refusalOf(file: File): Promise<string | null> {
  const { name, size } = file;
  const most = name.toLowerCase().endsWith(".zip") ? LIMITS.batchBytes : LIMITS.fileBytes;
  if (size > SENT_UNSEEN_BYTES) {
    const head = new Uint8Array(await file.slice(0, BEGINNING_BYTES).arrayBuffer());
    if (pictureFormatOf(head) === null && !beginsLikeZip(head))
      return `This is no picture (${pictureFormatsText("or")}) and no ZIP of pictures; it was not sent.`;
  }
  return size > most ? `The file is larger than ${sizeText(most)} and was not sent.` : null;
}

/** How far an import is. */
export interface ImportProgress {
  readonly done: number;
  readonly total: number;
  /** Files in a second, and how long the rest takes by that; null before the first is through. */
  readonly perSecond: number | null;
  readonly secondsLeft: number | null;
}

/** An import that broke off, as far as it came. */
export interface BrokenImport {
  readonly runId: string;
  readonly frames: readonly Pick<FrameReply, "name" | "bytes" | "rawBytes">[];
}

/** Files are told of together: of two thousand each comes in several steps. */
const TELL_EVERY_MS = 150;
/** So few that each is told of at once. */
const FEW = 40;

const isThrough = ({ state }: Upload): boolean => state === "taken" || state === "refused";

/** By bytes, for files are of very different sizes. */
function progressOf(uploads: readonly Upload[], seconds: number): ImportProgress {
  const done = uploads.filter(isThrough).length;
  const wanted = uploads.filter(({ isSent }) => isSent);
  const sent = wanted.reduce((sum, { bytes, share, state }) => sum + bytes * (state === "refused" ? 1 : share), 0);
  const left = wanted.reduce((sum, { bytes }) => sum + bytes, 0) - sent;
  const through = wanted.filter(isThrough).length;
  const isKnown = through > 0 && seconds > 0;
  return {
    done,
    total: uploads.length,
    perSecond: isKnown ? through / seconds : null,
    secondsLeft: isKnown && sent > 0 ? (seconds * left) / sent : null,
  };
}

/** Uploads that are told of a few times a second, and at once when somebody asks. */
function useUploads() {
  const latest = useRef<Upload[]>([]);
  const beganMs = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const [told, setTold] = useState<{ readonly uploads: readonly Upload[]; readonly progress: ImportProgress }>({
    uploads: [],
    progress: { done: 0, total: 0, perSecond: null, secondsLeft: null },
  });
  const tell = useCallback(() => {
    if (timer.current !== null) clearTimeout(timer.current);
    timer.current = null;
    const uploads = [...latest.current];
    setTold({ uploads, progress: progressOf(uploads, (performance.now() - beganMs.current) / 1000) });
  }, []);
  useEffect(
    () => () => {
      if (timer.current !== null) clearTimeout(timer.current);
    },
    [],
  );
  const begin = (uploads: readonly Upload[]) => {
    latest.current = [...uploads];
    beganMs.current = performance.now();
    tell();
  };
  const update = (index: number, change: Partial<Upload>) => {
    const before = latest.current[index]!;
    latest.current[index] = { ...before, ...change };
    if (latest.current.length <= FEW) tell();
    else timer.current ??= setTimeout(tell, TELL_EVERY_MS);
  };
  return { ...told, begin, update, tell };
}

const stemOf = (name: string): string => name.toLowerCase().replace(/\.[^.]*$/, "");

/** Whether a file is there already, as a frame or as one's raw copy, by all that can be said before it is read. */
const isThere = ({ name, size }: File, { frames }: BrokenImport): boolean =>
  frames.some(
    (frame) =>
      (frame.name === name && frame.bytes === size) || (frame.rawBytes === size && stemOf(frame.name) === stemOf(name)),
  );

/**
 * Sends dropped files into a batch of a shot, a few at once, and tells how each fares.
 *
 * @param intoRun A run by hand whose files they are; null for a new batch.
 */
export function useImport(shotId: string, intoRun: string | null = null) {
  const client = useQueryClient();
  const { uploads, progress, begin, update, tell } = useUploads();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  /** @param broken An import with which these files go on: those of it that are there are passed over. */
  const send = async (files: readonly File[], broken: BrokenImport | null = null): Promise<void> => {
    if (files.length === 0) return;
    setBusy(true);
    setProblem(null);
    const reasons = await Promise.all(files.map(refusalOf));
    begin(
      files.map((file, id) => {
        const reason = reasons[id] ?? null;
        const isKnown = broken !== null && isThere(file, broken);
        const state = reason !== null ? "refused" : isKnown ? "taken" : "waiting";
        const isSent = state === "waiting";
        return { id, name: file.name, bytes: file.size, share: isKnown ? 1 : 0, state, reason, isSent };
      }),
    );
    const sendAll = async () => {
      const id = broken?.runId ?? intoRun ?? (await sendJson("POST", `/api/shots/${shotId}/imports`, {}, opened)).id;
      let next = 0;
      const sendNext = async () => {
        for (let index = next++; index < files.length; index = next++) {
          const file = files[index]!;
          if (reasons[index] || (broken !== null && isThere(file, broken))) continue;
          update(index, { state: "sending" });
          try {
            const url = `/api/runs/${id}/files?name=${encodeURIComponent(file.name)}`;
            const { refused } = await uploadFile(url, file, importReply, (share) => update(index, { share }));
            const reason = refused
              .map((refusal) => (refused.length > 1 ? `${refusal.name}: ${refusal.reason}` : refusal.reason))
              .join(" ");
            update(index, { share: 1, state: refused.length > 0 ? "refused" : "taken", reason: reason || null });
          } catch (error) {
            update(index, { state: "refused", reason: errorText(error) });
          }
        }
      };
      await Promise.all(Array.from({ length: AT_ONCE }, sendNext));
      if (intoRun === null) await sendJson("POST", `/api/runs/${id}/finish`, {}, doneReply);
      await client.invalidateQueries({ queryKey: ["frames", id] });
    };
    if (reasons.includes(null)) await sendAll().catch((error: unknown) => setProblem(errorText(error)));
    tell();
    await client.invalidateQueries({ queryKey: ["shot", shotId] });
    await client.invalidateQueries({ queryKey: ["log"] });
    setBusy(false);
  };
  return { uploads, progress, busy, problem, send };
}
