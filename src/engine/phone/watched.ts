// Nothing that a phone sends is waited for without a limit: silence is noticed on every answer and between any two pieces of a body, and no
// connection is held open by somebody who has turned away.

/** Says that a phone is silent, or sends more than it may. */
export class SilentError extends Error {}

/** Ends a request that is silent for so long. */
export class Watchdog {
  private readonly silent = new AbortController();
  private timer: NodeJS.Timeout;

  /** Ends what it watches, by silence or because `signal` does. */
  readonly signal: AbortSignal;

  constructor(
    private readonly patienceMs: number,
    signal: AbortSignal | null,
  ) {
    this.signal = signal ? AbortSignal.any([signal, this.silent.signal]) : this.silent.signal;
    this.timer = this.begun();
  }

  /** Something came. */
  alive(): void {
    clearTimeout(this.timer);
    this.timer = this.begun();
  }

  /** What it watched has ended. */
  end(): void {
    clearTimeout(this.timer);
  }

  private begun(): NodeJS.Timeout {
    return setTimeout(() => this.silent.abort(new SilentError("silence")), this.patienceMs).unref();
  }
}

/**
 * The pieces of a body as they come.
 *
 * @throws SilentError when nothing comes for too long, or more than `mostBytes`; the connection's own errors.
 */
export async function* piecesOf(response: Response, watchdog: Watchdog, mostBytes: number): AsyncGenerator<Uint8Array> {
  const reader = response.body?.getReader();
  if (!reader) return;
  let bytes = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      watchdog.alive();
      bytes += value.length;
      if (bytes > mostBytes) throw new SilentError(`more than ${mostBytes} bytes`);
      yield value;
    }
  } finally {
    // A reader's cancel may never return: nobody waits for it.
    reader.cancel().catch(() => {});
  }
}

/** A body as text. @throws SilentError, likewise. */
export async function textOf(response: Response, watchdog: Watchdog, mostBytes: number): Promise<string> {
  const pieces: Uint8Array[] = [];
  for await (const piece of piecesOf(response, watchdog, mostBytes)) pieces.push(piece);
  return Buffer.concat(pieces).toString("utf8");
}
