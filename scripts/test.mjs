// npm test: everything that must hold, in the order in which it fails fastest.
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join, relative } from "node:path";
import { ensureBuilt, ensureInstalled, freePort, root, run, startServer } from "./prepare.mjs";

const tool = (name) => join(root, "node_modules", ".bin", name);
const step = (title) => console.log(`\n── ${title}`);

/** Debian's Chromium, installed when this is root and it is missing. */
function ensureChromium() {
  const path = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";
  if (existsSync(path)) return path;
  if (process.env.CHROMIUM_PATH) throw new Error(`CHROMIUM_PATH names ${path}, but there is no such file.`);
  if (process.getuid?.() !== 0) {
    throw new Error(
      "The interface tests need Chromium: install Debian's package chromium, or set CHROMIUM_PATH to a Chromium.",
    );
  }
  console.log("Installing Chromium for the tests …");
  spawnSync("apt-get", ["update", "-qq"], { stdio: "inherit" });
  spawnSync("apt-get", ["install", "-y", "-qq", "chromium"], {
    stdio: "inherit",
    env: { ...process.env, DEBIAN_FRONTEND: "noninteractive" },
  });
  if (!existsSync(path)) throw new Error("Chromium could not be installed; install Debian's package chromium by hand.");
  return path;
}

/** Browser tests run side by side, each worker on a server of its own. */
const WORKERS = 2;
const data = join(root, ".test-data");
const reports = { unit: join(data, "unit.json"), browser: join(data, "browser.json") };

/** Tests of all kinds that passed and failed, as far as they were run. */
function tally() {
  const read = (path) => (existsSync(path) ? JSON.parse(readFileSync(path, "utf8")) : null);
  const [unit, browser] = [read(reports.unit), read(reports.browser)];
  const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0);
  const failed =
    (unit?.numFailedTests ?? 0) + (unit?.numRuntimeErrorTestSuites ?? 0) + (browser?.stats.unexpected ?? 0);
  return `${passed} passed, ${failed} failed`;
}

async function checkSources() {
  await run(tool("biome"), ["check", "--error-on-warnings", "."]);
  await run(tool("next"), ["typegen"], { stdio: ["ignore", "ignore", "inherit"] });
  await run(tool("tsc"), ["--noEmit"]);
}

async function runUnitTests() {
  const { startPostgres } = await import("./postgres.mjs");
  const postgres = await startPostgres(await freePort(5544));
  try {
    await run(tool("jest"), ["--json", `--outputFile=${reports.unit}`], {
      // The report goes to its file, what is worth reading to standard error.
      stdio: ["inherit", "ignore", "inherit"],
      env: {
        ...process.env,
        NODE_OPTIONS: "--experimental-vm-modules --disable-warning=ExperimentalWarning",
        ...(postgres ? { TEST_DATABASE_URL: postgres.url } : {}),
      },
    });
  } finally {
    await postgres?.stop();
  }
}

const SHOWN_SLOWEST = 10;

/** Names the slowest files of tests, for a slow one is a fault. */
function tellSlowest() {
  const unit = existsSync(reports.unit) ? JSON.parse(readFileSync(reports.unit, "utf8")).testResults : [];
  const browser = existsSync(reports.browser) ? JSON.parse(readFileSync(reports.browser, "utf8")).suites : [];
  const specs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specs)];
  const took = [
    ...unit.map(({ name, startTime, endTime }) => ({ name: relative(root, name), ms: endTime - startTime })),
    ...browser.flatMap((suite) =>
      specs(suite).map(({ title, tests }) => ({
        name: `e2e/${suite.file}: ${title}`,
        ms: tests.flatMap(({ results }) => results).reduce((sum, { duration }) => sum + duration, 0),
      })),
    ),
  ].sort((a, b) => b.ms - a.ms);
  console.log(`\nThe ${SHOWN_SLOWEST} slowest of ${took.length}:`);
  for (const { name, ms } of took.slice(0, SHOWN_SLOWEST))
    console.log(`${(ms / 1000).toFixed(1).padStart(7)} s  ${name}`);
}

async function main() {
  await ensureInstalled();
  const chromium = ensureChromium();
  rmSync(data, { recursive: true, force: true });
  mkdirSync(data, { recursive: true });

  step("Types, format and lint, beside the unit tests");
  const ended = await Promise.allSettled([checkSources(), runUnitTests()]);
  const failed = ended.find(({ status }) => status === "rejected");
  if (failed) throw failed.reason;

  step("Production build");
  await ensureBuilt();

  step("The interface");
  const servers = [];
  try {
    for (let worker = 0; worker < WORKERS; worker++) {
      const env = { AEVUMEN_DATA: join(data, `main-${worker}`) };
      servers.push(await startServer({ port: await freePort(3310), env }));
    }
    await run(tool("playwright"), ["test", ...process.argv.slice(2)], {
      env: {
        ...process.env,
        BASE_URLS: servers.map(({ address }) => address).join(","),
        CHROMIUM_PATH: chromium,
        TEST_DATA: data,
        TEST_REPORT: reports.browser,
      },
    });
  } finally {
    for (const { child } of servers) child.kill("SIGTERM");
  }
}

const startedAt = performance.now();
const outcome = await main().then(
  () => null,
  (error) => error,
);
tellSlowest();
if (outcome) console.error(`\n${outcome.message}`);
console.log(`\n${tally()}, in ${Math.round((performance.now() - startedAt) / 1000)} s`);
process.exit(outcome ? 1 : 0);
