import { access, readFile } from "node:fs/promises";
import pLimit from "p-limit";
import { notFound, problem, route } from "@/app/http";
import { PREVIEW_EDGES } from "@/contracts/limits";
import { plainReason } from "@/engine/files/decode";
import { displaySamples, previewWebp } from "@/engine/files/exportPicture";
import { storedPath } from "@/engine/store";

const FOREVER = { "cache-control": "private, max-age=31536000, immutable" };

/** Pictures that are decoded for display at once: each takes memory while it is. */
const AT_ONCE = 2;
const decoding = pLimit(AT_ONCE);

/** Decodes for display when it is a picture's turn; says so where it is damaged. */
const shown = (make: () => Promise<Response>): Promise<Response> =>
  decoding(make).catch((error: unknown) => problem(422, "unreadable-picture", plainReason(error)));

/**
 * A stored picture for display: `as=thumbnail` a small JPEG as it lies in the store, `as=preview&edge=1600` a WebP made
 * for the occasion, `as=samples` every pixel as 8-bit RGB with its size in the headers.
 */
export const GET = route<{ hash: string }>(async (request, { hash }) => {
  if (!/^[0-9a-f]{64}$/.test(hash)) return notFound("picture");
  const there = await access(storedPath(hash)).then(
    () => true,
    () => false,
  );
  if (!there) return notFound("picture");
  const query = new URL(request.url).searchParams;
  if (query.get("as") === "thumbnail") {
    const bytes = new Uint8Array(await readFile(storedPath(hash)));
    return new Response(bytes, {
      headers: { ...FOREVER, "content-type": "image/jpeg", "x-content-type-options": "nosniff" },
    });
  }
  if (query.get("as") === "preview") {
    const edge = Number(query.get("edge"));
    if (!PREVIEW_EDGES.some((each) => each === edge))
      return problem(400, "invalid-edge", `Choose an edge of ${PREVIEW_EDGES.join(", ")} pixels.`);
    return shown(async () => {
      const webp = await previewWebp(hash, edge);
      return new Response(webp, { headers: { ...FOREVER, "content-type": "image/webp" } });
    });
  }
  if (query.get("as") === "samples") {
    return shown(async () => {
      const { width, height, samples } = await displaySamples(hash);
      const size = { "x-picture-width": String(width), "x-picture-height": String(height) };
      return new Response(samples, { headers: { ...FOREVER, ...size, "content-type": "application/octet-stream" } });
    });
  }
  return problem(400, "invalid-view", "Ask for as=thumbnail, as=preview or as=samples.");
});
