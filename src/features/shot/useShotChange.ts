"use client";

import { useMutation, useQueryClient } from "@tanstack/react-query";
import { z } from "zod";
import type { ShotAim, ShotScene } from "@/contracts/scene";
import type { CameraChoice } from "@/core/camera";
import type { IntentId } from "@/core/intent";
import { errorText, sendJson } from "@/features/api/client";
import { notice } from "@/ui/Notice";

const anything = z.unknown();

/** What may be changed of a shot at its stations. */
export interface ShotChange {
  readonly intent?: IntentId;
  readonly aim?: ShotAim | null;
  readonly scene?: ShotScene | null;
  readonly camera?: CameraChoice | null;
}

/** Saves changes of a shot; everything that shows it is refreshed before the promise ends. */
export function useShotChange(shotId: string): (change: ShotChange) => Promise<void> {
  const client = useQueryClient();
  const { mutateAsync } = useMutation({
    mutationFn: (change: ShotChange) => sendJson("PATCH", `/api/shots/${shotId}`, change, anything),
    onSettled: async () => {
      await client.invalidateQueries({ queryKey: ["shot", shotId] });
      await client.invalidateQueries({ queryKey: ["outing"] });
    },
    onError: (error) => notice({ tone: "wrong", text: errorText(error) }),
  });
  return async (change) => {
    await mutateAsync(change).catch(() => {});
  };
}
