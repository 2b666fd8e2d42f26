import { EventSourceParserStream } from "eventsource-parser/stream";
import type { z } from "zod";
import {
  type ArmRequest,
  PHONE_PATH,
  type PhoneCapabilities,
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
import type { ReceivedFile } from "../store";
import { FrameError, PhoneAnswerError, PhoneAwayError } from "./failures";
import { type FileOnPhone, receiveFile } from "./receiveFile";
import { piecesOf, textOf, Watchdog } from "./watched";

/** Where a phone answers, and the word that it asks for. */
export interface PhoneLink {
  readonly address: string;
  readonly token: string;
}

/** As the protocol promises: a phone that listens to is heard at least every ten seconds. */
const PATIENCE_MS = 15_000;
/** Making ready may take longer: a simulated scene is lit first. */
const READY_MS = 180_000;
/** No screen's picture is larger. */
const MOST_PREVIEW_BYTES = 2e6;
/** Nor any answer: that of a run has some hundreds of bytes for each of its frames. */
const MOST_REPLY_BYTES = 16e6;
/** No frame is larger. */
const MOST_FRAME_BYTES = 1e9;
/** Whoever listens all night hears no more. */
const MOST_EVENT_BYTES = 1e9;

interface Asking {
  readonly body?: unknown;
  readonly headers?: Readonly<Record<string, string>>;
  readonly patienceMs?: number;
  /** Ends the request whatever the phone is at. */
  readonly signal?: AbortSignal | null;
}

/** A phone that is driven by address alone. */
export class RemotePhone {
  /** @param usualPatienceMs It says something within this time, or is taken to be away. */
  constructor(
    private readonly link: PhoneLink,
    private readonly usualPatienceMs = PATIENCE_MS,
  ) {}

  capabilities = (signal?: AbortSignal): Promise<PhoneCapabilities> =>
    this.ask("GET", "/capabilities", phoneCapabilities, { signal: signal ?? null });
  status = (signal?: AbortSignal): Promise<PhoneStatus> =>
    this.ask("GET", "/status", phoneStatus, { signal: signal ?? null });
  settings = (): Promise<PhoneSettings> => this.ask("GET", "/settings", phoneSettings);
  set = (change: z.input<typeof phoneSettingsChange>): Promise<PhoneSettings> =>
    this.ask("PATCH", "/settings", phoneSettings, { body: change });
  arm = (request: ArmRequest): Promise<PhoneRun> =>
    this.ask("POST", "/runs", phoneRun, { body: request, patienceMs: READY_MS });
  start = (run: string): Promise<PhoneRun> => this.ask("POST", `/runs/${run}/start`, phoneRun);
  pause = (run: string): Promise<PhoneRun> => this.ask("POST", `/runs/${run}/pause`, phoneRun);
  resume = (run: string): Promise<PhoneRun> => this.ask("POST", `/runs/${run}/resume`, phoneRun);
  abort = (run: string, signal?: AbortSignal): Promise<PhoneRun> =>
    this.ask("POST", `/runs/${run}/abort`, phoneRun, { signal: signal ?? null });
  frames = (run: string, signal?: AbortSignal): Promise<PhoneFrames> =>
    this.ask("GET", `/runs/${run}/frames`, phoneFrames, { signal: signal ?? null });
  acknowledge = (run: string, index: number, signal?: AbortSignal): Promise<PhoneRun> =>
    this.ask("DELETE", `/runs/${run}/frames/${index}`, phoneRun, { signal: signal ?? null });

  /** What its screen shows, as a JPEG. @throws PhoneAnswerError `not-found` where the phone has no such address. */
  async preview(): Promise<Buffer> {
    const pieces: Uint8Array[] = [];
    const { body } = await this.send("GET", "/preview", { patienceMs: READY_MS }, MOST_PREVIEW_BYTES);
    for await (const piece of body) pieces.push(piece);
    return Buffer.concat(pieces);
  }

  /** A frame's bytes, on the disk. @throws PhoneAwayError, FrameError when they are not what the phone says they are. */
  file = (frame: PhoneFrame, signal?: AbortSignal): Promise<ReceivedFile> =>
    this.wholeFile(`/runs/${frame.run}/frames/${frame.index}`, frame, `Frame ${frame.index + 1}`, signal);

  /** The bytes of its raw copy; null where it has none. */
  rawFile = async (frame: PhoneFrame, signal?: AbortSignal): Promise<ReceivedFile | null> =>
    frame.raw &&
    this.wholeFile(
      `/runs/${frame.run}/frames/${frame.index}/raw`,
      frame.raw,
      `The raw copy of frame ${frame.index + 1}`,
      signal,
    );

  /**
   * What happens on the phone, from after an event on, until it closes the connection. What nobody knows of is passed over.
   *
   * @throws PhoneAwayError when the connection breaks, is silent, or `signal` ends it.
   */
  async *events(
    after: number,
    signal: AbortSignal,
  ): AsyncGenerator<{ readonly number: number; readonly event: PhoneEvent }> {
    const { body } = await this.send(
      "GET",
      "/events",
      { headers: { "last-event-id": String(after) }, signal },
      MOST_EVENT_BYTES,
    );
    const parser = new EventSourceParserStream();
    const writer = parser.writable.getWriter();
    const written = (async () => {
      try {
        const text = new TextDecoder();
        for await (const piece of body) await writer.write(text.decode(piece, { stream: true }));
        await writer.close();
      } catch (error) {
        await writer.abort(error);
      }
    })();
    written.catch(() => {});
    try {
      for await (const { id, data } of parser.readable) {
        const event = phoneEvent.safeParse(jsonOf(data));
        if (event.success) yield { number: Number(id) || 0, event: event.data };
      }
    } catch {
      throw new PhoneAwayError("The phone broke off.");
    } finally {
      // Somebody who has heard enough ends the connection.
      void body.return(undefined).catch(() => {});
    }
  }

  private async ask<Schema extends z.ZodType>(
    method: string,
    path: string,
    schema: Schema,
    asking: Asking = {},
  ): Promise<z.output<Schema>> {
    const { text } = await this.send(method, path, asking, MOST_REPLY_BYTES);
    const reply = schema.safeParse(jsonOf(await text()));
    if (!reply.success) throw new PhoneAwayError("What answers there does not speak the phone protocol.");
    return reply.data;
  }

  private async wholeFile(
    path: string,
    file: FileOnPhone,
    name: string,
    signal: AbortSignal | undefined,
  ): Promise<ReceivedFile> {
    if (file.bytes > MOST_FRAME_BYTES) throw new FrameError(`${name} is ${file.bytes} bytes long: too large.`);
    return receiveFile(file, name, async (from) => {
      const asking = { headers: { range: `bytes=${from}-` }, signal: signal ?? null };
      const { body, begins: told } = await this.send("GET", path, asking, MOST_FRAME_BYTES);
      const begins = told ?? from;
      if (begins !== 0 && begins !== from)
        throw new PhoneAwayError(`${name} came from another place than it was asked.`);
      return { begins, pieces: body };
    });
  }

  /**
   * Sends a request.
   *
   * @param mostBytes What comes beyond them is not read.
   * @returns What answers; `begins` is where a part begins, null where it does not say, and 0 for what is whole.
   * @throws PhoneAwayError without an answer, PhoneAnswerError for an error of the protocol.
   */
  private async send(
    method: string,
    path: string,
    { body, headers = {}, patienceMs = this.usualPatienceMs, signal = null }: Asking,
    mostBytes: number,
  ) {
    const { address, token } = this.link;
    const away = () => new PhoneAwayError(`The phone at ${address} does not answer.`);
    const once = async (): Promise<{ readonly response: Response; readonly watchdog: Watchdog }> => {
      const watchdog = new Watchdog(patienceMs, signal);
      try {
        const response = await fetch(address + PHONE_PATH + path, {
          method,
          signal: watchdog.signal,
          // Whoever answers elsewhere is not the phone, and is not told its token.
          redirect: "manual",
          headers: { authorization: `Bearer ${token}`, "content-type": "application/json", ...headers },
          ...(body === undefined ? {} : { body: JSON.stringify(body) }),
        });
        watchdog.alive();
        return { response, watchdog };
      } catch (error) {
        watchdog.end();
        if (watchdog.signal.aborted) throw away();
        throw error;
      }
    };
    // A connection that was kept may be closed at this very instant; asked twice, a phone answers as if asked once.
    const { response, watchdog } = await once()
      .catch((error: unknown) => {
        if (error instanceof PhoneAwayError) throw error;
        return once();
      })
      .catch(() => {
        throw away();
      });
    const text = () =>
      textOf(response, watchdog, mostBytes)
        .catch(() => {
          throw away();
        })
        .finally(() => watchdog.end());
    if (response.ok) {
      const told = /^bytes (\d+)-/.exec(response.headers.get("content-range") ?? "");
      // A part that does not say which one it is: the one that was asked for, as far as its hash agrees.
      const begins = response.status !== 206 ? 0 : told ? Number(told[1]) : null;
      return { text, body: watched(piecesOf(response, watchdog, mostBytes), watchdog), begins };
    }
    const error = phoneError.safeParse(jsonOf(await text()));
    if (!error.success) throw new PhoneAwayError(`The phone at ${address} answers with ${response.status}.`);
    throw new PhoneAnswerError(error.data.code, error.data.message, error.data.details);
  }
}

/** Pieces of a body whose failures are the phone's. */
async function* watched(
  pieces: AsyncGenerator<Uint8Array>,
  watchdog: Watchdog,
): AsyncGenerator<Uint8Array, void, unknown> {
  try {
    yield* pieces;
  } catch {
    throw new PhoneAwayError("The phone broke off.");
  } finally {
    watchdog.end();
  }
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
