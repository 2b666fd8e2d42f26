import { z } from "zod";
import { CHANGED_ELSEWHERE, type ProblemReply } from "@/contracts/replies";
import { isOutOfReach } from "@/db/outOfReach";
import { ChangedElsewhereError } from "@/db/unchanged";
import { FolderHeldError } from "@/engine/owner";
import { PhoneAnswerError, PhoneAwayError } from "@/engine/phone/failures";
import { isDiskFull, NoRoomError } from "@/engine/room";
import { FOREIGN, isForeign } from "./foreign";

/** A year of hourly forecast takes two megabytes. */
const MOST_JSON_BYTES = 4e6;

/** A request that cannot be taken as it is, in words for the person. */
class RefusedRequest extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
  ) {
    super(message);
  }
}

/** Answers with a problem in the one shape that pages understand. */
export function problem(status: number, code: string, message: string, details: readonly string[] = []): Response {
  const body: ProblemReply = { code, message, details: [...details] };
  return Response.json(body, { status });
}

/** A reply on its way: instants may still be dates, and rows may hold more than is told. */
type Sent<Value> = Value extends string
  ? Value | Date
  : Value extends readonly (infer Item)[]
    ? readonly Sent<Item>[]
    : Value extends object
      ? { readonly [Key in keyof Value]: Sent<Value[Key]> }
      : Value;

/** Answers as the contract says, which the page holds it to. */
export function answer<Schema extends z.ZodType>(
  _contract: Schema,
  reply: Sent<z.input<Schema>>,
  status = 200,
): Response {
  return Response.json(reply, { status });
}

/** What somebody named, as the name of a file: letters, digits, points and dashes. */
export const fileNameOf = (name: string, otherwise: string): string =>
  name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .replace(/[^\w.-]+/g, "-")
    .replace(/^[-.]+|-+$/g, "") || otherwise;

/** Answers with numbers: how many bytes a head of JSON takes (32 bits), that head, padded to a multiple of 4, then the numbers' bytes. */
export function headed(head: object, parts: readonly Uint8Array[]): Response {
  const json = Buffer.from(JSON.stringify(head));
  const text = Buffer.concat([json, Buffer.alloc(-json.length & 3, " ")]);
  const body = Buffer.concat([Buffer.from(Uint32Array.of(text.length).buffer), text, ...parts]);
  return new Response(new Uint8Array(body), { headers: { "content-type": "application/octet-stream" } });
}

/** A request's body. @throws RefusedRequest as soon as more than `mostBytes` have arrived; `route` answers it. */
export async function readBytes(request: Request, mostBytes: number): Promise<Uint8Array> {
  const reader = request.body?.getReader();
  const parts: Uint8Array[] = [];
  let bytes = 0;
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    bytes += part.value.length;
    if (bytes > mostBytes) {
      await reader?.cancel();
      throw new RefusedRequest(
        413,
        "too-large",
        `That is more than ${mostBytes / 1e6} MB at once; nothing of it was kept.`,
      );
    }
    parts.push(part.value);
  }
  return Buffer.concat(parts);
}

/** What no text of ours may hold, because no database can: NUL, and halves of characters. */
const UNSTORABLE = /[\0\p{Cs}]/u;
/** What nobody typed and nobody sees: other control characters, and those that turn the direction of the text beside them. */
const UNSEEN = /(?![\t\n\r])\p{Cc}|[\u200e\u200f\u202a-\u202e\u2066-\u2069]/gu;
const DISK_FULL =
  "The disk is full: nothing new can be kept. Free some room, then try again; what you had is all there.";

/**
 * A request's JSON, or undefined when it is none; for a zod schema to judge.
 *
 * @throws RefusedRequest when it is too long, or holds text that cannot be stored; `route` answers it.
 */
export async function readJson(request: Request): Promise<unknown> {
  const text = new TextDecoder().decode(await readBytes(request, MOST_JSON_BYTES));
  const storable = (_key: string, value: unknown) => {
    if (typeof value !== "string") return value;
    if (UNSTORABLE.test(value))
      throw new RefusedRequest(
        400,
        "unstorable-text",
        "A text in it holds a character that cannot be kept; type it anew.",
      );
    return value.replace(UNSEEN, "");
  };
  try {
    return JSON.parse(text, storable);
  } catch (error) {
    if (error instanceof RefusedRequest) throw error;
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

/** What the phone refused, for the page. */
function phoneProblem({ code, message, details }: PhoneAnswerError): Response {
  if (code === "cannot-do") return problem(422, "phone-refuses", message, details);
  if (code === "phone-busy")
    return problem(409, code, "The phone is in the middle of another run. Wait for it, or abort it.");
  return problem(code === "wrong-state" ? 409 : 502, code, message, details);
}

interface Context<Params> {
  readonly params: Promise<Params>;
}

/** Wraps a route handler: foreign requests are turned away, unexpected failures become a plain 500. */
export function route<Params>(
  handle: (request: Request, params: Params) => Promise<Response>,
): (request: Request, context: Context<Params>) => Promise<Response> {
  return async (request, { params }) => {
    if (isForeign(request.headers)) return problem(403, FOREIGN.code, FOREIGN.message);
    try {
      return await handle(request, await params);
    } catch (error) {
      if (error instanceof RefusedRequest) return problem(error.status, error.code, error.message);
      if (error instanceof FolderHeldError) return problem(503, "folder-held", error.message);
      if (error instanceof ChangedElsewhereError) return problem(409, CHANGED_ELSEWHERE, error.message);
      if (error instanceof NoRoomError) return problem(507, "no-room", error.message);
      if (error instanceof PhoneAwayError) return problem(503, "phone-away", error.message);
      if (error instanceof PhoneAnswerError) return phoneProblem(error);
      if (isDiskFull(error)) return problem(507, "disk-full", DISK_FULL);
      if (isOutOfReach(error))
        return problem(503, "database-away", "The database does not answer just now. Nothing was lost; try it again.");
      console.error(request.method, new URL(request.url).pathname, error);
      return problem(500, "unexpected", "An unexpected error occurred. Nothing was lost; try again.");
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
