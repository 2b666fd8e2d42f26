import { ticksAt } from "@/contracts/beforeRun";
import type { ShotReply } from "@/contracts/replies";
import { useShotChange } from "@/features/shot/useShotChange";

/** What somebody has ticked of a shot's list this evening, and the ticking. */
export function useTicks(shot: ShotReply | undefined) {
  const change = useShotChange();
  const ticked = ticksAt(shot?.beforeRun ?? null, Date.now());
  const tick = (id: string, on: boolean): void => {
    if (!shot) return;
    const others = ticked.filter((each) => each !== id);
    const beforeRun = { at: new Date().toISOString(), ticked: on ? [...others, id] : others };
    void change(shot, { beforeRun });
  };
  return { ticked, tick };
}
