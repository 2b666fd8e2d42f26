"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { z } from "zod";
import type { logChange } from "@/contracts/requests";
import { errorText, sendJson } from "@/features/api/client";
import { useLog } from "@/features/api/queries";
import { notice } from "@/ui/Notice";
import { LogView } from "./LogView";

const anything = z.unknown();

interface EntryChange {
  readonly id: string;
  readonly change: z.infer<typeof logChange>;
}

/** Log: every run and stack, with what was learned. */
export function LogStation({ outingId }: { readonly outingId: string; readonly shotId: string }) {
  const log = useLog();
  const client = useQueryClient();
  const [everywhere, setEverywhere] = useState(false);
  const update = useMutation({
    mutationFn: ({ id, change }: EntryChange) => sendJson("PATCH", `/api/log/${id}`, change, anything),
    onSettled: () => client.invalidateQueries({ queryKey: ["log"] }),
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });
  const remove = (id: string) =>
    update.mutate(
      { id, change: { deleted: true } },
      {
        onSuccess: () =>
          notice({
            tone: "said",
            text: "Entry deleted; frames and results stay.",
            undo: () => update.mutate({ id, change: { deleted: false } }),
          }),
      },
    );
  const rows = (log.data ?? []).filter(({ entry }) => everywhere || entry.outingId === outingId);
  return (
    <LogView
      rows={rows}
      loaded={log.data !== undefined}
      everywhere={everywhere}
      onEverywhere={setEverywhere}
      onChange={(id, change) => update.mutate({ id, change })}
      onDelete={remove}
    />
  );
}
