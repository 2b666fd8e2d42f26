import { createHash, randomUUID } from "node:crypto";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { phoneOpenApi } from "@/contracts/phoneOpenApi";
import { PHONE_ERRORS, PHONE_PATH, type PhoneFrame, phoneError } from "@/contracts/phoneProtocol";
import { chosenCamera } from "@/core/camera";
import type { ReceivedFile } from "../store";
import { RemotePhone } from "./client";
import { collectRun } from "./collect";
import { PhoneAwayError } from "./failures";
import { type PhoneFaults, readFaults } from "./faults";
import { startStandIn } from "./served";
import type { PhoneServer } from "./server";
import { STAGE_PATH, usualStage } from "./stage";

const data = mkdtempSync(join(tmpdir(), "aevumen-protocol-"));
process.env.AEVUMEN_DATA = data;
afterAll(() => rmSync(data, { recursive: true, force: true }));

const TOKEN = "a-token-for-tests";
const open: PhoneServer[] = [];
async function phoneWith(faults: PhoneFaults = {}) {
  const server = await startStandIn({ name: "Pocket T", port: 0, faults, token: TOKEN });
  open.push(server);
  const camera = chosenCamera({ phones: [], clipOns: [] }, null);
  // A camera of few pixels: what is tested is not how they look.
  const small = { ...camera, lens: { ...camera.lens, widthPx: 408, heightPx: 306 }, widthsPx: [102] };
  const staged = await fetch(server.address + STAGE_PATH, {
    method: "PUT",
    headers: { authorization: `Bearer ${TOKEN}` },
    body: JSON.stringify({ ...usualStage(), camera: small }),
  });
  expect(await staged.json()).toMatchObject({ name: "Pocket T", widthsPx: [102] });
  return { server, phone: new RemotePhone(server) };
}
afterEach(async () => {
  for (const server of open.splice(0)) await server.close();
});

const armed = (line = "4 x 1/8 | iso 50") => ({
  id: randomUUID(),
  line,
  widthPx: 102,
  pace: "quick" as const,
  seed: 3,
});
/** Collects a run and tells what came, in order, and how it stood meanwhile. */
async function collected(phone: RemotePhone, id: string, signal = new AbortController().signal) {
  const frames: PhoneFrame[] = [];
  const states: string[] = [];
  const { run } = await collectRun(
    phone,
    id,
    {
      keep: async (frame, { path }) => {
        expect(createHash("sha256").update(readFileSync(path)).digest("hex")).toBe(frame.sha256);
        frames.push(frame);
      },
      setAside: async (_, error) => {
        throw error;
      },
      stands: async (stood) => void states.push("since" in stood ? "away" : stood.state),
    },
    signal,
  );
  return { run, frames, states };
}

describe("the published phone protocol", () => {
  it("is what its page's document says: made from the schemas that the code checks", () => {
    const written = JSON.parse(readFileSync("docs/phone-protocol.openapi.json", "utf8"));
    expect(written).toEqual(JSON.parse(JSON.stringify(phoneOpenApi())));
    const page = readFileSync("docs/phone-protocol.md", "utf8");
    for (const code of Object.keys(PHONE_ERRORS)) expect(page).toContain(`\`${code}\``);
    for (const path of Object.keys(written.paths)) expect(page).toContain(path.slice(PHONE_PATH.length));
  });
});

