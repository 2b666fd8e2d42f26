import { type ChildProcess, spawn } from "node:child_process";
import { createHash, randomUUID } from "node:crypto";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import sharp from "sharp";
import { expect, test } from "./page";

// Both sides of the phone protocol as somebody writes them who has read its page and nothing else.

const sha256 = (bytes: Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

test("a client of the page alone drives a stand-in: arms, listens, fetches in parts, compares, acknowledges", async () => {
  const phone: ChildProcess = spawn(process.execPath, ["dist/cli.mjs", "phone", "--json", "--name", "Pocket B"], {
    env: { ...process.env, AEVUMEN_ROOT: process.cwd() },
    stdio: ["ignore", "pipe", "ignore"],
  });
  try {
    const first = await new Promise<string>((resolve) => {
      phone.stdout!.once("data", (chunk) => resolve(String(chunk)));
    });
    const { address, token } = JSON.parse(first) as { address: string; token: string };
    const ask = async (method: string, path: string, body?: unknown, headers: Record<string, string> = {}) =>
      fetch(`${address}/phone/v1${path}`, {
        method,
        headers: { authorization: `Bearer ${token}`, "content-type": "application/json", ...headers },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
    const json = async (method: string, path: string, body?: unknown) => (await ask(method, path, body)).json();

    const can = await json("GET", "/capabilities");
    expect(can).toMatchObject({ protocol: 1, name: "Pocket B" });
    await json("PATCH", "/settings", {
      flash: "off",
      nightMode: false,
      rawCopies: true,
      fullSize: false,
      focusLocked: true,
      whiteBalanceLocked: true,
    });
    const id = randomUUID();
    const asked = { id, line: "3 x 1/4 | iso 50 | raw+jpeg", widthPx: can.widthsPx.at(-1), pace: "quick" };
    expect(await json("POST", "/runs", asked)).toMatchObject({ id, state: "armed", framesWanted: 3 });
    expect((await ask("POST", "/runs", { ...asked, id: randomUUID() })).status).toBe(409);

    const events = await ask("GET", "/events");
    expect(await json("POST", `/runs/${id}/start`, {})).toMatchObject({ state: "running" });
    const told: { kind: string; frame?: { index: number }; run?: { state: string } }[] = [];
    let rest = "";
    const decoder = new TextDecoder();
    for await (const part of events.body as unknown as AsyncIterable<Uint8Array>) {
      rest += decoder.decode(part, { stream: true });
      const messages = rest.split("\n\n");
      rest = messages.pop() ?? "";
      for (const message of messages) {
        const data = message.split("\n").find((line) => line.startsWith("data: "));
        if (data) told.push(JSON.parse(data.slice(6)));
      }
      if (told.some(({ run }) => run?.state === "done")) break;
    }
    expect(told.flatMap(({ frame }) => (frame ? [frame.index] : []))).toEqual([0, 1, 2]);

    const { frames } = await json("GET", `/runs/${id}/frames`);
    for (const { index, bytes, sha256: said, raw } of frames) {
      const path = `/runs/${id}/frames/${index}`;
      const half = Math.floor(bytes / 2);
      const parts = await Promise.all(
        [`bytes=0-${half - 1}`, `bytes=${half}-`].map(async (range) => {
          const answer = await ask("GET", path, undefined, { range });
          expect(answer.status).toBe(206);
          return Buffer.from(await answer.arrayBuffer());
        }),
      );
      const whole = Buffer.concat(parts);
      expect(sha256(whole)).toBe(said);
      expect((await sharp(whole).metadata()).width).toBe(can.widthsPx.at(-1));
      const rawBytes = Buffer.from(await (await ask("GET", `${path}/raw`)).arrayBuffer());
      expect([rawBytes.length, sha256(rawBytes)]).toEqual([raw.bytes, raw.sha256]);
      expect((await ask("DELETE", path)).status).toBe(200);
      expect((await ask("GET", path)).status).toBe(404);
    }
    expect((await json("GET", `/runs/${id}/frames`)).frames).toEqual([]);
  } finally {
    phone.kill();
  }
});

/** A camera of somebody else's: grey pictures, one at a time, by the protocol's page. */
async function othersPhone() {
  const token = "a word of theirs";
  const files = new Map<number, { bytes: Buffer; acknowledged: boolean }>();
  let run: Record<string, unknown> | null = null;
  let settings = {
    flash: "on",
    fullSize: false,
    rawCopies: false,
    nightMode: false,
    focusLocked: true,
    whiteBalanceLocked: true,
  };
  const asked: number[] = [];
  const listeners = new Set<ServerResponse>();
  const remembered: string[] = [];
  const tell = (event: unknown) => {
    const message = `id: ${remembered.length + 1}\ndata: ${JSON.stringify(event)}\n\n`;
    remembered.push(message);
    for (const each of listeners) each.write(message);
  };
  const frameOf = (index: number) => ({
    run: run!.id,
    index,
    name: `grey-${index + 1}.jpg`,
    mediaType: "image/jpeg",
    bytes: files.get(index)!.bytes.length,
    sha256: sha256(files.get(index)!.bytes),
    takenAt: new Date().toISOString(),
    shutterSeconds: 0.5,
    iso: 100,
  });
  const take = async (count: number) => {
    for (let index = 0; index < count; index++) {
      const grey = { r: 60 + 40 * index, g: 60, b: 60 };
      const bytes = await sharp({ create: { width: 64, height: 48, channels: 3, background: grey } })
        .jpeg()
        .toBuffer();
      files.set(index, { bytes, acknowledged: false });
      run = { ...run, framesTaken: index + 1 };
      tell({ kind: "frame", frame: frameOf(index) });
    }
    run = { ...run, state: "done" };
    tell({ kind: "run", run });
  };
  const answer = async (request: IncomingMessage, response: ServerResponse) => {
    const send = (status: number, value: unknown) =>
      response.writeHead(status, { "content-type": "application/json" }).end(JSON.stringify(value));
    if (request.headers.authorization !== `Bearer ${token}`)
      return send(401, { code: "unauthorized", message: "Who are you?", details: [] });
    let text = "";
    for await (const part of request) text += part;
    const body = text ? JSON.parse(text) : {};
    const path = (request.url ?? "").replace("/phone/v1", "");
    const of = `${request.method} ${path}`;
    const index = Number(/frames\/(\d+)$/.exec(path)?.[1]);
    if (of === "GET /capabilities")
      return send(200, {
        protocol: 1,
        name: "Somebody's camera",
        shutterLadderSeconds: [0.25, 0.5, 1],
        isoLadder: [100, 200],
        lens: { name: "one", focalLengthMm: 5, fNumber: 2, widthPx: 64, heightPx: 48 },
        delaysSeconds: [0, 2],
        widthsPx: [64],
        files: ["jpeg"],
        shutterLagSeconds: 0.1,
        writeSeconds: 0.1,
        canPause: false,
      });
    if (of === "GET /status")
      return send(200, {
        now: new Date().toISOString(),
        batteryPercent: 70,
        sensorCelsius: 12,
        freeBytes: 1e9,
        run,
      });
    if (of === "PATCH /settings") settings = { ...settings, ...body };
    if (path === "/settings") return send(200, settings);
    if (of === "POST /runs") {
      asked.push(body.widthPx);
      run = { id: body.id, state: "armed", line: body.line, framesWanted: 3, framesTaken: 0, fault: null };
      return send(200, run);
    }
    if (path.endsWith("/start")) {
      run = { ...run, state: "running" };
      void take(3);
      return send(200, run);
    }
    if (path.endsWith("/abort")) return send(200, run);
    if (path === "/events") {
      listeners.add(response.writeHead(200, { "content-type": "text/event-stream" }));
      // Those of before come first.
      response.write([": here\n\n", ...remembered].join(""));
      response.on("close", () => listeners.delete(response));
      return;
    }
    if (of === `GET /runs/${run?.id}/frames`) {
      const left = [...files].filter(([, { acknowledged }]) => !acknowledged).map(([at]) => frameOf(at));
      return send(200, { run, frames: left });
    }
    const file = files.get(index);
    if (file && request.method === "GET") {
      const from = Number(/bytes=(\d+)-/.exec(request.headers.range ?? "")?.[1] ?? 0);
      return response.writeHead(206, { "content-type": "image/jpeg" }).end(file.bytes.subarray(from));
    }
    if (file && request.method === "DELETE") {
      file.acknowledged = true;
      return send(200, run);
    }
    send(404, { code: "not-found", message: "Nothing there.", details: [] });
  };
  const server = createServer((request, response) => void answer(request, response));
  await new Promise<void>((resolve) => {
    server.listen(0, "127.0.0.1", resolve);
  });
  const close = () => {
    server.closeAllConnections();
    server.close();
  };
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return { address, token, files, asked, close, settings: () => settings };
}

test("a phone of somebody else's, written from the page alone, is linked by its address and takes a run", async ({
  page,
  request,
}) => {
  const other = await othersPhone();
  const created = await request.post("/api/outings", { data: { name: "Other", date: "2026-11-24", site: null } });
  const { outing, shotId } = await created.json();
  await request.put(`/api/shots/${shotId}/recipe`, { data: { line: "3 x 0.5s | iso 100 -> mean" } });
  try {
    await page.goto(`/outings/${outing.id}/shots/${shotId}/run`);
    await page.getByRole("button", { name: "Link another phone" }).click();
    await page.getByLabel("The phone's address").fill(other.address);
    await page.getByLabel("The phone's token").fill("not theirs");
    await page.getByRole("button", { name: "Link it" }).click();
    await expect(page.getByText(/does not know this token. Nothing was changed/)).toBeVisible();
    await page.getByLabel("The phone's token").fill(other.token);
    await page.getByRole("button", { name: "Link it" }).click();
    await expect(page.getByText("Somebody's camera, linked by its address.")).toBeVisible();

    const list = page.getByRole("region", { name: "Before the run" });
    await expect(list.getByText("Somebody's camera says")).toBeVisible();
    await list.getByRole("button", { name: "Set: Flash off" }).click();
    await expect.poll(() => other.settings().flash).toBe("off");
    await page.getByRole("button", { name: /^Run 3 frames/ }).click();
    await expect(page.getByText(/Done: 3 of 3 frames/)).toBeVisible();
    // Of its own sizes, not the kit's.
    expect(other.asked).toEqual([64]);
    expect([...other.files.values()].every(({ acknowledged }) => acknowledged)).toBe(true);
    await expect(page.getByRole("button", { name: "Show grey-1.jpg" })).toBeVisible();
  } finally {
    await request.delete("/api/phone/link");
    other.close();
  }
});
