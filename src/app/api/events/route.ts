import { z } from "zod";
import { problem, route } from "@/app/http";
import type { ChangeEvent } from "@/db/events";
import { findRun } from "@/db/runs";
import { findJob } from "@/db/stacks";
import { application } from "@/engine/application";

const watched = z.object({ topic: z.enum(["job", "run"]), id: z.uuid() });
const KEEP_ALIVE_MS = 20_000;

/** A stream of one job's or run's states: the present one at once, then each change. */
export const GET = route(async (request) => {
  const wanted = watched.safeParse(Object.fromEntries(new URL(request.url).searchParams));
  if (!wanted.success) return problem(400, "invalid-topic", "Ask for topic=job or topic=run and an id.");
  const { topic, id } = wanted.data;
  const { database, changes } = await application();
  const load = () => (topic === "job" ? findJob(database.db, id) : findRun(database.db, id));

  const encoder = new TextEncoder();
  let stop = () => {};
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      let loading = Promise.resolve();
      const send = () => {
        loading = loading
          .then(async () => {
            const state = await load();
            controller.enqueue(encoder.encode(`data: ${JSON.stringify(state ?? null)}\n\n`));
          })
          .catch(() => stop());
      };
      const onChange = (event: ChangeEvent) => {
        if (event.topic === topic && event.id === id) send();
      };
      const beat = setInterval(() => controller.enqueue(encoder.encode(": still here\n\n")), KEEP_ALIVE_MS);
      stop = () => {
        clearInterval(beat);
        changes.off("change", onChange);
      };
      changes.on("change", onChange);
      request.signal.addEventListener("abort", () => {
        stop();
        try {
          controller.close();
        } catch {
          // The page closed the stream first.
        }
      });
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
