import { useEffect, useMemo, useState } from "react";
import type { ShotReply } from "@/contracts/replies";
import type { Camera } from "@/core/camera";
import type { CapturePlan } from "@/core/capture";
import type { CheckedPhone } from "@/core/checklist";
import { plain, signed } from "@/core/words";
import type { useLinkedRun } from "./useLinkedRun";
import { useTwilight } from "./useTwilight";
import { useWatch } from "./useWatch";

/** The light ahead is worked out anew as often. */
const MINUTE_MS = 60_000;

const NO_LADDER: readonly number[] = [];

function useMinute(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), MINUTE_MS);
    return () => clearInterval(timer);
  }, []);
  return now;
}

interface RunWatch {
  readonly shot: ShotReply | undefined;
  readonly camera: Camera | undefined;
  readonly linked: ReturnType<typeof useLinkedRun>;
  /** Of the line as it stands. */
  readonly plan: CapturePlan | null;
  readonly phone: CheckedPhone | null;
  readonly askPhone: () => unknown;
}

/** Everything that is watched about a run: the light over the next one, and what will spoil the one that goes on. */
export function useRunWatch({ shot, camera, linked, plan, phone, askPhone }: RunWatch) {
  const now = useMinute();
  const count = linked.shown?.frames.length ?? 0;
  // Battery, warmth and room are other ones with every frame.
  useEffect(() => {
    if (linked.goesOn && count > 0) askPhone();
  }, [linked.goesOn, count, askPhone]);
  const ladder = camera?.shutterLadder ?? NO_LADDER;
  const next = useTwilight(shot, plan, now, null, ladder);
  const startedAtMs = linked.shown ? Date.parse(linked.shown.run.createdAt) : now;
  const running = useTwilight(linked.goesOn ? shot : undefined, linked.plan, now, (now - startedAtMs) / 1000, ladder);
  const { warnings, latest, mode } = useWatch({
    run: linked.shown,
    plan: linked.plan,
    camera,
    shot,
    phone,
    twilight: running,
  });
  const measured = useMemo(
    () => latest && `${signed(latest.errors[mode])} stops by ${mode}, ${plain(100 * latest.clippedAny)} % clipped`,
    [latest, mode],
  );
  return { twilight: next, warnings, measured, newestStops: latest?.errors[mode] ?? null };
}
