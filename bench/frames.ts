import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Readable } from "node:stream";
import sharp from "sharp";
import { openEmbedded } from "@/db/database";
import { createOuting } from "@/db/outings";
import { createRun } from "@/db/runs";
import { importFile } from "@/engine/files/importFiles";
import { applicationFolder } from "@/engine/folders";

// What a frame costs that comes to 1,900 others, against one that comes to 100: the same files, into a run of either
// size, in one go. Ends with 1 when it costs more than half as much again.

const FEW = 100;
/** As many as a run takes, less those that are measured. */
const MANY = 1900;
/** Frames over which a cost is the mean. */
const MEASURED = 60;
const MOST_RATIO = 1.5;

const data = mkdtempSync(join(tmpdir(), "aevumen-bench-"));
process.env.AEVUMEN_DATA = data;
const database = await openEmbedded(join(data, "database"), join(applicationFolder(), "src/db/migrations"));
try {
  const shot = { name: "Bench", recipeLine: "1s" };
  const { shotId } = await createOuting(database.db, { name: "Bench", date: "2026-11-25", shot });
  const run = await createRun(database.db, {
    shotId,
    source: "files",
    recipeLine: "",
    state: "running",
    framesWanted: 0,
  });
  const raw = { width: 64, height: 48, channels: 3 as const };
  const frame = (index: number) =>
    sharp(Buffer.alloc(64 * 48 * 3, index % 251), { raw })
      .composite([{ input: Buffer.from([index >> 8, index & 255, 0]), raw: { width: 1, height: 1, channels: 3 } }])
      .png()
      .toBuffer();
  const take = async (index: number): Promise<number> => {
    const bytes = await frame(index);
    const startedAt = performance.now();
    const file = { name: `${index}.png`, bytes: bytes.length };
    const { taken } = await importFile(database.db, run.id, file, Readable.from([bytes]));
    if (taken !== 1) throw new Error(`frame ${index} was not taken`);
    return performance.now() - startedAt;
  };
  const costs: number[] = [];
  for (let index = 0; index < MANY + MEASURED; index++) costs.push(await take(index));
  const middleAt = (from: number) => costs.slice(from, from + MEASURED).sort((a, b) => a - b)[MEASURED >> 1]!;
  const [few, many] = [middleAt(FEW), middleAt(MANY)];
  console.log(
    `a frame into a run of ${FEW}: ${few.toFixed(1)} ms, of ${MANY}: ${many.toFixed(1)} ms, ratio ${(many / few).toFixed(2)} (goal: ${MOST_RATIO})`,
  );
  process.exitCode = many / few > MOST_RATIO ? 1 : 0;
} finally {
  await database.close();
  rmSync(data, { recursive: true, force: true });
}
