// ere and literal beside grep: all matches of a log, and of a long list of strings. Part of npm run bench.
import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { countByUs, logText } from "./everyday.mjs";
import { clocked, line, median, ROUNDS, spread } from "./figures.mjs";

/** No match of them goes beyond a line, so that it is no matter that grep reads line by line. */
const PATTERNS = [
  ["a literal", "timeout"],
  ["words", "ERROR|WARN|timeout|retry"],
  ["a date", "[0-9]{4}-[0-9]{2}-[0-9]{2}"],
  ["decimal numbers", "[0-9]+\\.[0-9]+"],
  ["every word", "[[:alnum:]_]+"],
  ["words by their end", "\\<[a-z]+ed\\>"],
  ["addresses", "[a-z.]+@[a-z]+\\.[a-z]+"],
  ["keys and values", "([a-z]+)=([0-9a-f]+)"],
  ["in quotes", '"[^"\n]*"'],
  ["a bracketed part", "\\[(gate-control|counter|sampler)\\] [A-Z]"],
  ["a rare word", "link lost for 99"],
  ["two words in a line", "gate[^\n]*opened[^\n]*user"],
];

/** Strings of a list: fields of lines of the log, and others like them that it does not have. */
const STRINGS = 10_000;

export function benchGrep() {
  if (spawnSync("sh", ["-c", "command -v grep"]).status !== 0) {
    console.log("\ngrep is not installed here");
    return;
  }
  const folder = mkdtempSync(join(tmpdir(), "lamprey-bench-"));
  const [log, list] = [join(folder, "log.txt"), join(folder, "list.txt")];
  try {
    const text = logText(false);
    writeFileSync(log, text);
    console.log(`\ngrep -o, all matches in 16 MB of log: our time over its own, its start and its output included, median of ${ROUNDS} (least–most)`);
    for (const [name, pattern] of PATTERNS) {
      // A line end would part the pattern in two: grep's lines have none anyway.
      const theirs = pattern.replaceAll("[^\n]", ".").replaceAll("\n", "");
      beside(`${name}  ${theirs}`, "ere", pattern, text, ["-E", "-o", "-e", theirs, log]);
    }
    const strings = Array.from({ length: STRINGS }, (_, i) => (i % 2 === 0 ? `station=${i % 97} ` : `user=mara.${i}`));
    const words = [...new Set([...strings, ...text.slice(0, STRINGS * 200).match(/id=\w+/g)])].slice(0, STRINGS);
    writeFileSync(list, words.join("\n"));
    beside(`a list of ${words.length} strings`, "literal", words.join("\n"), text, ["-F", "-o", "-f", list, log]);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function beside(what, dialect, pattern, text, args) {
  const ratios = [];
  const times = [];
  for (let round = 0; round <= ROUNDS; round++) {
    const ours = clocked(() => countByUs(pattern, "", text, dialect));
    const theirs = clocked(() => spawnSync("grep", args, { env: { ...process.env, LC_ALL: "C.UTF-8" }, maxBuffer: 1 << 28 }).stdout);
    const count = theirs.result.reduce((lines, byte) => lines + Number(byte === 0x0a), 0);
    if (count !== ours.result) throw new Error(`${dialect} ${what}: grep counts ${count}, we count ${ours.result}`);
    // The first round warms both up.
    if (round === 0) continue;
    ratios.push(ours.ms / theirs.ms);
    times.push(theirs.ms);
  }
  line(`  ${what}`, `${spread(ratios)}   grep ${median(times).toFixed(0)} ms`);
}
