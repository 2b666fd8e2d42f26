import { access, readFile } from "node:fs/promises";
import pLimit from "p-limit";
import { answer, notFound, problem, route } from "@/app/http";
import { PREVIEW_EDGES } from "@/contracts/limits";
import { pictureViewReply } from "@/contracts/replies";
import { previewWebp } from "@/engine/files/exportPicture";
import { pictureTile, pictureView, UnshowablePicture } from "@/engine/files/openPictures";
import { plainReason } from "@/engine/files/pictureFailure";
import { storedPath } from "@/engine/store";

const FOREVER = { "cache-control": "private, max-age=31536000, immutable" };

/** Pictures that are decoded for display at once: each takes memory while it is. */
const AT_ONCE = 2;
const decoding = pLimit(AT_ONCE);

/** Shows a picture; says so where it is damaged. */
const shown = (make: () => Promise<Response>): Promise<Response> =>
  make().catch((error: unknown) => {
    const reason = error instanceof UnshowablePicture ? error.message : plainReason(error);
    return problem(422, "unreadable-picture", reason);
  });

/** A place of a tile in the query; -1 where it says none, as no picture has one there. */
const placeIn = (query: URLSearchParams, name: string): number =>
  /^\d{1,5}$/.test(query.get(name) ?? "") ? Number(query.get(name)) : -1;

/**
 * A stored picture for display: `as=thumbnail` a small JPEG as it lies in the store, `as=preview&edge=1600` a WebP made
 * for the occasion, `as=view` its size and what its pixels say, `as=tile&level=0&column=0&row=0` pixels of a part of it.
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
      const webp = await decoding(() => previewWebp(hash, edge));
      return new Response(webp, { headers: { ...FOREVER, "content-type": "image/webp" } });
    });
  }
  if (query.get("as") === "view") return shown(async () => answer(pictureViewReply, await pictureView(hash)));
  if (query.get("as") === "tile") {
    return shown(async () => {
      const tile = await pictureTile(hash, placeIn(query, "level"), placeIn(query, "column"), placeIn(query, "row"));
      if (!tile) return notFound("part of the picture");
      return new Response(tile, { headers: { ...FOREVER, "content-type": "application/octet-stream" } });
    });
  }
  return problem(400, "invalid-view", "Ask for as=thumbnail, as=preview, as=view or as=tile.");
});
