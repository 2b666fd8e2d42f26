import type { FrameFigures } from "@/contracts/frameFigures";
import { frameReply } from "@/features/testing/replies";
import { AS_TAKEN, boundOf, sheetFrames } from "./sheetOrder";

const frames = ["a.jpg", "b.jpg", "c.jpg", "d.jpg"].map((name) => frameReply(name));
const hot = (hotPixels: number): FrameFigures => ({
  kind: "measured",
  exposureError: { centre: 0, matrix: 0, spot: 0 },
  clippedAny: 0,
  clippedAll: 0,
  crushedAll: 0,
  noise: null,
  sharpPx: null,
  edgeShake: null,
  sharpness: [],
  points: 0,
  smear: null,
  hotPixels,
  litShare: 0,
  marks: [],
  drift: null,
});
const byId = new Map([hot(5), hot(90), hot(20)].map((figures, at) => [frames[at]!.id, figures]));
const names = (part: object) =>
  sheetFrames(frames, { byId, planned: new Map() }, { ...AS_TAKEN, ...part }).map(({ frame, said }) =>
    [frame.name, said].join(" "),
  );

test("the sheet stands as frames were taken, or by a measure from the highest on, those that tell nothing last", () => {
  expect(names({})).toEqual(["a.jpg ", "b.jpg ", "c.jpg ", "d.jpg "]);
  expect(names({ order: "hot" })).toEqual([
    "b.jpg 90 hot pixels",
    "c.jpg 20 hot pixels",
    "a.jpg 5 hot pixels",
    "d.jpg not told",
  ]);
});

test("it is narrowed by what was typed; what is no number narrows nothing", () => {
  expect(names({ order: "hot", from: "10" })).toEqual(["b.jpg 90 hot pixels", "c.jpg 20 hot pixels"]);
  expect(names({ order: "hot", from: " 10,0", to: "50" })).toEqual(["c.jpg 20 hot pixels"]);
  expect(names({ order: "hot", from: "many" })).toHaveLength(4);
  expect([boundOf(""), boundOf("−1,5"), boundOf("1e999"), boundOf("ten")]).toEqual([null, -1.5, "unread", "unread"]);
});
