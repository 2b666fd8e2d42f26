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

/**
 * Means of pixels' sums over some columns each: `firsts` holds the first of them for each of the `count` means, and where the last one ends.
 * `rows` were added up.
 */
export function meanColumns(out: usize, sums: usize, firsts: usize, count: i32, rows: f32): void {
  for (let column = 0; column < count; column++) {
    const left = load<u32>(firsts) as usize;
    const right = load<u32>(firsts, 4) as usize;
    const share: f64 = 1 / (<f64>(right - left) * <f64>rows);
    let red: f64 = 0, green: f64 = 0, blue: f64 = 0;
    for (let at = sums + 12 * left; at < sums + 12 * right; at += 12) {
      red += <f64>load<f32>(at);
      green += <f64>load<f32>(at, 4);
      blue += <f64>load<f32>(at, 8);
    }
    store<f32>(out, <f32>(share * red));
    store<f32>(out, <f32>(share * green), 4);
    store<f32>(out, <f32>(share * blue), 8);
    firsts += 4;
    out += 12;
  }
}
