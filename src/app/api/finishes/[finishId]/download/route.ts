import { fileNameOf, problem, refusal, route } from "@/app/http";
import { versionToMake } from "@/app/versionToMake";
import { finishExport } from "@/contracts/finish";
import { findSiteOfShot } from "@/db/sites";
import { application } from "@/engine/application";
import { exportFinish } from "@/engine/finish/making";

/** A version as a file, at full size or smaller: its look applied to every pixel, its look line among the file's metadata. */
export const GET = route<{ finishId: string }>(async (request, { finishId }) => {
  const asked = finishExport.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const { format, space, place, edge, quality } = asked.data;
  const { db } = (await application()).database;
  // The linear light is that of sRGB's primaries.
  const found = await versionToMake(db, finishId, format === "fits" ? "srgb" : space);
  if (found instanceof Response) return found;
  const site = place === "1" ? await findSiteOfShot(db, found.finish.shotId) : undefined;
  if (place === "1" && !site)
    return problem(409, "no-place", "Nobody knows where this picture was taken: its outing has no site.");
  const { body, mediaType, ending } = await exportFinish(found.version, {
    format,
    space,
    edge,
    quality,
    place: site && { latitudeDeg: site.latitudeDeg, longitudeDeg: site.longitudeDeg },
  });
  const plain = fileNameOf(found.finish.name, "picture");
  return new Response(body, {
    headers: { "content-type": mediaType, "content-disposition": `attachment; filename="aevumen-${plain}${ending}"` },
  });
});
