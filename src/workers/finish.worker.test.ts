import { measureGrains, measureNoise, reduced } from "@/core/finish";
import { decodeSrgb } from "@/core/picture";
import { hashUnit } from "@/core/random";
import { codeOfLight } from "@/core/stack/lightCodes";
import type { FinishWorker } from "./finish.worker";

const exposed: { api?: FinishWorker } = {};
jest.mock("comlink", () => ({
  expose: (api: FinishWorker) => {
    exposed.api = api;
  },
  transfer: (value: unknown) => value,
}));

const SIZE = { width: 640, height: 480 };
/** A sky over a street that lamps light; a white square and a black one; a little noise. */
const samples = Uint16Array.from({ length: 3 * SIZE.width * SIZE.height }, (_, i) => {
  const [at, channel] = [Math.floor(i / 3), i % 3];
  const [x, y] = [at % SIZE.width, Math.floor(at / SIZE.width)];
  if (x >= 320 && x < 384 && y >= 320 && y < 384) return 65_535;
  if (x >= 448 && x < 512 && y >= 320 && y < 384) return 0;
  const light = y < 160 ? 0.03 * [0.5, 0.8, 1.6][channel]! : 0.12 * [1.4, 1, 0.4][channel]!;
  return codeOfLight(light * (1 + 0.06 * (hashUnit(i, 2) - 0.5)));
});
const picture = { ...SIZE, samples };
const [shown, small] = [reduced(picture, 320), reduced(picture, 160)];
const noise = measureNoise(picture);

/** A head and numbers after it, as the server sends them. */
function headed(head: object, parts: readonly Uint16Array[]): ArrayBuffer {
  const text = new TextEncoder().encode(JSON.stringify(head).padEnd(4 * Math.ceil(JSON.stringify(head).length / 4)));
  const bytes = [
    new Uint8Array(Uint32Array.of(text.length).buffer),
    text,
    ...parts.map((part) => new Uint8Array(part.buffer)),
  ];
  const out = new Uint8Array(bytes.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of bytes) {
    out.set(part, at);
    at += part.length;
  }
  return out.buffer;
}

/** What moves of it where a stack has kept that: a red trail along the street. */
const isTrail = (y: number) => y >= 416 && y < 440;
const moving = samples.map((code, i) => {
  const y = Math.floor(i / 3 / SIZE.width);
  return isTrail(y) ? codeOfLight(decodeSrgb(code / 65_535) * [0.9, 0.6, 0.3][i % 3]!) : 0;
});
const shownMoving = reduced({ ...SIZE, samples: moving }, 320);

const sizeOf = ({ width, height }: { width: number; height: number }) => ({ width, height });
const light = (hasMoving: boolean) =>
  headed(
    {
      ...SIZE,
      shown: sizeOf(shown),
      small: sizeOf(small),
      hasMoving,
      painted: [],
      noise,
      grains: measureGrains(picture, noise),
      depth: 16,
      balancedFor: null,
      eyeLevel: null,
      hasWater: false,
    },
    [shown.samples, small.samples, ...(hasMoving ? [shownMoving.samples] : [])],
  );
function piece(query: URLSearchParams) {
  const [left, top, right, bottom] = ["left", "top", "right", "bottom"].map((side) => Number(query.get(side))) as [
    number,
    number,
    number,
    number,
  ];
  const cut = (from: Uint16Array) => {
    const codes = new Uint16Array(3 * (right - left) * (bottom - top));
    for (let y = top, at = 0; y < bottom; y++)
      for (let i = 3 * left; i < 3 * right; i++) codes[at++] = from[3 * y * SIZE.width + i]!;
    return codes;
  };
  return headed({ drift: null }, query.get("moving") === "1" ? [samples, moving].map(cut) : [cut(samples)]);
}

const asked: URL[] = [];
/** Answers that are wrong, by their path, once each. */
const wrong = new Map<string, number>();
const tables = new Map<string, string>();

beforeAll(async () => {
  Object.assign(globalThis, {
    self: { location: { origin: "http://127.0.0.1:3210" } },
    fetch: async (url: URL) => {
      asked.push(url);
      const status = wrong.get(url.pathname);
      wrong.delete(url.pathname);
      if (status) return new Response("{}", { status });
      const table = url.pathname.match(/^\/api\/tables\/(.*)$/);
      if (table) return new Response(tables.get(table[1]!) ?? "{}", { status: tables.has(table[1]!) ? 200 : 404 });
      return new Response(
        url.pathname.endsWith("/piece") ? piece(url.searchParams) : light(url.pathname.includes("kept")),
      );
    },
  });
  await import("./finish.worker");
});
beforeEach(() => {
  asked.length = 0;
});
const ADDRESS = "/api/finishes/one/light?of=a";
const pathsAsked = (end: string) => asked.filter(({ pathname }) => pathname.endsWith(end)).length;
const linear = (code: number) => decodeSrgb(code / 255);

