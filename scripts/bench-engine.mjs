// The engine beside the host's own, in one run: ratios with their median and spread. Part of npm run bench.
import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { gzipSync } from "node:zlib";
import { BacktrackingMachine, chooseMachine, forecast, LinearMachine, record } from "../core/dist/index.js";
import { clocked, line, programOf, sorted } from "./figures.mjs";
import { ROOT } from "./workspace.mjs";

const ROUNDS = 5;
/** Runs after which the host has compiled what it runs often. */
const WARM_AFTER = 100;
const LOG_BYTES = 16 * 1024 * 1024;

/** Everyday patterns: what they are, pattern, flags. */
const EVERYDAY = [
  ["a literal", "timeout", ""],
  ["a rare literal", "link lost for 99.9", ""],
  ["a literal, any case", "error", "i"],
  ["words", "ERROR|WARN|timeout|retry", ""],
  ["words, any case", "hollin|merle|brack", "i"],
  ["a date", "\\d{4}-\\d{2}-\\d{2}", ""],
  ["decimal numbers", "\\d+\\.\\d+", ""],
  ["every word", "\\w+", ""],
  ["words by their end", "\\b[a-z]+ed\\b", ""],
  ["addresses", "[\\w.]+@[\\w.]+\\.\\w+", ""],
  ["keys and values", "(\\w+)=(\\w+)", ""],
  ["parts of a time", "(\\d+)-(\\d+)-(\\d+)T(\\d+):(\\d+)", ""],
  ["lazy in quotes", '".*?"', ""],
  ["lazy in brackets", "\\[(.+?)\\]", ""],
  ["lines that hold a word", "^.*ERROR.*$", "m"],
  ["starts of lines", "^\\d+", "m"],
  ["ends of lines", "done$", "m"],
  ["a lookahead", "\\w+(?==)", ""],
  ["a lookbehind", "(?<=user=)\\w+", ""],
  ["a negated lookahead", "station=(?!1)\\d+", ""],
  ["Unicode properties", "\\p{Lu}\\p{Ll}+", "u"],
  ["a set of properties", "[\\p{L}\\p{N}_]+", "u"],
  ["a back-reference", "\\b(\\w+) \\1\\b", ""],
  ["two words in a line", "gate.*opened.*user", ""],
];

/** A made-up log of the counting stations; `beyond` puts a character beyond ASCII into every tenth line. */
function logText(beyond) {
  let seed = 4317;
  const random = () => {
    seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
    return seed / 2 ** 32;
  };
  const pick = (words) => words[Math.floor(random() * words.length)];
  const levels = ["INFO", "INFO", "INFO", "DEBUG", "WARN", "ERROR"];
  const parts = ["gate-control", "counter", "tag-reader", "telemetry", "patrol", "sampler"];
  const weirs = ["Hollin Weir", "Sallow Weir", "Merle Weir", "Aske Weir", "Brack Weir"];
  const events = ["fish counted", "gate opened to", "level read as", "sample taken by", "battery at", "link lost for", "retry scheduled in", "timeout after"];
  const lines = [];
  let length = 0;
  for (let time = Date.UTC(2026, 3, 1); length < LOG_BYTES; time += Math.floor(random() * 4000)) {
    const user = `${pick(["mara", "olen", "tibb"])}.${pick(["vey", "quist", "rook"])}@tarrow.example`;
    const path = `/weirs/${Math.floor(random() * 20)}/readings?from=${Math.floor(random() * 1000)}`;
    const more = `${(random() * 100).toFixed(2)} user=${user} id=${Math.floor(random() * 2 ** 32).toString(16)} "path=${path}"`;
    const line = `${new Date(time).toISOString()} ${pick(levels)} [${pick(parts)}] ${pick(weirs)} station=${Math.floor(random() * 90 + 10)} ${pick(events)} ${more}`;
    lines.push(`${line}${beyond && random() < 0.1 ? " 7°" : ""} done done`);
    length += line.length + 11;
  }
  return lines.join("\n");
}

const median = (values) => sorted(values)[values.length >> 1];
const spread = (values, digits = 2) => {
  const all = sorted(values);
  return `${median(all).toFixed(digits)} (${all[0].toFixed(digits)}–${all.at(-1).toFixed(digits)})`;
};

function countByHost(pattern, flags, text) {
  const expression = new RegExp(pattern, `${flags}g`);
  let count = 0;
  while (expression.test(text)) count++;
  return count;
}

/** Reading, compiling and all else included. */
function countByUs(pattern, flags, text) {
  const program = programOf(pattern, flags);
  if (chooseMachine(program).machine === "linear") {
    const machine = new LinearMachine(program, text, { mode: "all", countOnly: true });
    machine.advance(Number.MAX_SAFE_INTEGER);
    return machine.count;
  }
  const machine = new BacktrackingMachine(program, text, { mode: "all" });
  machine.advance(Number.POSITIVE_INFINITY);
  return machine.matches.length;
}

