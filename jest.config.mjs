import nextJest from "next/jest.js";

const createConfig = nextJest({ dir: "./" });

export default createConfig({
  testEnvironment: "node",
  globalSetup: "<rootDir>/scripts/jestSetup.mjs",
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
  testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/src/**/*.test.tsx"],
  modulePathIgnorePatterns: ["<rootDir>/dist", "<rootDir>/.next"],
  testTimeout: 60_000,
});
