import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { hash32 } from "@/core/random";
import { PictureFailure } from "../files/pictureFailure";
import { RemotePhone } from "./client";
import { collectRun } from "./collect";
import { PhoneAnswerError, PhoneAwayError } from "./failures";
import { type AwkwardPhone, awkwardPhone, type Temper } from "./testing/awkwardPhone";

const data = mkdtempSync(join(tmpdir(), "aevumen-awkward-"));
process.env.AEVUMEN_DATA = data;
const phones: AwkwardPhone[] = [];
afterEach(async () => {
  for (const phone of phones.splice(0)) await phone.close();
});
afterAll(() => rmSync(data, { recursive: true, force: true }));

const bytes = (seed: number, length: number): Buffer =>
  Buffer.from(Uint8Array.from({ length }, (_, at) => hash32(at, seed) & 255));
const FILES = [0, 1, 2, 3].map((index) => bytes(index, 60_000 + index));
/** So that silence is noticed at once. */
const PATIENCE_MS = 250;

async function withPhone(temper: Temper, more: Parameters<typeof awkwardPhone>[1] = {}, files = FILES) {
  const phone = await awkwardPhone(files, more);
  phones.push(phone);
  phone.temper = temper;
  return phone;
}

/** Takes all that a phone has; which bytes were kept of each frame, what was set aside, and how it was waited for. */
async function taken(
  phone: AwkwardPhone,
  keeping: (index: number) => void = () => {},
  signal = new AbortController().signal,
) {
  const kept = new Map<number, Buffer[]>();
  const aside = new Map<number, string>();
  let waits = 0;
  const collected = await collectRun(
    new RemotePhone(phone.link, PATIENCE_MS),
    phone.run,
    {
      keep: async ({ index }, file) => {
        keeping(index);
        kept.set(index, [...(kept.get(index) ?? []), readFileSync(file.path)]);
      },
      setAside: async ({ index }, error) => void aside.set(index, (error as Error).message),
      stands: async (stood) => {
        if ("since" in stood) waits++;
      },
    },
    signal,
    { firstMs: 20, times: 1.2, mostMs: 100 },
  );
  return { kept, aside, waits, collected };
}
/** A temper that shows so many times at what is asked so. */
const times = (count: number, of: RegExp, show: Temper): Temper => {
  let left = count;
  return (asked) => {
    if (left === 0 || !of.test(`${asked.method} ${asked.path}`)) return false;
    left--;
    return show(asked);
  };
};
const html =
  (status: number, headers = {}): Temper =>
  ({ response }) => {
    response.writeHead(status, { "content-type": "text/html", ...headers }).end("<html>Sorry</html>");
    return true;
  };
const refuse =
  (status: number, code: string): Temper =>
  ({ response }) => {
    response.writeHead(status).end(JSON.stringify({ code, message: "No.", details: [] }));
    return true;
  };
const ANYTHING = /./;
const FRAME_2 = /GET .*frames\/2$/;

/** Each frame once, as it was taken, and the phone has forgotten all. */
function expectAll({ kept, aside }: Awaited<ReturnType<typeof taken>>, phone: AwkwardPhone) {
  expect([...kept.keys()].sort()).toEqual([...phone.files.keys()]);
  for (const [index, all] of kept) {
    expect(all).toHaveLength(1);
    expect(all[0]!.equals(phone.files[index]!)).toBe(true);
  }
  expect([aside.size, phone.left.size]).toEqual([0, 0]);
}

