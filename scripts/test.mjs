// npm test: installs what is missing, then types, lint, unit tests and browser tests; ends with the runners' own counts.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { ensureBuilt, ensureInstalled, ROOT, run } from "./workspace.mjs";

ensureInstalled();
const { chromiumPath } = await import("./browser.mjs");

/** Debian's Chromium, where it can be installed; else what to do. */
function ensureChromium() {
  if (chromiumPath()) return;
  const root = process.getuid?.() === 0;
  const debian = spawnSync("apt-get", ["--version"]).status === 0;
  if (!root || !debian) {
    console.error("The browser tests need Chromium. Install it (on Debian: apt-get install chromium), or set CHROMIUM_PATH to it.");
    process.exit(1);
  }
  console.error("lamprey: installing Chromium (apt-get) …");
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  run("apt-get", ["update", "-qq"], { env });
  run("apt-get", ["install", "-y", "-qq", "--no-install-recommends", "chromium"], { env });
}

ensureChromium();
ensureBuilt("server", "cli", "web");

const node = (...args) => spawnSync(process.execPath, args, { cwd: ROOT, stdio: "inherit" }).status === 0;
console.error("lamprey: types …");
let good = node("node_modules/typescript/bin/tsc", "-b");
console.error("lamprey: lint …");
good = node("node_modules/@biomejs/biome/bin/biome", "check", ".") && good;

const reports = mkdtempSync(join(tmpdir(), "lamprey-reports-"));
let passed = 0;
let failed = 0;
for (const project of ["unit", "e2e"]) {
  console.error(`lamprey: ${project} tests …`);
  const report = join(reports, `${project}.json`);
  const args = ["--experimental-vm-modules", "--no-warnings", "node_modules/jest/bin/jest.js", "--selectProjects", project, "--json", `--outputFile=${report}`];
  // Browser tests share two cores with the browser: one file at a time. The others take every core there is.
  args.push(project === "e2e" ? "--runInBand" : "--maxWorkers=100%");
  const ran = spawnSync(process.execPath, args, { cwd: ROOT, stdio: ["ignore", "ignore", "inherit"] }).status === 0;
  good = ran && good;
  try {
    const { numPassedTests, numFailedTests, numFailedTestSuites, numRuntimeErrorTestSuites } = JSON.parse(readFileSync(report, "utf8"));
    passed += numPassedTests;
    // A file that could not be run at all fails too, without a test of its own to show for it.
    failed += numFailedTests + (numFailedTests === 0 ? Math.max(numFailedTestSuites, numRuntimeErrorTestSuites) : 0);
  } catch {
    failed++;
  }
}
rmSync(reports, { recursive: true, force: true });
if (!good && failed === 0) console.log("types or lint failed");
console.log(`tests: ${passed} passed, ${failed} failed`);
process.exit(good && failed === 0 ? 0 : 1);
