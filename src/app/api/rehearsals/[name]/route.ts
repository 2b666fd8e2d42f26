import { answer, notFound, problem, readBytes, route } from "@/app/http";
import { MOST_REHEARSAL_BYTES } from "@/contracts/keptRehearsal";
import { doneReply } from "@/contracts/replies";
import { keepRehearsal, keptRehearsal } from "@/engine/keptRehearsals";

const isName = (name: string): boolean => /^[0-9a-f]{64}$/.test(name);

/** A rehearsed picture that was kept; 204 where there is none, for that is no fault. */
export const GET = route<{ name: string }>(async (_request, { name }) => {
  if (!isName(name)) return notFound("picture");
  const bytes = await keptRehearsal(name);
  if (!bytes) return new Response(null, { status: 204 });
  return new Response(new Uint8Array(bytes), {
    headers: { "content-type": "application/octet-stream", "cache-control": "no-store" },
  });
});

/** Keeps a rehearsed picture for whoever comes back. */
export const PUT = route<{ name: string }>(async (request, { name }) => {
  if (!isName(name)) return notFound("picture");
  const isKept = await keepRehearsal(name, await readBytes(request, MOST_REHEARSAL_BYTES));
  return isKept ? answer(doneReply, {}) : problem(400, "invalid-request", "These bytes are no rehearsed picture.");
});
