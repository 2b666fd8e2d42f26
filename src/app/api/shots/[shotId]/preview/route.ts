import { isId, notFound, route } from "@/app/http";
import { findShot } from "@/db/outings";
import { application } from "@/engine/application";
import { previewShot } from "@/engine/preview";

/** What the linked phone's screen shows where a shot is taken, as a JPEG. */
export const GET = route<{ shotId: string }>(async (_request, { shotId }) => {
  const { db } = (await application()).database;
  const shot = isId(shotId) ? await findShot(db, shotId) : undefined;
  if (!shot) return notFound("shot");
  const picture = await previewShot(db, shot);
  if (picture === null) return notFound("preview");
  return new Response(new Uint8Array(picture), {
    headers: { "content-type": "image/jpeg", "cache-control": "no-store" },
  });
});
