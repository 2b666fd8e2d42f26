import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import {
  findLights,
  lightOfCodes,
  measureNoise,
  NOTHING_KNOWN,
  noiseFloorStops,
  parseLook,
  reduced,
} from "@/core/finish";
import { madeNight } from "@/core/inspect/testing/nightSky";
import { decodePicture } from "@/engine/files/decode";
import { writeFinished } from "@/engine/finish/finishPicture";
import { NO_SCENE } from "@/engine/finish/knownScene";
import { writeTiff } from "@/engine/stack/writeTiff";
import { developedUnder } from "@/workers/developedUnder";
import { heldCopy } from "@/workers/finishCopies";

// How soon a light's bar answers a hand at the size of a glance, and how long a finished file of 12 megapixels takes beside decoding and
// writing it as it is. Ends with 1 when a goal is missed.

const [WIDTH, HEIGHT] = [4000, 3000];
const [SMALL_PX, GLANCE_PX] = [480, 540];
const MOST_ANSWER_MS = 60;
const MOST_FILE_MS = 4000;
const ROUNDS = 7;
const WARMING = 3;
const NOTES = { software: "Aevumen" };

const night = madeNight({ width: WIDTH, height: HEIGHT, stars: 900, hotPixels: 0, shift: [0, 0], seed: 5 });
const whole = { width: WIDTH, height: HEIGHT, samples: Uint16Array.from(night.samples, (code) => 257 * code) };
const small = reduced(whole, SMALL_PX);
const noise = measureNoise(whole);
const noiseFloor = noiseFloorStops(noise);
const found = findLights(lightOfCodes(small.samples, small.width, small.height), { ...NOTHING_KNOWN, noiseFloor });
const [light] = found.lights;
const glance = heldCopy(reduced(whole, GLANCE_PX), found, WIDTH);
const picture = { width: WIDTH, height: HEIGHT, found, noise, noiseFloor, depth: 16 as const };

let isMissed = false;
const told = (what: string, ms: number, goal: number, more = "") => {
  if (ms > goal) isMissed = true;
  console.log(`  ${what}: ${ms.toFixed(0)} ms (goal: ${goal} ms)${more}`);
};

console.log(`a bar moved, ${GLANCE_PX} px`);
/** Lines of a hand that drags: each a little further. */
const dragged = (line: string) =>
  Array.from({ length: WARMING + ROUNDS }, (_, at) => line.replace("*", ((at + 1) / 20).toFixed(2)));
for (const line of [
  "exposure *",
  `${light!.id} +*`,
  `${light!.id} 4200K | contrast 20 | exposure *`,
  "vignette *",
  "straighten *",
]) {
  const times = dragged(line).map((each) => {
    const startedAt = performance.now();
    const { data } = developedUnder(glance, parseLook(each).look, picture);
    if (data.length === 0) throw new Error("nothing was developed");
    return performance.now() - startedAt;
  });
  const middle = times.slice(WARMING).sort((a, b) => a - b)[ROUNDS >> 1]!;
  told(line, middle, MOST_ANSWER_MS);
}

const folder = mkdtempSync(join(tmpdir(), "aevumen-bench-"));
try {
  const [path, out] = [join(folder, "in.tif"), join(folder, "out.tif")];
  await writeTiff(path, { ...whole, notes: NOTES }, (from, to) => whole.samples.subarray(from, to));
  const plainAt = performance.now();
  const plain = (await decodePicture(path, 16)) as Uint16Array;
  await writeTiff(out, { ...whole, notes: NOTES }, (from, to) => plain.subarray(from, to));
  const plainMs = performance.now() - plainAt;
  console.log(`a file of 12 megapixels; read and written as it is in ${plainMs.toFixed(0)} ms`);
  for (const line of [
    "exposure +1",
    `${light!.id} +0.5`,
    "grain -60 | speckle -80 | sharpen 20",
    "straighten 2",
    "stars size -30 round 80",
  ]) {
    const startedAt = performance.now();
    const source = { path, painted: {}, balancedFor: null, scene: NO_SCENE, moving: null };
    await writeFinished(
      source,
      { look: parseLook(line).look, table: null, space: "srgb" },
      { path: out, notes: NOTES },
    );
    const ms = performance.now() - startedAt;
    told(line, ms, MOST_FILE_MS, `, ${(ms / plainMs).toFixed(1)} times as it is`);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exitCode = isMissed ? 1 : 0;
