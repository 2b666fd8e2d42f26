/** @jest-environment jsdom */
import { decodeSrgb, encodeSrgb } from "@/core/picture";
import { USUAL_SETTINGS } from "@/core/stack";
import type { FoldWorker } from "./fold.worker";

const exposed: { api?: FoldWorker } = {};
jest.mock("comlink", () => ({
  expose: (api: FoldWorker) => {
    exposed.api = api;
  },
}));

/** Small pictures by their addresses: each even, of one grey, but for a bright pixel of its own. */
const GREYS: Readonly<Record<string, number>> = { "/a": 40, "/b": 60, "/c": 80 };
const [WIDTH, HEIGHT] = [32, 24];
/** Parts of results by their addresses: of one pixel, what stands and what moves; and one that breaks off. */
const WHOLE = [
  ...new Uint8Array(Uint32Array.of(1, 1).buffer),
  ...new Uint8Array(Uint16Array.of(20_000, 20_000, 20_000, 30_000, 0, 0).buffer),
];
const PARTS: Readonly<Record<string, ArrayBuffer>> = {
  "/parts": Uint8Array.from(WHOLE).buffer,
  "/broken": Uint8Array.from(WHOLE.slice(0, 16)).buffer,
};
const fetched: string[] = [];

beforeAll(async () => {
  Object.assign(globalThis, {
    fetch: async (url: URL) => {
      fetched.push(url.pathname);
      const grey = GREYS[url.pathname];
      const parts = PARTS[url.pathname];
      const ok = grey !== undefined || parts !== undefined;
      return { ok, status: ok ? 200 : 404, blob: async () => grey, arrayBuffer: async () => parts };
    },
    createImageBitmap: async (grey: number) => ({ grey, width: WIDTH, height: HEIGHT, close: () => {} }),
    OffscreenCanvas: class {
      private grey = 0;
      getContext() {
        return {
          drawImage: ({ grey }: { grey: number }) => {
            this.grey = grey;
          },
          getImageData: () => {
            const data = new Uint8ClampedArray(4 * WIDTH * HEIGHT).fill(this.grey);
            data.fill(250, 4 * this.grey, 4 * this.grey + 3);
            return { data };
          },
        };
      }
    },
  });
  await import("./fold.worker");
});
beforeEach(() => {
  fetched.length = 0;
});

const at = (data: Uint8Array, pixel: number) => data[3 * pixel]!;

test("frames are folded as they come, each fetched once; lightened, the brightest of each place stays", async () => {
  const fold = exposed.api!;
  await fold.fold("run lighten", "lighten", ["/a"]);
  const folded = await fold.fold("run lighten", "lighten", ["/a", "/b", "/c"]);
  expect(folded).toMatchObject({ width: WIDTH, height: HEIGHT, frames: 3 });
  expect(fetched).toEqual(["/a", "/b", "/c"]);
  expect(at(folded!.data, 0)).toBe(80);
  for (const pixel of [40, 60, 80]) expect(at(folded!.data, pixel)).toBeGreaterThan(245);
});

test("another run, or the same without a frame, begins anew; a newer wish calls an older one off", async () => {
  const fold = exposed.api!;
  await fold.fold("other mean", "mean", ["/a", "/b"]);
  const fewer = await fold.fold("other mean", "mean", ["/b"]);
  expect(fewer?.frames).toBe(1);
  expect(at(fewer!.data, 0)).toBe(60);
  const [older, newer] = await Promise.all([
    fold.fold("third mean", "mean", ["/a", "/b", "/c"]),
    fold.fold("fourth mean", "mean", ["/c"]),
  ]);
  expect(older).toBeNull();
  expect(newer?.frames).toBe(1);
});

test("frames are measured once each; one that cannot be had is null and asked for again", async () => {
  const fold = exposed.api!;
  const [a, none] = await fold.measure(["/a", "/gone"]);
  expect(a?.errors.matrix).toBeLessThan(0);
  expect(none).toBeNull();
  await fold.measure(["/a", "/b", "/gone"]);
  expect(fetched).toEqual(["/a", "/gone", "/b", "/gone"]);
});

test("a way is tried on the frames that can be seen, and says what each gave", async () => {
  const settings = { ...USUAL_SETTINGS, encoded: true };
  const tried = (await exposed.api!.tryOut(["/nowhere", "/a", "/c"], {
    method: "mean",
    settings,
    keeps: null,
    isGlance: false,
  }))!;
  expect([tried.width, tried.height]).toEqual([WIDTH, HEIGHT]);
  expect(at(tried.data, 5)).toBe(60);
  // Both lie twenty codes from their mean.
  expect(tried.given).toEqual([null, 1, 1]);
  const brightest = (await exposed.api!.tryOut(["/a", "/c"], {
    method: "lighten",
    settings,
    keeps: null,
    isGlance: false,
  }))!;
  expect(at(brightest.data, 5)).toBe(80);
  expect(brightest.given[1]).toBeGreaterThan(0.95);
  expect(
    await exposed.api!.tryOut(["/nowhere"], { method: "mean", settings, keeps: null, isGlance: false }),
  ).toBeNull();
});

test("a result's parts are fetched once and weighed in their light; those that come incomplete, or not at all, are none", async () => {
  const fold = exposed.api!;
  const layers = ["base", "moving"] as const;
  const light = (code: number) => decodeSrgb(code / 65_535);
  const weighed = await fold.weigh("/parts", layers, { base: 1 });
  expect(weighed).toMatchObject({ width: 1, height: 1 });
  expect(weighed!.data[0]! / 255).toBeCloseTo(encodeSrgb(2 * light(20_000) + light(30_000)), 2);
  expect(weighed!.data[1]! / 255).toBeCloseTo(encodeSrgb(2 * light(20_000)), 2);
  await fold.weigh("/parts", layers, {});
  expect(fetched).toEqual(["/parts"]);
  expect([await fold.weigh("/broken", layers, {}), await fold.weigh("/gone", layers, {})]).toEqual([null, null]);
});

test("who remains is looked for in the frames that can be seen; of none it is nobody's", async () => {
  const fold = exposed.api!;
  const found = await fold.ghosts(["/a", "/gone", "/a", "/a"], "median", USUAL_SETTINGS);
  expect(found).toMatchObject({ width: WIDTH, height: HEIGHT, ghosts: [] });
  expect(await fold.ghosts(["/gone"], "median", USUAL_SETTINGS)).toBeNull();
});
