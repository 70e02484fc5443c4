// Everyday patterns in each dialect that has an engine of its own beside it: ratios with their median and spread. Part of npm run bench.
import { spawn, spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createInterface } from "node:readline";
import { compile, read } from "../core/dist/index.js";
import { countByUs, EVERYDAY, logText } from "./everyday.mjs";
import { clocked, line, median, ROUNDS, spread } from "./figures.mjs";
import { ROOT } from "./workspace.mjs";

const withoutUnicode = (written) => written.replace("u", "");

/** How each dialect's own engine is asked, and with which flags: only PHP needs one for texts and properties beyond ASCII. */
const ENGINES = {
  java: { title: "Java", command: "java", script: "Counter.java", flagsOf: withoutUnicode },
  python: { title: "Python", command: "python3", script: "counter.py", flagsOf: withoutUnicode },
  pcre: { title: "PHP", command: "php", script: "counter.php", flagsOf: (written) => `${withoutUnicode(written)}u` },
  perl: { title: "Perl", command: "perl", script: "counter.pl", flagsOf: withoutUnicode },
};

const installed = (command) => spawnSync("sh", ["-c", `command -v ${command}`]).status === 0;

export async function benchDialects() {
  const folder = mkdtempSync(join(tmpdir(), "lamprey-bench-"));
  try {
    for (const [what, text] of [
      ["ASCII", logText(false)],
      ["with a character beyond ASCII in every tenth line", logText(true)],
    ]) {
      const file = join(folder, "log.txt");
      writeFileSync(file, text);
      for (const [dialect, engine] of Object.entries(ENGINES)) {
        if (installed(engine.command)) await beside(dialect, engine, file, text, what);
        else console.log(`\n${engine.title}: ${engine.command} is not installed here`);
      }
    }
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

async function beside(dialect, { title, command, script, flagsOf }, file, text, what) {
  console.log(`\n${title}, all matches in 16 MB of log, ${what}: our time over its own engine's, median of ${ROUNDS} (least–most)`);
  const child = spawn(command, [join(ROOT, "scripts/counters", script), file], { stdio: ["pipe", "pipe", "inherit"] });
  const answers = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
  const logs = [];
  for (const [name, pattern, written] of EVERYDAY) {
    const flags = flagsOf(written);
    if (!compile(read({ dialect, pattern, flags })).ok) {
      line(`  ${name}  ${pattern}`, "not of this dialect");
      continue;
    }
    const ratios = [];
    const times = [];
    for (let round = 0; round <= ROUNDS; round++) {
      child.stdin.write(`${flags}\t${pattern}\n`);
      const { value, done } = await answers.next();
      if (done) throw new Error(`${command} ended at ${pattern}`);
      const [count, ms] = value.split("\t").map(Number);
      const ours = clocked(() => countByUs(pattern, flags, text, dialect));
      if (count !== ours.result) throw new Error(`${dialect} ${pattern} ${flags}: ${command} counts ${count}, we count ${ours.result}`);
      // The first round warms both up.
      if (round === 0) continue;
      ratios.push(ours.ms / ms);
      times.push(ms);
    }
    logs.push(Math.log(median(ratios)));
    line(`  ${name}  ${pattern}${flags && `  ${flags}`}`, `${spread(ratios)}   ${command} ${median(times).toFixed(0)} ms`);
  }
  child.stdin.end();
  line("  geometric mean", Math.exp(logs.reduce((a, b) => a + b, 0) / logs.length).toFixed(2));
}
