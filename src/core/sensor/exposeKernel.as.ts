// AssemblyScript, compiled to WebAssembly SIMD by scripts/bundle.mjs into exposeKernel.wasm.ts. Its plain twin, which the tests
// hold it against, stands in testing/plainExposure.ts. All pointers are byte offsets into the kernel's own memory, which
// exposeKernel.ts lays out; four pixels are twelve samples, three vectors whose lanes are red, green and blue in turn.

/** Below this many electrons the shot noise's skew matters and each count is drawn from Poisson's distribution. */
const POISSON_BELOW: f32 = 6;
/** Steps of an electron in which `decays` holds e^-x. */
const DECAY_STEPS: f32 = 1024;
/** 1/2^24: a uniform number has as many bits as a 32-bit float holds. */
const UNIFORM: f32 = 5.9604644775390625e-8;
const NORMAL_SHIFT: i32 = 18;

// @ts-ignore: decorator
@inline
function hash32(a: u32, b: u32, c: u32): u32 {
  let h = a ^ (b * 0x9e3779b1) ^ (c * 0x85ebca77);
  h = (h ^ (h >> 16)) * 0x21f0aaad;
  h = (h ^ (h >> 15)) * 0x735a2d97;
  return h ^ (h >> 15);
}

// @ts-ignore: decorator
@inline
function nextBits(bits: u32): u32 {
  bits ^= bits << 13;
  bits ^= bits >> 17;
  return bits ^ (bits << 5);
}

// @ts-ignore: decorator
@inline
function firstBits(frameSeed: u32, row: u32, lane: u32): v128 {
  return i32x4(
    hash32(frameSeed, row, lane) | 1,
    hash32(frameSeed, row, lane + 1) | 1,
    hash32(frameSeed, row, lane + 2) | 1,
    hash32(frameSeed, row, lane + 3) | 1,
  );
}

// @ts-ignore: decorator
@inline
function nextBits4(bits: v128): v128 {
  bits = v128.xor(bits, i32x4.shl(bits, 13));
  bits = v128.xor(bits, i32x4.shr_u(bits, 17));
  return v128.xor(bits, i32x4.shl(bits, 5));
}

/** A standard normal value for each lane, from a table of quantiles by the lane's upper bits. */
// @ts-ignore: decorator
@inline
function normals(quantiles: usize, bits: v128): v128 {
  const at = i32x4.shl(i32x4.shr_u(bits, NORMAL_SHIFT), 2);
  let out = v128.load32_splat(quantiles + (i32x4.extract_lane(at, 0) as usize));
  out = v128.load32_lane(quantiles + (i32x4.extract_lane(at, 1) as usize), out, 1);
  out = v128.load32_lane(quantiles + (i32x4.extract_lane(at, 2) as usize), out, 2);
  return v128.load32_lane(quantiles + (i32x4.extract_lane(at, 3) as usize), out, 3);
}

/** Draws electrons for a small mean by multiplying uniforms: Knuth, TAOCP vol. 2, 3.4.1. */
function poisson(mean: f32, bits: u32, decays: usize): f32 {
  const at = mean * DECAY_STEPS;
  const step = at as u32;
  const low = load<f32>(decays + ((step as usize) << 2));
  const high = load<f32>(decays + ((step as usize) << 2) + 4);
  const limit = low + (at - (step as f32)) * (high - low);
  let product: f32 = 1;
  let electrons: f32 = -1;
  do {
    bits = nextBits(bits);
    product *= ((bits >> 8) as f32) * UNIFORM;
    electrons += 1;
  } while (product > limit);
  return electrons;
}

let frame: usize = 0;

/**
 * Where a frame's constants lie, 32-bit floats of which the first nine are vectors: light to electrons by lane (3), then, each
 * once, pattern scale, dark electrons, read variance, noise scale, read noise, codes per electron, top code; whole numbers
 * after them: pointers to quantiles, decays, pattern, the three channels' tables; the code from which highlights go to white.
 */
