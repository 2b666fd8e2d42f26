import { join } from "node:path";
import sharp from "sharp";
import { INTENT_IDS } from "@/core/intent/ids";
import { intentPicture } from "./intentPicture";

// Takes the pictures of the intents anew, or of those that are named: `npm run pictures`. They lie with the sources, so that the
// first page has them at once.

const FOLDER = join("public", "intents");
const WIDTH_PX = 640;
const QUALITY = 74;

const named = process.argv.slice(2);
for (const id of INTENT_IDS.filter((each) => named.length === 0 || named.includes(each))) {
  const { data, width, height } = intentPicture(id, WIDTH_PX);
  await sharp(data, { raw: { width, height, channels: 3 } })
    .webp({ quality: QUALITY })
    .toFile(join(FOLDER, `${id}.webp`));
  process.stdout.write(`${id}\n`);
}
