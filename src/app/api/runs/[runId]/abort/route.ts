import { notFound, route } from "@/app/http";
import { application } from "@/engine/application";

/** Ends a run after the frame at hand; what was taken stays. */
export const POST = route<{ runId: string }>(async (_request, { runId }) => {
  const phone = (await application()).capturing.get(runId);
  if (!phone) return notFound("run in progress");
  await phone.abort();
  return Response.json({});
});
