const EDGE = 8;
/** cosines[k][x] of the orthonormal transform of eight samples. @see ITU-T T.81, A.3.3 */
const COSINES = Array.from({ length: EDGE }, (_, k) =>
  Float64Array.from(
    { length: EDGE },
    (__, x) => Math.sqrt((k === 0 ? 1 : 2) / EDGE) * Math.cos(((2 * x + 1) * k * Math.PI) / (2 * EDGE)),
  ),
);

/** Eight samples a step apart to their frequencies, or back, in place. */
function transform(samples: Float64Array, at: number, step: number, isBack: boolean): void {
  const from = Array.from({ length: EDGE }, (_, i) => samples[at + i * step]!);
  for (let i = 0; i < EDGE; i++) {
    let sum = 0;
    for (let j = 0; j < EDGE; j++) sum += from[j]! * (isBack ? COSINES[j]![i]! : COSINES[i]![j]!);
    samples[at + i * step] = sum;
  }
}

/** A plane's blocks with every frequency rounded to a whole step, as a JPEG of best quality keeps them. */
function rounded(plane: Float64Array, width: number, height: number): void {
  const block = (isBack: boolean) => {
    for (let y = 0; y + EDGE <= height; y += EDGE)
      for (let x = 0; x + EDGE <= width; x += EDGE)
        for (const isAcross of [true, false])
          for (let i = 0; i < EDGE; i++)
            transform(plane, isAcross ? (y + i) * width + x : y * width + x + i, isAcross ? 1 : width, isBack);
  };
  block(false);
  for (let i = 0; i < plane.length; i++) plane[i] = Math.round(plane[i]!);
  block(true);
}

/**
 * Interleaved sRGB of 8 bits as a JPEG of best quality without subsampling gives it back: rounded as brightness and two
 * differences of colour, and in the transform of its blocks.
 *
 * @param width Pixels; what is left over of whole blocks at the right and below is only rounded.
 * @see ITU-T T.871 (2011), section 7
 */
export function throughJpeg(data: Uint8Array, width: number): Uint8Array {
  const pixels = data.length / 3;
  const [luma, blue, red] = [0, 1, 2].map(() => new Float64Array(pixels)) as [Float64Array, Float64Array, Float64Array];
  for (let pixel = 0; pixel < pixels; pixel++) {
    const [r, g, b] = [data[3 * pixel]!, data[3 * pixel + 1]!, data[3 * pixel + 2]!];
    luma[pixel] = Math.round(0.299 * r + 0.587 * g + 0.114 * b);
    blue[pixel] = Math.round(-0.1687 * r - 0.3313 * g + 0.5 * b);
    red[pixel] = Math.round(0.5 * r - 0.4187 * g - 0.0813 * b);
  }
  for (const plane of [luma, blue, red]) rounded(plane, width, pixels / width);
  const out = new Uint8Array(data.length);
  const code = (value: number) => Math.max(0, Math.min(255, Math.round(value)));
  for (let pixel = 0; pixel < pixels; pixel++) {
    const [y, cb, cr] = [luma, blue, red].map((plane) => Math.round(plane[pixel]!)) as [number, number, number];
    out[3 * pixel] = code(y + 1.402 * cr);
    out[3 * pixel + 1] = code(y - 0.3441 * cb - 0.7141 * cr);
    out[3 * pixel + 2] = code(y + 1.772 * cb);
  }
  return out;
}
