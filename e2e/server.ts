import { type ChildProcess, spawn } from "node:child_process";
import { type AddressInfo, createServer } from "node:net";
import type { APIRequestContext } from "@playwright/test";

export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });
}

export function start(port: number, folder: string, env: Readonly<Record<string, string>> = {}): ChildProcess {
  return spawn(process.execPath, ["scripts/serve.mjs", String(port)], {
    env: { ...process.env, NODE_ENV: "production", AEVUMEN_ROOT: process.cwd(), AEVUMEN_DATA: folder, ...env },
    stdio: ["ignore", "ignore", "pipe"],
    detached: true,
  });
}

const ended = (server: ChildProcess): boolean => server.exitCode !== null || server.signalCode !== null;

/** Kills a server with everything it started, as a power cut would. */
export async function killHard(server: ChildProcess): Promise<void> {
  if (ended(server)) return;
  process.kill(-server.pid!, "SIGKILL");
  await new Promise((resolve) => server.once("exit", resolve));
}

const START_TRIES = 3;
const START_MS = 30_000;

/** Starts a server and waits until it answers; on another port when somebody took the first in the meantime. */
export async function startAnswering(
  request: APIRequestContext,
  folder: string,
  env: Readonly<Record<string, string>> = {},
): Promise<{ server: ChildProcess; address: string }> {
  for (let attempt = 0; attempt < START_TRIES; attempt++) {
    const port = await freePort();
    const address = `http://127.0.0.1:${port}`;
    const server = start(port, folder, env);
    const until = Date.now() + START_MS;
    while (!ended(server) && Date.now() < until) {
      const reply = await request.get(`${address}/api/outings`).catch(() => null);
      if (reply?.ok()) return { server, address };
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
    await killHard(server);
  }
  throw new Error("the server does not start");
}
