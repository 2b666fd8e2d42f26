import { readFile, rm } from "node:fs/promises";
import { basename, dirname, extname, join } from "node:path";
import sharp from "sharp";
import { type ColourTable, type Look, parseLook, printLook, readColourTable, readLookFile } from "@/core/finish";
import { exportFormatNamed } from "@/core/formats";
import { EMPTY_RECIPE, lookFromXmp, recipeFromXmp, recipeXmp } from "@/core/recipe";
import { exportFile } from "@/engine/files/exportPicture";
import { plainReason } from "@/engine/files/pictureFailure";
import { writeFinished } from "@/engine/finish/finishPicture";
import { NO_SCENE } from "@/engine/finish/knownScene";
import { InputError, UsageError } from "./errors";
import { hashOf } from "./hashOf";
import { readOptions, required, showBar, wholeNumber } from "./options";

/** What a picture says of itself; nothing where it is none. */
const xmpOf = (path: string): Promise<string> =>
  sharp(path, { limitInputPixels: false })
    .metadata()
    .then(({ xmp }) => xmp?.toString("utf8") ?? "")
    .catch(() => "");

/** A look as `--look` gives it: a line, a file that holds one, or a picture that was finished. @throws InputError, with what was expected. */
async function lookOf(text: string): Promise<Look> {
  const { look, problems } = parseLook(text);
  if (problems.length === 0) return look;
  const line = lookFromXmp(await xmpOf(text)) ?? (await readFile(text, "utf8").catch(() => null));
  const read = line === null ? { look, problems } : readLookFile(line);
  const [problem] = read.problems;
  if (problem) throw new InputError(`“${problem.found}” is no part of a look: expected ${problem.expected}.`);
  return read.look;
}

/** The table of colours that a look names, from a `.cube` file of that name or another. @throws InputError */
async function tableFor({ table: named }: Look, path: string | undefined): Promise<ColourTable | null> {
  if (!named) {
    if (path !== undefined) throw new InputError('The look names no table: add "table NAME" to it.');
    return null;
  }
  const file = path ?? `${named.name}.cube`;
  const text = await readFile(file, "utf8").catch(() => {
    throw new InputError(`${file}, the look's table of colours, is not there: name its file with --table FILE.cube.`);
  });
  const read = readColourTable(text);
  if (read.table === null) throw new InputError(`${file}: ${read.problem}`);
  return read.table;
}

/** What a file says of its recipe, written on. */
async function notesOf(path: string, look: Look) {
  const recipe = recipeFromXmp(await xmpOf(path))?.recipe ?? EMPTY_RECIPE;
  return { recipe, notes: { software: "Aevumen", xmp: recipeXmp(recipe, { look: printLook(look) }) } };
}

/** Where a picture of several goes: into the folder that OUT names, under its own name. */
const outputOf = (output: string, path: string, isOne: boolean): string =>
  isOne ? output : join(dirname(output), `${basename(path, extname(path))}-${basename(output)}`);

/** `finish --look FILE|"LINE" -o OUT FILE...`: develop pictures under a look. */
export async function finishCommand(args: readonly string[]): Promise<void> {
  const { values, positionals } = readOptions(args, {
    look: { type: "string" },
    output: { type: "string", short: "o" },
    edge: { type: "string" },
    quality: { type: "string" },
    p3: { type: "boolean" },
    table: { type: "string" },
  });
  if (values.look === undefined) throw new UsageError('Give a look: --look "exposure +0.5", or a file that holds one.');
  const output = required(values.output, "-o OUT");
  const format = exportFormatNamed(extname(output));
  if (!format) throw new UsageError("OUT must end in .tif, .png, .jpg, .webp, .avif or .fits.");
  if (positionals.length === 0) throw new UsageError("Give the pictures to finish.");
  const look = await lookOf(values.look);
  const table = await tableFor(look, values.table);
  const options = {
    format,
    edge: values.edge === undefined ? undefined : wholeNumber(values.edge, "--edge", 16),
    quality: values.quality === undefined ? undefined : Math.min(100, wholeNumber(values.quality, "--quality", 1)),
    space: values.p3 ? ("p3" as const) : ("srgb" as const),
  };
  for (const path of positionals) {
    const target = outputOf(output, path, positionals.length === 1);
    const whole = `${target}.unfinished.tif`;
    try {
      const { recipe, notes } = await notesOf(path, look);
      const { whiteBalance } = recipe;
      const picture = {
        path,
        painted: {},
        scene: NO_SCENE,
        moving: null,
        balancedFor: whiteBalance?.kind === "kelvin" ? whiteBalance.kelvin : null,
      };
      const missing = await writeFinished(
        picture,
        { look, table, space: format === "fits" ? "srgb" : options.space },
        { path: whole, notes },
        (part) => showBar(Math.round(100 * part), 100),
      );
      await exportFile(whole, options, target);
      if (values.json)
        console.log(
          JSON.stringify({ input: path, output: target, look: printLook(look), missing, hash: await hashOf(target) }),
        );
      else {
        console.log(`${target}: ${printLook(look) || "as it is"}`);
        if (missing.length > 0) console.log(`  not in this picture: ${missing.join(", ")}`);
      }
    } catch (error) {
      if (error instanceof Error && "code" in error && error.code === "ENOENT")
        throw new InputError(`${path} or the folder of ${target} is not there.`);
      throw new InputError(`${path}: ${plainReason(error)}`);
    } finally {
      await rm(whole, { force: true });
    }
  }
}