describe("a phone at an address", () => {
  it("takes a run whose frames arrive whole, and forgets those that are acknowledged", async () => {
    const { phone } = await phoneWith();
    const request = armed();
    expect(await phone.arm(request)).toMatchObject({ state: "armed", framesWanted: 4 });
    await phone.start(request.id);
    const { run, frames } = await collected(phone, request.id);
    expect(run).toMatchObject({ state: "done", framesTaken: 4 });
    expect(frames.map(({ index }) => index)).toEqual([0, 1, 2, 3]);
    expect((await phone.frames(request.id)).frames).toEqual([]);
  });

  it("sends any range of a frame, and nothing beyond it", async () => {
    const { server, phone } = await phoneWith();
    const request = armed("1/8 | iso 50");
    await phone.arm(request);
    await phone.start(request.id);
    let frame: PhoneFrame | undefined;
    for await (const { event } of phone.events(0, new AbortController().signal)) {
      if (event.kind !== "frame") continue;
      frame = event.frame;
      break;
    }
    const whole = readFileSync((await phone.file(frame!)).path);
    const at = `${server.address}${PHONE_PATH}/runs/${request.id}/frames/0`;
    const part = (range: string) => fetch(at, { headers: { authorization: `Bearer ${TOKEN}`, range } });
    const middle = await part("bytes=10-19");
    expect([middle.status, middle.headers.get("content-range")]).toEqual([206, `bytes 10-19/${whole.length}`]);
    expect(Buffer.from(await middle.arrayBuffer())).toEqual(whole.subarray(10, 20));
    const tail = await part("bytes=-5");
    expect(Buffer.from(await tail.arrayBuffer())).toEqual(whole.subarray(-5));
    expect(phoneError.parse(await (await part(`bytes=${whole.length}-`)).json()).code).toBe("wrong-range");
  });

  it("refuses a second run at once, and what it cannot do, each by its name and in words", async () => {
    const { phone } = await phoneWith();
    await expect(phone.arm(armed("2s | iso 55"))).rejects.toMatchObject({ code: "cannot-do" });
    await expect(phone.arm(armed("2 blinks"))).rejects.toMatchObject({ code: "cannot-do" });
    await expect(phone.arm({ ...armed(), widthPx: 0 })).rejects.toMatchObject({ code: "invalid-request" });
    const first = armed();
    await phone.arm(first);
    await expect(phone.arm(armed())).rejects.toMatchObject({ code: "phone-busy" });
    // The same question again has the same answer.
    expect(await phone.arm(first)).toMatchObject({ id: first.id, state: "armed" });
    await expect(phone.resume(first.id)).rejects.toMatchObject({ code: "wrong-state" });
    expect(await phone.abort(first.id)).toMatchObject({ state: "aborted" });
    await expect(phone.start(first.id)).rejects.toMatchObject({ code: "wrong-state" });
    await expect(phone.frames(randomUUID())).rejects.toMatchObject({ code: "not-found" });
  });

  it("answers nobody without its token, nothing that is no address of its, and no body that is too long", async () => {
    const { server } = await phoneWith();
    const ask = async (path: string, init: RequestInit = {}) => {
      const response = await fetch(server.address + path, {
        ...init,
        headers: { authorization: `Bearer ${TOKEN}`, ...init.headers },
      });
      return [response.status, phoneError.parse(await response.json()).code];
    };
    expect(await ask(`${PHONE_PATH}/status`, { headers: { authorization: "Bearer other" } })).toEqual([
      401,
      "unauthorized",
    ]);
    expect(await ask(`${PHONE_PATH}/nothing`)).toEqual([404, "not-found"]);
    expect(await ask("/etc/passwd")).toEqual([404, "not-found"]);
    expect(await ask(`${PHONE_PATH}/status`, { method: "DELETE" })).toEqual([405, "wrong-method"]);
    expect(await ask(`${PHONE_PATH}/runs`, { method: "POST", body: "{" })).toEqual([400, "invalid-request"]);
    const long = JSON.stringify({ line: "x".repeat(70_000) });
    expect(await ask(`${PHONE_PATH}/runs`, { method: "POST", body: long })).toEqual([413, "too-large"]);
    expect(await ask(STAGE_PATH, { method: "PUT", body: "{}" })).toEqual([400, "invalid-request"]);
  });

  it("is set beside the recipe, but not while a run goes on", async () => {
    const { phone } = await phoneWith();
    expect(await phone.set({ flash: "off", focusLocked: true })).toMatchObject({ flash: "off", focusLocked: true });
    expect(await phone.settings()).toMatchObject({ flash: "off", nightMode: true });
    const request = armed();
    await phone.arm(request);
    await expect(phone.set({ flash: "on" })).rejects.toMatchObject({ code: "wrong-state" });
    expect((await phone.status()).run).toMatchObject({ id: request.id, state: "armed" });
  });

  const right = { flash: "off", nightMode: false, focusLocked: true, whiteBalanceLocked: true } as const;

  it("loses its focus when it leaves the night mode, unless it is told to lock it", async () => {
    const { phone } = await phoneWith();
    await phone.set({ focusLocked: true });
    expect(await phone.set({ nightMode: false })).toMatchObject({ nightMode: false, focusLocked: false });
    await phone.set({ nightMode: true });
    expect(await phone.set(right)).toMatchObject(right);
  });

  it("writes what it did: a night mode's own times while that is on, the line's once it is off", async () => {
    const { phone } = await phoneWith();
    const told = async () => {
      const request = armed("2 x 1s | iso 50");
      await phone.arm(request);
      await phone.start(request.id);
      return (await collected(phone, request.id)).frames.map(({ shutterSeconds, iso }) => [shutterSeconds, iso]);
    };
    expect(await told()).toEqual([
      [0.3, 160],
      [0.3, 160],
    ]);
    await phone.set(right);
    expect(await told()).toEqual([
      [1, 50],
      [1, 50],
    ]);
  });

  it("writes raw copies where the line asks for them, refuses to while they are off, and forgets both files at once", async () => {
    const { phone } = await phoneWith();
    await phone.set({ ...right, rawCopies: false });
    const refused = phone.arm(armed("2 x 1/8 | iso 50 | raw+jpeg"));
    await expect(refused).rejects.toMatchObject({ code: "cannot-do", message: expect.stringContaining("raw copies") });
    await phone.set({ rawCopies: true });
    const request = armed("2 x 1/8 | iso 50 | raw+jpeg");
    await phone.arm(request);
    await phone.start(request.id);
    const raws: Buffer[] = [];
    const keep = async (frame: PhoneFrame, _file: ReceivedFile, raw: ReceivedFile | null) => {
      expect(frame.raw).toMatchObject({ mediaType: "image/x-adobe-dng", name: frame.name.replace("jpg", "dng") });
      raws.push(readFileSync(raw!.path));
    };
    const never = new AbortController().signal;
    await collectRun(phone, request.id, { keep, setAside: async () => {}, stands: async () => {} }, never);
    // A TIFF's first bytes, then three samples of two bytes a pixel.
    for (const raw of raws) {
      expect(raw.subarray(0, 4)).toEqual(Buffer.from("II*\0"));
      expect(raw.length).toBeGreaterThan(6 * 102 * 76);
    }
    expect(raws).toHaveLength(2);
    expect((await phone.frames(request.id)).frames).toEqual([]);
    const plain = armed();
    await phone.arm(plain);
    await phone.start(plain.id);
    expect((await collected(phone, plain.id)).frames.every(({ raw }) => raw === null)).toBe(true);
  });

  it("wears out by what it takes: the battery sinks, and the sensor warms", async () => {
    const { phone } = await phoneWith();
    await phone.set(right);
    const before = await phone.status();
    const request = armed("20 x 30s | iso 50");
    await phone.arm(request);
    await phone.start(request.id);
    expect((await collected(phone, request.id)).frames).toHaveLength(20);
    const after = await phone.status();
    // Ten minutes at 14 % an hour and 0.02 % a frame.
    expect(before.batteryPercent - after.batteryPercent).toBeCloseTo(14 / 6 + 0.4, 0);
    expect(after.sensorCelsius).toBeGreaterThan(before.sensorCelsius + 5);
  });

  it("is slower with every pixel by itself, and shows what its screen shows", async () => {
    const { phone } = await phoneWith();
    const { writeSeconds } = await phone.capabilities();
    await phone.set({ fullSize: true });
    expect((await phone.capabilities()).writeSeconds).toBeCloseTo(4 * writeSeconds, 9);
    const { width, format } = await sharp(await phone.preview()).metadata();
    expect([width, format]).toEqual([408, "jpeg"]);
  });

  it("waits while a run is paused, and goes on where it was", async () => {
    const { phone } = await phoneWith();
    const request = { ...armed("3 x 0.5s every 1s | iso 50"), pace: "recipe" as const };
    await phone.arm(request);
    await phone.start(request.id);
    expect(await phone.pause(request.id)).toMatchObject({ state: "paused" });
    expect(await phone.resume(request.id)).toMatchObject({ state: "running" });
    expect((await collected(phone, request.id)).frames).toHaveLength(3);
  });
});

