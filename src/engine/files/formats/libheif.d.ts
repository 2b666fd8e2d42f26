// The decoder with its WebAssembly within; its functions' types lie beside it under another name.
declare module "libheif-js/libheif-wasm/libheif-bundle.js" {
  import type { MainModule } from "libheif-js/libheif-wasm/libheif";
  export default function load(options: {
    readonly print: (line: string) => void;
    readonly printErr: (line: string) => void;
  }): MainModule;
}
