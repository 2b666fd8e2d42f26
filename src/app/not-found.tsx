import { Quiet } from "@/ui/Quiet";
import { Shell } from "@/ui/shell/Shell";

export default function NotFound() {
  return (
    <Shell>
      <Quiet level={1} title="Nothing stands here." action={{ name: "All outings", href: "/" }}>
        The address leads nowhere; perhaps the outing was deleted, or a letter got lost on the way.
      </Quiet>
    </Shell>
  );
}
