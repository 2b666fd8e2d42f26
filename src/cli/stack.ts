import { rm } from "node:fs/promises";
import { basename, extname } from "node:path";
import { ALIGNMENT_IDS } from "@/core/align";
import { exportFormatNamed } from "@/core/formats";
import { EMPTY_RECIPE, recipeXmp } from "@/core/recipe";
import {
  type Fade,
  type FusingSettings,
  ITERATION_BOUNDS,
  KAPPA_BOUNDS,
  LAYERS,
  lineMethod,
  METHOD_OPTIONS,
  type MethodOption,
  methodOf,
  methodSlug,
  STACK_METHODS,
  type StackMethod,
  USUAL_SETTINGS,
} from "@/core/stack";
import { counted, typedNumber } from "@/core/words";
import { exportFile } from "@/engine/files/exportPicture";
import { CalibrationError } from "@/engine/stack/calibration";
import type { StackFile } from "@/engine/stack/request";
import { runStack } from "@/engine/stack/runStack";
import { InputError, UsageError } from "./errors";
import { hashOf } from "./hashOf";
import { numberWithin, readOptions, required, showBar, wholeNumber } from "./options";

/** Frames to take part: all but those that `--exclude` counts out, from 1. */
function chosenFiles(files: readonly string[], exclude: string | undefined): string[] {
  const left = new Set((exclude?.split(",") ?? []).map((text) => wholeNumber(text.trim(), "--exclude", 1)));
  return files.filter((_, index) => !left.has(index + 1));
}

interface SettingValues {
  readonly linear?: boolean | undefined;
  readonly encoded?: boolean | undefined;
  readonly kappa?: string | undefined;
  readonly iterations?: string | undefined;
  readonly fade?: string | undefined;
  readonly weights?: string | undefined;
  readonly "fill-gaps"?: boolean | undefined;
}

/** Two whole numbers of frames, as `--fade` takes them. @throws UsageError for anything else. */
function fadeOf(text: string): Fade {
  const [into, out, ...more] = text.split(",");
  if (into === undefined || out === undefined || more.length > 0)
    throw new UsageError(`--fade takes two numbers of frames, such as 10,5, got ${text}.`);
  return { in: wholeNumber(into.trim(), "--fade IN", 0), out: wholeNumber(out.trim(), "--fade OUT", 0) };
}

/** How a method is to fuse. @throws UsageError for what it does not take, or out of bounds. */
function settingsOf(method: StackMethod, values: SettingValues): FusingSettings {
  if (values.linear && values.encoded) throw new UsageError("Choose --linear or --encoded, not both.");
  const { options } = methodOf(method);
  const isAsked: Record<MethodOption, boolean> = {
    encoded: (values.linear || values.encoded) ?? false,
    fade: values.fade !== undefined,
    weights: values.weights !== undefined,
    gaps: values["fill-gaps"] ?? false,
    clip: values.kappa !== undefined || values.iterations !== undefined,
  };
  for (const [option, { flag }] of Object.entries(METHOD_OPTIONS))
    if (isAsked[option as MethodOption] && option !== "encoded" && !options.some((each) => each === option))
      throw new UsageError(`--mode ${methodSlug(method)} does not take ${flag}.`);
  const { kappa, iterations } = values;
  const { least, most } = ITERATION_BOUNDS;
  return {
    encoded: values.encoded ?? false,
    fillsGaps: values["fill-gaps"] ?? false,
    fade: values.fade === undefined ? null : fadeOf(values.fade),
    kappa:
      kappa === undefined
        ? USUAL_SETTINGS.kappa
        : numberWithin(kappa, "--kappa", KAPPA_BOUNDS.least, KAPPA_BOUNDS.most),
    iterations:
      iterations === undefined
        ? USUAL_SETTINGS.iterations
        : Math.trunc(numberWithin(iterations, "--iterations", least, most)),
  };
}

const named = (path: string): StackFile => ({ path, name: basename(path) });

