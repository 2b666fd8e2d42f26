import { LOUPE_PX } from "@/workers/loupe";
import { coarsePart } from "./coarsePart";

/** A picture whose red says the column, and whose green the row. */
function ruled(width: number, height: number) {
  const data = new Uint8Array(3 * width * height);
  for (let at = 0; at < width * height; at++) data.set([at % width, Math.floor(at / width), 7], 3 * at);
  return { width, height, data };
}

describe("a part of a picture until its own pixels are there", () => {
  const picture = ruled(200, 150);
  const [width, height] = LOUPE_PX;
  const sensor = 4000;
  const corner = (part: { readonly data: Uint8Array }, at: number) => [...part.data.subarray(3 * at, 3 * at + 2)];

  it("lies about where one looks, as large as its pixels will be", () => {
    const part = coarsePart(picture, { x: 0.5, y: 0.5 }, sensor);
    expect([part.width, part.height, part.data.length]).toEqual([width, height, 3 * width * height]);
    // 360 of 4,000 pixels are 18 of 200, about the middle.
    expect(corner(part, 0)).toEqual([91, 68]);
    expect(corner(part, width * height - 1)).toEqual([108, 81]);
  });

  it("stays within the picture at its edges", () => {
    expect(corner(coarsePart(picture, { x: 0, y: 0 }, sensor), 0)).toEqual([0, 0]);
    const last = coarsePart(picture, { x: 1, y: 1 }, sensor);
    expect(corner(last, width * height - 1)).toEqual([199, 149]);
  });
});
