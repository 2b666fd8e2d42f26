import { NightStation } from "@/features/night/NightStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function NightPage({ params }: PageProps) {
  return <NightStation {...(await params)} />;
}
