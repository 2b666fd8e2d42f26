"use client";

import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { z } from "zod";
import { LIMITS, sizeText } from "@/contracts/limits";
import { doneReply, importReply } from "@/contracts/replies";
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

/**
 * Sends dropped files into a batch of a shot, a few at once, and tells how each fares.
 *
 * @param intoRun A run by hand whose files they are; null for a new batch.
 */
export function useImport(shotId: string, intoRun: string | null = null) {
  const client = useQueryClient();
  const [uploads, setUploads] = useState<readonly Upload[]>([]);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  const send = async (files: readonly File[]): Promise<void> => {
    if (files.length === 0) return;
    setBusy(true);
    setProblem(null);
    const reasons = await Promise.all(files.map(refusalOf));
    setUploads(
      files.map((file, id) => {
        const reason = reasons[id] ?? null;
        const state = reason === null ? "waiting" : "refused";
        return { id, name: file.name, bytes: file.size, share: 0, state, reason };
      }),
    );
    const update = (index: number, change: Partial<Upload>) =>
      setUploads((all) => all.map((upload, i) => (i === index ? { ...upload, ...change } : upload)));
    const sendAll = async () => {
      const id = intoRun ?? (await sendJson("POST", `/api/shots/${shotId}/imports`, {}, opened)).id;
      let next = 0;
      const sendNext = async () => {
        for (let index = next++; index < files.length; index = next++) {
          const file = files[index]!;
          if (reasons[index]) continue;
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
      else await client.invalidateQueries({ queryKey: ["frames", intoRun] });
    };
    if (reasons.includes(null)) await sendAll().catch((error: unknown) => setProblem(errorText(error)));
    await client.invalidateQueries({ queryKey: ["shot", shotId] });
    await client.invalidateQueries({ queryKey: ["log"] });
    setBusy(false);
  };
  return { uploads, busy, problem, send };
}
