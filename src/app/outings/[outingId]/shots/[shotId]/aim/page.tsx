import { AimStation } from "@/features/aim/AimStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function AimPage({ params }: PageProps) {
  return <AimStation {...(await params)} />;
}
