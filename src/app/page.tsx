import { knownOutings, knownSites, WithKnown } from "@/app/known";
import { Home } from "@/features/outings/Home";

export default function HomePage() {
  return (
    <WithKnown known={[knownOutings, knownSites]}>
      <Home />
    </WithKnown>
  );
}
