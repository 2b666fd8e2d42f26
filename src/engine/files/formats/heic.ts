import type { MainModule } from "libheif-js/libheif-wasm/libheif";
import { MOST_PIXELS, PictureFailure } from "../pictureFailure";
import { p3Profile } from "./profile";
import { residentModule } from "./resident";
import { throughUnpacking } from "./unpacked";

// The decoder's C functions, called as they are: numbers are places in its memory.
// @see libheif 1.23, heif_library.h, heif_image_handle.h, heif_color.h, heif_decoding.h

type Address = number;

const COLOURS_RGB = 1;
const INTERLEAVED = 10;
/** Bytes, and 16-bit values of 9 to 16 bits in little-endian order. */
const CHROMA = { bytes: 10, words: 14 } as const;
const POINTER_BYTES = 4;
/** An error: its kind, its kind within that, and a pointer to its words. */
const ERROR_BYTES = 12;
/** A file type, a feature, and a coding that it does not know. */
const UNSUPPORTED = [3, 4, 11];
/** Colour primaries of P3 under D65, and of sRGB. @see ITU-T H.273, table 2 */
const PRIMARIES = { srgb: 1, unspecified: 2, p3: 12 } as const;
/** A profile's fields up to the primaries: a byte for its version, padded. */
const PRIMARIES_AT = 4;

// It writes its complaints where nobody reads them; what it answers says the same.
const silent = () => {};

const withDecoder = residentModule(async () => {
  const { default: load } = await import("libheif-js/libheif-wasm/libheif-bundle.js");
  return load({ print: silent, printErr: silent });
});

/** The decoder with a file in its memory, until it is closed. */
class OpenHeic {
  private readonly error: Address;
  private readonly slot: Address;
  private readonly file: Address;
  private readonly context: Address;
  private handle: Address = 0;

  constructor(
    private readonly lib: MainModule,
    file: Buffer,
  ) {
    this.error = lib._malloc(ERROR_BYTES);
    this.slot = lib._malloc(POINTER_BYTES);
    this.file = lib._malloc(file.length);
    lib.HEAPU8.set(file, this.file);
    this.context = lib._heif_context_alloc();
  }

  /** @throws PictureFailure when it is none. */
  open(bytes: number): void {
    const { lib, error, context } = this;
    this.check(() => lib._heif_context_read_from_memory_without_copy(error, context, this.file, bytes, 0));
    this.check(() => lib._heif_context_get_primary_image_handle(error, context, this.slot));
    this.handle = this.number(this.slot);
  }

  close(): void {
    const { lib } = this;
    if (this.handle !== 0) lib._heif_image_handle_release(this.handle);
    lib._heif_context_free(this.context);
    for (const each of [this.file, this.slot, this.error]) lib._free(each);
  }

  private number(at: Address): number {
    return new DataView(this.lib.HEAPU8.buffer).getUint32(at, true);
  }

  private check(work: () => void): void {
    work();
    const kind = this.number(this.error);
    if (kind !== 0) throw new PictureFailure(UNSUPPORTED.includes(kind) ? "other-coding" : "damaged");
  }

  get size() {
    const { lib, handle } = this;
    const bits = lib._heif_image_handle_get_luma_bits_per_pixel(handle);
    return {
      width: lib._heif_image_handle_get_width(handle),
      height: lib._heif_image_handle_get_height(handle),
      depth: bits > 8 ? (16 as const) : (8 as const),
    };
  }

  /** Its own profile, or the primaries that it names; sRGB where it names none. @throws PictureFailure for primaries that are not known. */
  colours(): Uint8Array | "srgb" | "p3" {
    const { lib, handle } = this;
    const bytes = lib._heif_image_handle_get_raw_color_profile_size(handle);
    if (bytes > 0) {
      const at = lib._malloc(bytes);
      try {
        this.check(() => lib._heif_image_handle_get_raw_color_profile(this.error, handle, at));
        return lib.HEAPU8.slice(at, at + bytes);
      } finally {
        lib._free(at);
      }
    }
    lib._heif_image_handle_get_nclx_color_profile(this.error, handle, this.slot);
    // None is named: what is not said is sRGB.
    if (this.number(this.error) !== 0) return "srgb";
    const named = this.number(this.slot);
    const primaries = this.number(named + PRIMARIES_AT);
    lib._heif_nclx_color_profile_free(named);
    if (primaries === PRIMARIES.p3) return "p3";
    if (primaries === PRIMARIES.srgb || primaries === PRIMARIES.unspecified) return "srgb";
    throw new PictureFailure("other-colours");
  }

  /** Upright samples without alpha. */
  samples(): Uint8Array | Uint16Array {
    const { lib, size } = this;
    const chroma = size.depth === 8 ? CHROMA.bytes : CHROMA.words;
    this.check(() => lib._heif_decode_image(this.error, this.handle, this.slot, COLOURS_RGB, chroma, 0));
    const image = this.number(this.slot);
    try {
      return this.samplesOf(image, size);
    } finally {
      lib._heif_image_release(image);
    }
  }

  private samplesOf(image: Address, { width, height, depth }: OpenHeic["size"]): Uint8Array | Uint16Array {
    const { lib } = this;
    const isOther =
      lib._heif_image_get_width(image, INTERLEAVED) !== width ||
      lib._heif_image_get_height(image, INTERLEAVED) !== height;
    if (isOther) throw new PictureFailure("damaged");
    const from = lib._heif_image_get_plane_readonly(image, INTERLEAVED, this.slot);
    const stride = this.number(this.slot);
    const rowBytes = (3 * width * depth) / 8;
    const rows = new Uint8Array(rowBytes * height);
    for (let y = 0; y < height; y++) {
      rows.set(lib.HEAPU8.subarray(from + y * stride, from + y * stride + rowBytes), y * rowBytes);
    }
    if (depth === 8) return rows;
    const words = new Uint16Array(rows.buffer);
    const white = 2 ** lib._heif_image_get_bits_per_pixel_range(image, INTERLEAVED) - 1;
    for (let at = 0; at < words.length; at++) words[at] = Math.round((65_535 * words[at]!) / white);
    return words;
  }
}

const opened = <Value>(file: Buffer, work: (heic: OpenHeic) => Value): Promise<Value> =>
  withDecoder((lib) => {
    const heic = new OpenHeic(lib, file);
    try {
      heic.open(file.length);
      return work(heic);
    } finally {
      heic.close();
    }
  });

/** A picture in the container that phones write by themselves. @see ISO/IEC 23008-12 */
export const HEIC = throughUnpacking(MOST_PIXELS, async (file) => {
  const { width, height, depth } = await opened(file, ({ size }) => size);
  const unpack = async () => {
    const { samples, colours } = await opened(file, (heic) => ({ samples: heic.samples(), colours: heic.colours() }));
    const profile = colours === "p3" ? await p3Profile() : colours === "srgb" ? null : colours;
    return { width, height, samples, profile };
  };
  return { width, height, depth, unpack };
});