function everyday(text, what) {
  console.log(`\nCounting all matches in 16 MB of log, ${what}: our time over the host's, median of ${ROUNDS} (least–most)`);
  const logs = [];
  for (const [name, pattern, flags] of EVERYDAY) {
    const ratios = [];
    const times = [];
    for (let round = 0; round <= ROUNDS; round++) {
      const host = clocked(() => countByHost(pattern, flags, text));
      const ours = clocked(() => countByUs(pattern, flags, text));
      if (host.result !== ours.result) throw new Error(`/${pattern}/${flags}: the host counts ${host.result}, we count ${ours.result}`);
      // The first round warms both up.
      if (round === 0) continue;
      ratios.push(ours.ms / host.ms);
      times.push(host.ms);
    }
    logs.push(Math.log(median(ratios)));
    line(`  ${name}  /${pattern}/${flags}`, `${spread(ratios)}   host ${median(times).toFixed(0)} ms`);
  }
  line("  geometric mean", Math.exp(logs.reduce((a, b) => a + b, 0) / logs.length).toFixed(2));
}

export function benchEngine() {
  everyday(logText(false), "ASCII");
  everyday(logText(true), "with a character beyond ASCII in every tenth line");
  console.log("");

  const explosive = programOf("(a+)+$");
  const letters = (n) => `${"a".repeat(n)}b`;
  // The host's first run of an expression is interpreted; the second is compiled, and that is the one that counts.
  const host = /(a+)+$/y;
  host.exec(letters(10));
  const size = 27;
  const ratios = [];
  for (let round = 0; round < 3; round++) {
    host.lastIndex = 0;
    const theirs = clocked(() => host.exec(letters(size)));
    const machine = new BacktrackingMachine(explosive, letters(size), { mode: "start" });
    const ours = clocked(() => machine.advance(Number.POSITIVE_INFINITY));
    ratios.push(ours.ms / theirs.ms);
    if (round === 0) line("explosive run: the host's own time (ms)", theirs.ms.toFixed(0));
  }
  line("explosive run, backtracking machine over the host", spread(ratios));
  const linear = Array.from({ length: WARM_AFTER + 20 }, () =>
    clocked(() => new LinearMachine(programOf("(a+)+$"), letters(size), { mode: "start" }).advance(Number.MAX_SAFE_INTEGER)),
  );
  line("explosive run, linear machine, compiling included: the first in this process (ms)", linear[0].ms.toFixed(2));
  const warm = linear.slice(WARM_AFTER).map((r) => r.ms);
  line(`  and once the host has compiled us, after ${WARM_AFTER} (ms)`, spread(warm, 3));

  const reels = Array.from({ length: 3 }, () => {
    const { ms, result } = clocked(() => record(explosive, letters(40), { mode: "start", eventLimit: 10_000_000 }));
    return { ms, bytes: result.end.bytes / result.length };
  });
  line(
    "10 million events recorded (ms)",
    spread(
      reels.map((r) => r.ms),
      0,
    ),
  );
  line("bytes an event", reels[0].bytes.toFixed(2));

  for (const [what, pattern, text] of [
    ["forecast of (a+)+$ on 2,000 letters (ms)", "(a+)+$", letters(2000)],
    ["forecast of four stars on 300 letters (ms)", "(.*)(.*)(.*)(.*)x", "a".repeat(300)],
  ]) {
    line(
      what,
      spread(
        Array.from({ length: 5 }, () => clocked(() => forecast(programOf(pattern), text, { mode: "first" })).ms),
        1,
      ),
    );
  }

  const words = Array.from({ length: 125 }, (_, i) => `(w${i}\\d+)|`)
    .join("")
    .slice(0, 999);
  line(
    "a pattern of 1,000 characters read and compiled (ms)",
    spread(Array.from({ length: 20 }, () => clocked(() => programOf(`${words}x`.replace(/\|?\([^)]*x$/, ""))).ms)),
  );
  for (const pattern of ["\\p{L}{1000}", "(?:a{100}){100}"]) {
    line(
      `/${pattern}/u on 2,000 letters, from source to answer (ms)`,
      spread(
        Array.from({ length: 5 }, () => clocked(() => countByUs(pattern, "u", "a".repeat(2000))).ms),
        1,
      ),
    );
  }
  line("core's own bundle for the browser (KB, gzip)", (coreBundle() / 1024).toFixed(1));
}

/** Bytes, gzip, of everything that core exports, bundled and made small. */
function coreBundle() {
  const folder = mkdtempSync(join(tmpdir(), "lamprey-bundle-"));
  try {
    const config = join(folder, "vite.config.mjs");
    const build = {
      lib: { entry: join(ROOT, "core/dist/index.js"), formats: ["es"], fileName: "core" },
      minify: true,
      outDir: join(folder, "out"),
      emptyOutDir: true,
    };
    writeFileSync(config, `export default ${JSON.stringify({ logLevel: "silent", build })};`);
    const run = spawnSync(process.execPath, [join(ROOT, "node_modules/vite/bin/vite.js"), "build", "--config", config], { cwd: ROOT, encoding: "utf8" });
    const file = readdirSync(join(folder, "out")).find((name) => name.startsWith("core"));
    if (!file) throw new Error(run.stderr);
    return gzipSync(readFileSync(join(folder, "out", file)), { level: 9 }).length;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
