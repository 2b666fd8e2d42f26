"use client";

import { useQuery } from "@tanstack/react-query";
import { type PictureViewReply, pictureViewReply } from "@/contracts/replies";
import { errorText, getJson } from "@/features/api/client";
import { viewUrl } from "@/features/api/pictures";

/** A picture on its way to the screen. */
export type PictureState =
  | { readonly state: "loading" }
  | { readonly state: "failed"; readonly reason: string; readonly again: () => void }
  | { readonly state: "ready"; readonly view: PictureViewReply };

/** Has a stored picture opened: its size and what its pixels say; they themselves come by tile. */
export function usePicture(hash: string | null): PictureState {
  const { data, error, refetch } = useQuery({
    queryKey: ["picture", hash],
    // One that is stepped past is not opened.
    queryFn: ({ signal }) => getJson(viewUrl(hash ?? ""), pictureViewReply, signal),
    enabled: hash !== null,
    // A stored picture never changes.
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (data) return { state: "ready", view: data };
  return error ? { state: "failed", reason: errorText(error), again: () => void refetch() } : { state: "loading" };
}