/** Frames with what each counts for, as `--weights` says of all of them. @throws UsageError for fewer, more, or what is none. */
function weighed(files: readonly StackFile[], text: string | undefined): readonly StackFile[] {
  if (text === undefined) return files;
  const weights = text.split(",").map((part) => typedNumber(part));
  if (weights.length !== files.length)
    throw new UsageError(
      `--weights takes a number for each of the ${counted(files.length, "frame")}, got ${weights.length}.`,
    );
  const wrong = weights.find((weight) => !(weight > 0 && weight <= 1));
  if (wrong !== undefined) throw new UsageError(`--weights takes numbers over 0 and up to 1, got ${text}.`);
  return files.map((file, at) => ({ ...file, weight: weights[at] }));
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
    kappa: { type: "string" },
    iterations: { type: "string" },
    fade: { type: "string" },
    weights: { type: "string" },
    dark: { type: "string", multiple: true },
    "repair-hot": { type: "boolean" },
    "fill-gaps": { type: "boolean" },
    align: { type: "string" },
    ground: { type: "string" },
    layers: { type: "string" },
  });
  const method = STACK_METHODS.find((candidate) => methodSlug(candidate) === values.mode);
  if (!method) throw new UsageError(`--mode must be ${STACK_METHODS.map(methodSlug).join(" or ")}.`);
  const settings = settingsOf(method, values);
  const align = ALIGNMENT_IDS.find((id) => id === (values.align ?? "none"));
  if (!align) throw new UsageError(`--align must be ${ALIGNMENT_IDS.join(" or ")}.`);
  if (align !== "none" && methodOf(method).frames === "bracket")
    throw new UsageError(`--mode ${methodSlug(method)} takes frames as they lie.`);
  if (values.ground !== undefined && align !== "stars") throw new UsageError("--ground goes with --align stars.");
  const output = required(values.output, "-o OUT");
  const format = exportFormatNamed(extname(output));
  if (!format) throw new UsageError("OUT must end in .tif, .png, .jpg, .webp, .avif or .fits.");
  if (values.layers !== undefined && exportFormatNamed(extname(values.layers)) !== "tiff")
    throw new UsageError("--layers takes a file that ends in .tif.");
  const files = chosenFiles(positionals, values.exclude);
  if (files.length === 0) throw new UsageError("Give the frames to fuse.");
  const whole = format === "tiff" ? output : `${output}.unfinished.tif`;
  try {
    const outcome = await runStack(
      {
        files: weighed(files.map(named), values.weights),
        method,
        settings,
        darks: (values.dark ?? []).map(named),
        repairsHot: values["repair-hot"] ?? false,
        align,
        ground: values.ground === undefined ? null : named(values.ground),
        keeps: null,
        outputPath: whole,
        layersPath: values.layers ?? null,
        notes: {
          software: "Aevumen",
          xmp: recipeXmp({ ...EMPTY_RECIPE, stack: lineMethod(method) }, { frames: files.length, fused: method }),
        },
        ...(values.threads === undefined ? {} : { threads: wholeNumber(values.threads, "--threads", 1) }),
      },
      { onProgress: ({ done, total }) => showBar(done, total) },
    );
    if (outcome.kind !== "done") throw new InputError(outcome.kind === "failed" ? refusalLine(outcome) : "aborted");
    if (format !== "tiff") await exportFile(whole, { format }, output);
    const { used, refused, seconds, width, height, gapsLeft, layers } = outcome;
    if (values.json) {
      const hash = await hashOf(output);
      console.log(JSON.stringify({ output, width, height, used, refused, gapsLeft, layers, seconds, hash }));
    } else {
      console.log(`${output}: ${method} of ${used.length} frames, ${width} x ${height}, ${seconds.toFixed(1)} s`);
      if (values.layers !== undefined)
        console.log(
          layers.length > 0
            ? `  its parts, a page each: ${layers.map((id) => LAYERS[id].name.toLowerCase()).join(", ")}: ${values.layers}`
            : "  it is of a piece: there are no parts",
        );
      if (gapsLeft > 0)
        console.log(`  ${counted(gapsLeft, "gap")} could not be filled: the stars were not found again`);
      for (const { name, reason } of refused) console.log(`  left out ${name}: ${reason}`);
    }
  } catch (error) {
    if (error instanceof Error && "code" in error && error.code === "ENOENT")
      throw new InputError(`${output}: the folder is not there.`);
    if (error instanceof CalibrationError) throw new InputError(error.message);
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
