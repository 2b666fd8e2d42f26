import { byOwnClock, measureClock } from "./clock";

/** A phone whose clock is so far ahead, and drifts; whose answers take so long there and back. */
const phoneOf = (aheadMs: number, delaysMs: readonly (readonly [number, number])[], driftPerSecond = 0) => {
  const startedAt = Date.now();
  let trip = 0;
  return {
    status: async () => {
      const [there, back] = delaysMs[trip++ % delaysMs.length]!;
      await new Promise((resolve) => setTimeout(resolve, there));
      const now = Date.now();
      const drifted = (driftPerSecond * (now - startedAt)) / 1000;
      const answer = { now: new Date(now + aheadMs + drifted).toISOString() };
      await new Promise((resolve) => setTimeout(resolve, back));
      return answer as never;
    },
  };
};

it.each([5000, -60_000, 3 * 3_600_000])(
  "finds how far a clock is ahead: %d ms, within what it says",
  async (aheadMs) => {
    const clock = (await measureClock(
      phoneOf(aheadMs, [
        [60, 5],
        [5, 8],
        [90, 90],
        [3, 3],
      ]),
    ))!;
    expect(Math.abs(clock.aheadMs - aheadMs)).toBeLessThanOrEqual(clock.uncertainMs + 1);
    // The shortest way tells, not the mean of all.
    expect(clock.uncertainMs).toBeLessThan(30);
    const shown = new Date("2026-11-24T18:00:00.000Z");
    expect(Math.abs(byOwnClock(shown, clock).getTime() + aheadMs - shown.getTime())).toBeLessThan(60);
  },
);

it("leaves instants alone where the clocks agree, and where the phone does not answer", async () => {
  const shown = new Date("2026-11-24T18:00:00.000Z");
  expect(byOwnClock(shown, { aheadMs: 12, uncertainMs: 20 })).toEqual(shown);
  expect(await measureClock({ status: () => Promise.reject(new Error("away")) })).toBeNull();
  expect(byOwnClock(shown, null)).toEqual(shown);
});

it("finds a clock that drifts where it is by now", async () => {
  const phone = phoneOf(0, [[2, 2]], 300);
  const first = (await measureClock(phone))!;
  await new Promise((resolve) => setTimeout(resolve, 400));
  const later = (await measureClock(phone))!;
  expect(later.aheadMs - first.aheadMs).toBeGreaterThan(80);
});
