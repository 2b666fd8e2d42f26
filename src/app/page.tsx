import { knownOutings, knownSites, WithKnown } from "@/app/known";
import { INTENTS } from "@/core/intent";
import { Home } from "@/features/outings/Home";

/** What the page shows of the intents; what else they know stays on the server. */
const named = INTENTS.map(({ id, name, goal }) => ({ id, name, goal }));

export default function HomePage() {
  return (
    <WithKnown known={[knownOutings, knownSites]}>
      <Home intents={named} />
    </WithKnown>
  );
}
