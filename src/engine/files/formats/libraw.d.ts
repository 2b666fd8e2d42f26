// The decoder itself, which its package wraps for browsers only.
declare module "libraw-wasm/dist/libraw.js" {
  import type { LibRawSettings } from "libraw-wasm";

  export interface LibRaw {
    /** @throws Error when it is no raw file. */
    open(file: Uint8Array, settings: Omit<LibRawSettings, "gamm"> & { readonly gamm: readonly number[] }): void;
    metadata(isFull: boolean): { readonly width: number; readonly height: number } | undefined;
    /** Its pixels, upright; undefined or an error where they cannot be unpacked. */
    imageData():
      | {
          readonly width: number;
          readonly height: number;
          readonly colors: number;
          readonly bits: number;
          readonly data: Uint16Array;
        }
      | undefined;
    delete(): void;
  }
  interface LibRawModule {
    readonly LibRaw: new () => LibRaw;
  }
  export default function load(options: {
    readonly wasmBinary: Uint8Array;
    readonly print: (line: string) => void;
    readonly printErr: (line: string) => void;
  }): Promise<LibRawModule>;
}
