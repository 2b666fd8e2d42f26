import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { bundle, root } from "./bundle.mjs";

const packageFolder = (name) => join(root, "node_modules", name);

/** Where a package stands as one file for `require`, of the version that is installed. */
function oneFileOf(name, label) {
  const { version } = JSON.parse(readFileSync(join(packageFolder(name), "package.json"), "utf8"));
  return join(root, `node_modules/.cache/aevumen-test/${label}-${version}.cjs`);
}

/** The interface's parts: a test file that draws loads one file instead of fifteen hundred, which took it three seconds. */
export const PARTS_BUNDLE = oneFileOf("@chakra-ui/react", "parts");
/** The reader of raw pictures, which ships as a module only for "import". */
export const RAW_BUNDLE = oneFileOf("libraw-wasm", "raw");

async function bundleOnce(outfile, entry, options) {
  if (existsSync(outfile)) return;
  const { build } = await import("esbuild");
  await build({
    absWorkingDir: root,
    entryPoints: [entry],
    outfile,
    bundle: true,
    minify: true,
    keepNames: true,
    platform: "node",
    format: "cjs",
    define: { "process.env.NODE_ENV": '"test"' },
    logLevel: "warning",
    ...options,
  });
}

/** What must stand before a test loads it: kernels and worker entry points in dist/, packages as one file. */
export default async function setup() {
  await Promise.all([
    bundle(),
    // What the tests themselves use must be the same thing.
    bundleOnce(PARTS_BUNDLE, join(packageFolder("@chakra-ui/react"), "dist/esm/index.js"), {
      external: ["react", "react-dom", "@emotion/react"],
    }),
    // Where it stands is nobody's question here: its memory is handed in.
    bundleOnce(RAW_BUNDLE, join(packageFolder("libraw-wasm"), "dist/libraw.js"), {
      define: { "import.meta.url": '"file:///"' },
    }),
  ]);
}
