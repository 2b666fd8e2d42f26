// AssemblyScript, compiled to WebAssembly by scripts/bundle.mjs into reduceKernel.wasm.ts. Pointers are byte
// offsets into the kernel's own memory, which reduced.ts lays out.

/** Adds the light of 16-bit codes to sums; `table` holds that of each code. `count` is a multiple of 4. */
export function addRow(sums: usize, codes: usize, table: usize, count: usize): void {
  const end = sums + (count << 2);
  while (sums < end) {
    const light = f32x4(
      load<f32>(table + ((load<u16>(codes) as usize) << 2)),
      load<f32>(table + ((load<u16>(codes, 2) as usize) << 2)),
      load<f32>(table + ((load<u16>(codes, 4) as usize) << 2)),
      load<f32>(table + ((load<u16>(codes, 6) as usize) << 2)),
    );
    v128.store(sums, f32x4.add(v128.load(sums), light));
    sums += 16;
    codes += 8;
  }
}
