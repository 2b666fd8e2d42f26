import { parentPort } from "node:worker_threads";
import { serveThread } from "../thread";
import { writeBalanced } from "./layersFile";

// Weighs a result's parts beside the server, which goes on answering meanwhile.

const balanceThread = { writeBalanced };

export type BalanceThread = typeof balanceThread;
serveThread(balanceThread, parentPort);
