/** Unit tests of every workspace, and the browser tests of e2e, as two Jest projects; scripts/test.mjs runs both. */
const shared = {
  testEnvironment: "node",
  extensionsToTreatAsEsm: [".ts", ".tsx"],
  testEnvironmentOptions: { customExportConditions: ["source", "node", "node-addons"] },
  transform: {
    "^.+\\.tsx?$": [
      "@swc/jest",
      {
        swcrc: false,
        jsc: { parser: { syntax: "typescript", tsx: true }, target: "es2022", transform: { react: { runtime: "automatic" } } },
        module: { type: "es6" },
      },
    ],
  },
};

export default {
  // Browser tests wait for a server, a browser and a worker, and a machine that others share takes three times as long;
  // nothing else comes near this.
  testTimeout: 180_000,
  projects: [
    {
      ...shared,
      displayName: "unit",
      setupFiles: ["<rootDir>/scripts/slow-clock.mjs"],
      testMatch: ["<rootDir>/{core,sources,server,cli,web,fuzz,scripts}/test/**/*.test.{ts,tsx}"],
    },
    { ...shared, displayName: "e2e", testMatch: ["<rootDir>/e2e/test/**/*.test.ts"] },
  ],
};
