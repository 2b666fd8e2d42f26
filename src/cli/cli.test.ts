import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, extname, join } from "node:path";
import exifr from "exifr";
import sharp from "sharp";
import { usualScene } from "@/core/intent";
import { GENERIC_MAIN_LENS } from "@/core/optics";
import { SCENE_NAMES } from "@/core/scene/names";
import golden from "@/core/sky/fixtures/sky.json";

const folder = mkdtempSync(join(tmpdir(), "aevumen-cli-"));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Runs the command line as a shell would. */
function aevumen(...args: string[]) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(process.cwd(), "bin/aevumen"), ...args], {
    encoding: "utf8",
    env: { ...process.env, NODE_OPTIONS: "" },
  });
  return { status, stdout, stderr, json: () => JSON.parse(stdout) as Record<string, unknown> };
}

describe("aevumen recipe", () => {
  it("normalises a line and gives it as an object", () => {
    expect(aevumen("recipe", "24x2 s every 2,5s|ISO50|OD 0.9→mean").stdout.trim()).toBe(
      "24 x 2s every 2.5s | iso 50 | od 0.9 -> mean",
    );
    const { status, json } = aevumen("recipe", "1/60 | iso 100", "--json");
    expect(status).toBe(0);
    expect(json()).toMatchObject({ line: "1/60 | iso 100", iso: 100, sequence: { frames: 1, shutterSeconds: 1 / 60 } });
  });

  it("ends with 1 and one line for a line that cannot be read, with 2 for wrong usage", () => {
    const wrong = aevumen("recipe", "2s | iso many");
    expect([wrong.status, wrong.stdout]).toEqual([1, ""]);
    expect(wrong.stderr.trim().split("\n")).toHaveLength(1);
    expect(wrong.stderr).toMatch(/iso many/);
    expect(aevumen("recipe").status).toBe(2);
    expect(aevumen("fly").status).toBe(2);
    expect(aevumen("stack", "--mode", "blend", "-o", "x.tif", "a.jpg").status).toBe(2);
    expect(aevumen("--help").status).toBe(0);
  });

  it("says how each command is called, and ends with 0", () => {
    const { stdout } = aevumen("--help");
    const names = new Set([...stdout.matchAll(/^ {2}([a-z]+) /gm)].map(([, name]) => name!));
    expect(names.size).toBeGreaterThanOrEqual(8);
    for (const name of names) {
      const help = aevumen(name, "--help");
      expect([help.status, help.stderr]).toEqual([0, ""]);
      expect(help.stdout).toContain(`\n  ${name} `);
    }
  });
});

