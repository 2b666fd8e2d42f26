import { access } from "node:fs/promises";
import { notFound, route } from "@/app/http";
import { measurePicture } from "@/engine/files/measurePicture";
import { storedPath } from "@/engine/store";

/** Meters a stored picture. */
export const GET = route<{ hash: string }>(async (_request, { hash }) => {
  if (!/^[0-9a-f]{64}$/.test(hash)) return notFound("picture");
  const there = await access(storedPath(hash)).then(
    () => true,
    () => false,
  );
  return there ? Response.json(await measurePicture(storedPath(hash))) : notFound("picture");
});
