/**
 * npm test: installs what is missing, then types, lint, unit tests and browser tests; ends with the time of each part and
 * the runners' own counts. `npm run test:deep` (--deep) runs the same files with larger sizes; --times prints a table of all files.
 */
import { spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, relative } from "node:path";
import { DEEP_VARIABLE } from "./depth.mjs";
import { ensureBuilt, ensureInstalled, ROOT, run, running } from "./workspace.mjs";

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
await ensureBuilt("server", "cli", "web");

const isDeep = process.argv.includes("--deep");
/** Both projects take every core there is: a browser test with its browser keeps one core busy. */
const WORKERS = "--maxWorkers=100%";

const reports = mkdtempSync(join(tmpdir(), "lamprey-reports-"));
const node = (...args) =>
  spawnSync(process.execPath, args, { cwd: ROOT, stdio: ["ignore", 2, 2], env: { ...process.env, ...(isDeep && { [DEEP_VARIABLE]: "1" }) } }).status === 0;
/** The same without waiting, for two that each keep one core busy. */
const ended = (...args) =>
  running(process.execPath, args).then(
    () => true,
    (error) => {
      console.error(String(error.message));
      return false;
    },
  );
/** Jest on one of its projects; its report lies in a file. */
const jest = (project, report) =>
  node("--experimental-vm-modules", "--no-warnings", "node_modules/jest/bin/jest.js", "--selectProjects", project, "--json", `--outputFile=${report}`, WORKERS);

let good = true;
const counts = { passed: 0, failed: 0, skipped: 0 };
const files = [];
const times = [];

async function part(name, work) {
  console.error(`lamprey: ${name} …`);
  const began = performance.now();
  good = (await work()) && good;
  times.push(`${name} ${((performance.now() - began) / 1000).toFixed(0)} s`);
}

function tests(project) {
  const file = join(reports, `${project}.json`);
  const ran = jest(project, file);
  let report;
  try {
    report = JSON.parse(readFileSync(file, "utf8"));
  } catch {
    // A runner that died has failed.
    counts.failed++;
    return false;
  }
  counts.passed += report.numPassedTests;
  counts.skipped += report.numPendingTests;
  // A file that could not be run at all fails too, without a test of its own to show for it.
  counts.failed += report.numFailedTests + (report.numFailedTests === 0 ? Math.max(report.numFailedTestSuites, report.numRuntimeErrorTestSuites) : 0);
  for (const { name, startTime, endTime } of report.testResults) files.push({ name: relative(ROOT, name), seconds: (endTime - startTime) / 1000 });
  return ran;
}

await part("types and lint", async () => {
  const both = await Promise.all([ended("node_modules/typescript/bin/tsc", "-b"), ended("node_modules/@biomejs/biome/bin/biome", "check", ".")]);
  return both.every(Boolean);
});
await part("unit tests", () => tests("unit"));
await part("browser tests", () => tests("e2e"));
rmSync(reports, { recursive: true, force: true });

if (process.argv.includes("--times")) {
  files.sort((one, other) => other.seconds - one.seconds);
  console.log("| file | seconds |\n| --- | --- |");
  for (const { name, seconds } of files) console.log(`| ${name} | ${seconds.toFixed(1)} |`);
}
console.log(times.join(", "));
if (!good && counts.failed === 0) console.log("types or lint failed");
console.log(`tests: ${counts.passed} passed, ${counts.failed} failed, ${counts.skipped} skipped`);
process.exit(good && counts.failed === 0 ? 0 : 1);
