import type { RemotePhone } from "./client";

/** How far a phone's clock is from this machine's. */
export interface PhoneClock {
  /** Above 0 where the phone's is ahead. */
  readonly aheadMs: number;
  /** It may be so far from that: half of the shortest way to the phone and back. */
  readonly uncertainMs: number;
}

/** The shortest of so many round trips tells most. */
const TRIPS = 4;

/**
 * Measures a phone's clock by round trips of `status.now`: it was read between asking and answer, most likely in the middle.
 *
 * @returns null where it does not answer.
 * @see Cristian (1989), Probabilistic clock synchronization
 */
export async function measureClock(
  phone: Pick<RemotePhone, "status">,
  signal?: AbortSignal,
): Promise<PhoneClock | null> {
  let best: PhoneClock | null = null;
  for (let trip = 0; trip < TRIPS; trip++) {
    // The machine's clock may be set meanwhile: how long it took is told by another.
    const [asked, askedAt] = [Date.now(), performance.now()];
    const status = await phone.status(signal).catch(() => null);
    if (!status) return best;
    const uncertainMs = (performance.now() - askedAt) / 2;
    if (best && best.uncertainMs <= uncertainMs) continue;
    best = { aheadMs: Date.parse(status.now) - (asked + uncertainMs), uncertainMs };
  }
  return best;
}

/** An instant of the phone's clock by this machine's; as it is where the two agree as far as anybody can tell. */
export function byOwnClock(at: Date, clock: PhoneClock | null): Date {
  if (!clock || Math.abs(clock.aheadMs) <= clock.uncertainMs) return at;
  return new Date(at.getTime() - clock.aheadMs);
}
