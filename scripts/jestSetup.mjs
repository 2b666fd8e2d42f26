import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { bundle, root } from "./bundle.mjs";

const PARTS = join(root, "node_modules/@chakra-ui/react");
const { version } = JSON.parse(readFileSync(join(PARTS, "package.json"), "utf8"));

/** The interface's parts as one file: a test file that draws loads it instead of fifteen hundred, which took it three seconds. */
export const PARTS_BUNDLE = join(root, `node_modules/.cache/aevumen-test/parts-${version}.cjs`);

async function bundleParts() {
  if (existsSync(PARTS_BUNDLE)) return;
  const { build } = await import("esbuild");
  await build({
    absWorkingDir: root,
    entryPoints: [join(PARTS, "dist/esm/index.js")],
    outfile: PARTS_BUNDLE,
    bundle: true,
    minify: true,
    keepNames: true,
    platform: "node",
    format: "cjs",
    define: { "process.env.NODE_ENV": '"test"' },
    // What the tests themselves use must be the same thing.
    external: ["react", "react-dom", "@emotion/react"],
    logLevel: "warning",
  });
}

/** What must stand before a test loads it: kernels and worker entry points in dist/, the interface's parts. */
export default async function setup() {
  await Promise.all([bundle(), bundleParts()]);
}
