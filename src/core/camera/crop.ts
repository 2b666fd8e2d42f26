import type { Camera } from "./camera";

/** Shapes of the picture, width over height. */
export const CROPS = { "4:3": 4 / 3, "3:2": 3 / 2, "16:9": 16 / 9, "21:9": 21 / 9, "1:1": 1 } as const;
/** A shape of the picture, cut from the sensor's. */
export type Crop = keyof typeof CROPS;
/** All shapes, the whole sensor first. */
export const CROP_NAMES = Object.keys(CROPS) as [Crop, ...Crop[]];

/** The whole sensor's shape. */
export const WHOLE_SENSOR: Crop = "4:3";

/** Pixels that a crop of the sensor keeps, and the share of them that it loses. */
export function cropped(
  { widthPx, heightPx }: { readonly widthPx: number; readonly heightPx: number },
  crop: Crop,
): { readonly width: number; readonly height: number; readonly lost: number } {
  const width = Math.min(widthPx, Math.round(heightPx * CROPS[crop]));
  const height = Math.min(heightPx, Math.round(widthPx / CROPS[crop]));
  return { width, height, lost: 1 - (width * height) / (widthPx * heightPx) };
}

/** A camera whose lens sees no more than the crop keeps. */
export function framed<Taken extends Pick<Camera, "lens">>(camera: Taken, crop: Crop): Taken {
  const { width, height } = cropped(camera.lens, crop);
  return { ...camera, lens: { ...camera.lens, widthPx: width, heightPx: height } };
}
