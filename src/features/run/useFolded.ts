import { useEffect, useMemo, useState } from "react";
import { parseRecipe } from "@/core/recipe";
import { methodOf, type StackMethod } from "@/core/stack";
import { smallUrl } from "@/features/api/pictures";
import type { RunWithFrames } from "@/features/api/queries";
import { spoiledFrames } from "@/features/api/runMarks";
import { startFold } from "@/workers/clients";
import type { Folded } from "@/workers/fold.worker";
import { useWorker } from "@/workers/useWorker";

/** The way in which a run's frames are fused by its own line; null where they are not, or not before all of them are there. */
function growingMethod(line: string): StackMethod | null {
  const { stack, bracketStops } = parseRecipe(line).recipe;
  return stack === null || bracketStops !== null || methodOf(stack).frames === "bracket" ? null : stack;
}

/** What a run's frames come to so far, folded in a worker as they arrive; null until the first, and where they are not fused. */
export function useFolded(run: RunWithFrames | null): Folded | null {
  const method = run && growingMethod(run.run.recipeLine);
  const worker = useWorker(startFold, true);
  const [folded, setFolded] = useState<Folded | null>(null);
  const frames = useMemo(() => {
    const left = run && spoiledFrames(run);
    return run?.frames.filter(({ id }) => !left?.has(id));
  }, [run]);
  const spoiled = run ? run.frames.length - (frames?.length ?? 0) : 0;
  // Without a frame that is in already the others are folded anew.
  const key = run && method ? `${run.run.id} ${method} ${spoiled}` : null;
  useEffect(() => {
    if (!worker || !method || key === null || !frames || frames.length === 0) {
      setFolded(null);
      return;
    }
    let current = true;
    void worker
      .fold(
        key,
        method,
        frames.map(({ hash }) => smallUrl(hash)),
      )
      .then((next) => {
        if (current && next) setFolded(next);
      })
      // A frame that cannot be shown small is still there; the next one asks again.
      .catch(() => {});
    return () => {
      current = false;
    };
  }, [worker, method, key, frames]);
  return folded;
}