describe("what passes costs no frame", () => {
  const tempers: readonly [string, Temper][] = [
    ["answers with a page of its own", times(3, ANYTHING, html(500))],
    ["answers with errors of the protocol", times(2, ANYTHING, refuse(500, "phone-failed"))],
    ["is busy", times(2, ANYTHING, refuse(409, "phone-busy"))],
    ["sends whoever asks elsewhere", times(2, ANYTHING, html(302, { location: "http://127.0.0.1:9/" }))],
    [
      "hangs up",
      times(3, ANYTHING, ({ response }) => {
        response.destroy();
        return true;
      }),
    ],
    ["never answers", times(2, ANYTHING, () => true)],
    [
      "sends half an answer, and is silent",
      times(2, /frames$/, ({ response }) => {
        response.writeHead(200).write('{"run":');
        return true;
      }),
    ],
    [
      "breaks off in the middle of a file",
      times(2, FRAME_2, ({ response, range }) => {
        response
          .writeHead(206, { "content-range": `bytes ${range}-60001/60002` })
          .write(FILES[2]!.subarray(range, range + 9000));
        setTimeout(() => response.destroy(), 20);
        return true;
      }),
    ],
    [
      "is silent in the middle of a file",
      times(2, FRAME_2, ({ response, range }) => {
        response
          .writeHead(206, { "content-range": `bytes ${range}-60001/60002` })
          .write(FILES[2]!.subarray(range, range + 9000));
        return true;
      }),
    ],
    [
      "does not say which part it sends",
      times(9, FRAME_2, ({ response, range }) => {
        response.writeHead(206).write(FILES[2]!.subarray(range, range + 20_000));
        setTimeout(() => response.destroy(), 20);
        return true;
      }),
    ],
    [
      "knows no ranges, and breaks off once",
      (() => {
        let asked = 0;
        return ({ method, path, response }) => {
          if (!FRAME_2.test(`${method} ${path}`)) return false;
          response.writeHead(200);
          if (asked++ > 0) response.end(FILES[2]);
          else {
            response.write(FILES[2]!.subarray(0, 20_000));
            setTimeout(() => response.destroy(), 20);
          }
          return true;
        };
      })(),
    ],
    [
      "sends more than a file has",
      times(99, FRAME_2, ({ response }) => {
        response.writeHead(200).end(Buffer.concat([FILES[2]!, bytes(9, 5000)]));
        return true;
      }),
    ],
    [
      "sends wrong bytes twice",
      times(2, FRAME_2, ({ response }) => {
        response.writeHead(200).end(bytes(7, FILES[2]!.length));
        return true;
      }),
    ],
    ["fails to forget a frame", times(2, /^DELETE .*2$/, html(503))],
  ];
  it.each(tempers)("a phone that %s", async (_, temper) => {
    const phone = await withPhone(temper);
    expectAll(await taken(phone), phone);
    // Nothing is left of what broke off.
    expect(readdirSync(join(data, "store", "unfinished"))).toEqual([]);
  });

  it("a phone that says more than the protocol names, also of kinds that nobody knows", async () => {
    const phone = await withPhone(() => false, {
      frame: () => ({ mood: "sunny", "x-maker": { seen: [1, 2] } }),
      run: { "x-maker": true, progress: 0.4 },
    });
    expectAll(await taken(phone), phone);
  });

  it("a disk and a database that are away for a while", async () => {
    const phone = await withPhone(() => false);
    let failures = 3;
    const all = await taken(phone, () => {
      if (failures-- > 0)
        throw Object.assign(new Error("no room"), { code: failures === 1 ? "ECONNREFUSED" : "ENOSPC" });
    });
    expectAll(all, phone);
    expect(all.waits).toBeGreaterThan(0);
  });
});

describe("what lies with one frame leaves the others alone", () => {
  it.each<[string, Temper, RegExp]>([
    [
      "wrong bytes for good",
      ({ method, path, response }) => {
        if (!FRAME_2.test(`${method} ${path}`)) return false;
        response.writeHead(200).end(bytes(7, FILES[2]!.length));
        return true;
      },
      /did not arrive as the phone took it/,
    ],
    [
      "nothing but the beginning",
      ({ method, path, response }) => {
        if (!FRAME_2.test(`${method} ${path}`)) return false;
        response.writeHead(200).end(FILES[2]!.subarray(0, 5000));
        return true;
      },
      /ended early/,
    ],
    ["silence for good", ({ method, path }) => FRAME_2.test(`${method} ${path}`), /does not answer/],
    [
      "no such frame",
      (asked) => FRAME_2.test(`${asked.method} ${asked.path}`) && refuse(404, "not-found")(asked),
      /No\./,
    ],
  ])("a frame of which comes %s is set aside and stays on the phone", async (_, temper, why) => {
    const phone = await withPhone(temper);
    const { kept, aside, collected } = await taken(phone);
    expect([...kept.keys()].sort()).toEqual([0, 1, 3]);
    expect([...aside]).toEqual([[2, expect.stringMatching(why)]]);
    expect([[...phone.left], collected.setAside, collected.run.state]).toEqual([[2], 1, "done"]);
  });

  it("a frame that is no picture, and one that is too large", async () => {
    const phone = await withPhone(() => false, { frame: (index) => (index === 1 ? { bytes: 3e9 } : {}) });
    const { kept, aside } = await taken(phone, (index) => {
      if (index === 0) throw new PictureFailure("no-picture");
    });
    expect([...kept.keys()].sort()).toEqual([2, 3]);
    expect([...aside.keys()].sort()).toEqual([0, 1]);
    expect(aside.get(1)).toMatch(/too large/);
  });

  it("frames of the same bytes are two", async () => {
    const phone = await withPhone(() => false, {}, [FILES[0]!, FILES[0]!]);
    expectAll(await taken(phone), phone);
  });
});

describe("what ends a run", () => {
  it.each([
    [404, "not-found"],
    [401, "unauthorized"],
  ])("a phone that answers %d to the run itself", async (status, code) => {
    const phone = await withPhone(refuse(status, code));
    const error = await taken(phone).catch((reason: unknown) => reason);
    expect(error).toBeInstanceOf(PhoneAnswerError);
    expect(error).toMatchObject({ code });
  });

  it("a person, at once, whatever hangs", async () => {
    const phone = await withPhone(() => true);
    const stop = new AbortController();
    const before = Date.now();
    const ending = taken(phone, () => {}, stop.signal);
    setTimeout(() => stop.abort(), 50);
    await expect(ending).rejects.toThrow(PhoneAwayError);
    expect(Date.now() - before).toBeLessThan(2000);
  });
});
