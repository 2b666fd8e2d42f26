import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { LIMITS } from "./contracts/limits";

const ROOT = process.cwd();
const SOURCE = join(ROOT, "src");
const MOST_LINES = 400;
const CORE_PACKAGES = ["astronomy-engine", "d3-geo", "d3-array", "zod"];

function sourceFiles(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return sourceFiles(path);
    return /\.tsx?$/.test(name) && !/\.(test|as)\.tsx?$/.test(name) ? [path] : [];
  });
}

const IMPORT =
  /(?:^|\n)\s*(?:import|export)\s[^;]*?from\s+"([^"]+)"|import\(\s*"([^"]+)"\s*\)|(?:^|\n)import\s+"([^"]+)"/g;

interface Import {
  readonly from: string;
  /** Path of a file of ours, or a package's name. */
  readonly to: string;
  readonly ours: boolean;
}

function resolveOurs(path: string): string | undefined {
  const candidates = [path, `${path}.ts`, `${path}.tsx`, join(path, "index.ts")];
  return candidates.find((candidate) => statSync(candidate, { throwIfNoEntry: false })?.isFile());
}

function importsOf(file: string): Import[] {
  return [...readFileSync(file, "utf8").matchAll(IMPORT)].map((match) => {
    const target = match[1] ?? match[2] ?? match[3] ?? "";
    const base = target.startsWith("@/") ? join(SOURCE, target.slice(2)) : resolve(dirname(file), target);
    const ours = target.startsWith(".") || target.startsWith("@/");
    return { from: file, to: ours ? (resolveOurs(base) ?? base) : target, ours };
  });
}

const files = sourceFiles(SOURCE);
const imports = files.flatMap(importsOf);
const layer = (path: string): string =>
  relative(ROOT, path)
    .replace(/^src\//, "")
    .split("/")[0]!;
const forTests = (path: string): boolean => path.includes("/testing/");
const shown = (path: string): string => relative(SOURCE, path);

describe("the stations", () => {
  it("each stand in the thread, and are looked at by the tests of access", () => {
    const pages = readdirSync(join(SOURCE, "app/outings/[outingId]/shots/[shotId]")).filter(
      (name) => !name.includes("."),
    );
    expect(pages.length).toBeGreaterThan(5);
    const thread = readFileSync(join(SOURCE, "ui/shell/stations.ts"), "utf8");
    const access = readFileSync(join(ROOT, "e2e/access.spec.ts"), "utf8");
    const inThread = (name: string) => thread.includes(`path: "${name}"`);
    expect(pages.filter((name) => !inThread(name) || !access.includes(`"${name}"`))).toEqual([]);
  });
});

describe("the layers", () => {
  it("no two features lean on each other, round however many corners", () => {
    const featureOf = (path: string) => /^features\/([^/]+)\//.exec(relative(SOURCE, path))?.[1];
    const leansOn = new Map<string, Set<string>>();
    for (const { from, to } of imports) {
      const [leaning, on] = [featureOf(from), featureOf(to)];
      if (!leaning || !on || leaning === on || forTests(from)) continue;
      leansOn.set(leaning, (leansOn.get(leaning) ?? new Set()).add(on));
    }
    const reached = (start: string): ReadonlySet<string> => {
      const seen = new Set<string>();
      const open = [...(leansOn.get(start) ?? [])];
      for (let next = open.pop(); next !== undefined; next = open.pop()) {
        if (seen.has(next)) continue;
        seen.add(next);
        open.push(...(leansOn.get(next) ?? []));
      }
      return seen;
    };
    expect(leansOn.size).toBeGreaterThan(5);
    expect([...leansOn.keys()].filter((feature) => reached(feature).has(feature))).toEqual([]);
  });

  it("no object is put together from spread literals, which switch off the check for properties that nobody knows", () => {
    const tests = readdirSync(SOURCE, { recursive: true, encoding: "utf8" })
      .filter((name) => /\.test\.tsx?$/.test(name))
      .map((name) => join(SOURCE, name));
    expect(tests.length).toBeGreaterThan(100);
    const spread = [...files, ...tests].filter((file) => /\.\.\.\{\s*[\w"'[]/.test(readFileSync(file, "utf8")));
    expect(spread.map((file) => relative(ROOT, file))).toEqual([]);
  });

  it("hold every limit that is written down in the engine, where it counts", () => {
    const engine = files
      .filter((file) => layer(file) === "engine")
      .map((file) => readFileSync(file, "utf8"))
      .join("\n");
    for (const limit of Object.keys(LIMITS)) expect([limit, engine.includes(`LIMITS.${limit}`)]).toEqual([limit, true]);
  });

  it("are read from the real sources", () => {
    expect(files.length).toBeGreaterThan(100);
    expect(imports.filter(({ ours }) => ours).length).toBeGreaterThan(200);
  });

  it("keep the core free of everything but a short list of packages", () => {
    const wrong = imports.filter(
      ({ from, to, ours }) => layer(from) === "core" && !forTests(from) && !ours && !CORE_PACKAGES.includes(to),
    );
    expect(wrong.map(({ from, to }) => `${shown(from)} -> ${to}`)).toEqual([]);
  });

  it("have no file that has grown past one concept", () => {
    const long = files.filter((file) => readFileSync(file, "utf8").split("\n").length > MOST_LINES);
    expect(long.map(shown)).toEqual([]);
  });
});
