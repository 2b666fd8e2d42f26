import { basename } from "node:path";
import Papa from "papaparse";
import {
  type Drift,
  type DriftMark,
  driftBetween,
  driftMark,
  type FrameSet,
  frameSets,
  inspectPicture,
  type PictureFigures,
} from "@/core/inspect";
import { inTakenOrder, lumaWithClips } from "@/core/picture";
import { readableDuration } from "@/core/recipe";
import { signed } from "@/core/words";
import { openPicture } from "@/engine/files/decode";
import { plainReason } from "@/engine/files/pictureFailure";
import { InputError, UsageError } from "./errors";
import { readOptions, showBar } from "./options";

/** What the table and JSON hold of one picture. */
type Inspected = Awaited<ReturnType<typeof inspectFile>>["row"] & {
  /** From the picture taken before it, of the same size; null for the first, and where nothing fits. */
  readonly drift: Drift | null;
};

/** Figures by the names of the command's JSON: stars are named as what they are looked for. */
function named({ points, smear, edgeShake, sharpness: _map, marks: _marks, ...figures }: PictureFigures) {
  const { fwhmPx = null, elongation = null, directionDeg = null } = smear ?? {};
  return { ...figures, shake: edgeShake, starCount: points, fwhmPx, elongation, directionDeg };
}

async function inspectFile(file: string) {
  const opened = await openPicture(file);
  const { width, height, depth, format } = opened.header;
  const picture = { width, height, samples: (await opened.samples(8)) as Uint8Array };
  const { takenAt, ...metadata } = await opened.metadata();
  const light = lumaWithClips(picture);
  const figures = inspectPicture(picture, light);
  const row = {
    file,
    format,
    width,
    height,
    depth,
    takenAt: takenAt?.toISOString() ?? null,
    ...metadata,
    ...named(figures),
  };
  return { row, mark: driftMark(light.brightness) };
}

/** One line of a table: nothing within it is a list. */
const flat = ({ exposureError, noise, shake, drift, ...row }: Inspected) => ({
  ...row,
  meterCentre: exposureError.centre,
  meterMatrix: exposureError.matrix,
  meterSpot: exposureError.spot,
  noiseRed: noise?.red ?? null,
  noiseGreen: noise?.green ?? null,
  noiseBlue: noise?.blue ?? null,
  noiseAtCode: noise?.level ?? null,
  shakePx: shake?.px ?? null,
  shakeDeg: shake?.directionDeg ?? null,
  driftX: drift?.x ?? null,
  driftY: drift?.y ?? null,
});

const percent = (share: number): string => `${(100 * share).toFixed(2)} %`;

function printRow(row: Inspected): void {
  const settings = [
    row.shutterSeconds === null ? null : readableDuration(row.shutterSeconds),
    row.iso === null ? null : `ISO ${row.iso}`,
    row.fNumber === null ? null : `f/${row.fNumber}`,
    row.camera,
    row.takenAt,
  ].filter(Boolean);
  const { exposureError: error, noise, shake, drift } = row;
  console.log(`${basename(row.file)}  ${row.width} x ${row.height}, ${row.depth} bit ${row.format}`);
  console.log(`  ${settings.join(", ") || "no metadata"}`);
  console.log(
    `  meter: centre ${signed(error.centre)}, matrix ${signed(error.matrix)}, spot ${signed(error.spot)} stops`,
  );
  console.log(
    `  clipped ${percent(row.clippedAny)} (all channels ${percent(row.clippedAll)}), crushed ${percent(row.crushedAll)}`,
  );
  if (noise)
    console.log(
      `  noise ${[noise.red, noise.green, noise.blue].map((each) => each.toFixed(2)).join(", ")} codes at code ${noise.level.toFixed(0)}; ${row.hotPixels} hot pixels`,
    );
  if (row.sharpPx !== null)
    console.log(
      `  sharpest edges ${row.sharpPx.toFixed(1)} px wide${shake ? `, shaken by ${shake.px.toFixed(1)} px at ${shake.directionDeg}°` : ""}`,
    );
  if (row.fwhmPx !== null)
    console.log(
      `  ${row.starCount} points of light, ${row.fwhmPx.toFixed(1)} px wide, ${row.elongation!.toFixed(2)} times as long at ${row.directionDeg!.toFixed(0)}°`,
    );
  if (drift) console.log(`  drifted by ${drift.x.toFixed(1)}, ${drift.y.toFixed(1)} px from the picture before`);
  if (row.recipeLine) console.log(`  ${row.recipeLine}`);
}

