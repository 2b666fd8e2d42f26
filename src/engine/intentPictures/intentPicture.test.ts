import { join } from "node:path";
import sharp from "sharp";
import { INTENT_IDS } from "@/core/intent/ids";
import { intentPicture } from "./intentPicture";

/** Cells of a picture whose mean is compared. */
const CELLS = [8, 6] as const;
const WIDTH = 160;
/** Codes by which all cells of a small picture may differ from the kept one's in the mean, and one of them where lamps are in it. */
const [NEAR, NEAR_LAMPS] = [8, 30];

const cellsOf = (...picture: Parameters<typeof sharp>): Promise<Buffer> =>
  sharp(...picture)
    .resize(...CELLS, { fit: "fill" })
    .removeAlpha()
    .raw()
    .toBuffer();

describe("the pictures of the intents", () => {
  // A picture that is kept is worth nothing once scene, solver or sensor have gone on without it: then `npm run pictures`.
  // Arcs take 240 frames; they are the sky of the points.
  it.each(INTENT_IDS.filter((id) => id !== "star-arcs"))(
    "%s: what is kept is what the simulator makes of it now",
    async (id) => {
      const { data, width, height } = intentPicture(id, WIDTH);
      const now = await cellsOf(data, { raw: { width, height, channels: 3 } });
      const kept = await cellsOf(join("public", "intents", `${id}.webp`));
      const apart = [...now].map((code, at) => Math.abs(code - kept[at]!));
      expect(apart.reduce((sum, each) => sum + each) / apart.length).toBeLessThan(NEAR);
      expect(Math.max(...apart)).toBeLessThan(NEAR_LAMPS);
      // And it is a picture: some of it bright, some dark.
      expect(Math.max(...kept) - Math.min(...kept)).toBeGreaterThan(20);
    },
  );

  it.each(INTENT_IDS)("%s has its picture, as large as the others", async (id) => {
    const { width, height } = await sharp(join("public", "intents", `${id}.webp`)).metadata();
    expect([width, height]).toEqual([640, 480]);
  });

  it("shows a meteor among the stars", () => {
    const { data, width } = intentPicture("meteors", 640);
    // Where the streak goes: brighter than any star nearby, over many pixels.
    let bright = 0;
    for (let at = 0; at < data.length; at += 3) if (data[at + 1]! > 200) bright++;
    expect(width).toBe(640);
    expect(bright).toBeGreaterThan(40);
  });

  it("shows a sweep's subject sharp before what passes it", () => {
    const { data, width, height } = intentPicture("sweep", 320);
    const step = (x: number, y: number) => Math.abs(data[3 * (y * width + x)]! - data[3 * (y * width + x + 1)]!);
    const steepest = (from: number, to: number) => {
      let most = 0;
      for (let y = Math.round(0.52 * height); y < 0.66 * height; y++)
        for (let x = Math.round(from * width); x < to * width; x++) most = Math.max(most, step(x, y));
      return most;
    };
    expect(steepest(0.42, 0.58)).toBeGreaterThan(2 * steepest(0.75, 0.9));
  });
});
