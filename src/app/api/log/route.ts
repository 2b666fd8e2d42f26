import { answer, route } from "@/app/http";
import { logReply } from "@/contracts/replies";
import { listLog } from "@/db/log";
import { application } from "@/engine/application";

/** The whole log, newest first. */
export const GET = route(async () => answer(logReply, await listLog((await application()).database.db)));
