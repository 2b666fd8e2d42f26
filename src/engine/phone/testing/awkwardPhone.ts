import { createHash, randomUUID } from "node:crypto";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";

// A phone written from the protocol's page that does what real ones do: it is slow, breaks off, lies and forgets. It holds a run that is
// done, and forgets its frames one by one as they are acknowledged.

/** Answers a request otherwise than it should; false lets it answer as it should. */
export type Temper = (request: { method: string; path: string; response: ServerResponse; range: number }) => boolean;

export interface AwkwardPhone {
  readonly link: { readonly address: string; readonly token: string };
  readonly run: string;
  /** The bytes of each frame. */
  readonly files: readonly Buffer[];
  /** Indices of those that are not acknowledged. */
  readonly left: Set<number>;
  /** What was asked, in order. */
  readonly asked: string[];
  temper: Temper;
  close(): Promise<void>;
}

const sha256 = (bytes: Buffer): string => createHash("sha256").update(bytes).digest("hex");
const json = (response: ServerResponse, status: number, body: unknown) =>
  response.writeHead(status, { "content-type": "application/json" }).end(JSON.stringify(body));

/** Starts one whose run has so many frames of some bytes each; `more` comes beside what the protocol names. */
export async function awkwardPhone(
  files: readonly Buffer[],
  more: { readonly frame?: (index: number) => object; readonly run?: object } = {},
): Promise<AwkwardPhone> {
  const run = randomUUID();
  const left = new Set(files.keys());
  const runNow = () => ({
    id: run,
    state: "done",
    line: "4 x 2s",
    framesWanted: files.length,
    framesTaken: files.length,
    fault: null,
    ...more.run,
  });
  const frameOf = (index: number) => ({
    run,
    index,
    name: `IMG_${index}.jpg`,
    mediaType: "image/jpeg",
    bytes: files[index]!.length,
    sha256: sha256(files[index]!),
    raw: null,
    takenAt: "2026-11-24T18:00:00.000Z",
    shutterSeconds: 2,
    iso: 50,
    ...more.frame?.(index),
  });
  const answer = (request: IncomingMessage, response: ServerResponse): void => {
    const { method = "", url = "" } = request;
    const path = url.replace("/phone/v1", "");
    phone.asked.push(`${method} ${path}`);
    const range = Number(/bytes=(\d+)-/.exec(request.headers.range ?? "")?.[1] ?? 0);
    if (phone.temper({ method, path, response, range })) return;
    const frame = /frames\/(\d+)$/.exec(path);
    if (frame && method === "DELETE") {
      left.delete(Number(frame[1]));
      json(response, 200, runNow());
    } else if (frame && left.has(Number(frame[1]))) {
      const whole = files[Number(frame[1])]!;
      response
        .writeHead(206, { "content-range": `bytes ${range}-${whole.length - 1}/${whole.length}` })
        .end(whole.subarray(range));
    } else if (path.endsWith("/frames")) json(response, 200, { run: runNow(), frames: [...left].map(frameOf) });
    else if (path.endsWith("/abort")) json(response, 200, runNow());
    else json(response, 404, { code: "not-found", message: "There is no such thing.", details: [] });
  };
  const server = createServer(answer);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const phone: AwkwardPhone = {
    link: { address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, token: "word" },
    run,
    files,
    left,
    asked: [],
    temper: () => false,
    close: () => {
      server.closeAllConnections();
      return new Promise((resolve) => server.close(() => resolve()));
    },
  };
  return phone;
}
