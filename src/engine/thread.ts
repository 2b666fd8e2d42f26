import { type MessagePort, Worker, type WorkerOptions } from "node:worker_threads";
import { expose, type Remote, type TransferHandler, transferHandlers, wrap } from "comlink";
import nodeEndpoint from "comlink/dist/esm/node-adapter.mjs";
import { builtFile } from "./folders";

interface Thrown {
  readonly value: unknown;
}

/** What is thrown in a thread, as comlink passes it on. */
interface PassedOn {
  readonly isError: boolean;
  readonly value: unknown;
}

// Comlink leaves an error's code behind, by which a full disk is known.
const passing = transferHandlers.get("throw") as TransferHandler<Thrown, PassedOn>;
transferHandlers.set("throw", {
  ...passing,
  serialize(thrown: Thrown) {
    const [passed, transferred] = passing.serialize(thrown);
    const { value } = thrown;
    if (!(value instanceof Error && "code" in value)) return [passed, transferred];
    return [{ ...passed, value: { ...(passed.value as object), code: value.code } }, transferred];
  },
});

/** A thread that runs: its functions, and its end, which also ends whatever it is at. */
export interface Thread<Api> {
  /** Asks one of its functions. @throws Error when the thread ends before it answers. */
  readonly ask: <Value>(work: (api: Remote<Api>) => Promise<Value>) => Promise<Value>;
  readonly end: () => Promise<void>;
}

/** Starts a built file as a thread. */
export function startThread<Api>(file: string, workerData?: unknown): Thread<Api> {
  const options: WorkerOptions = { workerData };
  const worker = new Worker(builtFile(file), options);
  const api = wrap<Api>(nodeEndpoint(worker));
  const gone = new Promise<never>((_resolve, reject) => {
    worker.once("error", reject);
    worker.once("exit", (code) => reject(new Error(`The thread ended (${code}) before it answered.`)));
  });
  // Whoever asks hears of it; a thread that is ended in peace is no failure.
  gone.catch(() => {});
  return {
    ask: (work) => Promise.race([work(api), gone]),
    end: async () => {
      await worker.terminate();
    },
  };
}

/** Offers functions to whoever started this thread. @throws Error in a process's first thread. */
export function serveThread(api: object, port: MessagePort | null): void {
  if (!port) throw new Error("This file is started as a thread.");
  expose(api, nodeEndpoint(port));
}
