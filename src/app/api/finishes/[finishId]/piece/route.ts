import { headed, isId, notFound, refusal, route } from "@/app/http";
import { finishPiece, finishPieceHead } from "@/contracts/finish";
import { findFinish } from "@/db/finishes";
import { application } from "@/engine/application";
import { pictureArea } from "@/engine/finish/heldPicture";
import { sourceOf } from "@/engine/finish/source";

/**
 * A piece of a picture at its full size, for a close look: a head, then 16-bit codes, little-endian, and as many of what moves in it where
 * that is asked and known.
 */
export const GET = route<{ finishId: string }>(async (request, { finishId }) => {
  const asked = finishPiece.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!asked.success) return refusal(asked.error);
  const { db } = (await application()).database;
  const finish = isId(finishId) ? await findFinish(db, finishId) : undefined;
  const source = finish && (await sourceOf(db, finish));
  if (!source) return notFound("picture to finish");
  const { drift, moving, ...area } = asked.data;
  const asks = { drift: drift === "1", moving: moving === "1" };
  const piece = await pictureArea(source.picture, area, asks).catch((error: unknown) => {
    if (error instanceof RangeError) return null;
    throw error;
  });
  if (!piece) return notFound("such piece of the picture");
  return headed(finishPieceHead.parse({ drift: piece.drift }), piece.codes);
});
