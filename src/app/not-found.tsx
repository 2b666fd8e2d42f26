import { Quiet } from "@/ui/Quiet";
import { Shell } from "@/ui/shell/Shell";

export default function NotFound() {
  return (
    <Shell>
      <Quiet level={1} title="Nothing stands here." action={{ name: "All outings", href: "/" }}>
        There is no page at this address. The outing may have been deleted, or the address mistyped.
      </Quiet>
    </Shell>
  );
}
