import { answer, isId, notFound, problem, readJson, refusal, route } from "@/app/http";
import { balancedReply } from "@/contracts/replies";
import { balanceRequest } from "@/contracts/stack";
import { findStack } from "@/db/stacks";
import { application } from "@/engine/application";
import { layersFileOf, weighStack } from "@/engine/balanceStack";
import { ensureRoom } from "@/engine/room";
import { resultBytes } from "@/engine/stack/diskNeed";

/** Weighs the parts of a stack's result anew, by stops, and makes the picture of it; `null` is as it was fused. */
export const PUT = route<{ stackId: string }>(async (request, { stackId }) => {
  const asked = balanceRequest.safeParse(await readJson(request));
  if (!asked.success) return refusal(asked.error);
  const { db } = (await application()).database;
  const stack = isId(stackId) ? (await findStack(db, stackId))?.stack : undefined;
  if (!stack?.resultHash) return notFound("finished stack");
  const file = layersFileOf(stack);
  if (!file)
    return problem(409, "no-layers", "This result is of a piece: fuse it again with its parts kept to weigh them.");
  if (asked.data.balance !== null) await ensureRoom("This picture", resultBytes(file));
  const changed = await weighStack(db, stack, file, asked.data);
  if (!changed) return notFound("stack");
  const { balance, balancedHash } = changed;
  return answer(balancedReply, { balance, balancedHash });
});
