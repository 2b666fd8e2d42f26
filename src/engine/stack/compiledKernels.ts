import { readFile } from "node:fs/promises";
import { builtFile } from "../folders";

/** The kernels, compiled for this machine. */
export const compiledKernels = async (): Promise<WebAssembly.Module> =>
  WebAssembly.compile(await readFile(builtFile("kernels.wasm")));
