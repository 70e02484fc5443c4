/**
 * Answers questions with GNU grep, a batch a line: of each text, which is one line, the matches that are not empty, without
 * their groups. Which kind of pattern it is asked about is the first argument: -E, -G or -F.
 */
import { spawnSync } from "node:child_process";
import { createInterface } from "node:readline";

const [kind] = process.argv.slice(2);
const UTF8 = { ...process.env, LC_ALL: "C.UTF-8" };
/** A pattern that takes longer hangs. */
const TIMEOUT_MS = 5000;

/** The verdicts for texts that are asked about one pattern. */
function verdicts(pattern, flags, texts) {
  const switches = [kind, "-o", "-b", "-n", ...(flags.includes("i") ? ["-i"] : []), "-e", pattern];
  const { status, stdout, error } = spawnSync("grep", switches, { input: `${texts.join("\n")}\n`, encoding: "utf8", env: UTF8, timeout: TIMEOUT_MS });
  if (status === 2) return texts.map(() => null);
  if (error || status === null) return texts.map(() => "no answer");
  const rows = texts.map(() => []);
  const begins = [0];
  for (const text of texts) begins.push(begins.at(-1) + Buffer.byteLength(text) + 1);
  for (const line of stdout.split("\n")) {
    const [, number, byte, part] = /^(\d+):(\d+):(.*)$/s.exec(line) ?? [];
    if (part === undefined) continue;
    const at = Number(number) - 1;
    const start = Buffer.from(texts[at])
      .subarray(0, Number(byte) - begins[at])
      .toString().length;
    rows[at].push([start, start + part.length]);
  }
  return rows;
}

function answer(questions) {
  const answers = [];
  for (let from = 0; from < questions.length; ) {
    const { pattern, flags } = questions[from];
    let to = from;
    while (to < questions.length && questions[to].pattern === pattern && questions[to].flags === flags) to++;
    answers.push(
      ...verdicts(
        pattern,
        flags,
        questions.slice(from, to).map(({ text }) => text),
      ),
    );
    from = to;
  }
  return answers;
}

for await (const line of createInterface({ input: process.stdin })) process.stdout.write(`${JSON.stringify(answer(JSON.parse(line)))}\n`);
