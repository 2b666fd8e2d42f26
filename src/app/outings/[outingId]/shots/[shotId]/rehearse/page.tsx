import { RehearseStation } from "@/features/rehearse/RehearseStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function RehearsePage({ params }: PageProps) {
  return <RehearseStation {...(await params)} />;
}