describe("what goes wrong with a phone", () => {
  it("a frame that is lost leaves a gap, and the run is done all the same", async () => {
    const { phone } = await phoneWith({ dropped: 2 });
    const request = armed();
    await phone.arm(request);
    await phone.start(request.id);
    const { run, frames } = await collected(phone, request.id);
    expect(run.state).toBe("done");
    expect(frames.map(({ index }) => index)).toEqual([0, 2, 3]);
  });

  it.each([
    ["full", "card-full"],
    ["dead", "battery-dead"],
  ] as const)("a run that ends %s keeps what it had and says why", async (fault, code) => {
    const { phone } = await phoneWith({ [fault]: 3 });
    const request = armed();
    await phone.arm(request);
    await phone.start(request.id);
    const { run, frames } = await collected(phone, request.id);
    expect(run).toMatchObject({ state: "failed", fault: { code } });
    expect(frames).toHaveLength(2);
  });

  it("out of reach in mid-run loses no frame: what it took meanwhile comes when it is back", async () => {
    const { phone } = await phoneWith({ disconnect: 2 });
    const request = armed("6 x 1/8 | iso 50");
    await phone.arm(request);
    await phone.start(request.id);
    const { frames, states } = await collected(phone, request.id);
    expect(frames.map(({ index }) => index)).toEqual([0, 1, 2, 3, 4, 5]);
    expect(states).toContain("away");
  });

  it("away for good is waited for until somebody ends that", async () => {
    const { server, phone } = await phoneWith();
    const request = armed();
    await phone.arm(request);
    await server.close();
    const stop = new AbortController();
    const states = collected(phone, request.id, stop.signal);
    setTimeout(() => stop.abort(), 300);
    await expect(states).rejects.toThrow(PhoneAwayError);
  });

  it("is read from a line, and nothing else is", () => {
    expect(readFaults("dropped:3,full:12")).toEqual({ dropped: 3, full: 12 });
    for (const text of ["dropped", "dropped:0", "melted:3", "dropped:3:4", ""]) expect(readFaults(text)).toBeNull();
  });
});
