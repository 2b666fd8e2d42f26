import { type OutSpace, parseLook } from "@/core/finish";
import type { Db } from "@/db/database";
import type { Finish } from "@/db/finishes";
import { findFinish } from "@/db/finishes";
import type { VersionToMake } from "@/engine/finish/making";
import { sourceOf } from "@/engine/finish/source";
import { MissingTableError, tableOf } from "@/engine/finish/tableOf";
import { isId, notFound, problem } from "./http";

/** A version as it is now, with all that its pixels are made of; or the answer to whoever asked, where that is not there. */
export async function versionToMake(
  db: Db,
  finishId: string,
  space: OutSpace,
): Promise<{ readonly finish: Finish; readonly version: VersionToMake } | Response> {
  const finish = isId(finishId) ? await findFinish(db, finishId) : undefined;
  const source = finish && (await sourceOf(db, finish));
  if (!source) return notFound("picture to finish");
  const line = finish.history.lines[finish.history.at]!;
  const { picture, notes } = source;
  try {
    const table = await tableOf(db, parseLook(line).look);
    return { finish, version: { picture, line, notes: await notes(line), table, space } };
  } catch (error) {
    if (error instanceof MissingTableError) return problem(409, "no-table", error.message);
    throw error;
  }
}
