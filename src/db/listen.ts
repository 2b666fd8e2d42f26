import pg from "pg";

/** Who wants the messages of a channel. */
export interface MessageListener {
  readonly onMessage: (payload: string) => void;
  /** The connection was lost and is there again: messages in between did not come. */
  readonly onGap: () => void;
}

const FIRST_WAIT_MS = 250;
const LONGEST_WAIT_MS = 4000;

/**
 * Listens to a channel of a PostgreSQL server on a connection of its own, and connects anew, ever more patiently, when the
 * connection is lost.
 *
 * @returns What ends it.
 * @throws The server's error when the first connection fails.
 */
export async function listenOn(
  url: string,
  channel: string,
  { onMessage, onGap }: MessageListener,
): Promise<() => Promise<void>> {
  let ended = false;
  let current: pg.Client | null = null;
  let waiting: NodeJS.Timeout | undefined;

  const connect = async (): Promise<void> => {
    const client = new pg.Client({ connectionString: url, keepAlive: true });
    let lost = false;
    const onLost = () => {
      if (lost) return;
      lost = true;
      if (current === client) {
        current = null;
        tryAgain(FIRST_WAIT_MS);
      }
      client.end().catch(() => {});
    };
    client.on("error", onLost);
    client.on("end", onLost);
    client.on("notification", ({ payload }) => onMessage(payload ?? ""));
    try {
      await client.connect();
      await client.query(`LISTEN ${channel}`);
    } catch (error) {
      lost = true;
      client.end().catch(() => {});
      throw error;
    }
    if (ended) await client.end();
    else current = client;
  };
  const tryAgain = (afterMs: number) => {
    if (ended) return;
    waiting = setTimeout(() => {
      connect().then(onGap, () => tryAgain(Math.min(LONGEST_WAIT_MS, 2 * afterMs)));
    }, afterMs);
  };

  await connect();
  return async () => {
    ended = true;
    clearTimeout(waiting);
    const client = current;
    current = null;
    await client?.end();
  };
}
