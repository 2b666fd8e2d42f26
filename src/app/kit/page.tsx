import { KitPage } from "@/features/kit/KitPage";
import { Shell } from "@/ui/shell/Shell";

export default function Kit() {
  return (
    <Shell title="Kit">
      <KitPage />
    </Shell>
  );
}
