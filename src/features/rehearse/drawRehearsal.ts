/** Interleaved sRGB of 8 bits. */
interface Drawn {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array;
}

/** Puts a simulated picture onto a canvas of its own size. */
export function drawRehearsal(canvas: HTMLCanvasElement, { width, height, data }: Drawn): void {
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
  context.putImageData(image, 0, 0);
}
