// The hazard on every pattern that the installed packages' sources hold. Part of npm run bench.
import { spawnSync } from "node:child_process";
import { assessNow, compile, read, relate, textOf } from "../core/dist/index.js";
import { clocked, line, sorted } from "./figures.mjs";
import { literals } from "./literals.mjs";

/** Patterns that are run on the host's own engine: so many, always the same ones. */
const HOST_RUNS = 100;
/** A run of the host's that takes longer is killed. */
const HOST_PATIENCE_MS = 4000;
/** Code units of the first attack that the host is given; the second has twice as many. */
const HOST_LENGTH = 30_000;
const HOST_PUMPS_EXPONENTIAL = 34;
/** The slowest ones are judged once more, each in a process with so little memory. */
const MEMORY_MB = 256;
const SLOWEST = 20;

const at = (values, share) => sorted(values)[Math.min(values.length - 1, Math.floor(values.length * share))];
const percent = (part, whole) => `${((100 * part) / whole).toFixed(2)} in 100`;

export function benchHazard() {
  const { ms, result: found } = clocked(() => literals());
  line("source files read, seconds", `${found.files}, ${(ms / 1000).toFixed(1)}`);
  line("patterns found, different ones", `${found.occurrences}, ${found.patterns.length}`);
  line("calls that put their pattern together when they run", String(found.passed));
  const judged = [];
  let unread = 0;
  for (const source of found.patterns) {
    const compiled = compile(read(source));
    if (!compiled.ok) {
      unread++;
      continue;
    }
    const run = clocked(() => assessNow(compiled.program, source.mode));
    judged.push({ source, verdict: run.result, ms: run.ms });
  }
  const times = judged.map((each) => each.ms);
  line("patterns that Lamprey does not read", String(unread));
  line(
    "time for one (ms)",
    `median ${at(times, 0.5).toFixed(2)}, p95 ${at(times, 0.95).toFixed(1)}, p99 ${at(times, 0.99).toFixed(1)}, most ${at(times, 1).toFixed(0)}`,
  );
  const growths = new Map();
  for (const { verdict } of judged) {
    const key = verdict.growth === "polynomial" ? `degree ${verdict.degree}` : verdict.growth;
    growths.set(key, (growths.get(key) ?? 0) + 1);
  }
  line("growth", [...growths].map(([growth, count]) => `${count} ${growth}`).join(", "));
  const undecided = judged.filter(({ verdict }) => verdict.growth === "undecided");
  const reasons = new Map();
  for (const { verdict } of undecided) reasons.set(verdict.reason, (reasons.get(verdict.reason) ?? 0) + 1);
  line("undecided", `${percent(undecided.length, judged.length)} (${[...reasons].map(([reason, count]) => `${reason} ${count}`).join(", ")})`);
  line("peaks: short texts of a million steps and more", String(judged.filter(({ verdict }) => verdict.peak !== null).length));
  const findings = judged.flatMap(({ verdict }) => verdict.findings);
  line("findings, all confirmed by exact steps", `${findings.length}, ${findings.every(({ confirmed }) => confirmed)}`);
  hostRuns(judged.filter(({ verdict, source }) => (verdict.growth === "polynomial" || verdict.growth === "exponential") && source.dialect === "ecmascript"));
  memory([...judged].sort((a, b) => b.ms - a.ms).slice(0, SLOWEST));
  relations(judged);
}

/** A fixed shuffle, so that the same hundred are run each time. */
function shuffled(list) {
  let seed = 4317;
  return list
    .map((each) => {
      seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
      return { each, key: seed };
    })
    .sort((a, b) => a.key - b.key)
    .map(({ each }) => each);
}

const HOST_SCRIPT = `const { pattern, flags, text } = JSON.parse(require("node:fs").readFileSync(0, "utf8"));
const expression = new RegExp(pattern, flags.replace(/[gyd]/g, ""));
const started = performance.now();
expression.exec(text);
console.log(performance.now() - started);`;

/** Milliseconds that the host takes; Infinity where it was killed. */
function hostTime({ pattern, flags }, text) {
  const input = JSON.stringify({ pattern, flags, text });
  const { stdout, status } = spawnSync(process.execPath, ["-e", HOST_SCRIPT], { input, timeout: HOST_PATIENCE_MS, encoding: "utf8" });
  return status === 0 ? Number(stdout) : Number.POSITIVE_INFINITY;
}

function hostRuns(bad) {
  const chosen = shuffled(bad).slice(0, HOST_RUNS);
  let killed = 0;
  let grown = 0;
  const flat = [];
  for (const { source, verdict } of chosen) {
    const [{ attack, growth, until }] = verdict.findings;
    const most = until ?? Number.POSITIVE_INFINITY;
    const pumps = growth === "exponential" ? HOST_PUMPS_EXPONENTIAL : Math.min(most / 2, Math.ceil(HOST_LENGTH / attack.pump.length));
    const first = hostTime(source, textOf(attack, Math.floor(pumps)));
    const second = first === Number.POSITIVE_INFINITY ? first : hostTime(source, textOf(attack, 2 * Math.floor(pumps)));
    if (second === Number.POSITIVE_INFINITY) killed++;
    else if (second / first > 2.8) grown++;
    else flat.push(`/${source.pattern.slice(0, 40)}/ ${first.toFixed(1)} → ${second.toFixed(1)} ms`);
  }
  line(`of ${chosen.length} on the host's own engine: killed after ${HOST_PATIENCE_MS / 1000} s`, String(killed));
  line("at least 2.8 times as long for twice the text", String(grown));
  line("not so on the host", `${flat.length}${flat.length > 0 ? `, such as ${flat.slice(0, 3).join("; ")}` : ""}`);
}

const MEMORY_SCRIPT = `import { assessNow, compile, read } from ${JSON.stringify(new URL("../core/dist/index.js", import.meta.url).href)};
import { readFileSync } from "node:fs";
const source = JSON.parse(readFileSync(0, "utf8"));
assessNow(compile(read(source)).program, source.mode);
console.log(process.resourceUsage().maxRSS / 1024);`;

function memory(slowest) {
  const resident = slowest.map(({ source }) => {
    const options = { input: JSON.stringify(source), encoding: "utf8", timeout: 60_000 };
    const { stdout, status } = spawnSync(process.execPath, [`--max-old-space-size=${MEMORY_MB}`, "--input-type=module", "-e", MEMORY_SCRIPT], options);
    return status === 0 ? Number(stdout) : Number.POSITIVE_INFINITY;
  });
  line(`memory of the ${SLOWEST} slowest, whole process (MB)`, `median ${at(resident, 0.5).toFixed(0)}, most ${at(resident, 1).toFixed(0)}`);
}

/** Each pattern against the next one of the list: how long relating two takes, and how often it is decided. */
function relations(judged) {
  const pairs = shuffled(judged).slice(0, 500);
  const times = [];
  let undecided = 0;
  for (let i = 0; i + 1 < pairs.length; i++) {
    const [left, right] = [pairs[i], pairs[i + 1]].map(({ source }) => compile(read(source)).program);
    const run = clocked(() => finish(relate(left, right)));
    times.push(run.ms);
    if (run.result.relation === "undecided") undecided++;
  }
  line(
    "two patterns related (ms)",
    `median ${at(times, 0.5).toFixed(2)}, p95 ${at(times, 0.95).toFixed(1)}, most ${at(times, 1).toFixed(0)}; undecided ${percent(undecided, times.length)}`,
  );
}

function finish(slices) {
  for (;;) {
    const next = slices.next();
    if (next.done) return next.value;
  }
}