describe("aevumen simulate, inspect and stack", () => {
  const frames = join(folder, "frames");
  const line = "3 x 1/4 every 1s | iso 100 | wb 4000K | jpeg -> lighten";
  const files = () =>
    readdirSync(frames)
      .sort()
      .map((name) => join(frames, name));

  it("takes frames that carry their recipe, and measures them", async () => {
    const args = [
      "simulate",
      "--scene",
      "quay-road",
      "--recipe",
      line,
      "--size",
      "408x306",
      "--seed",
      "4",
      "-o",
      frames,
    ];
    const { status, json } = aevumen(...args, "--json");
    expect(status).toBe(0);
    expect(json()).toMatchObject({ line });
    expect(files()).toHaveLength(3);
    expect((await exifr.parse(files()[0]!, { reviveValues: false })).ISO).toBe(100);

    const text = join(folder, "no-picture.jpg");
    writeFileSync(text, "2 s was too bright");
    const inspected = aevumen("inspect", files()[2]!, text, files()[0]!, files()[1]!, "--json");
    const { files: rows, sequences, refused } = JSON.parse(inspected.stdout);
    const [row] = rows;
    // The rest goes on, in the order they were taken.
    expect(inspected.status).toBe(1);
    expect(refused).toEqual([{ file: text, reason: expect.stringContaining("not a picture") }]);
    expect(rows.map(({ file }: { file: string }) => file)).toEqual(files());
    expect(sequences).toMatchObject([{ kind: "sequence", files: files(), periodSeconds: 1, missing: 0 }]);
    for (const { drift } of rows.slice(1)) expect(Math.hypot(drift.x, drift.y)).toBeLessThan(0.3);
    const table = aevumen("inspect", ...files(), "--csv");
    expect(table.status).toBe(0);
    const [head, ...lines] = table.stdout.trim().split(/\r?\n/);
    expect(head).toContain("noiseGreen");
    expect(lines).toHaveLength(3);
    expect(row).toMatchObject({ width: 408, height: 306, depth: 8, iso: 100, shutterSeconds: 0.25, recipeLine: line });
    expect(row.clippedAny).toBeGreaterThan(0);
    expect(row.clippedAny).toBeLessThan(0.2);
  });

  it("fuses them to the brightest of each sample, in 16 bits, and names what was left out", async () => {
    const out = join(folder, "brightest.png");
    const text = join(folder, "notes.txt");
    writeFileSync(text, "2 s was too bright");
    const { status, json } = aevumen("stack", "--mode", "lighten", "-o", out, ...files(), text, "--json");
    expect(status).toBe(0);
    expect(json()).toMatchObject({
      width: 408,
      height: 306,
      used: ["frame-0001.jpg", "frame-0002.jpg", "frame-0003.jpg"],
    });
    expect(json().refused).toMatchObject([{ name: "notes.txt" }]);
    const decoded = await Promise.all(files().map((file) => sharp(file).raw().toBuffer()));
    const wanted = Uint16Array.from(decoded[0]!, (code, i) => 257 * Math.max(code, decoded[1]![i]!, decoded[2]![i]!));
    const raw = await sharp(out).toColourspace("rgb16").raw({ depth: "ushort" }).toBuffer();
    expect(new Uint16Array(raw.buffer, raw.byteOffset, raw.length / 2)).toEqual(wanted);
  });

  it("takes their median, and lays the brightest over their mean", async () => {
    const decoded = await Promise.all(files().map((file) => sharp(file).raw().toBuffer()));
    const read = async (name: string) => {
      const raw = await sharp(join(folder, name)).toColourspace("rgb16").raw({ depth: "ushort" }).toBuffer();
      return new Uint16Array(raw.buffer, raw.byteOffset, raw.length / 2);
    };
    expect(aevumen("stack", "--mode", "median", "-o", join(folder, "median.png"), ...files()).status).toBe(0);
    const median = decoded[0]!.map((code, i) => [code, decoded[1]![i]!, decoded[2]![i]!].sort((a, b) => a - b)[1]!);
    expect(await read("median.png")).toEqual(Uint16Array.from(median, (code) => 257 * code));

    expect(aevumen("stack", "--mode", "lighten-over-mean", "-o", join(folder, "over.png"), ...files()).status).toBe(0);
    const over = await read("over.png");
    const parts = join(folder, "parts.tif");
    const lighten = aevumen(
      "stack",
      "--mode",
      "lighten",
      "--layers",
      parts,
      "-o",
      join(folder, "l.png"),
      ...files(),
      "--json",
    );
    expect(lighten.json()).toMatchObject({ layers: ["base", "moving"] });
    expect((await sharp(parts).metadata()).pages).toBe(2);
    const outside = over.filter((code, i) => {
      const codes = decoded.map((frame) => 257 * frame[i]!);
      return code > Math.max(...codes) || code < Math.min(...codes);
    });
    expect(outside).toHaveLength(0);
  });

  it("finishes under a look line, from a file too, and says of a wrong one what was expected", async () => {
    const [first, second] = files();
    const plain = join(folder, "plain.png");
    expect(aevumen("finish", "--look", "", "-o", plain, first!).status).toBe(0);
    const codes = async (file: string) => new Uint8Array(await sharp(file).toColourspace("srgb").raw().toBuffer());
    expect(await codes(plain)).toEqual(await codes(first!));
    const line = join(folder, "look.txt");
    writeFileSync(line, "exposure +1 | sodium -1\n");
    const both = aevumen("finish", "--look", line, "--json", "-o", join(folder, "up.jpg"), first!, second!);
    expect(both.status).toBe(0);
    expect(both.stdout).toContain('"look":"exposure +1 | sodium -1"');
    expect(
      (await sharp(join(folder, `${basename(second!, extname(second!))}-up.jpg`)).metadata()).xmp!.toString(),
    ).toContain("aevumen:look=");
    // A picture that was finished gives its look.
    const again = aevumen(
      "finish",
      "--look",
      join(folder, `${basename(second!, extname(second!))}-up.jpg`),
      "-o",
      plain,
      first!,
    );
    expect(again.stdout).toContain("exposure +1 | sodium -1");
    const wrong = aevumen("finish", "--look", "sunshine +1", "-o", plain, first!);
    expect([wrong.status, wrong.stderr]).toEqual([1, expect.stringContaining("“sunshine” is no part of a look")]);
    expect(aevumen("finish", "-o", plain, first!).status).toBe(2);
    const table = join(folder, "white.cube");
    writeFileSync(table, "LUT_1D_SIZE 2\n1 1 1\n1 1 1\n");
    const gone = aevumen("finish", "--look", "table white", "-o", plain, first!);
    expect([gone.status, gone.stderr]).toEqual([1, expect.stringContaining("name its file with --table")]);
    expect(aevumen("finish", "--look", "table white", "--table", table, "-o", plain, first!).status).toBe(0);
    expect((await codes(plain)).every((code) => code === 255)).toBe(true);
  });

  it("sums less a dark frame, lays by shift, comets, and says of a wrong option which it was", async () => {
    const [first] = files();
    const args = ["stack", "--mode", "sum", "--encoded", "--dark", first!, "-o", join(folder, "sum.png"), ...files()];
    expect(aevumen(...args).status).toBe(0);
    const decoded = await Promise.all(files().map((file) => sharp(file).raw().toBuffer()));
    const raw = await sharp(join(folder, "sum.png")).toColourspace("rgb16").raw({ depth: "ushort" }).toBuffer();
    const sum = decoded[0]!.map((dark, i) =>
      Math.min(255, Math.max(0, decoded[1]![i]! - dark) + Math.max(0, decoded[2]![i]! - dark)),
    );
    expect(new Uint16Array(raw.buffer, raw.byteOffset, raw.length / 2)).toEqual(
      Uint16Array.from(sum, (code) => 257 * code),
    );
    const laid = aevumen(
      "stack",
      "--mode",
      "comet",
      "--align",
      "shift",
      "-o",
      join(folder, "c.fits"),
      ...files(),
      "--json",
    );
    expect(laid.json()).toMatchObject({ refused: [], width: 408 });
    expect((await sharp(join(folder, "sum.png")).metadata()).xmp!.toString()).toContain('aevumen:fused="sum"');
    const wrong = (...options: string[]) => {
      const { status, stderr } = aevumen("stack", ...options, "-o", join(folder, "w.png"), ...files());
      return [status, stderr.split("\n")[0]];
    };
    expect(wrong("--mode", "mean", "--kappa", "3")).toEqual([2, expect.stringMatching(/mean does not take --kappa/)]);
    expect(wrong("--mode", "median", "--weights", "1,1")).toEqual([
      2,
      expect.stringMatching(/does not take --weights/),
    ]);
    expect(wrong("--mode", "mean", "--weights", "1")).toEqual([2, expect.stringMatching(/a number for each of the 3/)]);
    expect(wrong("--mode", "mean", "--weights", "1,0,1")).toEqual([2, expect.stringMatching(/over 0 and up to 1/)]);
    expect(wrong("--mode", "mean", "--layers", "x.png")).toEqual([2, expect.stringMatching(/ends in .tif/)]);
    expect(wrong("--mode", "comet", "--fade", "3")).toEqual([2, expect.stringMatching(/--fade takes two numbers/)]);
    expect(wrong("--mode", "mean", "--align", "moon")).toEqual([2, expect.stringMatching(/--align must be none or/)]);
    expect(wrong("--mode", "mean", "--ground", first!)).toEqual([2, expect.stringMatching(/goes with --align stars/)]);
    const notes = join(folder, "notes.txt");
    expect(wrong("--mode", "mean", "--dark", notes)).toEqual([1, expect.stringMatching(/notes.txt is no dark frame/)]);
  });

  it("simulates a shot as it would be solved: its plan, its outlook, its light", () => {
    const shot = join(folder, "shot.json");
    writeFileSync(shot, JSON.stringify({ intent: "still-view", sceneEv: 2 }));
    const args = ["simulate", "--scene", "quay-road", "--shot", shot, "--size", "204x153", "-o", join(folder, "shot")];
    const { status, json } = aevumen(...args, "--recipe", "30s | iso 50 | nd 8 | wb 4000K", "--json");
    expect(status).toBe(0);
    const { plan, outlook, frames } = json() as {
      plan: { frames: { nominalSeconds: number; deliveredSeconds: number }[]; iso: number };
      outlook: { base: { meterStops: number } };
      frames: { middleGreyEv: number }[];
    };
    expect(plan.frames).toMatchObject([{ nominalSeconds: 30, deliveredSeconds: 29.2 }]);
    // A filter takes a brighter place to come out as middle grey.
    expect(frames[0]!.middleGreyEv).toBeCloseTo(Math.log2((100 * 1.8 ** 2) / (50 * 29.2)) + 3, 9);
    expect(outlook.base.meterStops).toBeCloseTo(2 - frames[0]!.middleGreyEv, 9);
    const { scenes } = aevumen("simulate", "--list", "--json").json() as { scenes: { name: string }[] };
    expect(scenes.map(({ name }) => name)).toEqual(SCENE_NAMES);
  });

  it("refuses a file that is not there or not a picture, with 1", () => {
    const missing = aevumen("inspect", join(folder, "nowhere.jpg"));
    expect([missing.status, missing.stdout]).toEqual([1, ""]);
    expect(missing.stderr).toMatch(/nowhere.jpg/);
    expect(aevumen("stack", "--mode", "mean", "-o", join(folder, "x.tif"), join(folder, "notes.txt")).status).toBe(1);
    expect(aevumen("simulate", "--scene", "atlantis", "--recipe", "2s", "-o", folder).status).toBe(1);
  });
});

