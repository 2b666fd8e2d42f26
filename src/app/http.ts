import { z } from "zod";
import type { ProblemReply } from "@/contracts/replies";
import { FolderHeldError } from "@/engine/owner";

const MOST_JSON_BYTES = 1e6;

/** Answers with a problem in the one shape that pages understand. */
export function problem(status: number, code: string, message: string, details: readonly string[] = []): Response {
  const body: ProblemReply = { code, message, details: [...details] };
  return Response.json(body, { status });
}

/** A request's JSON, or undefined when it is none or too long; for a zod schema to judge. */
export async function readJson(request: Request): Promise<unknown> {
  const text = await request.text();
  if (text.length > MOST_JSON_BYTES) return undefined;
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Answers a request that its schema refused, each issue in words. */
export function refusal(error: z.ZodError): Response {
  const details = error.issues.map(({ path, message }) =>
    path.length > 0 ? `${path.join(".")}: ${message}` : message,
  );
  return problem(400, "invalid-request", error.issues[0]?.message ?? "The request could not be read.", details);
}

const LOCAL_HOST = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Pages of other origins, and names that only pretend to be this machine, get nothing. */
function isForeign(request: Request): boolean {
  const host = request.headers.get("host") ?? "";
  if (!LOCAL_HOST.test(host)) return true;
  const origin = request.headers.get("origin");
  return origin !== null && new URL(origin).host !== host;
}

interface Context<Params> {
  readonly params: Promise<Params>;
}

/** Wraps a route handler: foreign requests are turned away, unexpected failures become a plain 500. */
export function route<Params>(
  handle: (request: Request, params: Params) => Promise<Response>,
): (request: Request, context: Context<Params>) => Promise<Response> {
  return async (request, { params }) => {
    if (isForeign(request)) return problem(403, "foreign-request", "This address only answers to its own pages.");
    try {
      return await handle(request, await params);
    } catch (error) {
      if (error instanceof FolderHeldError) return problem(503, "folder-held", error.message);
      console.error(request.method, new URL(request.url).pathname, error);
      return problem(500, "unexpected", "That failed for a reason we did not foresee. Nothing was lost; try it again.");
    }
  };
}

/** Whether a path segment is an id; others find nothing. */
export function isId(text: string): boolean {
  return z.uuid().safeParse(text).success;
}

/** Answers that something is not there. */
export function notFound(what: string): Response {
  return problem(404, "not-found", `There is no such ${what}; it may have been deleted.`);
}
