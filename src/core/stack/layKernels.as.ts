// Part of kernels.as.ts: what does not move, laid over frames that are moved.

/** Lays what does not move over a moved picture: `mask` has a byte a pixel, 255 where all of `still` is seen. */
// @ts-ignore: decorator
@inline
function lay<Sample>(target: usize, still: usize, mask: usize, pixels: usize): void {
  for (let i: usize = 0; i < pixels; i++) {
    const part = load<u8>(mask + i) as i32;
    if (part == 0) continue;
    for (let channel: usize = 0; channel < 3; channel++) {
      const at = (3 * i + channel) * sizeof<Sample>();
      const moved = load<Sample>(target + at) as i32;
      const stays = load<Sample>(still + at) as i32;
      store<Sample>(target + at, ((moved * (255 - part) + stays * part + 127) / 255) as Sample);
    }
  }
}

/** Lays the still parts of a picture of bytes; see `lay`. */
export function lay8(target: usize, still: usize, mask: usize, pixels: usize): void {
  lay<u8>(target, still, mask, pixels);
}

/** Lays the still parts of a picture of 16-bit samples; see `lay`. */
export function lay16(target: usize, still: usize, mask: usize, pixels: usize): void {
  lay<u16>(target, still, mask, pixels);
}