describe("aevumen solve", () => {
  const scene = {
    intent: "smoothed-water",
    sceneEv: 2,
    highlightStops: 2,
    lampIntensityCd: null,
    mover: null,
    water: "chop",
    vehiclesPerHour: 0,
    crowd: null,
    declinationDeg: 0,
    support: "tripod",
    stabilisationStops: 3,
    gustMps: 2,
    sensorCelsius: 15,
    windowSeconds: 600,
    filterStops: [3],
    schools: { brightness: "meter", water: "silk", stars: "pixels", starFactor: 2, frames: "one", isoCeiling: null },
  };
  const file = join(folder, "scene.json");

  it("ranks recipes that the phone can run, with edges as data", () => {
    writeFileSync(file, JSON.stringify(scene));
    const { status, json } = aevumen("solve", "--in", file, "--json");
    expect(status).toBe(0);
    const reply = json() as { recipes: { line: string; verdict: string }[]; edges: { id: string }[] };
    expect(reply.recipes[0]?.verdict).toBe("works");
    expect(aevumen("recipe", reply.recipes[0]!.line).status).toBe(0);
    expect(reply.edges.map(({ id }) => id)).toEqual(
      expect.arrayContaining(["surfaces-clip", "water", "phone-longest"]),
    );
  });

  it("takes what is left out from the intent's usual scene and the generic phone", () => {
    const solved = (request: object) => {
      writeFileSync(file, JSON.stringify(request));
      return aevumen("solve", "--in", file, "--json").json() as {
        recipes: { line: string }[];
        edges: { name: string }[];
      };
    };
    const whole = solved({ ...usualScene("light-trails"), intent: "light-trails" });
    expect(solved({ intent: "light-trails" })).toEqual(whole);
    const tram = solved({
      intent: "light-trails",
      mover: { distanceM: 18, speedMps: 8 },
      schools: { frames: "many" },
      camera: { isoLadder: [100, 200] },
    });
    expect(tram.edges.map(({ name }) => name)).toContain("crosses in 3.3\u202fs");
    for (const { line } of tram.recipes) expect(line).toMatch(/ iso (100|200) /);
  });

  it("answers for a camera of one's own, and tells what would make it work", () => {
    const camera = {
      lens: { ...GENERIC_MAIN_LENS, focalLengthMm: 3 },
      shutterLadder: [0.5, 1],
      isoLadder: [100, 200],
      writeSeconds: 2,
    };
    writeFileSync(file, JSON.stringify({ ...scene, camera, sceneEv: -4 }));
    const { recipes, advice } = aevumen("solve", "--in", file, "--json").json() as {
      recipes: { line: string; verdict: string; demands: { met: boolean; sentence: string }[] }[];
      advice: string[];
    };
    for (const { line } of recipes) expect(line).toMatch(/(0.5|1)s.* iso (100|200) /);
    expect(recipes[0]!.verdict).toBe("fails");
    expect(recipes[0]!.demands[0]).toMatchObject({ met: false });
    expect(advice.join(" ")).toMatch(/\d stops? more light/);
  });

  it("names the part of a request that is wrong, with 1", () => {
    writeFileSync(file, JSON.stringify({ ...scene, sceneEv: 99 }));
    const wrong = aevumen("solve", "--in", file);
    expect([wrong.status, wrong.stdout]).toEqual([1, ""]);
    expect(wrong.stderr).toMatch(/sceneEv: Scene light goes from -14 to 18/);
    writeFileSync(file, JSON.stringify({ intent: "juggling", sceneEv: "dim" }));
    const two = aevumen("solve", "--in", file).stderr;
    expect(two).toMatch(/intent: /);
    expect(two).toMatch(/sceneEv: Scene light must be a number/);
    expect(two.trim().split("\n")).toHaveLength(2);
    writeFileSync(file, "{");
    expect(aevumen("solve", "--in", file).status).toBe(1);
    expect(aevumen("solve", "--in", join(folder, "nowhere.json")).status).toBe(1);
  });
});

