/**
 * Records what GNU sed and grep answer to the patterns of `core/test/cases/gnu-patterns.json`, as tables of cases:
 * `node core/scripts/gnu-cases.mjs` writes `ere.json`, `bre.json` and `literal.json` beside it.
 *
 * A row of `cases` is [pattern, flags, text, matches]; a match is [start, end, …what each group took], offsets in UTF-16 code
 * units, and "" also for a group that took no part. What sed refuses and grep does not has the answer of grep, which gives
 * no empty matches and no groups, and "grep" as a fifth element. A row of `errors` is [pattern, flags, message].
 */
import { spawnSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";

const CASES = new URL("../test/cases/", import.meta.url);
const UTF8 = { ...process.env, LC_ALL: "C.UTF-8" };
/** Marks around a match and between its groups: no text of the tables holds them. */
const [OPEN, BETWEEN, CLOSE] = ["\u0001", "\u0002", "\u0003"];

function run(command, args, input) {
  const { status, stdout, stderr } = spawnSync(command, args, { input, encoding: "utf8", env: UTF8 });
  return { status, stdout, message: stderr.trim().replace(/^grep: /, "") };
}

/** All matches of a pattern in a text without line ends, by sed. */
function matchesBySed(dialect, pattern, flags, text, groups) {
  const template = `${OPEN}&${Array.from({ length: Math.min(groups, 9) }, (_, i) => `${BETWEEN}\\${i + 1}`).join("")}${CLOSE}`;
  // A control character as the delimiter, which no pattern holds.
  const script = `s\u0004${pattern}\u0004${template}\u0004g${flags === "i" ? "I" : ""}`;
  const { status, stdout } = run("sed", [...(dialect === "ere" ? ["-E"] : []), script], `${text}\n`);
  if (status !== 0) return undefined;
  const matches = [];
  let at = 0;
  for (const piece of stdout
    .slice(0, -1)
    .split(OPEN)
    .flatMap((part, i) => (i === 0 ? [part] : part.split(CLOSE)))) {
    const [whole, ...captured] = piece.split(BETWEEN);
    matches.push([at, at + whole.length, ...captured]);
    at += whole.length;
  }
  // Every second piece is what stands between two matches.
  return matches.filter((_, i) => i % 2 === 1);
}

/** The matches that are not empty, without their groups, by grep. */
function matchesByGrep(mode, flags, pattern, text) {
  const { stdout } = run("grep", [mode, "-o", "-b", ...(flags === "i" ? ["-i"] : []), "-e", pattern], `${text}\n`);
  return stdout
    .split("\n")
    .filter(Boolean)
    .map((line) => {
      const [byte, ...part] = line.split(":");
      const start = Buffer.from(text).subarray(0, Number(byte)).toString().length;
      return [start, start + part.join(":").length];
    });
}

const countGroups = (dialect, pattern) => (pattern.replace(/\[\^?\]?[^\]]*\]/g, "").match(dialect === "ere" ? /(?<!\\)\(/g : /\\\(/g) ?? []).length;

/** Texts for calls and replacements: several lines, the last without an end, one of them empty. */
const TEXT = "weir 7 open\n\nWEIR 12, weir 3 shut\ninlet é-12\nno gate";

const CALLS = {
  ere: [
    ["weir [0-9]+", ""],
    ["weir|weir 7", "i"],
    ["^$", ""],
    ["[0-9]*", ""],
    ["e", ""],
    ["é-|gate$", ""],
    ["(e)ir \\b[0-9]", "i"],
    ["weir\ngate", ""],
    ["", ""],
    ["n.*", ""],
    ["nothing", ""],
    ["\\s|.o", ""],
  ],
  bre: [
    ["weir [0-9]\\+", ""],
    ["\\(w\\)eir", "i"],
    ["^no", ""],
    ["o*", ""],
  ],
  literal: [
    ["weir", ""],
    ["weir\nweir 7\nno", "i"],
    [".", ""],
    ["é", ""],
  ],
};

const REWRITES = {
  ere: [
    ["(weir) ([0-9]+)", "", "\\2 \\1<&>", "all"],
    ["([a-z])([a-z]+)", "", "\\u\\1\\U\\2\\E!", "all"],
    ["[0-9]*", "", "x", "all"],
    ["o", "", "[&]", "first"],
    ["(e)", "i", "\\L\\u\\1x\\n", "all"],
    ["e", "", "\\&\\t\\x41\\o101\\d65\\cA\\/", "first"],
    ["(a)|(e)", "", "<\\1|\\2>", "all"],
    ["weir", "", "\\1", "all"],
    ["weir", "", "a\nb", "all"],
    ["^", "", "> ", "all"],
    ["$", "", ".", "all"],
    ["é", "", "\\U&", "all"],
  ],
  bre: [
    ["\\(weir\\) \\([0-9]*\\)", "", "\\2 \\1", "all"],
    ["oo*", "", "-", "all"],
    ["e", "i", "\\0\\0", "first"],
  ],
};

/** What a call of grep prints, as the contract has it. */
function callsByGrep(dialect, pattern, flags) {
  const ask = (...switches) => {
    const { stdout } = run("grep", [{ ere: "-E", bre: "-G", literal: "-F" }[dialect], ...(flags === "i" ? ["-i"] : []), ...switches, "-e", pattern], TEXT);
    return stdout === "" ? [] : stdout.replace(/\n$/, "").split("\n");
  };
  const numbered = (line) => [Number(line.slice(0, line.indexOf(":"))), line.slice(line.indexOf(":") + 1)];
  return [
    { call: "grep", value: ask() },
    { call: "grep -n", value: ask("-n").map(numbered) },
    { call: "grep -c", value: Number(ask("-c")[0]) },
    { call: "grep -v", value: ask("-v") },
    { call: "grep -o", value: ask("-o") },
    { call: "grep -bo", value: ask("-bo").map(numbered) },
    { call: "grep -x", value: ask("-x") },
    { call: "grep -w", value: ask("-w") },
  ];
}

function rewriteBySed(dialect, pattern, flags, template, scope) {
  const script = `s\u0004${pattern}\u0004${template}\u0004${scope === "all" ? "g" : ""}${flags === "i" ? "I" : ""}`;
  const { status, stdout, message } = run("sed", [...(dialect === "ere" ? ["-E"] : []), script], TEXT);
  return status === 0 ? { text: stdout } : { refused: message };
}

/** Puts rows for these dialects into a table of hosts, behind those of the others. */
function writeHosts(name, rows) {
  const file = new URL(`hosts/${name}.json`, CASES);
  const table = { ...JSON.parse(readFileSync(file, "utf8")), ...rows };
  const written = Object.entries(table).map(
    ([dialect, list]) => `  ${JSON.stringify(dialect)}: [\n${list.map((row) => `    ${JSON.stringify(row)}`).join(",\n")}\n  ]`,
  );
  writeFileSync(file, `{\n${written.join(",\n")}\n}\n`);
}

const mapRows = (table, row) => Object.fromEntries(Object.entries(table).map(([dialect, rows]) => [dialect, rows.map((each) => row(dialect, ...each))]));
writeHosts(
  "calls",
  mapRows(CALLS, (dialect, pattern, flags) => [pattern, flags, TEXT, callsByGrep(dialect, pattern, flags)]),
);
writeHosts(
  "rewrite",
  mapRows(REWRITES, (dialect, pattern, flags, template, scope) => [
    pattern,
    flags,
    TEXT,
    template,
    scope,
    rewriteBySed(dialect, pattern, flags, template, scope),
  ]),
);

const patterns = JSON.parse(readFileSync(new URL("gnu-patterns.json", CASES), "utf8"));
for (const [dialect, rows] of Object.entries(patterns)) {
  const cases = [];
  const errors = [];
  for (const [pattern, flags, ...texts] of rows) {
    const mode = { ere: "-E", bre: "-G", literal: "-F" }[dialect];
    const { status, message } = run("grep", [mode, "-e", pattern], "");
    if (status === 2) errors.push([pattern, flags, message]);
    else
      for (const text of texts) {
        // sed reads some escapes before the pattern is one.
        const bySed = dialect === "literal" || pattern.includes("\\n") ? undefined : matchesBySed(dialect, pattern, flags, text, countGroups(dialect, pattern));
        cases.push(bySed ? [pattern, flags, text, bySed] : [pattern, flags, text, matchesByGrep(mode, flags, pattern, text), "grep"]);
      }
  }
  const lines = (list) => list.map((row) => `    ${JSON.stringify(row)}`).join(",\n");
  writeFileSync(new URL(`${dialect}.json`, CASES), `{\n  "cases": [\n${lines(cases)}\n  ],\n  "errors": [\n${lines(errors)}\n  ]\n}\n`);
  console.log(`${dialect}: ${cases.length} cases, ${errors.length} errors`);
}
