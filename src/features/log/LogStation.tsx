"use client";

import { useState } from "react";
import type { LogRowReply } from "@/contracts/replies";
import { useLog } from "@/features/api/queries";
import { shownIn, useChange } from "@/features/api/useChange";
import { LogView } from "./LogView";

/** What can be changed of an entry. */
export type EntryPart = Partial<Pick<LogRowReply["entry"], "note" | "rating">>;

const draftOf = (id: string) => ({
  url: `/api/log/${id}`,
  shown: [
    shownIn<LogRowReply[], EntryPart>(["log"], (rows, part) =>
      rows.map((row) => (row.entry.id === id ? { ...row, entry: { ...row.entry, ...part } } : row)),
    ),
  ],
});

/** Log: every run and stack, with what was learned. */
export function LogStation({ outingId }: { readonly outingId: string; readonly shotId: string }) {
  const log = useLog();
  const change = useChange();
  const [everywhere, setEverywhere] = useState(false);
  const edit = ({ entry }: LogRowReply, part: EntryPart) => {
    const was = Object.fromEntries(Object.keys(part).map((key) => [key, entry[key as keyof EntryPart]]));
    void change(draftOf(entry.id), { part, was });
  };
  const remove = (row: LogRowReply) => {
    const { id } = row.entry;
    const shown = shownIn<LogRowReply[], { readonly deleted: boolean }>(["log"], (rows, { deleted }) =>
      deleted ? rows.filter(({ entry }) => entry.id !== id) : [row, ...rows],
    );
    const said = "Entry deleted; frames and results stay.";
    void change({ url: `/api/log/${id}`, shown: [shown] }, { part: { deleted: true }, was: { deleted: false }, said });
  };
  const rows = (log.data ?? []).filter(({ entry }) => everywhere || entry.outingId === outingId);
  return (
    <LogView
      outingId={outingId}
      rows={rows}
      loaded={log.data !== undefined}
      everywhere={everywhere}
      onEverywhere={setEverywhere}
      onChange={edit}
      onDelete={remove}
    />
  );
}
