import { StackStation } from "@/features/stack/StackStation";

interface PageProps {
  readonly params: Promise<{ outingId: string; shotId: string }>;
}

export default async function StackPage({ params }: PageProps) {
  return <StackStation {...(await params)} />;
}
