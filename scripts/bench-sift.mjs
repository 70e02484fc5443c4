// sift beside grep and a loop of Node: lines counted in a gigabyte of log. Part of npm run bench.
import { spawnSync } from "node:child_process";
import { closeSync, createReadStream, mkdtempSync, openSync, rmSync, writeFileSync, writeSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { logText } from "./everyday.mjs";
import { line, median, spread } from "./figures.mjs";
import { ROOT } from "./workspace.mjs";

/** What it is, the dialect, its pattern, its flags, the switch of grep; and the pattern for Node, where it can have one. */
const PATTERNS = [
  ["a literal", "ere", "timeout", "", "-E", /timeout/],
  ["a rare literal", "ere", "link lost for 99\\.9", "", "-E", /link lost for 99\.9/],
  ["a literal, any case", "ere", "error", "i", "-E", /error/i],
  ["words", "ere", "ERROR|WARN|timeout|retry", "", "-E", /ERROR|WARN|timeout|retry/],
  ["a date", "ere", "[0-9]{4}-[0-9]{2}-0[1-3]", "", "-E", /[0-9]{4}-[0-9]{2}-0[1-3]/],
  ["a class", "ere", "\\[[a-r]+\\]", "", "-E", /\[[a-r]+\]/],
  ["anchored", "ere", "^2026-04-0[12]", "", "-E", /^2026-04-0[12]/],
  ["numbers", "perl", "\\b\\d{2}\\.\\d5\\b", "", "-P", /\b\d{2}\.\d5\b/],
  ["words by their end", "perl", "\\b[a-z]+ted\\b", "", "-P", /\b[a-z]+ted\b/],
  ["two words in a line", "ere", "gate.*opened.*olen", "", "-E", /gate.*opened.*olen/],
  ["a back-reference", "ere", "user=([a-z])[a-z]*\\.\\1", "", "-E", /user=([a-z])[a-z]*\.\1/],
];
const STRINGS = 10_000;
const GIGABYTE = 1 << 30;
const ROUNDS = 3;
const grepEnvironment = { ...process.env, LC_ALL: "C.UTF-8" };

export async function benchSift() {
  if (spawnSync("sh", ["-c", "command -v grep"]).status !== 0) {
    console.log("\ngrep is not installed here");
    return;
  }
  const folder = mkdtempSync(join(tmpdir(), "lamprey-bench-"));
  const log = join(folder, "log.txt");
  try {
    writeLog(log);
    const [empty] = timed(process.execPath, ["-e", ""]);
    console.log(
      `\nsift -c, lines counted in 1 GB of log: our time over grep's, and over that of a loop of Node with a RegExp; all with their start, of which ours is ${empty.toFixed(0)} ms of Node`,
    );
    const [overGrep, overNode] = [[], []];
    for (const [what, dialect, pattern, flags, own, node] of PATTERNS) {
      const theirs = [own, ...(flags === "i" ? ["-i"] : []), "-c", "-e", pattern, log];
      const ratios = besides(["-d", dialect, ...(flags === "" ? [] : ["-f", flags]), "-c", "--no-hanging", "--threads", "1", pattern, log], theirs);
      const looped = await nodeLoop(node, log);
      overGrep.push(median(ratios.all));
      overNode.push(median(ratios.ours) / looped);
      line(`  ${what}  ${pattern}`, `${spread(ratios.all)}   grep ${median(ratios.theirs).toFixed(0)} ms   ${overNode.at(-1).toFixed(2)} of Node's`);
    }
    const list = join(folder, "list.txt");
    writeFileSync(list, Array.from({ length: STRINGS }, (_, i) => (i % 2 === 0 ? `id=${(i * 7919).toString(16)} ` : `user=mara.${i}`)).join("\n"));
    const ratios = besides(["-d", "literal", "-c", "--threads", "1", "--list", list, log], ["-F", "-c", "-f", list, log]);
    overGrep.push(median(ratios.all));
    line(`  a list of ${STRINGS} strings`, `${spread(ratios.all)}   grep ${median(ratios.theirs).toFixed(0)} ms`);
    line("  geometric mean over grep, and over the loop of Node", `${geometric(overGrep).toFixed(2)}, ${geometric(overNode).toFixed(2)}`);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function writeLog(path) {
  const text = Buffer.from(`${logText(false)}\n`);
  const file = openSync(path, "w");
  for (let written = 0; written < GIGABYTE; written += text.length) writeSync(file, text);
  closeSync(file);
}

function timed(command, args) {
  const started = performance.now();
  const { stdout, stderr } = spawnSync(command, args, { env: grepEnvironment });
  const said = String(stderr);
  if (said !== "") throw new Error(said);
  return [performance.now() - started, String(stdout)];
}

function besides(sifted, grepped) {
  const found = { all: [], ours: [], theirs: [] };
  for (let round = 0; round < ROUNDS; round++) {
    const [ours, count] = timed(process.execPath, [join(ROOT, "cli/dist/main.js"), "sift", ...sifted]);
    const [theirs, expected] = timed("grep", grepped);
    if (count !== expected) throw new Error(`${sifted.join(" ")}: grep counts ${expected}, we count ${count}`);
    found.all.push(ours / theirs);
    found.ours.push(ours);
    found.theirs.push(theirs);
  }
  return found;
}

/** Milliseconds of what one writes without a tool: text in pieces, lines, a test of each. */
async function nodeLoop(pattern, path) {
  const started = performance.now();
  let count = 0;
  let rest = "";
  for await (const piece of createReadStream(path, { encoding: "utf8", highWaterMark: 1 << 20 })) {
    const lines = (rest + piece).split("\n");
    rest = lines.pop();
    for (const own of lines) if (pattern.test(own)) count++;
  }
  if (count < 0) throw new Error("It is counted, so that nothing is left out.");
  return performance.now() - started;
}

const geometric = (values) => Math.exp(values.reduce((sum, value) => sum + Math.log(value), 0) / values.length);
