// npm test: everything that must hold, in the order in which it fails fastest.
import { spawnSync } from "node:child_process";
import { existsSync, rmSync } from "node:fs";
import { join } from "node:path";
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

async function main() {
  await ensureInstalled();
  const chromium = ensureChromium();

  step("Types");
  await run(tool("next"), ["typegen"], { stdio: ["ignore", "ignore", "inherit"] });
  await run(tool("tsc"), ["--noEmit"]);
  step("Format and lint");
  await run(tool("biome"), ["check", "--error-on-warnings", "."]);

  step("Unit tests");
  const { startPostgres } = await import("./postgres.mjs");
  const postgres = await startPostgres(await freePort(5544));
  try {
    await run(tool("jest"), [], {
      env: {
        ...process.env,
        NODE_OPTIONS: "--experimental-vm-modules --disable-warning=ExperimentalWarning",
        ...(postgres ? { TEST_DATABASE_URL: postgres.url } : {}),
      },
    });
  } finally {
    await postgres?.stop();
  }

  step("Production build");
  await ensureBuilt();

  step("The interface");
  const data = join(root, ".test-data");
  rmSync(data, { recursive: true, force: true });
  const { child, address } = await startServer({
    port: await freePort(3310),
    env: { AEVUMEN_DATA: join(data, "main") },
  });
  try {
    await run(tool("playwright"), ["test", ...process.argv.slice(2)], {
      env: { ...process.env, BASE_URL: address, CHROMIUM_PATH: chromium, TEST_DATA: data },
    });
  } finally {
    child.kill("SIGTERM");
  }
  console.log("\nEverything holds.");
}

main().then(
  () => process.exit(0),
  (error) => {
    console.error(`\n${error.message}`);
    process.exit(1);
  },
);
