import { knownKit, WithKnown } from "@/app/known";
import { KitPage } from "@/features/kit/KitPage";
import { Shell } from "@/ui/shell/Shell";

export default function Kit() {
  return (
    <Shell title="Kit">
      <WithKnown known={[knownKit]}>
        <KitPage />
      </WithKnown>
    </Shell>
  );
}
