import { answer, route } from "@/app/http";
import { MOST_SOURCES } from "@/contracts/finish";
import { resultsReply } from "@/contracts/replies";
import { listResults } from "@/db/results";
import { application } from "@/engine/application";

/** The fused pictures of all outings, newest first: as many as can be given a look at once. */
export const GET = route(async () =>
  answer(resultsReply, await listResults((await application()).database.db, MOST_SOURCES)),
);
