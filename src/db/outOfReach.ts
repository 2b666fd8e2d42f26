/**
 * What a PostgreSQL server answers that is stopped, started or full, and what a network says that does not reach it.
 *
 * @see PostgreSQL, appendix A: classes 08 (connection), 57P (operator intervention), 53300 (too many connections).
 */
const CODES = /^(08...|57P0[1-5]|53300|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT)$/;
const WORDS = /connection terminated|connection ended|client has encountered a connection error/i;

/** Whether an error means that the database could not be asked, so that the same may go well a little later. */
export function isOutOfReach(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const code = "code" in error ? String(error.code) : "";
  return CODES.test(code) || WORDS.test(error.message) || isOutOfReach(error.cause);
}
