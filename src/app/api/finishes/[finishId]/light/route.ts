import { isId, notFound, route } from "@/app/http";
import { finishLight } from "@/contracts/finish";
import { findFinish } from "@/db/finishes";
import { application } from "@/engine/application";
import { surveyPicture } from "@/engine/finish/finishPicture";
import { sourceOf } from "@/engine/finish/source";

/**
 * What a page needs to finish a picture: how many bytes a head of JSON takes (32 bits), that head, padded to a multiple of 4, then
 * 16-bit codes of the copy that a screen shows, of the one in which lights are found, and of what moves in it; little-endian.
 */
export const GET = route<{ finishId: string }>(async (_request, { finishId }) => {
  const { db } = (await application()).database;
  const finish = isId(finishId) ? await findFinish(db, finishId) : undefined;
  const source = finish && (await sourceOf(db, finish));
  if (!source) return notFound("picture to finish");
  const { width, height, shown, small, moving, noise } = await surveyPicture(source.picture);
  const size = ({ width, height }: { width: number; height: number }) => ({ width, height });
  const head = finishLight.parse({
    width,
    height,
    shown: size(shown),
    small: size(small),
    hasMoving: moving !== null,
    noise,
    balancedFor: source.picture.balancedFor,
  });
  const text = Buffer.from(JSON.stringify(head).padEnd(4 * Math.ceil(JSON.stringify(head).length / 4)));
  const pictures = [shown, small, ...(moving ? [moving] : [])].map(({ samples }) =>
    Buffer.from(samples.buffer, samples.byteOffset, samples.byteLength),
  );
  const body = Buffer.concat([Buffer.from(Uint32Array.of(text.length).buffer), text, ...pictures]);
  return new Response(new Uint8Array(body), { headers: { "content-type": "application/octet-stream" } });
});