export function setFrame(constants: usize): void {
  frame = constants;
}

// @ts-ignore: decorator
@inline
function number(index: usize): f32 {
  return load<f32>(frame + 48 + (index << 2));
}
// @ts-ignore: decorator
@inline
function pointer(index: usize): usize {
  return load<u32>(frame + 48 + 28 + (index << 2)) as usize;
}

/** Lanes' electrons: each a Gaussian, or below a few electrons and at the sensor's own size Poisson's count and the read noise. */
// @ts-ignore: decorator
@inline
function electronsOf(
  mean: v128,
  bits: v128,
  dark: f32,
  variance: v128,
  scale: f32,
  readNoise: f32,
  quantiles: usize,
  decays: usize,
): v128 {
  const gathered = f32x4.add(mean, f32x4.splat(dark));
  const normal = normals(quantiles, bits);
  const spread = f32x4.sqrt(f32x4.max(f32x4.splat(0), f32x4.add(gathered, variance)));
  let electrons = f32x4.add(mean, f32x4.mul(f32x4.mul(f32x4.splat(scale), spread), normal));
  if (scale != 1) return electrons;
  const few = f32x4.le(gathered, f32x4.splat(POISSON_BELOW));
  if (!v128.any_true(few)) return electrons;
  const read = f32x4.sub(f32x4.mul(f32x4.splat(readNoise), normal), f32x4.splat(dark));
  const seeds = v128.xor(bits, i32x4.splat(0x5bd1e995));
  let counts = f32x4.splat(0);
  const none = f32x4.max(gathered, f32x4.splat(0));
  if (i32x4.extract_lane(few, 0)) counts = f32x4.replace_lane(counts, 0, poisson(f32x4.extract_lane(none, 0), i32x4.extract_lane(seeds, 0) | 1, decays));
  if (i32x4.extract_lane(few, 1)) counts = f32x4.replace_lane(counts, 1, poisson(f32x4.extract_lane(none, 1), i32x4.extract_lane(seeds, 1) | 1, decays));
  if (i32x4.extract_lane(few, 2)) counts = f32x4.replace_lane(counts, 2, poisson(f32x4.extract_lane(none, 2), i32x4.extract_lane(seeds, 2) | 1, decays));
  if (i32x4.extract_lane(few, 3)) counts = f32x4.replace_lane(counts, 3, poisson(f32x4.extract_lane(none, 3), i32x4.extract_lane(seeds, 3) | 1, decays));
  return v128.bitselect(f32x4.add(counts, read), electrons, few);
}

/** A code drawn to white by a second channel that is so near to it. */
// @ts-ignore: decorator
@inline
function drawn(code: i32, second: i32, from: i32): i32 {
  return code + ((second - from) * (255 - code) + ((255 - from) >> 1)) / (255 - from);
}

/** Writes a pixel; from a display code of its second strongest channel on the third goes to white with it. */
// @ts-ignore: decorator
@inline
function storePixel(out: usize, r: i32, g: i32, b: i32, from: i32): void {
  const low = min(r, g);
  const high = max(r, g);
  const second = max(low, min(high, b));
  if (second > from) {
    r = drawn(r, second, from);
    g = drawn(g, second, from);
    b = drawn(b, second, from);
  }
  store<u8>(out, r as u8);
  store<u8>(out + 1, g as u8);
  store<u8>(out + 2, b as u8);
}

/**
 * Exposes a row of gathered light and develops it.
 *
 * @param light 32-bit floats, interleaved, as `lift`, by which each sample is multiplied as it is developed; `out`: bytes,
 * interleaved; all with room for whole steps of four pixels.
 * @param offset Where in the pattern the row begins, samples; what follows it is as long as a row.
 */
