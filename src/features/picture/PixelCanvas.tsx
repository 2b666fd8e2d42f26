"use client";

import { type ComponentProps, useEffect, useRef } from "react";

interface PixelCanvasProps extends Omit<ComponentProps<"canvas">, "width" | "height"> {
  readonly pixels: {
    readonly width: number;
    readonly height: number;
    /** Interleaved sRGB, 8 bits. */
    readonly data: Uint8Array;
  };
  readonly name: string;
}

/** Pixels that a worker has made, as a picture. */
export function PixelCanvas({ pixels, name, ...rest }: PixelCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const { width, height, data } = pixels;
    const image = context.createImageData(width, height);
    for (let pixel = 0; pixel < width * height; pixel++) {
      image.data.set(data.subarray(3 * pixel, 3 * pixel + 3), 4 * pixel);
      image.data[4 * pixel + 3] = 255;
    }
    context.putImageData(image, 0, 0);
  }, [pixels]);
  return <canvas {...rest} ref={canvas} width={pixels.width} height={pixels.height} role="img" aria-label={name} />;
}
