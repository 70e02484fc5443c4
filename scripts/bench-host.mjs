// The host's side: rewriting 20 MB, and reading pasted source text. Part of npm run bench.
import { clocked, line, programOf, sorted } from "./figures.mjs";

const { callsSlices, drained, findSlices, handin, readTemplate, rewriteSlices } = await import("../core/dist/index.js");
const number = (n, digits = 0) => n.toLocaleString("en-US", { maximumFractionDigits: digits, minimumFractionDigits: digits });
const middle = (values) => sorted(values)[Math.floor(values.length / 2)];

const LINE = "2031-04-17 07:12:44 STANNER-1 gate 12 opened, depth = 1.42 m, flow 37\n";
const ROUNDS = 3;

export function benchHost() {
  const text = LINE.repeat(Math.ceil(20e6 / LINE.length));
  for (const [pattern, source] of [
    ["(\\d{4})-(\\d\\d)-(\\d\\d)", "$3.$2.$1"],
    ["(\\w+) (\\d+)", "$2 $1"],
    ["\\d+", "<$&>"],
    ["opened", ""],
  ]) {
    const program = programOf(pattern, "g");
    const template = readTemplate(source, program);
    const rewrite = () => {
      const { matches } = drained(findSlices(program, text, { mode: "all" }));
      return drained(rewriteSlices(template, matches, text, { first: false })).replacements;
    };
    const ours = Array.from({ length: ROUNDS }, () => clocked(rewrite));
    const host = Array.from({ length: ROUNDS }, () => clocked(() => text.replace(new RegExp(pattern, "g"), source).length).ms);
    const ms = middle(ours.map((each) => each.ms));
    line(
      `20 MB, /${pattern}/ by “${source}”, ${number(ours[0].result)} replacements (ms; over the host's replace)`,
      `${number(ms)}; ${number(ms / middle(host), 1)}`,
    );
  }
  const log = LINE.repeat(3_000);
  const called = Array.from({ length: ROUNDS }, () => clocked(() => drained(callsSlices(programOf("(\\w+) (\\d+)", "g"), log, { most: 40 }))).ms);
  line("all calls on 200 KB, as the bench shows them (ms)", number(middle(called), 1));
  const pasted = ['re.compile(r"^gate (\\d+)$", re.I | re.M)', 'new RegExp("a" + "b", "g")', "/x(\\/|y)+/gi", "nothing of the kind"];
  const read = Array.from({ length: ROUNDS }, () => clocked(() => pasted.map((source) => handin(source))).ms / pasted.length);
  line("a pasted piece read (ms)", number(middle(read), 3));
}