describe("aevumen night and sky", () => {
  const night = golden.nights.find(({ id }) => id === "n42")!;
  const at = ["--lat", String(night.site.latDeg), "--lon", String(night.site.lonDeg)];

  it("give the reference's events within 30 s, and windows with a reason", () => {
    const { status, json } = aevumen("night", ...at, "--date", night.date, "--json");
    expect(status).toBe(0);
    const reply = json() as { sun: Record<string, string | null>; windows: { kind: string; why: string }[] };
    for (const name of ["sunset", "civilDusk", "sunrise"] as const) {
      expect(Math.abs(Date.parse(reply.sun[name]!) - Date.parse(night.sun[name]!))).toBeLessThan(30_000);
    }
    expect(reply.windows.filter(({ kind }) => kind === "balance")).toHaveLength(2);
  });

  it("give the reference's positions, for several instants at once", () => {
    const instants = night.instants.flatMap(({ utc }) => ["--at", utc]);
    const rows = JSON.parse(aevumen("sky", ...at, ...instants, "--json").stdout);
    expect(rows).toHaveLength(night.instants.length);
    rows.forEach((row: { sun: { altitudeDeg: number }; siderealTimeHours: number }, i: number) => {
      expect(Math.abs(row.sun.altitudeDeg - night.instants[i]!.sun.altDeg)).toBeLessThan(0.02);
      expect(Math.abs(row.siderealTimeHours - night.instants[i]!.lastHours) * 3600).toBeLessThan(0.5);
    });
  });

  it("refuse a latitude of 91, a date and a zone that do not exist, with 2", () => {
    expect(aevumen("night", "--lat", "91", "--lon", "0", "--date", "2026-11-25").status).toBe(2);
    expect(aevumen("night", "--lat", "9", "--lon", "0", "--date", "2026-13-25").status).toBe(2);
    expect(aevumen("night", "--lat", "9", "--lon", "0", "--date", "2026-11-25", "--tz", "Moon/Sea").status).toBe(2);
    expect(aevumen("sky", "--lat", "9", "--lon", "0", "--at", "tonight").status).toBe(2);
  });
});
