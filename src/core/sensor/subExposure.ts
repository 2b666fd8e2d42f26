/**
 * Shortest sub-exposure, seconds, whose read noise adds no more than the penalty (0.05 = 5 %) to the sky's own noise:
 * t ≥ RN² / (skyRate · ((1 + p)² - 1)).
 *
 * @see Robin Glover, "Deep Sky Astrophotography with CMOS cameras", Practical Astronomy Show (2019).
 */
export function shortestSubExposure(request: {
  readonly readNoiseElectrons: number;
  readonly skyElectronsPerSecond: number;
  readonly penalty: number;
}): number {
  return request.readNoiseElectrons ** 2 / (request.skyElectronsPerSecond * ((1 + request.penalty) ** 2 - 1));
}
