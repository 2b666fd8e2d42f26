import type { z } from "zod";
import { problemReply } from "@/contracts/replies";

/** A request that was answered with a problem; its message is meant for the person. */
export class ProblemError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly details: readonly string[] = [],
  ) {
    super(message);
  }
}

const NO_ANSWER = "The application does not answer. Is it still running in its terminal?";

/**
 * A change outlives the page that it was made on, so that reloading at once does not lose it. Browsers take 64 KiB of
 * such bodies at a time (Fetch, keepalive); a character may be three bytes, and one change may follow another.
 */
const MOST_OUTLIVING = 8 * 1024;

const onTheWay = new Set<Promise<unknown>>();

async function answered(url: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(url, init).catch(() => {
    throw new ProblemError("no-answer", NO_ANSWER);
  });
  if (response.ok) return response;
  const body: unknown = await response.json().catch(() => null);
  const problem = problemReply.safeParse(body);
  if (problem.success) throw new ProblemError(problem.data.code, problem.data.message, problem.data.details);
  throw new ProblemError("unexpected", `The application answered with an error (${response.status}).`);
}

const ask = async (url: string, init?: RequestInit): Promise<unknown> =>
  (await answered(url, init)).json().catch(() => null);

/** Fetches a file. @throws ProblemError with words for the person. */
export const getBlob = async (url: string): Promise<Blob> => (await answered(url)).blob();

/** Fetches and checks a reply. @throws ProblemError with words for the person. */
export async function getJson<Schema extends z.ZodType>(
  url: string,
  schema: Schema,
  /** Ends the request where nobody waits for it any more. */
  signal?: AbortSignal,
): Promise<z.infer<Schema>> {
  return schema.parse(await ask(url, signal && { signal }));
}

/** Sends JSON and checks the reply. @throws ProblemError with words for the person. */
export async function sendJson<Schema extends z.ZodType>(
  method: "POST" | "PUT" | "PATCH" | "DELETE",
  url: string,
  body: unknown,
  schema: Schema,
): Promise<z.infer<Schema>> {
  const headers = { "content-type": "application/json" };
  const text = JSON.stringify(body ?? {});
  const answer = ask(url, { method, headers, body: text, keepalive: text.length <= MOST_OUTLIVING });
  return schema.parse(await whileSaving(answer));
}

/** Sends bytes as they are, of their own kind, and checks the reply. @throws ProblemError with words for the person. */
export async function sendBytes<Schema extends z.ZodType>(
  url: string,
  bytes: Blob,
  schema: Schema,
): Promise<z.infer<Schema>> {
  return schema.parse(
    await whileSaving(ask(url, { method: "POST", headers: { "content-type": bytes.type }, body: bytes })),
  );
}

/** Counts something among what is being saved until it is settled. */
export async function whileSaving<Value>(saving: Promise<Value>): Promise<Value> {
  onTheWay.add(saving);
  try {
    return await saving;
  } finally {
    onTheWay.delete(saving);
  }
}

/** Whether something that was sent is not answered yet. */
export const isSaving = (): boolean => onTheWay.size > 0;

/** Waits until everything that was sent is answered, well or not; also what is sent in the meantime. */
export async function saved(): Promise<void> {
  while (isSaving()) await Promise.allSettled(onTheWay);
}

/** What to tell a person about an error of any kind. */
export function errorText(error: unknown): string {
  return error instanceof ProblemError
    ? error.message
    : "Something went wrong in this page; reload it. Nothing was lost.";
}

/**
 * Uploads one file's bytes, telling how much is through.
 *
 * @throws ProblemError with words for the person.
 */
export function uploadFile<Schema extends z.ZodType>(
  url: string,
  file: File,
  schema: Schema,
  onProgress: (share: number) => void,
): Promise<z.infer<Schema>> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", url);
    request.responseType = "json";
    request.upload.onprogress = ({ loaded, total }) => onProgress(total > 0 ? loaded / total : 0);
    request.onerror = () => reject(new ProblemError("no-answer", NO_ANSWER));
    request.onload = () => {
      const reply = schema.safeParse(request.response);
      if (request.status < 300 && reply.success) return resolve(reply.data);
      const problem = problemReply.safeParse(request.response);
      reject(new ProblemError("refused", problem.success ? problem.data.message : "The file could not be sent."));
    };
    request.send(file);
  });
}