it("tells what is white, black and missing of a look, and the picture as it is without one", async () => {
  const api = exposed.api!;
  const opened = await api.open(ADDRESS);
  expect(sizeOf(opened)).toEqual(SIZE);
  expect(opened.lights.map(({ id }) => id)).toEqual(expect.arrayContaining(["sky", "neutral"]));
  const plain = await api.develop(ADDRESS, "", false);
  expect(sizeOf(plain)).toEqual({ width: 320, height: 240 });
  // The two squares: 64 of 640 by 64 of 480 pixels each.
  expect(plain.clipped).toBeCloseTo(64 ** 2 / (640 * 480), 3);
  expect(plain.crushed).toBeCloseTo(64 ** 2 / (640 * 480), 3);
  expect(plain.histogram.reduce((sum, share) => sum + share, 0)).toBeLessThanOrEqual(1);
  expect([plain.missing, plain.missingTable, plain.recoloured]).toEqual([[], null, null]);
  const line = "sodium -1 | exposure +1";
  const raised = await api.develop(ADDRESS, line, false);
  expect(raised.missing).toEqual(["sodium"]);
  const at = 3 * (100 * 320 + 40) + 1;
  expect(linear(raised.data[at]!) / linear(plain.data[at]!)).toBeCloseTo(2, 1);
  expect(pathsAsked("/light")).toBe(1);
  const cropped = await api.develop(ADDRESS, "crop 0 0 0.5 0.25", true);
  expect(cropped.whole).toEqual({ width: 320, height: 120, hasEmpty: false });
});

it("shows pixels of the file, fetched once for whatever look, also under noise and stars", async () => {
  const api = exposed.api!;
  const centre = { x: 0.3, y: 0.6 };
  const size = { width: 80, height: 60 };
  const plain = await api.closely(ADDRESS, "", centre, size);
  expect(sizeOf(plain)).toEqual(size);
  const [left, top] = [Math.round(plain.left * SIZE.width), Math.round(plain.top * SIZE.height)];
  expect([left, top]).toEqual([192 - 40, 288 - 30]);
  for (const [x, y] of [
    [0, 0],
    [79, 59],
    [13, 41],
  ] as const)
    for (let channel = 0; channel < 3; channel++) {
      const code = samples[3 * ((top + y) * SIZE.width + left + x) + channel]!;
      expect(Math.abs(plain.data[3 * (y * 80 + x) + channel]! - code / 257)).toBeLessThanOrEqual(1);
    }
  const quiet = await api.closely(ADDRESS, "grain -80 | speckle -80 | sharpen 10", centre, size);
  await api.closely(ADDRESS, "stars size -30 | exposure +0.5", centre, size);
  expect(pathsAsked("/piece")).toBe(1);
  const spread = ({ data }: typeof plain) => {
    const green = Array.from({ length: 80 * 60 }, (_, at) => data[3 * at + 1]!);
    const mean = green.reduce((sum, value) => sum + value, 0) / green.length;
    return green.reduce((sum, value) => sum + (value - mean) ** 2, 0);
  };
  expect(spread(quiet)).toBeLessThan(0.5 * spread(plain));
  // How long stars are has to be asked for; elsewhere is another piece.
  await api.closely(ADDRESS, "stars round 50", centre, size);
  await api.closely(ADDRESS, "stars round 80", centre, size);
  expect(asked.map(({ searchParams }) => searchParams.get("drift"))).toEqual(["0", "1"]);
  await api.closely(ADDRESS, "", { x: 0.9, y: 0.1 }, size);
  expect(pathsAsked("/piece")).toBe(2 + 1);
});

it("says that pixels could not be fetched, and has them at the next try", async () => {
  const api = exposed.api!;
  const look = () => api.closely("/api/finishes/two/light?of=b", "", { x: 0.5, y: 0.5 }, { width: 40, height: 40 });
  wrong.set("/api/finishes/two/light", 500);
  await expect(look()).rejects.toThrow("could not be fetched (500)");
  wrong.set("/api/finishes/two/piece", 409);
  await expect(look()).rejects.toThrow("could not be fetched (409)");
  // Whole copies that waited for it come all the same.
  expect((await api.develop("/api/finishes/two/light?of=b", "", true)).data.length).toBeGreaterThan(0);
  expect((await look()).width).toBe(40);
});

