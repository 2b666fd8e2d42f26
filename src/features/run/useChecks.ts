import { useMemo } from "react";
import type { ShotReply } from "@/contracts/replies";
import type { CapturePlan } from "@/core/capture";
import { type CheckedPhone, checksOf } from "@/core/checklist";
import { CAUTIONS, cautionsAt, intentOf } from "@/core/intent";
import type { NightPlan } from "@/core/night";
import { useOuting } from "@/features/api/queries";
import { useNight } from "@/features/nightPlan/NightContext";

const isWithin = ({ night: { span } }: NightPlan, at: string): boolean =>
  Date.parse(at) >= span.begin.getTime() && Date.parse(at) <= span.end.getTime();

/** The list before a run of a shot, empty until the shot and its plan are there; and what to mind before it, in words. */
export function useChecks(
  outingId: string,
  shot: ShotReply | undefined,
  plan: CapturePlan | null,
  phone: CheckedPhone | null,
) {
  const site = useOuting(outingId).data?.site ?? null;
  const night = useNight()?.plan ?? null;
  const beginsAt = shot?.beginsAt ?? null;
  const air = useMemo(
    () =>
      night && beginsAt !== null && isWithin(night, beginsAt) ? night.momentAt(Date.parse(beginsAt)).weather : null,
    [night, beginsAt],
  );
  return useMemo(() => {
    if (!shot) return { checks: [], minds: [] };
    const intent = intentOf(shot.intent);
    const cautions = cautionsAt(intent.cautions, site, air?.temperatureC ?? null);
    const own = [site?.hazards, site?.access].flatMap((text) => (text?.trim() ? [text.trim()] : []));
    const minds = [...own, ...cautions.map((id) => CAUTIONS[id])];
    if (!plan) return { checks: [], minds };
    const checks = checksOf(
      {
        plan,
        fullSize: shot.camera?.fullSize ?? false,
        releasedByRemote: (shot.scene?.release ?? intent.scene.release) === "remote",
        cautions,
        isTidal: site?.tidal ?? false,
        air,
      },
      phone,
    );
    return { checks, minds };
  }, [shot, plan, phone, site, air]);
}
