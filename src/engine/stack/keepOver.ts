import type { StackState } from "@/core/stack";
import type { Thread } from "../thread";
import { paintedMask } from "./calibration";
import type { WrittenTo } from "./messages";
import type { RefusedFrame, StackRequest } from "./request";
import type { StackThread } from "./thread";

/** Lays what is kept of one frame over a result that is written, brought into its place like every other; why it cannot be is told. */
export async function keepOver(
  { keeps, files }: Pick<StackRequest, "keeps" | "files">,
  { plan }: StackState,
  [thread]: readonly Thread<StackThread>[],
  target: WrittenTo,
  refused: RefusedFrame[],
): Promise<void> {
  const file = keeps && files[keeps.index];
  if (!file || !thread) return;
  const mask = await paintedMask(keeps.shapes, plan);
  const reply = await thread.ask(async (api) => api.keepOver({ index: keeps.index, path: file.path, mask, ...target }));
  if (reply.kind === "refused") refused.push({ name: `${file.name}, to be kept,`, reason: reply.reason });
}
