import { growTo, openEmbedded } from "../embeddedKernel";
import { areaBehind, type PictureFrame } from "./frame";
import { FRAME_KERNEL } from "./frameKernel.wasm";
import type { CodedPicture } from "./picture";
import type { Area, Piece } from "./piece";

interface FrameKernel {
  readonly memory: WebAssembly.Memory;
  frameRow(
    out: number,
    codes: number,
    left: number,
    top: number,
    right: number,
    bottom: number,
    ofWidth: number,
    ofHeight: number,
    matrix: number,
    x: number,
    y: number,
    pixels: number,
  ): void;
}

/** Byte offsets in the kernel's memory. */
const MATRIX = 1024;
const OUT = MATRIX + 8 * 9;

let compiled: FrameKernel | undefined;

/**
 * An area of what comes out, looked up in the picture as its codes are: between light instead, every lamp would have a dark ring. Between
 * pixels lies Catmull and Rom's spline, and what rings of it is held within the four pixels about a place; what lies beyond the picture's
 * edges is black. @see Keys (1981), Cubic convolution interpolation
 *
 * @param held Interleaved codes of an area of the picture that holds what is looked up; see `areaBehind`.
 */
export function framedArea(
  held: { readonly codes: Uint16Array; readonly area: Area; readonly of: Piece["of"] },
  frame: PictureFrame,
  area: Area,
): Uint16Array {
  const { left, right, top } = held.area;
  const wide = right - left;
  const [width, rows] = [area.right - area.left, area.bottom - area.top];
  const out = new Uint16Array(3 * width * rows);
  const { codes, of } = held;
  if (frame.cut) {
    for (let row = 0; row < rows; row++) {
      const begins = 3 * ((frame.cut.top + area.top + row - top) * wide + frame.cut.left + area.left - left);
      out.set(codes.subarray(begins, begins + 3 * width), 3 * width * row);
    }
    return out;
  }
  const behind = areaBehind(frame, area, of);
  const [from, to] = [Math.max(top, behind.top), Math.min(held.area.bottom, behind.bottom)];
  const asked = codes.subarray(3 * wide * (from - top), 3 * wide * (to - top));
  const codesAt = OUT + 16 * Math.ceil((6 * width) / 16);
  // Four codes are read where a pixel has three.
  const bytes = codesAt + asked.byteLength + 2;
  compiled ??= openEmbedded<FrameKernel>(FRAME_KERNEL, bytes);
  growTo(compiled.memory, bytes);
  const { buffer } = compiled.memory;
  new Float64Array(buffer, MATRIX, 9).set(frame.matrix);
  new Uint16Array(buffer, codesAt, asked.length).set(asked);
  const line = new Uint16Array(buffer, OUT, 3 * width);
  for (let row = 0; row < rows; row++) {
    const [x, y] = [area.left + 0.5, area.top + row + 0.5];
    compiled.frameRow(OUT, codesAt, left, from, right, to, of.width, of.height, MATRIX, x, y, width);
    out.set(line, 3 * width * row);
  }
  return out;
}

/** Rows `from` to `to` of what comes out of a whole picture; see `framedArea`. */
export const framedRows = (
  { samples, width, height }: CodedPicture,
  frame: PictureFrame,
  from: number,
  to: number,
): Uint16Array =>
  framedArea(
    { codes: samples, area: { left: 0, top: 0, right: width, bottom: height }, of: { width, height } },
    frame,
    { left: 0, right: frame.width, top: from, bottom: to },
  );
