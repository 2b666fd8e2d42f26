import { expose, transfer } from "comlink";
import { MARK, type PictureStatistics, pictureStatistics } from "@/core/picture";

/** A picture ready to be drawn, with what its samples say. */
export interface LoadedPicture {
  readonly kind: "loaded";
  readonly statistics: PictureStatistics;
  readonly bitmap: ImageBitmap;
  /** Opaque where a channel is clipped, and where all are crushed; half the picture's size, any pixel of four counts. */
  readonly clipped: ImageBitmap;
  readonly crushed: ImageBitmap;
}

export type LoadResult = LoadedPicture | { readonly kind: "failed"; readonly reason: string };

/** A mask of half the size, opaque where any of four pixels carries one of the marks. */
function halfMask(marks: Uint8Array, width: number, height: number, wanted: (mark: number) => boolean): ImageData {
  const halfWidth = Math.ceil(width / 2);
  const mask = new ImageData(halfWidth, Math.ceil(height / 2));
  for (let y = 0, pixel = 0; y < height; y++) {
    for (let x = 0; x < width; x++, pixel++) {
      if (wanted(marks[pixel]!)) mask.data[4 * ((y >> 1) * halfWidth + (x >> 1)) + 3] = 255;
    }
  }
  return mask;
}

function toImageData(samples: Uint8Array, width: number, height: number): ImageData {
  const image = new ImageData(width, height);
  const { data } = image;
  for (let from = 0, to = 0; from < samples.length; from += 3, to += 4) {
    data[to] = samples[from]!;
    data[to + 1] = samples[from + 1]!;
    data[to + 2] = samples[from + 2]!;
    data[to + 3] = 255;
  }
  return image;
}

const api = {
  /** Fetches every sample of a picture, measures them and makes what is drawn. */
  async load(url: string): Promise<LoadResult> {
    try {
      const response = await fetch(url);
      if (!response.ok) return { kind: "failed", reason: `The picture could not be fetched (${response.status}).` };
      const width = Number(response.headers.get("x-picture-width"));
      const height = Number(response.headers.get("x-picture-height"));
      const samples = new Uint8Array(await response.arrayBuffer());
      if (samples.length !== 3 * width * height) return { kind: "failed", reason: "The picture arrived incomplete." };
      const marks = new Uint8Array(width * height);
      const statistics = pictureStatistics(samples, marks);
      const isClipped = (mark: number) => mark === MARK.clippedAny || mark === MARK.clippedAll;
      const bitmap = await createImageBitmap(toImageData(samples, width, height));
      const clipped = await createImageBitmap(halfMask(marks, width, height, isClipped));
      const crushed = await createImageBitmap(halfMask(marks, width, height, (mark) => mark === MARK.crushed));
      return transfer({ kind: "loaded", statistics, bitmap, clipped, crushed }, [bitmap, clipped, crushed]);
    } catch {
      return { kind: "failed", reason: "The picture could not be fetched; is the application still running?" };
    }
  },
};

export type PictureWorker = typeof api;

expose(api);
