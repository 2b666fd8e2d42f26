/** The most within so many pixels each way of a plane, rows from the top. */
export function mostAbout(values: Float32Array, width: number, rows: number, radius: number): Float32Array {
  const along = new Float32Array(values.length);
  for (let y = 0, at = 0; y < rows; y++)
    for (let x = 0; x < width; x++, at++) {
      let most = values[at]!;
      const last = at + Math.min(radius, width - 1 - x);
      for (let near = at - Math.min(radius, x); near <= last; near++) if (values[near]! > most) most = values[near]!;
      along[at] = most;
    }
  const out = along.slice();
  for (let y = 0; y < rows; y++)
    for (let near = Math.max(0, y - radius), to = Math.min(rows - 1, y + radius); near <= to; near++)
      for (let at = y * width, from = near * width, end = at + width; at < end; at++, from++)
        if (along[from]! > out[at]!) out[at] = along[from]!;
  return out;
}

/** The least, likewise. */
export function leastAbout(values: Float32Array, width: number, rows: number, radius: number): Float32Array {
  const most = mostAbout(
    values.map((value) => -value),
    width,
    rows,
    radius,
  );
  return most.map((value) => -value);
}
