/** Brightness of interleaved 8-bit pixels, pixel by pixel: what the kernel is held against. */
export const plainLuma = (samples: Uint8Array): Uint8Array =>
  Uint8Array.from({ length: samples.length / 3 }, (_, at) => {
    const [red, green, blue] = samples.subarray(3 * at, 3 * at + 3) as unknown as [number, number, number];
    return (54 * red + 183 * green + 19 * blue) >> 8;
  });
