import { isId, notFound, route } from "@/app/http";
import { growingOf } from "@/engine/jobs/growing";

/** What the frames of a stack in the making come to so far, a small JPEG. */
export const GET = route<{ stackId: string }>(async (_request, { stackId }) => {
  const jpeg = isId(stackId) ? await growingOf(stackId) : null;
  if (!jpeg) return notFound("picture of this stack");
  return new Response(new Uint8Array(jpeg), {
    headers: { "content-type": "image/jpeg", "cache-control": "no-store" },
  });
});
