import { spawn } from "node:child_process";
import { readFile, rm, writeFile } from "node:fs/promises";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { z } from "zod";
import { builtFile, dataFolder } from "../folders";
import { type PhoneLink, RemotePhone } from "./client";

/** The stand-in that belongs to a data folder: a process of its own, which outlives the server so that no run is lost with it. */
const linkFile = z.strictObject({ address: z.url(), token: z.string().min(1), pid: z.int().positive() });
type OwnLink = z.infer<typeof linkFile>;

/** It ends by itself when nobody has asked it anything for so long and it is at no run. */
const IDLE_SECONDS = 90;
const START_MS = 30_000;

const linkPath = (): string => join(dataFolder(), "phone.json");

async function readLink(): Promise<OwnLink | null> {
  const text = await readFile(linkPath(), "utf8").catch(() => null);
  if (text === null) return null;
  try {
    return linkFile.safeParse(JSON.parse(text)).data ?? null;
  } catch {
    return null;
  }
}

/** The stand-in that runs already, or null. */
export async function findOwnStandIn(): Promise<PhoneLink | null> {
  const link = await readLink();
  if (link === null) return null;
  const answers = await new RemotePhone(link).capabilities().then(
    () => true,
    () => false,
  );
  return answers ? link : null;
}

/** What a started stand-in says of itself in its first line. */
const firstWords = z.object({ address: z.url(), token: z.string() });

async function startOwnStandIn(): Promise<PhoneLink> {
  const child = spawn(process.execPath, [builtFile("cli.mjs"), "phone", "--json", "--idle", String(IDLE_SECONDS)], {
    detached: true,
    stdio: ["ignore", "pipe", "ignore"],
  });
  const line = await new Promise<string>((resolve, reject) => {
    const lines = createInterface({ input: child.stdout });
    const late = setTimeout(() => reject(new Error("The stand-in phone did not start in time.")), START_MS);
    lines.once("line", (text) => {
      clearTimeout(late);
      lines.close();
      resolve(text);
    });
    child.once("error", reject);
    child.once("exit", () => reject(new Error("The stand-in phone ended as it started.")));
  });
  const { address, token } = firstWords.parse(JSON.parse(line));
  child.stdout.destroy();
  child.unref();
  await writeFile(linkPath(), JSON.stringify({ address, token, pid: child.pid }), { mode: 0o600 });
  return { address, token };
}

let starting: Promise<PhoneLink> | null = null;

/** The data folder's stand-in, started if it does not run. */
export async function ownStandIn(): Promise<PhoneLink> {
  const found = await findOwnStandIn();
  if (found) return found;
  starting ??= startOwnStandIn().finally(() => {
    starting = null;
  });
  return starting;
}

/** Ends the data folder's stand-in, unless it is at a run. */
export async function endOwnStandIn(): Promise<void> {
  const link = await readLink();
  if (link === null) return;
  const status = await new RemotePhone(link).status().catch(() => null);
  if (status === null || ["armed", "running", "paused"].includes(status.run?.state ?? "")) return;
  try {
    process.kill(link.pid, "SIGTERM");
  } catch {
    // It has ended by itself.
  }
  await rm(linkPath(), { force: true });
}
