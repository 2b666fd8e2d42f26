import { LogStation } from "@/features/log/LogStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function LogPage({ params }: PageProps) {
  return <LogStation {...(await params)} />;
}
