import { createReadStream } from "node:fs";
import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { pipeline } from "node:stream/promises";
import type { z } from "zod";
import {
  armRequest,
  PHONE_ERRORS,
  PHONE_PATH,
  type PhoneCapabilities,
  type PhoneSettings,
  type PhoneStatus,
  phoneSettingsChange,
} from "@/contracts/phoneProtocol";
import { type NumberedEvent, PhoneRefusal, type StandInRuns } from "./runs";

const MOST_BODY_BYTES = 64_000;
/** Sent while nothing happens, so that both sides notice when the other is gone. */
const HEARTBEAT_MS = 5000;
/** Whoever serves it counts its frames. */
const OWN_LISTENERS = 1;

/** What the protocol is answered from. */
export interface ServedPhone {
  readonly runs: StandInRuns;
  capabilities(): PhoneCapabilities;
  status(): PhoneStatus;
  settings(): PhoneSettings;
  set(change: z.output<typeof phoneSettingsChange>): PhoneSettings;
  /** What its screen shows, as a JPEG. */
  preview(): Promise<Uint8Array>;
  /** An address of the stand-in's own, besides the protocol; null where it has none of that name. */
  own(method: string, path: string, body: (mostBytes: number) => Promise<unknown>): Promise<unknown>;
}

/** A phone that answers at an address. */
export interface PhoneServer {
  readonly address: string;
  readonly token: string;
  /** When somebody asked last, milliseconds since 1970; now, while somebody listens. */
  lastAskedAt(): number;
  /** Out of reach for so long: whoever is connected is cut off. */
  away(milliseconds: number): void;
  close(): Promise<void>;
}

async function readBody(request: IncomingMessage, mostBytes: number): Promise<unknown> {
  const parts: Buffer[] = [];
  let bytes = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    bytes += part.length;
    if (bytes > mostBytes)
      throw new PhoneRefusal("too-large", `That is more than ${mostBytes / 1000} kB; nothing of it was taken.`);
    parts.push(part);
  }
  try {
    return JSON.parse(Buffer.concat(parts).toString("utf8") || "{}");
  } catch {
    throw new PhoneRefusal("invalid-request", "The body is no JSON.");
  }
}

/** A body as a schema has it. @throws PhoneRefusal that names each place where it is not. */
export function parsed<Schema extends z.ZodType>(schema: Schema, body: unknown): z.output<Schema> {
  const result = schema.safeParse(body);
  if (result.success) return result.data;
  const details = result.error.issues.map(({ path, message }) => `${path.join(".") || "body"}: ${message}`);
  throw new PhoneRefusal("invalid-request", details.join(" "), details);
}

function answerJson(response: ServerResponse, status: number, value: unknown): void {
  const body = Buffer.from(JSON.stringify(value));
  response.writeHead(status, { "content-type": "application/json", "content-length": body.length }).end(body);
}

function answerError(response: ServerResponse, error: unknown): void {
  const refusal =
    error instanceof PhoneRefusal
      ? error
      : new PhoneRefusal("phone-failed", error instanceof Error ? error.message : "The phone failed.");
  if (response.headersSent) {
    response.destroy();
    return;
  }
  const { code, message, details } = refusal;
  answerJson(response, PHONE_ERRORS[code].status, { code, message, details });
}

/** A range of a file as `Range: bytes=` asks for it; all of it where nothing is asked. @throws PhoneRefusal outside of it. */
function rangeOf(header: string | undefined, bytes: number): { readonly from: number; readonly to: number } | null {
  if (header === undefined) return null;
  const match = /^bytes=(\d*)-(\d*)$/.exec(header);
  const [first, last] = [match?.[1] ?? "", match?.[2] ?? ""];
  if (!match || (first === "" && last === "")) throw new PhoneRefusal("wrong-range", "A range is bytes=FROM-TO.");
  const from = first === "" ? Math.max(0, bytes - Number(last)) : Number(first);
  const to = first === "" || last === "" ? bytes - 1 : Math.min(bytes - 1, Number(last));
  if (from > to) throw new PhoneRefusal("wrong-range", `The file has ${bytes} bytes.`);
  return { from, to };
}

/** A file of a frame: the picture itself, or its raw copy. @throws PhoneRefusal where it has none. */
function fileOf(frame: ReturnType<StandInRuns["frame"]>, wantsRaw: boolean) {
  if (!wantsRaw) return frame;
  if (frame.raw === null || frame.rawPath === null) throw new PhoneRefusal("not-found", "The frame has no raw copy.");
  return { ...frame.raw, path: frame.rawPath };
}

async function sendFrame(
  runs: StandInRuns,
  request: IncomingMessage,
  response: ServerResponse,
  [id, at]: readonly [id: string, at: number],
  wantsRaw: boolean,
) {
  const { path, bytes, mediaType, sha256 } = fileOf(runs.frame(id, at), wantsRaw);
  const range = rangeOf(request.headers.range, bytes);
  const { from, to } = range ?? { from: 0, to: bytes - 1 };
  response.writeHead(range ? 206 : 200, {
    "content-type": mediaType,
    "content-length": to - from + 1,
    "accept-ranges": "bytes",
    etag: `"${sha256}"`,
    ...(range ? { "content-range": `bytes ${from}-${to}/${bytes}` } : {}),
  });
  await pipeline(createReadStream(path, { start: from, end: to }), response);
}