export function exposeRow(light: usize, lift: usize, out: usize, pixels: u32, frameSeed: u32, row: u32, offset: u32): void {
  const toElectronsA = v128.load(frame);
  const toElectronsB = v128.load(frame + 16);
  const toElectronsC = v128.load(frame + 32);
  const patternScale = f32x4.splat(number(0));
  const dark = number(1);
  const variance = f32x4.splat(number(2));
  const scale = number(3);
  const readNoise = number(4);
  const codes = f32x4.splat(number(5));
  const top = f32x4.splat(number(6));
  const quantiles = pointer(0);
  const decays = pointer(1);
  let pattern = pointer(2) + ((offset as usize) << 2);
  const red = pointer(3);
  const green = pointer(4);
  const blue = pointer(5);
  const whitensFrom = load<i32>(frame + 48 + 28 + 24);
  const one = f32x4.splat(1);
  const half = f32x4.splat(0.5);
  const nothing = f32x4.splat(0);
  let bitsA = firstBits(frameSeed, row, 1);
  let bitsB = firstBits(frameSeed, row, 5);
  let bitsC = firstBits(frameSeed, row, 9);
  for (let x: u32 = 0; x < pixels; x += 4) {
    bitsA = nextBits4(bitsA);
    bitsB = nextBits4(bitsB);
    bitsC = nextBits4(bitsC);
    const meanA = f32x4.mul(f32x4.mul(v128.load(light), toElectronsA), f32x4.add(one, f32x4.mul(patternScale, v128.load(pattern))));
    const meanB = f32x4.mul(f32x4.mul(v128.load(light + 16), toElectronsB), f32x4.add(one, f32x4.mul(patternScale, v128.load(pattern + 16))));
    const meanC = f32x4.mul(f32x4.mul(v128.load(light + 32), toElectronsC), f32x4.add(one, f32x4.mul(patternScale, v128.load(pattern + 32))));
    let a = electronsOf(meanA, bitsA, dark, variance, scale, readNoise, quantiles, decays);
    let b = electronsOf(meanB, bitsB, dark, variance, scale, readNoise, quantiles, decays);
    let c = electronsOf(meanC, bitsC, dark, variance, scale, readNoise, quantiles, decays);
    a = i32x4.trunc_sat_f32x4_s(f32x4.min(top, f32x4.max(nothing, f32x4.add(f32x4.mul(f32x4.mul(a, codes), v128.load(lift)), half))));
    b = i32x4.trunc_sat_f32x4_s(f32x4.min(top, f32x4.max(nothing, f32x4.add(f32x4.mul(f32x4.mul(b, codes), v128.load(lift + 16)), half))));
    c = i32x4.trunc_sat_f32x4_s(f32x4.min(top, f32x4.max(nothing, f32x4.add(f32x4.mul(f32x4.mul(c, codes), v128.load(lift + 32)), half))));
    storePixel(out, load<u8>(red + (i32x4.extract_lane(a, 0) as usize)), load<u8>(green + (i32x4.extract_lane(a, 1) as usize)), load<u8>(blue + (i32x4.extract_lane(a, 2) as usize)), whitensFrom);
    storePixel(out + 3, load<u8>(red + (i32x4.extract_lane(a, 3) as usize)), load<u8>(green + (i32x4.extract_lane(b, 0) as usize)), load<u8>(blue + (i32x4.extract_lane(b, 1) as usize)), whitensFrom);
    storePixel(out + 6, load<u8>(red + (i32x4.extract_lane(b, 2) as usize)), load<u8>(green + (i32x4.extract_lane(b, 3) as usize)), load<u8>(blue + (i32x4.extract_lane(c, 0) as usize)), whitensFrom);
    storePixel(out + 9, load<u8>(red + (i32x4.extract_lane(c, 1) as usize)), load<u8>(green + (i32x4.extract_lane(c, 2) as usize)), load<u8>(blue + (i32x4.extract_lane(c, 3) as usize)), whitensFrom);
    light += 48;
    lift += 48;
    pattern += 48;
    out += 12;
  }
}
