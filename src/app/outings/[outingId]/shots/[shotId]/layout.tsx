import type { ReactNode } from "react";
import { OutingShell } from "@/features/outings/OutingShell";

interface ShotLayoutProps {
  readonly children: ReactNode;
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function ShotLayout({ children, params }: ShotLayoutProps) {
  return <OutingShell {...(await params)}>{children}</OutingShell>;
}
