import { createHash } from "node:crypto";
import { EventSourceParserStream } from "eventsource-parser/stream";
import type { z } from "zod";
import {
  type ArmRequest,
  PHONE_PATH,
  type PhoneCapabilities,
  type PhoneErrorCode,
  type PhoneEvent,
  type PhoneFrame,
  type PhoneFrames,
  type PhoneRun,
  type PhoneSettings,
  type PhoneStatus,
  phoneCapabilities,
  phoneError,
  phoneEvent,
  phoneFrames,
  phoneRun,
  phoneSettings,
  type phoneSettingsChange,
  phoneStatus,
} from "@/contracts/phoneProtocol";

/** Where a phone answers, and the word that it asks for. */
export interface PhoneLink {
  readonly address: string;
  readonly token: string;
}

/** The phone cannot be reached, or does not speak the protocol. */
export class PhoneAwayError extends Error {}

/** The phone answered with an error of the protocol. */
export class PhoneAnswerError extends Error {
  constructor(
    readonly code: PhoneErrorCode,
    message: string,
    readonly details: readonly string[],
  ) {
    super(message);
  }
}

/** A phone says something within this time, or is taken to be away. */
const PATIENCE_MS = 15_000;
/** Making ready may take longer: a simulated scene is lit first. */
const READY_MS = 180_000;
/** No screen's picture is larger. */
const MOST_PREVIEW_BYTES = 2e6;
/** No frame is larger. */
const MOST_FRAME_BYTES = 1e9;

/** A phone that is driven by address alone. */
export class RemotePhone {
  constructor(private readonly link: PhoneLink) {}

  capabilities = (): Promise<PhoneCapabilities> => this.ask("GET", "/capabilities", phoneCapabilities);
  status = (): Promise<PhoneStatus> => this.ask("GET", "/status", phoneStatus);
  settings = (): Promise<PhoneSettings> => this.ask("GET", "/settings", phoneSettings);
  set = (change: z.input<typeof phoneSettingsChange>): Promise<PhoneSettings> =>
    this.ask("PATCH", "/settings", phoneSettings, change);
  arm = (request: ArmRequest): Promise<PhoneRun> => this.ask("POST", "/runs", phoneRun, request, READY_MS);
  start = (run: string): Promise<PhoneRun> => this.ask("POST", `/runs/${run}/start`, phoneRun);
  pause = (run: string): Promise<PhoneRun> => this.ask("POST", `/runs/${run}/pause`, phoneRun);
  resume = (run: string): Promise<PhoneRun> => this.ask("POST", `/runs/${run}/resume`, phoneRun);
  abort = (run: string): Promise<PhoneRun> => this.ask("POST", `/runs/${run}/abort`, phoneRun);
  frames = (run: string): Promise<PhoneFrames> => this.ask("GET", `/runs/${run}/frames`, phoneFrames);
  acknowledge = (run: string, index: number): Promise<PhoneRun> =>
    this.ask("DELETE", `/runs/${run}/frames/${index}`, phoneRun);

  /** What its screen shows, as a JPEG. @throws PhoneAnswerError `not-found` where the phone has no such address. */
  async preview(): Promise<Buffer> {
    const response = await this.send("GET", "/preview", undefined, {}, AbortSignal.timeout(READY_MS));
    const whole = Buffer.alloc(MOST_PREVIEW_BYTES);
    return whole.subarray(0, await fill(whole, 0, response));
  }

  /** A frame's bytes, in as many pieces as it takes. @throws PhoneAwayError when they are not what the phone says they are. */
  bytesOf = (frame: PhoneFrame): Promise<Buffer> =>
    this.wholeFile(`/runs/${frame.run}/frames/${frame.index}`, frame, `Frame ${frame.index + 1}`);

  /** The bytes of its raw copy; null where it has none. */
  rawBytesOf = async (frame: PhoneFrame): Promise<Buffer | null> =>
    frame.raw &&
    this.wholeFile(
      `/runs/${frame.run}/frames/${frame.index}/raw`,
      frame.raw,
      `The raw copy of frame ${frame.index + 1}`,
    );

