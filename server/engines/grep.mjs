/**
 * Asks GNU grep: a question as JSON on standard input, what it finds as JSON on standard output. The first argument says how
 * it reads patterns: -E, -G or -F. The pattern is an argument, and no shell sees it. The text is one record (-z), so that
 * line ends are characters like others. grep tells neither empty matches nor groups. Offsets are UTF-16 code units.
 */
import { spawnSync } from "node:child_process";
import { readFileSync } from "node:fs";

/** Matches that are handed back; the rest is only said to be there. */
const MOST = 20_000;
/** Bytes that grep may print: more than its answer may be. */
const MOST_OUTPUT = 64 * 2 ** 20;
const NUL = 0;
const COLON = 0x3a;

function answer([kind], { pattern, flags, text, mode, only }) {
  if (text.includes("\0") || pattern.includes("\0")) return { refused: "grep parts texts at the character NUL, so one cannot be in it." };
  const switches = [kind, "-z", only === "time" ? "-c" : "-ob", ...(mode === "whole" ? ["-x"] : []), ...(flags.includes("i") ? ["-i"] : []), "-e", pattern];
  const started = performance.now();
  const { status, stdout, stderr } = spawnSync("grep", switches, { input: text, maxBuffer: MOST_OUTPUT });
  const ms = performance.now() - started;
  if (status === 2 || status === null)
    return {
      refused:
        stderr
          .toString()
          .trim()
          .replace(/^grep: /, "") || "It ended without an answer.",
    };
  if (only === "time") return { ms, matches: [], more: false, parts: true };
  const bytes = Buffer.from(text);
  const matches = [];
  let [byte, at, more] = [0, 0, false];
  for (let from = 0; from < stdout.length; ) {
    const colon = stdout.indexOf(COLON, from);
    const end = stdout.indexOf(NUL, colon);
    const offset = Number(stdout.subarray(from, colon).toString());
    at += bytes.subarray(byte, offset).toString().length;
    byte = offset;
    if (matches.length === MOST || (mode !== "all" && matches.length === 1)) {
      more = matches.length === MOST;
      break;
    }
    if (mode !== "start" || at === 0) matches.push([at, at + stdout.subarray(colon + 1, end).toString().length]);
    from = end + 1;
  }
  return { ms, matches, more, parts: true };
}

process.stdout.write(JSON.stringify(answer(process.argv.slice(2), JSON.parse(readFileSync(0, "utf8")))));
