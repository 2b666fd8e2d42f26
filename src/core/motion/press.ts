/** When to press so that the shutter opens as a mover comes into the frame. */
export interface PressMoment {
  /** Seconds before it reaches the frame's edge: the delay that is set and the phone's own lag. */
  readonly aheadSeconds: number;
  /** How far from the edge it is then, metres along its path. */
  readonly aheadMetres: number;
}

/** The moment to press for a mover of this speed. */
export function pressMoment(request: {
  readonly speedMps: number;
  readonly delaySeconds: number;
  readonly shutterLagSeconds: number;
}): PressMoment {
  const aheadSeconds = request.delaySeconds + request.shutterLagSeconds;
  return { aheadSeconds, aheadMetres: aheadSeconds * request.speedMps };
}