  /**
   * What happens on the phone, from after an event on, until it closes the connection.
   *
   * @throws PhoneAwayError when the connection breaks, or `signal` ends it.
   */
  async *events(
    after: number,
    signal: AbortSignal,
  ): AsyncGenerator<{ readonly number: number; readonly event: PhoneEvent }> {
    const response = await this.send("GET", "/events", undefined, { "last-event-id": String(after) }, signal);
    if (!response.body) throw new PhoneAwayError("The phone does not report its settings.");
    const messages = response.body.pipeThrough(new TextDecoderStream()).pipeThrough(new EventSourceParserStream());
    try {
      for await (const { id, data } of messages) {
        const event = phoneEvent.safeParse(jsonOf(data));
        if (event.success) yield { number: Number(id) || 0, event: event.data };
      }
    } catch {
      throw new PhoneAwayError("The phone broke off.");
    }
  }

  private async ask<Schema extends z.ZodType>(
    method: string,
    path: string,
    schema: Schema,
    body?: unknown,
    patienceMs = PATIENCE_MS,
  ): Promise<z.output<Schema>> {
    const response = await this.send(method, path, body, {}, AbortSignal.timeout(patienceMs));
    const reply = schema.safeParse(await response.json().catch(() => undefined));
    if (!reply.success) throw new PhoneAwayError("What answers there does not speak the phone protocol.");
    return reply.data;
  }

  private async wholeFile(
    path: string,
    { bytes, sha256 }: Pick<PhoneFrame, "bytes" | "sha256">,
    name: string,
  ): Promise<Buffer> {
    if (bytes > MOST_FRAME_BYTES) throw new PhoneAwayError(`${name} is ${bytes} bytes long: too large.`);
    const whole = Buffer.alloc(bytes);
    let received = 0;
    while (received < bytes) {
      const before = received;
      const response = await this.send("GET", path, undefined, { range: `bytes=${received}-` });
      received = await fill(whole, received, response);
      if (received === before) throw new PhoneAwayError(`It ended early: ${name}.`);
    }
    if (createHash("sha256").update(whole).digest("hex") !== sha256)
      throw new PhoneAwayError(`${name} did not arrive as the phone took it.`);
    return whole;
  }

  /** @throws PhoneAwayError without an answer, PhoneAnswerError for an error of the protocol. */
  private async send(
    method: string,
    path: string,
    body?: unknown,
    headers: Readonly<Record<string, string>> = {},
    signal: AbortSignal | null = null,
  ): Promise<Response> {
    const { address, token } = this.link;
    const once = () =>
      fetch(address + PHONE_PATH + path, {
        method,
        signal,
        headers: { authorization: `Bearer ${token}`, "content-type": "application/json", ...headers },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
    // A connection that was kept may be closed at this very instant; asked twice, a phone answers as if asked once.
    const response = await once()
      .catch((error: unknown) => {
        if (signal?.aborted) throw error;
        return once();
      })
      .catch(() => {
        throw new PhoneAwayError(`The phone at ${address} does not answer.`);
      });
    if (response.ok) return response;
    const error = phoneError.safeParse(await response.json().catch(() => undefined));
    if (!error.success) throw new PhoneAwayError(`The phone at ${address} answers with ${response.status}.`);
    throw new PhoneAnswerError(error.data.code, error.data.message, error.data.details);
  }
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

/** Fills a buffer from a response that may break off. @returns How far it is full. */
async function fill(whole: Buffer, from: number, response: Response): Promise<number> {
  let at = from;
  const reader = response.body?.getReader();
  if (!reader) return at;
  try {
    for (let part = await reader.read(); !part.done && at < whole.length; part = await reader.read()) {
      whole.set(part.value.subarray(0, whole.length - at), at);
      at += part.value.length;
    }
  } catch {
    // What has come stays; the rest is asked for again.
  } finally {
    await reader.cancel().catch(() => {});
  }
  return Math.min(at, whole.length);
}
