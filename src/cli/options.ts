import { type ParseArgsConfig, parseArgs } from "node:util";
import { UsageError } from "./errors";

/** Joins an option with the negative number after it, which would else be taken for another option. */
function withNegativeNumbers(args: readonly string[]): string[] {
  const joined: string[] = [];
  for (const arg of args) {
    const before = joined.at(-1);
    if (/^-[\d.]/.test(arg) && before?.startsWith("--") && !before.includes("="))
      joined.splice(-1, 1, `${before}=${arg}`);
    else joined.push(arg);
  }
  return joined;
}

/** Reads a command's options; `--json` is always one. @throws UsageError for unknown or incomplete ones. */
export function readOptions<Options extends NonNullable<ParseArgsConfig["options"]>>(
  args: readonly string[],
  options: Options,
) {
  try {
    return parseArgs({
      args: withNegativeNumbers(args),
      options: { json: { type: "boolean" as const }, ...options },
      allowPositionals: true,
    });
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
}

/** An option that must be there. @throws UsageError when it is not. */
export function required(value: string | undefined, name: string): string {
  if (value === undefined) throw new UsageError(`${name} is missing.`);
  return value;
}

/** A number within limits. @throws UsageError for anything else. */
export function numberWithin(text: string | undefined, name: string, least: number, most: number): number {
  const value = Number(required(text, name));
  if (!(value >= least && value <= most)) throw new UsageError(`${name} goes from ${least} to ${most}, got ${text}.`);
  return value;
}

/** A whole number of at least `least`. @throws UsageError for anything else. */
export function wholeNumber(text: string, name: string, least: number): number {
  const value = Number(text);
  if (!Number.isInteger(value) || value < least)
    throw new UsageError(`${name} must be a whole number from ${least}, got ${text}.`);
  return value;
}

/** A bar on standard error, on a terminal and not otherwise. */
export function showBar(done: number, total: number): void {
  if (!process.stderr.isTTY) return;
  const filled = Math.round((30 * done) / Math.max(1, total));
  process.stderr.write(
    `\r${"#".repeat(filled)}${"-".repeat(30 - filled)} ${done}/${total}${done === total ? "\n" : ""}`,
  );
}