async function sendPreview(phone: ServedPhone, response: ServerResponse): Promise<void> {
  const picture = await phone.preview();
  response
    .writeHead(200, { "content-type": "image/jpeg", "content-length": picture.length, "cache-control": "no-store" })
    .end(picture);
}

function sendEvents(runs: StandInRuns, request: IncomingMessage, response: ServerResponse): void {
  response.writeHead(200, { "content-type": "text/event-stream", "cache-control": "no-store" });
  const send = ({ number, event }: NumberedEvent) =>
    response.write(`id: ${number}\ndata: ${JSON.stringify(event)}\n\n`);
  const seen = Number(request.headers["last-event-id"] ?? 0);
  response.write(": the phone speaks\n\n");
  for (const each of runs.eventsAfter(Number.isFinite(seen) ? seen : 0)) send(each);
  runs.happens.on("event", send);
  const beat = setInterval(() => response.write(": here\n\n"), HEARTBEAT_MS);
  response.on("close", () => {
    clearInterval(beat);
    runs.happens.off("event", send);
  });
}

type Handler = (
  parts: readonly string[],
  body: () => Promise<unknown>,
  request: IncomingMessage,
  response: ServerResponse,
) => unknown;

/** The protocol's addresses; what a handler returns is the answer, unless it has answered by itself. */
function routesOf(phone: ServedPhone): readonly (readonly [method: string, path: RegExp, handler: Handler])[] {
  const { runs } = phone;
  const run = "([0-9a-f-]{36})";
  return [
    ["GET", /^\/capabilities$/, () => phone.capabilities()],
    ["GET", /^\/status$/, () => phone.status()],
    ["GET", /^\/preview$/, (_parts, _body, _request, response) => sendPreview(phone, response)],
    ["GET", /^\/settings$/, () => phone.settings()],
    ["PATCH", /^\/settings$/, async (_, body) => phone.set(parsed(phoneSettingsChange, await body()))],
    ["POST", /^\/runs$/, async (_, body) => runs.arm(parsed(armRequest, await body()))],
    ["POST", new RegExp(`^/runs/${run}/start$`), ([id]) => runs.start(id!)],
    ["POST", new RegExp(`^/runs/${run}/pause$`), ([id]) => runs.pause(id!)],
    ["POST", new RegExp(`^/runs/${run}/resume$`), ([id]) => runs.resume(id!)],
    ["POST", new RegExp(`^/runs/${run}/abort$`), ([id]) => runs.abort(id!)],
    ["GET", new RegExp(`^/runs/${run}/frames$`), ([id]) => ({ run: runs.run(id!), frames: runs.frames(id!) })],
    [
      "GET",
      new RegExp(`^/runs/${run}/frames/(\\d+)$`),
      ([id, at], _, request, response) => sendFrame(runs, request, response, [id!, Number(at)], false),
    ],
    [
      "GET",
      new RegExp(`^/runs/${run}/frames/(\\d+)/raw$`),
      ([id, at], _, request, response) => sendFrame(runs, request, response, [id!, Number(at)], true),
    ],
    ["DELETE", new RegExp(`^/runs/${run}/frames/(\\d+)$`), ([id, at]) => runs.acknowledge(id!, Number(at))],
    ["GET", /^\/events$/, (_parts, _body, request, response) => sendEvents(runs, request, response)],
  ];
}

/** Answers one request. */
async function answer(phone: ServedPhone, token: string, request: IncomingMessage, response: ServerResponse) {
  if (request.headers.authorization !== `Bearer ${token}`)
    throw new PhoneRefusal("unauthorized", "Say the phone's token: Authorization: Bearer TOKEN.");
  const { pathname } = new URL(request.url ?? "/", "http://phone");
  const method = request.method ?? "GET";
  const body = (mostBytes = MOST_BODY_BYTES) => readBody(request, mostBytes);
  const path = pathname.startsWith(PHONE_PATH) ? pathname.slice(PHONE_PATH.length) : null;
  const there = path === null ? [] : routesOf(phone).filter(([, pattern]) => pattern.test(path));
  const [, pattern, handler] = there.find(([wanted]) => wanted === method) ?? [];
  if (pattern && handler && path !== null) {
    const value = await handler(pattern.exec(path)!.slice(1), body, request, response);
    if (!response.headersSent) answerJson(response, 200, value);
    return;
  }
  if (there.length > 0) throw new PhoneRefusal("wrong-method", `It takes ${there.map(([each]) => each).join(", ")}.`);
  const own = await phone.own(method, pathname, body);
  if (own === null) throw new PhoneRefusal("not-found", "There is no such address.");
  answerJson(response, 200, own);
}

/**
 * Serves a phone on this machine alone.
 *
 * @param port 0 for any that is free.
 */
export async function servePhone(phone: ServedPhone, token: string, port: number): Promise<PhoneServer> {
  let awayUntil = 0;
  let askedAt = Date.now();
  const server: Server = createServer((request, response) => {
    if (Date.now() < awayUntil) {
      request.socket.destroy();
      return;
    }
    askedAt = Date.now();
    answer(phone, token, request, response).catch((error: unknown) => answerError(response, error));
  });
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", resolve);
  });
  const away = (milliseconds: number) => {
    awayUntil = Date.now() + milliseconds;
    server.closeAllConnections();
  };
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    token,
    away,
    lastAskedAt: () => (phone.runs.happens.listenerCount("event") > OWN_LISTENERS ? Date.now() : askedAt),
    close: async () => {
      await phone.runs.end();
      server.closeAllConnections();
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
      });
    },
  };
}
