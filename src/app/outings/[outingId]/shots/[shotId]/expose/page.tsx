import { ExposeStation } from "@/features/expose/ExposeStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function ExposePage({ params }: PageProps) {
  return <ExposeStation {...(await params)} />;
}
