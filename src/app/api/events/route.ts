import { z } from "zod";
import { problem, route } from "@/app/http";
import { FRAMES_PER_PAGE } from "@/contracts/requests";
import type { ChangeEvent } from "@/db/events";
import { findRunSummary, listFrames } from "@/db/runs";
import { findJob } from "@/db/stacks";
import { application } from "@/engine/application";

const watched = z.object({
  topic: z.enum(["job", "run"]),
  id: z.uuid(),
  /** Of a run: frames that arrived up to here are known. */
  after: z.coerce.number().int().nonnegative().default(0),
});
const KEEP_ALIVE_MS = 20_000;
/** Frames that arrive together may be stored in another order than they are numbered in: so many are sent again. */
const OVERLAP = 8;

/**
 * A stream of one job's or run's states: the present one at once, then each change; of a run only the frames that are new.
 * A page that lost it goes on behind the last event it had. When the database is out of reach the stream ends, and the page
 * asks again.
 */
export const GET = route(async (request) => {
  const wanted = watched.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!wanted.success) return problem(400, "invalid-topic", "Ask for topic=job or topic=run and an id.");
  const { topic, id } = wanted.data;
  const { database, changes } = await application();
  let known = Number(request.headers.get("last-event-id") ?? "") || wanted.data.after;

  const runState = async () => {
    const found = await findRunSummary(database.db, id);
    const frames = found ? await listFrames(database.db, id, Math.max(0, known - OVERLAP), FRAMES_PER_PAGE) : [];
    known = Math.max(known, ...frames.map(({ arrival }) => arrival));
    return { state: found && { ...found, frames }, more: frames.length === FRAMES_PER_PAGE };
  };
  const jobState = async () => ({ state: await findJob(database.db, id), more: false });

  const encoder = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let loading = Promise.resolve();
      const end = () => {
        stop();
        try {
          controller.close();
        } catch {
          // The page closed the stream first.
        }
      };
      const sendAll = async () => {
        for (let more = true; more; ) {
          const next = await (topic === "job" ? jobState() : runState());
          more = next.more;
          controller.enqueue(encoder.encode(`id: ${known}\ndata: ${JSON.stringify(next.state ?? null)}\n\n`));
        }
      };
      const send = () => {
        loading = loading.then(sendAll).catch(end);
      };
      const onChange = (event: ChangeEvent) => {
        if (event.topic === topic && event.id === id) send();
      };
      const beat = setInterval(() => controller.enqueue(encoder.encode(": still here\n\n")), KEEP_ALIVE_MS);
      stop = () => {
        clearInterval(beat);
        changes.off("change", onChange);
        changes.off("gap", send);
      };
      changes.on("change", onChange);
      changes.on("gap", send);
      request.signal.addEventListener("abort", end);
      send();
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: {
      "content-type": "text/event-stream",
      "cache-control": "no-cache, no-transform",
      "x-accel-buffering": "no",
    },
  });
});
