import { answer, isId, notFound, route } from "@/app/http";
import { doneReply } from "@/contracts/replies";
import { publish } from "@/db/events";
import { cancelJob, findJob } from "@/db/stacks";
import { application } from "@/engine/application";

/** Cancels a waiting or running job; its worker stops at the next frame. */
export const POST = route<{ jobId: string }>(async (_request, { jobId }) => {
  const { db } = (await application()).database;
  const job = isId(jobId) ? await findJob(db, jobId) : undefined;
  if (!job) return notFound("job");
  if (await cancelJob(db, jobId)) await publish(db, { topic: "job", id: jobId });
  return answer(doneReply, {});
});
