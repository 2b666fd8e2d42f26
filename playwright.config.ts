import { defineConfig } from "@playwright/test";

/** One server with a data folder of its own for each worker. */
const addresses = (process.env.BASE_URLS ?? "http://127.0.0.1:3210").split(",");

export default defineConfig({
  testDir: "e2e",
  workers: addresses.length,
  // Limits on a machine that does other things as well; nothing waits for them.
  timeout: 300_000,
  expect: { timeout: 60_000 },
  reporter: [
    ["list"],
    ...(process.env.TEST_REPORT ? [["json", { outputFile: process.env.TEST_REPORT }] as const] : []),
  ],
  outputDir: "test-results",
  use: {
    // Set in every worker before this file is read there.
    baseURL: addresses[Number(process.env.TEST_PARALLEL_INDEX ?? 0)],
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: process.env.CHROMIUM_PATH ?? "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
