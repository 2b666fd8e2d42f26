import { type ChildProcess, spawn } from "node:child_process";
import { existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "@playwright/test";
import sharp from "sharp";
import { freePort, killHard, start, startAnswering } from "./server";
import { putSmallPhone, SMALL } from "./smallPhone";

const FRAMES = 40;
const testData = process.env.TEST_DATA ?? ".test-data";
const data = join(testData, "restart");

/** What a process writes to standard error until it ends. */
async function lastWords(server: ChildProcess): Promise<string> {
  let words = "";
  server.stderr?.on("data", (chunk) => {
    words += chunk;
  });
  await new Promise((resolve) => server.once("close", resolve));
  return words;
}

/** A picture of 3 MP with noise of its own. */
function picture(seed: number): Promise<Buffer> {
  const noise = { type: "gaussian", mean: 100 + 20 * seed, sigma: 8 } as const;
  const background = { r: 60 * seed, g: 100, b: 250 - 60 * seed };
  return sharp({ create: { width: 2040, height: 1530, channels: 3, background, noise } })
    .jpeg({ quality: 60 })
    .toBuffer();
}

/** The same picture with a comment in its header, so that it is another file. */
function withComment(jpeg: Buffer, text: string): Buffer {
  const comment = Buffer.from(`\xff\xfe\0${String.fromCharCode(text.length + 2)}${text}`, "latin1");
  return Buffer.concat([jpeg.subarray(0, 2), comment, jpeg.subarray(2)]);
}

test("a stack that is killed in the middle goes on after a restart, without redoing what it saved", async ({
  request,
}) => {
  mkdirSync(data, { recursive: true });
  // Saved often, so that a fast machine is not through before its first checkpoint.
  const env = { AEVUMEN_CHECKPOINT_MS: "100" };
  let { server, address } = await startAnswering(request, data, env);
  try {
    expect(await lastWords(start(await freePort(), data))).toMatch(/in use by the Aevumen server, process \d+/);

    const created = await (
      await request.post(`${address}/api/outings`, { data: { name: "x", date: "2026-11-24", site: null } })
    ).json();
    const run = await (await request.post(`${address}/api/shots/${created.shotId}/imports`, { data: {} })).json();
    const pictures = await Promise.all([0, 1, 2, 3].map((seed) => picture(seed)));
    for (let i = 0; i < FRAMES; i++) {
      const data = withComment(pictures[i % pictures.length]!, `frame ${i}`);
      const reply = await request.post(`${address}/api/runs/${run.id}/files?name=${i}.jpg`, { data });
      expect(await reply.json()).toEqual({ taken: 1, refused: [] });
    }
    const { frames } = await (await request.get(`${address}/api/runs/${run.id}/frames`)).json();
    const frameIds = frames.map(({ id }: { id: string }) => id);
    const ask = async () =>
      (
        await request.post(`${address}/api/stacks`, {
          data: { runId: run.id, frameIds, parameters: { method: "mean" } },
        })
      ).json();
    const stackOf = async (id: string) => {
      const { stacks } = await (await request.get(`${address}/api/shots/${created.shotId}`)).json();
      return stacks.find(({ stack }: { stack: { id: string } }) => stack.id === id);
    };

    const killed = await ask();
    await expect(async () => expect(existsSync(join(data, "checkpoints", killed.id, "mean"))).toBe(true)).toPass({
      intervals: [50],
      timeout: 60_000,
    });
    await killHard(server);
    ({ server, address } = await startAnswering(request, data));
    await expect(async () => expect((await stackOf(killed.id)).job.state).toBe("done")).toPass({ timeout: 90_000 });
    const resumed = await stackOf(killed.id);
    expect(resumed.stack.framesUsed).toBe(FRAMES);

    const whole = await ask();
    await expect(async () => expect((await stackOf(whole.id)).job.state).toBe("done")).toPass({ timeout: 90_000 });
    expect(resumed.stack.resultHash).toBe((await stackOf(whole.id)).stack.resultHash);
    expect(resumed.job.resumed).toBeGreaterThan(0);
  } finally {
    await killHard(server);
  }
});

test("a run goes on while the server is killed, and every frame of it is there after a restart", async ({
  request,
}) => {
  const folder = join(testData, "restart-run");
  mkdirSync(folder, { recursive: true });
  let { server, address } = await startAnswering(request, folder);
  try {
    await putSmallPhone(request, address);
    const site = { name: "Slipway", latitudeDeg: 53.86, longitudeDeg: -3.42 };
    const created = await (
      await request.post(`${address}/api/outings`, { data: { name: "killed", date: "2026-11-24", site } })
    ).json();
    const wanted = { line: "12 x 0.5s every 1s | iso 50", widthPx: SMALL.widthPx, pace: "recipe" };
    const { id } = await (await request.post(`${address}/api/shots/${created.shotId}/runs`, { data: wanted })).json();
    const runOf = async () => (await request.get(`${address}/api/runs/${id}`)).json();
    // One run at a time: the phone says so itself, from the moment on in which the first has begun.
    const second = await request.post(`${address}/api/shots/${created.shotId}/runs`, { data: wanted });
    expect([second.status(), (await second.json()).code]).toEqual([409, "phone-busy"]);
    await expect(async () => expect((await runOf()).frameCount).toBeGreaterThan(2)).toPass({ timeout: 60_000 });

    await killHard(server);
    ({ server, address } = await startAnswering(request, folder));
    expect((await runOf()).run.state).toBe("running");
    await expect(async () => expect((await runOf()).run.state).toBe("done")).toPass({ timeout: 90_000 });
    const { frames } = await (await request.get(`${address}/api/runs/${id}/frames`)).json();
    const names = frames.map(({ name }: { name: string }) => name).sort();
    expect(names).toEqual(Array.from({ length: 12 }, (_, i) => `frame-${String(i + 1).padStart(4, "0")}.jpg`));
    // It is written into the log once.
    const log = await (await request.get(`${address}/api/log`)).json();
    expect(log.map(({ entry }: { entry: { kind: string } }) => entry.kind)).toEqual(["run"]);
  } finally {
    await killHard(server);
  }
});

/** A stand-in phone in a process of its own, with its address and token. */
async function startPhone(...options: readonly string[]) {
  const phone = spawn(process.execPath, ["dist/cli.mjs", "phone", "--json", "--idle", "120", ...options], {
    env: { ...process.env, AEVUMEN_ROOT: process.cwd() },
    stdio: ["ignore", "pipe", "ignore"],
  });
  const line = await new Promise<string>((resolve) => {
    phone.stdout.once("data", (chunk) => resolve(String(chunk)));
  });
  return { phone, ...(JSON.parse(line) as { address: string; token: string }) };
}

test("24 frames of a linked phone arrive though it goes out of reach and the server is killed", async ({ request }) => {
  const folder = join(testData, "restart-linked");
  mkdirSync(folder, { recursive: true });
  const { phone, address: phoneAddress, token } = await startPhone("--name", "Pocket B", "--faults", "disconnect:5");
  const env = { AEVUMEN_PHONE: phoneAddress, AEVUMEN_PHONE_TOKEN: token };
  let { server, address } = await startAnswering(request, folder, env);
  try {
    expect(await (await request.get(`${address}/api/phone`)).json()).toMatchObject({
      name: "Pocket B",
      linkedBy: "environment",
    });
    await putSmallPhone(request, address);
    const data = { name: "linked", date: "2026-11-24", site: null };
    const created = await (await request.post(`${address}/api/outings`, { data })).json();
    const wanted = { line: "24 x 1/8 every 0.6s | iso 50", widthPx: SMALL.widthPx, pace: "recipe" };
    const { id } = await (await request.post(`${address}/api/shots/${created.shotId}/runs`, { data: wanted })).json();
    const runOf = async () => (await request.get(`${address}/api/runs/${id}`)).json();
    await expect(async () => expect((await runOf()).frameCount).toBeGreaterThan(8)).toPass({ timeout: 60_000 });
    await killHard(server);
    ({ server, address } = await startAnswering(request, folder, env));
    await expect(async () => expect((await runOf()).run.state).toBe("done")).toPass({ timeout: 90_000 });
    expect((await runOf()).frameCount).toBe(24);
  } finally {
    await killHard(server);
    phone.kill();
  }
});
