import { isId, notFound, route } from "@/app/http";
import { SMALL_LAYER_EDGE_PX } from "@/contracts/limits";
import { findStack } from "@/db/stacks";
import { application } from "@/engine/application";
import { layersFileOf } from "@/engine/balanceStack";
import { smallLayer } from "@/engine/stack/layersFile";

/** The parts of a stack's result, small: width and height, 32 bits each, then part after part in 16-bit samples, little-endian. */
export const GET = route<{ stackId: string }>(async (_request, { stackId }) => {
  const { db } = (await application()).database;
  const stack = isId(stackId) ? (await findStack(db, stackId))?.stack : undefined;
  const file = stack && layersFileOf(stack);
  if (!file) return notFound("stack with parts");
  const small = await Promise.all(file.layers.map((_, page) => smallLayer(file.path, page, SMALL_LAYER_EDGE_PX)));
  const size = Uint32Array.of(small[0]!.width, small[0]!.height);
  const parts = [size, ...small.map(({ samples }) => samples)];
  const body = Buffer.concat(
    parts.map(({ buffer, byteOffset, byteLength }) => Buffer.from(buffer, byteOffset, byteLength)),
  );
  return new Response(new Uint8Array(body), {
    headers: { "content-type": "application/octet-stream", "cache-control": "private, max-age=31536000, immutable" },
  });
});
