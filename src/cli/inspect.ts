import { basename } from "node:path";
import { clippedShares, exposureErrors, sharpnessOf } from "@/core/picture";
import { readableDuration } from "@/core/recipe";
import { decodePicture, metadataOf, readHeader } from "@/engine/files/decode";
import { plainReason } from "@/engine/files/pictureFailure";
import { InputError, UsageError } from "./errors";
import { readOptions } from "./options";

async function inspectFile(file: string) {
  try {
    const { width, height, depth, format } = await readHeader(file);
    const samples = await decodePicture(file, 8);
    const { clippedAny, clippedAll, crushedAll } = clippedShares(samples);
    const exposureError = exposureErrors({ width, height, samples: samples as Uint8Array });
    const { px: sharpPx = null, shake = null } = sharpnessOf({ width, height, samples: samples as Uint8Array }) ?? {};
    const metadata = await metadataOf(file);
    const measured = { exposureError, clippedAny, clippedAll, crushedAll, sharpPx, shake };
    return { file, format, width, height, depth, ...metadata, ...measured };
  } catch (error) {
    throw new InputError(`${file}: ${plainReason(error)}`);
  }
}

/** `inspect FILE...`: size, depth, metadata, exposure error by each way of metering, clipped and crushed shares, sharpness and shake. */
export async function inspectCommand(args: readonly string[]): Promise<void> {
  const { values, positionals } = readOptions(args, {});
  if (positionals.length === 0) throw new UsageError("Give one or more picture files.");
  const rows = [];
  for (const file of positionals) rows.push(await inspectFile(file));
  if (values.json) {
    console.log(JSON.stringify(rows));
    return;
  }
  for (const row of rows) {
    const settings = [
      row.shutterSeconds === null ? null : readableDuration(row.shutterSeconds),
      row.iso === null ? null : `ISO ${row.iso}`,
      row.fNumber === null ? null : `f/${row.fNumber}`,
      row.camera,
      row.takenAt?.toISOString(),
    ].filter(Boolean);
    console.log(`${basename(row.file)}  ${row.width} x ${row.height}, ${row.depth} bit ${row.format}`);
    console.log(`  ${settings.join(", ") || "no metadata"}`);
    const { centre, matrix, spot } = row.exposureError;
    const reading = (stops: number) => `${stops >= 0 ? "+" : ""}${stops.toFixed(1)}`;
    console.log(`  meter: centre ${reading(centre)}, matrix ${reading(matrix)}, spot ${reading(spot)} stops`);
    console.log(
      `  clipped ${(100 * row.clippedAny).toFixed(2)} % (all channels ${(100 * row.clippedAll).toFixed(2)} %), crushed ${(100 * row.crushedAll).toFixed(2)} %`,
    );
    if (row.sharpPx !== null)
      console.log(
        `  sharpest edges ${row.sharpPx.toFixed(1)} px wide${row.shake ? `, shaken by ${row.shake.px.toFixed(1)} px at ${row.shake.directionDeg}°` : ""}`,
      );
    if (row.recipeLine) console.log(`  ${row.recipeLine}`);
  }
}
