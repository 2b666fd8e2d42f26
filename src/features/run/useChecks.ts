import { useMemo } from "react";
import type { ShotReply } from "@/contracts/replies";
import type { CapturePlan } from "@/core/capture";
import { type CheckedPhone, checksOf } from "@/core/checklist";
import { intentOf } from "@/core/intent";
import { useOuting } from "@/features/api/queries";

/** The list before a run of a shot; empty until the shot and its plan are there. */
export function useChecks(
  outingId: string,
  shot: ShotReply | undefined,
  plan: CapturePlan | null,
  phone: CheckedPhone | null,
) {
  const isTidal = useOuting(outingId).data?.site?.tidal ?? false;
  return useMemo(
    () =>
      shot && plan
        ? checksOf(
            {
              plan,
              fullSize: shot.camera?.fullSize ?? false,
              releasedByRemote: (shot.scene?.release ?? intentOf(shot.intent).scene.release) === "remote",
              cautions: intentOf(shot.intent).cautions,
              isTidal,
            },
            phone,
          )
        : [],
    [shot, plan, phone, isTidal],
  );
}
