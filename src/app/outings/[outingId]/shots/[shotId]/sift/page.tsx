import { SiftStation } from "@/features/sift/SiftStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function SiftPage({ params }: PageProps) {
  return <SiftStation {...(await params)} />;
}
