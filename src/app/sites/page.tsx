import { knownSites, WithKnown } from "@/app/known";
import { SitesPage } from "@/features/sites/SitesPage";
import { Shell } from "@/ui/shell/Shell";

interface PageProps {
  readonly searchParams: Promise<{ site?: string | string[] }>;
}

export default async function Sites({ searchParams }: PageProps) {
  const { site } = await searchParams;
  return (
    <Shell title={<h1>Sites</h1>}>
      <WithKnown known={[knownSites]}>
        <SitesPage siteId={typeof site === "string" ? site : null} />
      </WithKnown>
    </Shell>
  );
}
