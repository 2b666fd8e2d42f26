import { route } from "@/app/http";
import { listLog } from "@/db/log";
import { application } from "@/engine/application";

/** The whole log, newest first. */
export const GET = route(async () => Response.json(await listLog((await application()).database.db)));
