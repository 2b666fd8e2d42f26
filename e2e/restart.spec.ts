import { type ChildProcess, spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { type APIRequestContext, expect, test } from "@playwright/test";
import sharp from "sharp";

const PORT = 3399;
const ADDRESS = `http://127.0.0.1:${PORT}`;
const FRAMES = 30;
const data = join(process.env.TEST_DATA ?? ".test-data", "restart");

function start(port = PORT): ChildProcess {
  return spawn(process.execPath, ["node_modules/next/dist/bin/next", "start", "-H", "127.0.0.1", "-p", String(port)], {
    env: { ...process.env, AEVUMEN_ROOT: process.cwd(), AEVUMEN_DATA: data },
    stdio: ["ignore", "ignore", "pipe"],
    detached: true,
  });
}

async function answers(request: APIRequestContext): Promise<void> {
  await expect(async () => expect((await request.get(`${ADDRESS}/api/outings`)).ok()).toBe(true)).toPass({
    timeout: 30_000,
  });
}

/** Kills a server with everything it started, as a power cut would. */
function killHard(server: ChildProcess): Promise<void> {
  return new Promise((resolve) => {
    server.once("exit", () => resolve());
    process.kill(-server.pid!, "SIGKILL");
  });
}

test("a stack that is killed in the middle goes on after a restart, without redoing what it saved", async ({
  request,
}) => {
  test.setTimeout(240_000);
  mkdirSync(data, { recursive: true });
  let server = start();
  try {
    await answers(request);
    const second = start(PORT + 1);
    const said = new Promise<string>((resolve) =>
      second.stderr?.on("data", (chunk) => /in use by/.test(String(chunk)) && resolve(String(chunk))),
    );
    expect(await said).toMatch(/in use by the Aevumen server, process \d+/);
    if (second.exitCode === null) await new Promise((resolve) => second.once("exit", resolve));

    const created = await (
      await request.post(`${ADDRESS}/api/outings`, { data: { name: "x", date: "2026-11-24", site: null } })
    ).json();
    const run = await (await request.post(`${ADDRESS}/api/shots/${created.shotId}/imports`, { data: {} })).json();
    for (let i = 0; i < FRAMES; i++) {
      const background = { r: 8 * i, g: 100, b: 250 - 8 * i };
      const jpeg = await sharp({
        create: {
          width: 4080,
          height: 3060,
          channels: 3,
          background,
          noise: { type: "gaussian", mean: 120, sigma: 30 },
        },
      })
        .jpeg()
        .toBuffer();
      const reply = await request.post(`${ADDRESS}/api/runs/${run.id}/files?name=${i}.jpg`, { data: jpeg });
      expect(await reply.json()).toEqual({ taken: 1, refused: [] });
    }
    const { frames } = await (await request.get(`${ADDRESS}/api/runs/${run.id}`)).json();
    const frameIds = frames.map(({ id }: { id: string }) => id);
    const ask = async () =>
      (
        await request.post(`${ADDRESS}/api/stacks`, {
          data: { runId: run.id, frameIds, parameters: { method: "mean" } },
        })
      ).json();
    const stackOf = async (id: string) => {
      const { stacks } = await (await request.get(`${ADDRESS}/api/shots/${created.shotId}`)).json();
      return stacks.find(({ stack }: { stack: { id: string } }) => stack.id === id);
    };

    const killed = await ask();
    await expect(async () => expect((await stackOf(killed.id)).job.done).toBeGreaterThan(FRAMES / 2)).toPass({
      intervals: [50],
      timeout: 60_000,
    });
    await killHard(server);
    server = start();
    await answers(request);
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
