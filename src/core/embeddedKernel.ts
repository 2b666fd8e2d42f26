const WASM_PAGE_BYTES = 65_536;

/** A compiled kernel's exports: its functions, and the memory whose layout is its caller's. */
interface KernelExports {
  readonly memory: WebAssembly.Memory;
}

/** Makes a kernel's memory at least so many bytes large. Views of it from before are empty afterwards. */
export function growTo(memory: WebAssembly.Memory, bytes: number): void {
  const missing = Math.ceil((bytes - memory.buffer.byteLength) / WASM_PAGE_BYTES);
  if (missing > 0) memory.grow(missing);
}

/**
 * Compiles a kernel that comes along with the code around it (`*.wasm.ts`, made by scripts/bundle.mjs).
 *
 * @param bytes Its memory is that large at first.
 */
export function openEmbedded<Kernel extends KernelExports>(base64: string, bytes: number): Kernel {
  const code = Uint8Array.from(atob(base64), (char) => char.charCodeAt(0));
  const { exports } = new WebAssembly.Instance(new WebAssembly.Module(code), { env: {} });
  // The exports' types cannot be known to the compiler; the kernel's source declares them with these signatures.
  const kernel = exports as unknown as Kernel;
  growTo(kernel.memory, bytes);
  return kernel;
}
