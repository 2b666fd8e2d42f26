import { answer, notFound, problem, readJson, refusal, route } from "@/app/http";
import { stackStarted } from "@/contracts/replies";
import { type StackParameters, stackRequest } from "@/contracts/stack";
import { counted } from "@/core/words";
import { publish } from "@/db/events";
import { type Frame, findFrames, findRun } from "@/db/runs";
import { createStackJob } from "@/db/stacks";
import { application } from "@/engine/application";
import { PIPELINE_VERSION } from "@/engine/defaults";
import { partsFor } from "@/engine/jobs/parts";
import { ensureRoom } from "@/engine/room";
import { stackDiskBytes } from "@/engine/stack/diskNeed";

/** Frames as they go into a stack: their pictures, or their raw copies; those that lack one are left out. */
const inputsOf = (frames: readonly Frame[], { rawCopies }: StackParameters) =>
  frames.flatMap(({ id, name, hash, rawHash }) => {
    const wanted = rawCopies ? rawHash : hash;
    return wanted === null ? [] : [{ frameId: id, name, hash: wanted }];
  });

/** Queues a stack of some of a run's frames. */
export const POST = route(async (request) => {
  const wanted = stackRequest.safeParse(await readJson(request));
  if (!wanted.success) return refusal(wanted.error);
  const { runId, frameIds, parameters } = wanted.data;
  const { database } = await application();
  const run = await findRun(database.db, runId);
  if (!run) return notFound("run");
  const chosen = new Set(frameIds);
  const frames = await findFrames(database.db, runId, [...chosen]);
  if (frames.length < chosen.size)
    return problem(404, "frame-not-found", "Some of these frames are no longer there; choose again.");
  const inputs = inputsOf(frames, parameters);
  const without = frames.length - inputs.length;
  if (without > 0)
    return problem(
      409,
      "no-raw-copy",
      `${counted(without, "frame")} of ${frames.length} ${without === 1 ? "has" : "have"} no raw copy: leave them out, or fuse the pictures.`,
    );
  const dark = parameters.darksOf === null ? null : await findFrames(database.db, parameters.darksOf);
  const darks = dark && inputsOf(dark, parameters);
  if (darks?.length === 0)
    return problem(
      409,
      "no-dark-frames",
      "The dark frames are no longer there, or have no raw copies: choose other ones, or none.",
    );
  const largest = frames.reduce((most, frame) =>
    frame.width * frame.height > most.width * most.height ? frame : most,
  );
  await ensureRoom("This stack", stackDiskBytes(parameters, largest, frames.length));
  const wantedStack = { shotId: run.shotId, runId, parameters, inputs, darks, version: PIPELINE_VERSION };
  // One process has nobody to share the work with.
  const parts = database.kind === "server" ? partsFor(parameters.method, inputs.length) : 1;
  const { stack, job } = await createStackJob(database.db, wantedStack, parts);
  await publish(database.db, { topic: "job", id: job.id });
  return answer(stackStarted, { id: stack.id, jobId: job.id }, 201);
});
