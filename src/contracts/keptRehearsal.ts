import { z } from "zod";
import type { Rehearsal } from "@/core/rehearse";

const side = z.int().min(1).max(2000);
const read = z.number().nullable();

/** What is kept of a rehearsed picture beside its pixels. */
const header = z.strictObject({
  width: side,
  height: side,
  framesIn: z.int().positive(),
  framesOf: z.int().positive(),
  measured: z.strictObject({
    placeStops: z.number().nullable(),
    skyStops: read,
    kept: z.strictObject({ midTone: read, wayDrawn: read, waterLeft: read, starLengthPx: read }),
  }),
});

const LENGTH_BYTES = 4;
/** The largest picture that its header allows, with room for the header. */
export const MOST_REHEARSAL_BYTES = 3 * 2000 * 2000 + 4096;

/** A whole rehearsed picture with what was read off it, as bytes: the header's length, the header in JSON, and the pixels. */
export function packRehearsal({
  data,
  width,
  height,
  framesIn,
  framesOf,
  measured,
}: Rehearsal): Uint8Array<ArrayBuffer> {
  const json = new TextEncoder().encode(JSON.stringify({ width, height, framesIn, framesOf, measured }));
  const bytes = new Uint8Array(LENGTH_BYTES + json.length + data.length);
  new DataView(bytes.buffer).setUint32(0, json.length, true);
  bytes.set(json, LENGTH_BYTES);
  bytes.set(data, LENGTH_BYTES + json.length);
  return bytes;
}

/** The picture that was packed; null for whatever else these bytes are. */
export function unpackRehearsal(bytes: Uint8Array): Rehearsal | null {
  if (bytes.length < LENGTH_BYTES) return null;
  const begins = LENGTH_BYTES + new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true);
  if (begins > bytes.length) return null;
  const told = header.safeParse(jsonOf(bytes.subarray(LENGTH_BYTES, begins)));
  if (!told.success || bytes.length - begins !== 3 * told.data.width * told.data.height) return null;
  return { ...told.data, data: bytes.subarray(begins) };
}

function jsonOf(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    return null;
  }
}
