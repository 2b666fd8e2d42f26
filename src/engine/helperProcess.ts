import { fork } from "node:child_process";
import { expose, wrap } from "comlink";
import nodeEndpoint from "comlink/dist/esm/node-adapter.mjs";
import { builtFile } from "./folders";
import type { Thread } from "./thread";

/** What both ends of a pipe between processes have. */
interface End {
  readonly send: (message: object) => void;
  readonly listeners: Pick<NodeJS.EventEmitter, "on" | "off">;
}

const endpoint = ({ send, listeners }: End) =>
  nodeEndpoint({
    postMessage: send,
    on: (event, listener) => listeners.on(event, listener as () => void),
    off: (event, listener) => listeners.off(event, listener as () => void),
  });

/** A process that runs; it can be watched by its number. */
export interface HelperProcess<Api> extends Thread<Api> {
  readonly pid: number | undefined;
}

/**
 * Starts a built file as a process of its own, which is asked like a thread: a decoder that crashes there takes nobody with it. It
 * ends with this process, even when this one is killed.
 */
export function startProcess<Api>(file: string): HelperProcess<Api> {
  const child = fork(builtFile(file), { execArgv: [], serialization: "advanced" });
  // Whoever waits for an answer has a reason of its own to stay.
  child.unref();
  child.channel?.unref();
  const api = wrap<Api>(
    endpoint({
      send: (message) => {
        if (child.connected) child.send(message);
      },
      listeners: child,
    }),
  );
  const gone = new Promise<never>((_resolve, reject) => {
    child.once("error", reject);
    child.once("exit", (code, signal) =>
      reject(new Error(`The process ended (${signal ?? code}) before it answered.`)),
    );
  });
  // Whoever asks hears of it; a process that is ended in peace is no failure.
  gone.catch(() => {});
  return {
    pid: child.pid,
    ask: (work) => Promise.race([work(api), gone]),
    end: async () => {
      child.kill("SIGKILL");
      await gone.catch(() => {});
    },
  };
}

/** Offers functions to whoever started this process. @throws Error in a process that nobody started so. */
export function serveProcess(api: object): void {
  if (!process.send) throw new Error("This file is started as a process by another one.");
  process.once("disconnect", () => process.exit());
  expose(
    api,
    endpoint({
      send: (message) => {
        process.send?.(message);
      },
      listeners: process,
    }),
  );
}
