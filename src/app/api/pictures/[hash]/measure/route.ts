import { access } from "node:fs/promises";
import { answer, notFound, problem, route } from "@/app/http";
import { measureReply } from "@/contracts/replies";
import { measureApart, UnreadablePicture } from "@/engine/files/measureApart";
import { storedPath } from "@/engine/store";

/** Meters a stored picture. */
export const GET = route<{ hash: string }>(async (_request, { hash }) => {
  if (!/^[0-9a-f]{64}$/.test(hash)) return notFound("picture");
  const there = await access(storedPath(hash)).then(
    () => true,
    () => false,
  );
  if (!there) return notFound("picture");
  try {
    return answer(measureReply, await measureApart(storedPath(hash)));
  } catch (error) {
    if (error instanceof UnreadablePicture) return problem(422, "unreadable-picture", error.message);
    throw error;
  }
});
