// How fast and how accessible the pages are on a desktop, by Lighthouse in headless Chromium, on the demo's data. Each page
// is loaded three times and has the middle of its scores. Ends with 1 when a goal is missed.
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuilt, freePort, root, run, startServer } from "./prepare.mjs";

const LEAST = { performance: 95, accessibility: 100 };
/** JavaScript of a first view, uncompressed, kB. */
const MOST_SCRIPT_KB = { home: 500 };
const MOST_SCRIPT_KB_ELSEWHERE = 1000;
const LOADS = 3;
const STATIONS = ["night", "aim", "expose", "rehearse", "run", "sift", "stack"];
/** The demo's shot that has something at every station. */
const SHOT = "Quay road and cable tram";
const CHROMIUM_FLAGS = [
  ...["--headless", "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run"],
  ...["--disable-background-networking", "--disable-component-update", "--disable-sync"],
];

const ask = async (url) => (await fetch(url)).json();

async function pagesOf(address) {
  for (const { id } of await ask(`${address}/api/outings`)) {
    const { shots } = await ask(`${address}/api/outings/${id}`);
    const shot = shots.find(({ name }) => name === SHOT);
    if (!shot) continue;
    const base = `${address}/outings/${id}/shots/${shot.id}`;
    return [
      { name: "home", url: address },
      ...STATIONS.map((station) => ({ name: station, url: `${base}/${station}` })),
    ];
  }
  throw new Error(`The demo has no shot "${SHOT}".`);
}

/** Bytes of scripts that a page loads by itself, each counted once. */
function scriptKilobytes(lhr) {
  const items = lhr.audits["network-requests"]?.details?.items ?? [];
  const scripts = new Map(
    items.filter(({ resourceType }) => resourceType === "Script").map(({ url, resourceSize }) => [url, resourceSize]),
  );
  return [...scripts.values()].reduce((sum, bytes) => sum + bytes, 0) / 1000;
}

const middle = (values) => values.sort((a, b) => a - b)[values.length >> 1];

async function scoresOf(url, port) {
  const { default: lighthouse, desktopConfig } = await import("lighthouse");
  const scores = { performance: [], accessibility: [], blockingMs: [], scriptKb: [] };
  for (let load = 0; load < LOADS; load++) {
    const { lhr } = await lighthouse(
      url,
      { port, onlyCategories: Object.keys(LEAST), logLevel: "silent" },
      desktopConfig,
    );
    for (const category of Object.keys(LEAST)) scores[category].push(100 * lhr.categories[category].score);
    scores.blockingMs.push(lhr.audits["total-blocking-time"].numericValue);
    scores.scriptKb.push(scriptKilobytes(lhr));
  }
  return Object.fromEntries(Object.entries(scores).map(([name, values]) => [name, Math.round(middle(values))]));
}

await ensureBuilt();
const data = await mkdtemp(join(tmpdir(), "aevumen-bench-"));
const env = { AEVUMEN_ROOT: root, AEVUMEN_DATA: data };
let missed = false;
let server;
let chromium;
try {
  await run("node", ["dist/seed.mjs"], { env: { ...process.env, ...env }, stdio: ["ignore", "ignore", "inherit"] });
  server = await startServer({ port: await freePort(3410), env });
  const { launch } = await import("chrome-launcher");
  const chromePath = process.env.CHROMIUM_PATH ?? "/usr/bin/chromium";
  chromium = await launch({ chromePath, chromeFlags: CHROMIUM_FLAGS, logLevel: "silent" });
  for (const { name, url } of await pagesOf(server.address)) {
    const { performance, accessibility, blockingMs, scriptKb } = await scoresOf(url, chromium.port);
    const mostKb = MOST_SCRIPT_KB[name] ?? MOST_SCRIPT_KB_ELSEWHERE;
    missed ||= performance < LEAST.performance || accessibility < LEAST.accessibility || scriptKb > mostKb;
    console.log(
      `page ${name}: performance ${performance} (goal: ${LEAST.performance}), accessibility ${accessibility} (goal: ${LEAST.accessibility}), ${blockingMs} ms blocked, ${scriptKb} kB of scripts (goal: ${mostKb})`,
    );
  }
} finally {
  await chromium?.kill();
  server?.child.kill("SIGTERM");
  await rm(data, { recursive: true, force: true });
}
process.exit(missed ? 1 : 0);
