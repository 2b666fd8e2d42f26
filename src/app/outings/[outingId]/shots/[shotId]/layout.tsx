import type { ReactNode } from "react";
import { knownKit, knownOuting, knownShot, WithKnown } from "@/app/known";
import { OutingShell } from "@/features/outings/OutingShell";

interface ShotLayoutProps {
  readonly children: ReactNode;
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function ShotLayout({ children, params }: ShotLayoutProps) {
  const { outingId, shotId } = await params;
  return (
    <WithKnown known={[knownOuting(outingId), knownShot(shotId), knownKit]}>
      <OutingShell outingId={outingId} shotId={shotId}>
        {children}
      </OutingShell>
    </WithKnown>
  );
}
