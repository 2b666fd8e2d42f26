import nextJest from "next/jest.js";
import { PARTS_BUNDLE, RAW_BUNDLE } from "./scripts/jestSetup.mjs";

const createConfig = nextJest({ dir: "./" });

export default createConfig({
  testEnvironment: "node",
  globalSetup: "<rootDir>/scripts/jestSetup.mjs",
  // They ship modules only for "import"; their one-file builds are the same code for "require".
  moduleNameMapper: {
    "^@/(.*)$": "<rootDir>/src/$1",
    "^comlink/dist/esm/node-adapter.mjs$": "<rootDir>/node_modules/comlink/dist/umd/node-adapter.js",
    "^@chakra-ui/react$": PARTS_BUNDLE,
    "^libraw-wasm/dist/libraw.js$": RAW_BUNDLE,
    "^d3$": "<rootDir>/node_modules/d3/dist/d3.js",
  },
  setupFilesAfterEnv: ["<rootDir>/src/workers/testing/setup.ts"],
  testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/src/**/*.test.tsx"],
  modulePathIgnorePatterns: ["<rootDir>/dist", "<rootDir>/.next"],
  testTimeout: 60_000,
  // Every core: the default leaves one idle, which is half of a small machine.
  maxWorkers: "100%",
  // Jest's sandbox makes a slow look-up of every global; handed in, these are plain names. Not Map and Infinity: an icon is called so.
  sandboxInjectedGlobals: [
    "Math",
    "Number",
    "Object",
    "Array",
    "Set",
    "WeakMap",
    "String",
    "Float32Array",
    "Float64Array",
    "Uint8Array",
    "Uint16Array",
    "Uint32Array",
    "Int32Array",
    "JSON",
    "Symbol",
    "Promise",
  ],
});