it("goes through a table once it is there, keeps it, and says of one that is not", async () => {
  const api = exposed.api!;
  const missing = await api.develop(ADDRESS, "table inverted 100", true);
  expect(missing.missingTable).toBe("inverted");
  const plain = await api.develop(ADDRESS, "", true);
  expect([...missing.data.subarray(0, 300)]).toEqual([...plain.data.subarray(0, 300)]);
  tables.set("inverted", "LUT_1D_SIZE 2\n1 1 1\n0 0 0\n");
  asked.length = 0;
  const inverted = await api.develop(ADDRESS, "table inverted 100", true);
  expect(inverted.missingTable).toBeNull();
  for (let at = 0; at < 300; at++) expect(Math.abs(inverted.data[at]! + plain.data[at]! - 255)).toBeLessThanOrEqual(1);
  await api.closely(ADDRESS, "table inverted 50", { x: 0.3, y: 0.6 }, { width: 40, height: 40 });
  expect(pathsAsked("/inverted")).toBe(1);
  wrong.set("/api/tables/other", 500);
  tables.set("other", "LUT_1D_SIZE 2\n0 0 0\n0 0 0\n");
  await expect(api.develop(ADDRESS, "table other", true)).rejects.toThrow("could not be fetched (500)");
  expect((await api.develop(ADDRESS, "table other", true)).data.every((code) => code === 0)).toBe(true);
});

it("raises light until highlights touch white, whatever else the line does", async () => {
  const api = exposed.api!;
  const exposure = await api.exposureFor(ADDRESS, "contrast 20", "touch");
  const [under, over] = await Promise.all(
    [exposure, exposure + 0.4].map((value) => api.develop(ADDRESS, `contrast 20 | exposure ${value.toFixed(2)}`, true)),
  );
  expect(exposure).toBeGreaterThan(0);
  expect(under!.clipped).toBeLessThan(0.03);
  expect(over!.clipped).toBeGreaterThan(0.1);
});

it("tells which light a place is, and where a light lies as the picture is framed", async () => {
  const api = exposed.api!;
  expect((await api.placeAt(ADDRESS, "", 0.2, 0.1))?.id).toBe("sky");
  expect((await api.placeAt(ADDRESS, "crop 0 0.5 1 0.5", 0.2, 0.1))?.id).not.toBe("sky");
  const sky = (await api.lightAt(ADDRESS, "", "sky"))!;
  const meanOf = (top: number, bottom: number) => {
    const rows = sky.part.subarray(top * sky.width, bottom * sky.width);
    return rows.reduce((sum, part) => sum + part, 0) / rows.length / 255;
  };
  expect(meanOf(0, Math.floor(0.25 * sky.height))).toBeGreaterThan(0.9);
  expect(meanOf(Math.floor(0.5 * sky.height), sky.height)).toBeLessThan(0.05);
  expect(await api.lightAt(ADDRESS, "", "trails")).toBeNull();
});

it("moves trails that a stack has kept by their own light, in copies and pixel by pixel", async () => {
  const api = exposed.api!;
  const kept = "/api/finishes/kept/light?of=c";
  const [plain, without] = [await api.develop(kept, "", false), await api.develop(kept, "trails -6", false)];
  const ratioAt = (row: number, channel: number) => {
    const at = 3 * (row * 320 + 60) + channel;
    return linear(without.data[at]!) / linear(plain.data[at]!);
  };
  // Of each channel what stands is left: a tenth, four tenths and seven.
  for (const [channel, left] of [0.1, 0.4, 0.7].entries()) {
    expect(Math.abs(ratioAt(214, channel) - left)).toBeLessThan(0.05);
    expect(ratioAt(190, channel)).toBeCloseTo(1, 2);
  }
  const size = { width: 40, height: 30 };
  const close = await api.closely(kept, "trails -6", { x: 0.2, y: 428 / 480 }, size);
  const [left, top] = [Math.round(close.left * SIZE.width), Math.round(close.top * SIZE.height)];
  const i = 3 * (15 * 40 + 20) + 1;
  const whole = samples[3 * ((top + 15) * SIZE.width + left + 20) + 1]!;
  expect(linear(close.data[i]!) / decodeSrgb(whole / 65_535)).toBeCloseTo(0.41, 1);
  // What moves is fetched once, and not for a look that leaves trails alone.
  await api.closely(kept, "trails -2 colour 30", { x: 0.2, y: 428 / 480 }, size);
  await api.closely(kept, "exposure +1", { x: 0.2, y: 428 / 480 }, size);
  expect(asked.map(({ searchParams }) => searchParams.get("moving"))).toEqual([null, "1"]);
});
