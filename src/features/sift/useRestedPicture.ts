"use client";

import { type PictureState, usePicture } from "@/features/picture/usePicture";
import { useRested } from "@/ui/useRested";

/** Whoever steps from frame to frame sees small pictures; one is opened where they rest. */
const REST_MS = 150;
const PASSING = { state: "loading" } as const;

/** A frame's picture, opened once somebody rests on it. */
export function useRestedPicture(hash: string | null): {
  readonly picture: PictureState;
  readonly isPassing: boolean;
} {
  const rested = useRested(hash, REST_MS);
  const picture = usePicture(rested);
  const isPassing = rested !== hash;
  return { picture: isPassing ? PASSING : picture, isPassing };
}