/** Where each picture lies, from the first one on; null after one that fits nowhere. */
function placesOf(drifts: readonly (Drift | null)[]): (Drift | null)[] {
  let at: Drift | null = { x: 0, y: 0 };
  return drifts.map((drift, index) => {
    if (index > 0) at = at && drift && { x: at.x + drift.x, y: at.y + drift.y };
    return at;
  });
}

function setText(set: FrameSet): string {
  if (set.kind === "bracket") return `bracket of ${set.ids.length}, ${set.stepStops.toFixed(1)} stops apart`;
  const { ids, periodSeconds, jitterSeconds, missing, flickerStops, driftPx, slips } = set;
  return [
    `sequence of ${ids.length}, every ${periodSeconds.toFixed(2)} s`,
    ...(jitterSeconds === null ? [] : [`jitter ${jitterSeconds.toFixed(3)} s`]),
    `${missing} missing`,
    ...(flickerStops === null ? [] : [`flicker ${flickerStops.toFixed(2)} stops`]),
    ...(driftPx === null ? [] : [`drift ${driftPx.toFixed(1)} px`]),
    ...slips.map(({ after, px }) => `moved by ${px.toFixed(1)} px after ${basename(after)}`),
  ].join(", ");
}

/**
 * `inspect FILE... [--csv]`: size, depth, metadata, and everything that is measured of each picture, in the order they were
 * taken; then the sequences and brackets among them. What cannot be read is named, and the rest goes on.
 */
export async function inspectCommand(args: readonly string[]): Promise<void> {
  const { values, positionals } = readOptions(args, { csv: { type: "boolean" } });
  if (positionals.length === 0) throw new UsageError("Give one or more picture files.");
  const refused: { readonly file: string; readonly reason: string }[] = [];
  const found: (Awaited<ReturnType<typeof inspectFile>> & { readonly arrival: number })[] = [];
  for (const [arrival, file] of positionals.entries()) {
    try {
      found.push({ ...(await inspectFile(file)), arrival });
    } catch (error) {
      refused.push({ file, reason: plainReason(error) });
    }
    if (positionals.length > 1) showBar(arrival + 1, positionals.length);
  }
  const ordered = inTakenOrder(found.map((each) => ({ ...each, takenAt: each.row.takenAt, name: each.row.file })));
  let before: DriftMark | null = null;
  const files = ordered.map(({ row, mark }): Inspected => {
    const drift = before && mark ? driftBetween(before, mark) : null;
    before = mark;
    return { ...row, drift };
  });
  const places = placesOf(files.map(({ drift }) => drift));
  const timed = files.map((row, at) => ({
    ...row,
    id: row.file,
    lightStops: row.exposureError.centre,
    drift: places[at]!,
    // Without a place and a night nobody knows how the sky turned.
    trailPx: null,
  }));
  const sequences = frameSets(timed).map(({ ids, ...set }) => ({ ...set, files: ids }));
  if (values.json) console.log(JSON.stringify({ files, sequences, refused }));
  else if (values.csv) console.log(Papa.unparse(files.map(flat)));
  else {
    for (const row of files) printRow(row);
    for (const set of frameSets(timed)) console.log(setText(set));
  }
  if (refused.length > 0) throw new InputError(refused.map(({ file, reason }) => `${file}: ${reason}`).join("\n"));
}
