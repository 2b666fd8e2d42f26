import { plannedFrames } from "@/core/capture";
import type { Outlook } from "@/core/outlook";

/** An outlook without its plan's inner workings, as JSON holds it: what never ends is null. */
export function readableOutlook({ plan: _, mover, ...rest }: Outlook) {
  const finite = (seconds: number) => (Number.isFinite(seconds) ? seconds : null);
  return { ...rest, mover: mover && { ...mover, wholeSeconds: finite(mover.wholeSeconds) } };
}

/** A capture plan as JSON: its settings, and every frame. */
export function readablePlan(plan: Outlook["plan"]) {
  const { iso, filterStops, transmission, kelvin, focus, files, stack, phone, sensorCelsius, pressedAtMs } = plan;
  return {
    phone,
    iso,
    filterStops,
    transmission,
    kelvin,
    focus,
    files,
    stack,
    sensorCelsius,
    pressedAt: new Date(pressedAtMs).toISOString(),
    frames: plannedFrames(plan),
  };
}
