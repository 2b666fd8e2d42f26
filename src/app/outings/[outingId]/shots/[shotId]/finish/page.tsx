import { FinishStation } from "@/features/finish/FinishStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function FinishPage({ params }: PageProps) {
  return <FinishStation {...(await params)} />;
}
