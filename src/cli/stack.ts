import { createHash } from "node:crypto";
import { createReadStream } from "node:fs";
import { rm } from "node:fs/promises";
import { basename, extname } from "node:path";
import { pipeline } from "node:stream/promises";
import { exportFormatNamed } from "@/core/formats";
import { EMPTY_RECIPE, recipeXmp } from "@/core/recipe";
import { methodSlug, STACK_METHODS } from "@/core/stack";
import { exportFile } from "@/engine/files/exportPicture";
import { runStack } from "@/engine/stack/runStack";
import { InputError, UsageError } from "./errors";
import { readOptions, required, showBar, wholeNumber } from "./options";

async function hashOf(path: string): Promise<string> {
  const hash = createHash("sha256");
  await pipeline(createReadStream(path), hash);
  return hash.digest("hex");
}

/** Frames to take part: all but those that `--exclude` counts out, from 1. */
function chosenFiles(files: readonly string[], exclude: string | undefined): string[] {
  const left = new Set((exclude?.split(",") ?? []).map((text) => wholeNumber(text.trim(), "--exclude", 1)));
  return files.filter((_, index) => !left.has(index + 1));
}

/** `stack --mode MODE -o OUT FILE...`: fuse frames. */
export async function stackCommand(args: readonly string[]): Promise<void> {
  const { values, positionals } = readOptions(args, {
    mode: { type: "string" },
    output: { type: "string", short: "o" },
    threads: { type: "string" },
    exclude: { type: "string" },
    linear: { type: "boolean" },
    encoded: { type: "boolean" },
  });
  const method = STACK_METHODS.find((candidate) => methodSlug(candidate) === values.mode);
  if (!method) throw new UsageError(`--mode must be ${STACK_METHODS.map(methodSlug).join(" or ")}.`);
  if (values.linear && values.encoded) throw new UsageError("Choose --linear or --encoded, not both.");
  const output = required(values.output, "-o OUT");
  const format = exportFormatNamed(extname(output));
  if (!format) throw new UsageError("OUT must end in .tif, .png or .jpg.");
  const files = chosenFiles(positionals, values.exclude);
  if (files.length === 0) throw new UsageError("Give the frames to fuse.");
  const whole = format === "tiff" ? output : `${output}.unfinished.tif`;
  try {
    const outcome = await runStack(
      {
        files: files.map((path) => ({ path, name: basename(path) })),
        method,
        encoded: values.encoded ?? false,
        outputPath: whole,
        notes: { software: "Aevumen", xmp: recipeXmp({ ...EMPTY_RECIPE, stack: method }, { frames: files.length }) },
        ...(values.threads === undefined ? {} : { threads: wholeNumber(values.threads, "--threads", 1) }),
      },
      ({ done, total }) => showBar(done, total),
    );
    if (outcome.kind !== "done") throw new InputError(outcome.kind === "failed" ? refusalLine(outcome) : "aborted");
    if (format !== "tiff") await exportFile(whole, format, output);
    const { used, refused, seconds, width, height } = outcome;
    const hash = await hashOf(output);
    if (values.json) console.log(JSON.stringify({ output, width, height, used, refused, seconds, hash }));
    else {
      console.log(`${output}: ${method} of ${used.length} frames, ${width} x ${height}, ${seconds.toFixed(1)} s`);
      for (const { name, reason } of refused) console.log(`  left out ${name}: ${reason}`);
    }
  } catch (error) {
    if (error instanceof Error && "code" in error && error.code === "ENOENT")
      throw new InputError(`${output}: the folder is not there.`);
    throw error;
  } finally {
    if (whole !== output) await rm(whole, { force: true });
  }
}

function refusalLine({
  reason,
  refused,
}: {
  readonly reason: string;
  readonly refused: readonly { name: string; reason: string }[];
}): string {
  return [reason, ...refused.map(({ name, reason: why }) => `${name}: ${why}`)].join(" ");
}
