import { useState } from "react";
import type { StackParameters } from "@/contracts/stack";

const NONE_LEFT: ReadonlySet<string> = new Set();

/** Another way to fuse a result's frames that is tried, and the frames that are left out of it. */
export function useTry() {
  const [parameters, setParameters] = useState<StackParameters | null>(null);
  const [left, setLeft] = useState(NONE_LEFT);
  return {
    /** Null while the result is looked at. */
    parameters,
    left,
    set: setParameters,
    toggle: (frameId: string) => {
      const next = new Set(left);
      if (!next.delete(frameId)) next.add(frameId);
      setLeft(next);
    },
    end: () => {
      setParameters(null);
      setLeft(NONE_LEFT);
    },
  };
}
