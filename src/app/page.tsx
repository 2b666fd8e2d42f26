import { Home } from "@/features/outings/Home";

export default function HomePage() {
  return <Home />;
}
