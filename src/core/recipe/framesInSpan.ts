/**
 * Number of frames that fit into a span: floor((span - shutter) / period) + 1; 0 when not even one does.
 *
 * @throws RangeError when the period is shorter than the shutter time.
 */
export function framesInSpan({
  spanSeconds,
  shutterSeconds,
  periodSeconds,
}: {
  readonly spanSeconds: number;
  readonly shutterSeconds: number;
  readonly periodSeconds: number;
}): number {
  if (!(periodSeconds >= shutterSeconds))
    throw new RangeError(`period ${periodSeconds} s < shutter ${shutterSeconds} s`);
  return spanSeconds < shutterSeconds ? 0 : Math.floor((spanSeconds - shutterSeconds) / periodSeconds) + 1;
}
