/** Interleaved sRGB of 8 bits. */
interface Drawn {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
  /** Marked with dots: nobody knows what was there. */
  readonly unknown?: Uint8Array | undefined;
}

/** Dots so far apart, and so large, pixels. */
const DOT_EVERY_PX = 6;
const DOT_PX = 2;
/** Of the dots, as of whatever is clipped. */
const DOT = [239, 106, 76] as const;

/** Puts a simulated picture onto a canvas of its own size. */
export function drawRehearsal(canvas: HTMLCanvasElement, { width, height, data, unknown }: Drawn): void {
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext("2d");
  if (!context) return;
  const image = context.createImageData(width, height);
  for (let from = 0, to = 0; from < data.length; from += 3, to += 4) {
    image.data[to] = data[from]!;
    image.data[to + 1] = data[from + 1]!;
    image.data[to + 2] = data[from + 2]!;
    image.data[to + 3] = 255;
  }
  unknown?.forEach((isUnknown, pixel) => {
    const [x, y] = [pixel % width, Math.floor(pixel / width)];
    if (isUnknown === 1 && x % DOT_EVERY_PX < DOT_PX && y % DOT_EVERY_PX < DOT_PX) image.data.set(DOT, 4 * pixel);
  });
  context.putImageData(image, 0, 0);
}
