import { createHash } from "node:crypto";
import { mkdirSync, realpathSync, rmSync } from "node:fs";
import { connect, createServer, type Server } from "node:net";
import { join } from "node:path";
import { z } from "zod";

/** As one process says it to another; whoever listens on that address could answer anything. */
const ownerAnswer = z.object({ pid: z.int(), purpose: z.string().max(200), since: z.iso.datetime() });

/** Who holds a data folder. */
export type Owner = Readonly<z.infer<typeof ownerAnswer>>;

/** Thrown when another process holds the data folder. */
export class FolderHeldError extends Error {
  constructor(
    readonly folder: string,
    readonly owner: Owner | null,
  ) {
    const who = owner ? `${owner.purpose}, process ${owner.pid}, since ${owner.since}` : "another process";
    super(`The data folder ${folder} is in use by ${who}. Stop it first, or choose another folder with AEVUMEN_DATA.`);
  }
}

/**
 * The address that stands for a folder. On Linux an abstract socket, which the kernel frees with its process, so a crash
 * leaves nothing behind; elsewhere a socket file in the folder, which a connection attempt shows to be dead or alive.
 */
function addressOf(folder: string): string {
  if (process.platform !== "linux") return join(folder, "owner.sock");
  return `\0aevumen-${createHash("sha256").update(folder).digest("hex").slice(0, 32)}`;
}

function listen(address: string, owner: Owner): Promise<Server> {
  return new Promise((resolve, reject) => {
    const server = createServer((socket) => socket.end(JSON.stringify(owner)));
    server.once("error", reject);
    server.listen(address, () => {
      server.unref();
      resolve(server);
    });
  });
}

/** Asks the holder of an address who it is: null when nobody answers. */
function askOwner(address: string): Promise<Owner | null> {
  return new Promise((resolve) => {
    let answer = "";
    const socket = connect(address);
    socket.setTimeout(1000, () => socket.destroy());
    socket.on("data", (chunk) => {
      answer += chunk;
    });
    socket.on("error", () => resolve(null));
    socket.on("close", () => {
      try {
        resolve(ownerAnswer.parse(JSON.parse(answer)));
      } catch {
        resolve(null);
      }
    });
  });
}

/**
 * Takes a data folder for this process until it ends or `release` is called.
 *
 * @param purpose What this process is, for the message that others get.
 * @throws FolderHeldError when another process (or this one) holds it.
 */
export async function holdFolder(folder: string, purpose: string): Promise<{ release(): Promise<void> }> {
  mkdirSync(folder, { recursive: true });
  const address = addressOf(realpathSync(folder));
  const owner: Owner = { pid: process.pid, purpose, since: new Date().toISOString() };
  let server: Server;
  try {
    server = await listen(address, owner);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EADDRINUSE") throw error;
    const holder = await askOwner(address);
    if (holder !== null || process.platform === "linux") throw new FolderHeldError(folder, holder);
    rmSync(address, { force: true });
    server = await listen(address, owner);
  }
  return { release: () => new Promise((resolve) => server.close(() => resolve())) };
}
