import { RunStation } from "@/features/run/RunStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function RunPage({ params }: PageProps) {
  return <RunStation {...(await params)} />;
}
