import { fileNameOf, refusal, route } from "@/app/http";
import { versionToMake } from "@/app/versionToMake";
import { finishExport } from "@/contracts/finish";
import { application } from "@/engine/application";
import { exportFinish } from "@/engine/finish/making";

/** A version as a file, at full size or smaller: its look applied to every pixel, its look line among the file's metadata. */
export const GET = route<{ finishId: string }>(async (request, { finishId }) => {
  const asked = finishExport.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const { format, space } = asked.data;
  // The linear light is that of sRGB's primaries.
  const found = await versionToMake((await application()).database.db, finishId, format === "fits" ? "srgb" : space);
  if (found instanceof Response) return found;
  const { body, mediaType, ending } = await exportFinish(found.version, asked.data);
  const plain = fileNameOf(found.finish.name, "picture");
  return new Response(body, {
    headers: { "content-type": mediaType, "content-disposition": `attachment; filename="aevumen-${plain}${ending}"` },
  });
});
