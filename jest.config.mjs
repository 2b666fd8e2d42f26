import nextJest from "next/jest.js";
import { PARTS_BUNDLE } from "./scripts/jestSetup.mjs";

const createConfig = nextJest({ dir: "./" });

export default createConfig({
  testEnvironment: "node",
  globalSetup: "<rootDir>/scripts/jestSetup.mjs",
  // Both ship modules only for "import"; their one-file builds are the same code for "require".
  moduleNameMapper: {
    "^@/(.*)$": "<rootDir>/src/$1",
    "^comlink/dist/esm/node-adapter.mjs$": "<rootDir>/node_modules/comlink/dist/umd/node-adapter.js",
    "^@chakra-ui/react$": PARTS_BUNDLE,
    "^d3$": "<rootDir>/node_modules/d3/dist/d3.js",
  },
  setupFilesAfterEnv: ["<rootDir>/src/workers/testing/setup.ts"],
  testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/src/**/*.test.tsx"],
  modulePathIgnorePatterns: ["<rootDir>/dist", "<rootDir>/.next"],
  testTimeout: 60_000,
  // Every core: the default leaves one idle, which is half of a small machine.
  maxWorkers: "100%",
  // Jest's sandbox makes a look-up of every Math; handed in, it is a plain name (eleven suites: 321 s to 84 s).
  sandboxInjectedGlobals: ["Math", "Number", "Object", "Array", "Map", "Set", "WeakMap", "String", "Infinity", "Float32Array", "Float64Array", "Uint8Array", "Uint16Array", "Uint32Array", "Int32Array", "JSON", "Symbol", "Promise"],
});
