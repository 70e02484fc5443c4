/** The hosts' side: tables of calls and replacements with answers recorded from the hosts, and what is said of them. */
import { readFileSync } from "node:fs";
import { beforeAll, describe, expect, test } from "@jest/globals";
import {
  callsSlices,
  type DialectName,
  drained,
  findSlices,
  type Host,
  type HunkPiece,
  hostFor,
  hostOf,
  hunksOf,
  hunkView,
  inUnit,
  jsonOf,
  lineStarts,
  MOST_REWRITTEN,
  type Program,
  piecesOf,
  replaced,
  rewriteSlices,
  rewriteWhole,
  sizeOf,
  tablesFor,
  written,
} from "../src/index.ts";
import { programOf } from "./support.ts";

function hostIn(dialect: DialectName): Host {
  const host = hostOf(dialect);
  if (!host) throw new Error(`${dialect} has no host`);
  return host;
}
const callsOf = (dialect: DialectName) => hostIn(dialect).calls;
const readTemplate = (source: string, program: Program) => hostFor(program).template.read(source, program);

const table = <T>(name: string): [DialectName, T[]][] => {
  const read = JSON.parse(readFileSync(new URL(`./cases/hosts/${name}.json`, import.meta.url), "utf8")) as Record<string, T[]>;
  return Object.entries(read).map(([dialect, rows]) => [dialect as DialectName, rows]);
};

type CallRow = [pattern: string, flags: string, text: string, answer: { call: string; value: unknown }[]];
type RewriteRow = [
  pattern: string,
  flags: string,
  text: string,
  template: string,
  scope: "first" | "all",
  answer: { text?: string; replacements?: number; refused?: string },
];

function rewritten(dialect: DialectName, pattern: string, flags: string, text: string, source: string, scope: "first" | "all"): unknown {
  const program = programOf(pattern, flags, dialect);
  const made = drained(rewriteWhole(hostFor(program).template, program, text, source, { first: scope === "first", stepLimit: Number.POSITIVE_INFINITY }));
  if (made.kind === "refused") return "refused";
  return made.kind === "made" && { text: made.text, replacements: made.replacements };
}

describe("what hosts were recorded to say", () => {
  test.each(table<CallRow>("calls"))("calls of %s", (dialect, rows) => {
    for (const [pattern, flags, text, answer] of rows) {
      const { calls } = drained(callsSlices(callsOf(dialect), programOf(pattern, flags, dialect), text));
      const ours = calls.filter(({ fits }) => fits).map((call) => ({ call: call.call, value: "value" in call ? jsonOf(call.value) : call.error }));
      expect([pattern, flags, text, ours]).toEqual([pattern, flags, text, answer]);
    }
  });

  test.each(table<RewriteRow>("rewrite"))("replacements of %s", (dialect, rows) => {
    for (const [pattern, flags, text, template, scope, answer] of rows) {
      // sed does not say how often it replaced.
      const theirs = answer.refused === undefined ? expect.objectContaining(answer) : "refused";
      expect([pattern, template, scope, rewritten(dialect, pattern, flags, text, template, scope)]).toEqual([pattern, template, scope, theirs]);
    }
  });
});

describe("templates", () => {
  beforeAll(() => tablesFor("\\N{}"));

  test.each<[DialectName, string, string, [string, number, number][]]>([
    ["python", "(a)", "x\\2y", [["template-group", 1, 3]]],
    ["python", "(a)", "\\10", [["template-group-digit", 0, 3]]],
    ["python", "(a)", "\\U\\1", [["template-case", 0, 2]]],
    [
      "python",
      "(a)",
      "a\\qb\\z",
      [
        ["template-escape", 1, 3],
        ["template-escape", 4, 6],
      ],
    ],
    ["java", "(a)", "x$2y", [["template-group", 1, 3]]],
    ["java", "(a)", "$", [["template-dollar", 0, 1]]],
    ["java", "(a)", "$x", [["template-dollar", 0, 2]]],
    ["java", "(a)", "${n", [["template-braces", 0, 3]]],
    ["java", "(a)", "${}", [["template-braces", 0, 3]]],
    ["java", "(a)", "${1a}", [["template-name", 0, 5]]],
    ["java", "(a)", "${n}", [["template-name-unknown", 0, 4]]],
    ["java", "(a)", "\\", [["template-escape-end", 0, 1]]],
    ["dotnet", "(a)", "x$99999999999", [["template-number", 1, 13]]],
    ["dotnet", "(a)", "$2${zz}${$\\1", []],
    ["python", "(a)", "\\", [["template-escape-end", 0, 1]]],
    ["python", "(a)", "\\777", [["template-octal", 0, 4]]],
    ["python", "(a)", "\\g1", [["template-reference-form", 0, 2]]],
    ["python", "(a)", "\\g<1", [["template-name-missing", 0, 4]]],
    ["python", "(a)", "\\g<>", [["template-name-missing", 0, 4]]],
    ["python", "(a)", "\\g<-1>", [["template-name", 0, 6]]],
    ["python", "(?P<n>a)", "\\g<m>", [["template-name-unknown", 0, 5]]],
    ["ecmascript", "(a)", "$9 $<n> \\q ${", []],
    ["perl", "(a)", "x\\U\\Ly", [["template-case-empty", 3, 5]]],
    ["perl", "(a)", "\\U\\Q\\E\\Ea", [["template-case-empty", 6, 8]]],
    [
      "perl",
      "(a)",
      "\\o \\N{} \\c{ \\x{4",
      [
        ["template-escape-form", 0, 2],
        ["character-name-unknown", 3, 7],
        ["template-escape-form", 8, 11],
        ["template-escape-form", 12, 15],
      ],
    ],
    [
      "perl",
      "(a)",
      "$x @y $1[0] $& $01 $+{n}{m} @",
      [
        ["template-variable", 0, 2],
        ["template-variable", 3, 5],
        ["template-variable", 6, 8],
        ["template-variable", 15, 18],
        ["template-variable", 19, 21],
      ],
    ],
    ["perl", "(?<n>a)", "$-{m}[0] $-{n} $-{n}[x] $+[0]", [0, 9, 15, 24].map((at) => ["template-variable", at, at + 2] as [string, number, number])],
  ])("mistakes in %s /%s/ with %s", (dialect, pattern, source, wanted) => {
    expect(readTemplate(source, programOf(pattern, "", dialect)).diagnostics.map(({ code, start, end }) => [code, start, end])).toEqual(wanted);
  });

  test.each<[DialectName, string, string, string[]]>([
    ["ecmascript", "(a)", "$10", ["“$10” is group 1 and then “0”, since the pattern has one group."]],
    ["ecmascript", "(a)", "$2", ["“$2” stands for itself, since the pattern has one group."]],
    ["ecmascript", "(a)", "$0", ["“$0” stands for itself. The whole match is “$&”."]],
    ["ecmascript", "(a)", "$<n>", ["“$<” stands for itself, since the pattern names no group."]],
    ["ecmascript", "(?<n>a)", "$<m>", ["“$<m>” gives nothing: no group has this name."]],
    ["ecmascript", "(a)", "\\1", ["“\\1” stands for itself. Group 1 is “$1”."]],
    ["ecmascript", "(a)", "$$1 $1 $&", []],
    [
      "ecmascript",
      "(a)",
      "\\U$1",
      ["“\\U” stands for itself: this host’s templates change no case. A function does: text.replace(re, (match) => match.toUpperCase())."],
    ],
    ["ecmascript", "(a)", "(m) => m", ["This is put in as it is written: a function is not run here, only a template is."]],
    [
      "ecmascript",
      "(a)",
      "(?1b:c)",
      ["“(?1” stands for itself: this host’s templates have no conditions. A function decides: text.replace(re, (match) => match.toUpperCase())."],
    ],
    ["python", "(a)", "lambda m: m", ["This is put in as it is written: a function is not run here, only a template is."]],
    ["dotnet", "(a)", "\\1", ["“\\1” stands for itself. Group 1 is “$1”."]],
    ["dotnet", "(a)", "$2", ["“$2” stands for itself, since the pattern has one group."]],
    ["java", "(a)", "\\1", ["“\\1” is the character 1. The group is “$1”."]],
    ["java", "(a)", "\\n", ["“\\n” is the letter n: a backslash takes the next character as it is."]],
    ["java", "(a)", "$12", ["“$12” is group 1 and then “2”, since the pattern has one group."]],
    ["python", "(a)", "$1", ["“$1” stands for itself. Group 1 is “\\1”."]],
    ["python", "(a)", "\\0", ["“\\0” is the character NUL. The whole match is “\\g<0>”."]],
    ["python", "(a)", "\\101", ["“\\101” is the character number 65, in octal. Group 1 and then “01” is “\\g<1>01”."]],
  ])("what does not show in %s /%s/ with %s", (dialect, pattern, source, wanted) => {
    expect(readTemplate(source, programOf(pattern, "", dialect)).remarks.map(({ message }) => message)).toEqual(wanted);
  });

  /** What Perl 5.36 makes of them. */
  test.each([
    ["(a)|(b)", "[$+]", "ab", "[a][b]"],
    ["(?:(a)|(b))*", "[$+|$^N]", "ba", "[b|a][|]"],
    ["((a)(b)?)", "[$+|$^N]", "ab", "[b|ab]"],
    ["(?=(ab))(a)", "[$^N|$+]", "ab", "[a|a]b"],
    ["(?<=(a))b(?=(c))", "[$^N]", "abc", "a[c]c"],
    ["((a)|(b))+", "[$^N|$+]", "ab", "[b|b]"],
    ["(a*)()", "[$^N|$+]", "aa", "[|][|]"],
    ["b", "[$`|$']", "abc", "a[a|c]c"],
    ["b", "[${`}|${'}|${^N}|${+}]", "abc", "a[a|c||]c"],
    ["(?<n>a)|(?<n>b)", "[$-{n}[0]|$-{n}[1]|$-{n}[-1]|$-{n}[5]]", "ab", "[a|||][|b|b|]"],
    ["(?<n>a)", "$-{ n }[ 0 ]", "a", "a"],
  ])("variables of a match in perl: /%s/ with %s on %s", (pattern, template, text, wanted) => {
    expect(rewritten("perl", pattern, "", text, template, "all")).toMatchObject({ text: wanted });
  });

  test("a change of case goes over parts, and what is inside of another is made first", () => {
    const program = programOf("(x?)(y)", "", "perl");
    const template = readTemplate("\\u$1$2\\Q.\\E-\\L\\U\\EA\\E", program);
    expect(template.changes).toEqual([
      { kind: "quote", from: 2, to: 3 },
      { kind: "lower", from: 4, to: 5 },
      { kind: "title-first", from: 0, to: 5 },
    ]);
    const { matches } = drained(findSlices(program, "ay", { mode: "all" }));
    expect(piecesOf(template, matches, 0, "ay").map(({ text, from }) => [text, from])).toEqual([
      ["", { start: 1, end: 1 }],
      ["Y", { start: 1, end: 2 }],
      ["\\.", null],
      ["-", null],
      ["a", null],
    ]);
  });

  test("how long a text with changed parts will be is known before it is written", () => {
    const program = programOf("ß|ŉ|x", "", "perl");
    const text = "ßŉx ".repeat(3000);
    const { matches } = drained(findSlices(program, text, { mode: "all" }));
    const template = readTemplate("\\U$&\\E\\Q$&.", program);
    const size = drained(sizeOf(template, matches, text, { first: false }));
    const made = drained(rewriteSlices(template, matches, text, { first: false }));
    expect(made.ok && made.pieces.join("")).toBe("SSß\\.ʼNŉ\\.Xx\\. ".repeat(3000));
    expect(size.length).toBe(made.length);
    expect(made.ok && made.pieces.join("").length).toBe(size.length);
  });

  test("every part has the span that wrote it", () => {
    const source = "a$1-$$$<n>$&$2";
    const { parts } = readTemplate(source, programOf("(?<n>x)(y)"));
    expect(parts.map(({ kind, start, end }) => [kind, source.slice(start, end)])).toEqual([
      ["text", "a"],
      ["group", "$1"],
      ["text", "-$$"],
      ["group", "$<n>"],
      ["whole", "$&"],
      ["group", "$2"],
    ]);
  });
});

describe("rewriting", () => {
  const program = programOf("\\d", "g");
  const text = "a1b2c3";
  const { matches } = drained(findSlices(program, text, { mode: "all" }));

  test("matches can be left alone", () => {
    const template = readTemplate("<$&>", program);
    const made = drained(rewriteSlices(template, matches, text, { first: false, but: new Set([1]) }));
    expect(made).toEqual({ ok: true, pieces: ["a<1>b2c<3>"], replacements: 2, length: 10 });
    expect([...replaced(matches, { first: true, but: new Set([0]) })]).toEqual([]);
  });

  test("what would be too large is refused with its size, and not made", () => {
    const long = "x".repeat(40_000);
    const every = drained(findSlices(programOf(".", "gs"), long, { mode: "all" }));
    const template = readTemplate("$`$'", programOf(".", "gs"));
    const made = drained(rewriteSlices(template, every.matches, long, { first: false }));
    expect(made).toEqual({ ok: false, replacements: 40_000, length: 40_000 * 39_999 });
    expect(made.length).toBeGreaterThan(MOST_REWRITTEN);
  });

  test("the size is that of the text made", () => {
    const template = readTemplate("[$`|$'|$&]", program);
    const size = drained(sizeOf(template, matches, text, { first: false }));
    const made = drained(rewriteSlices(template, matches, text, { first: false }));
    expect(made.ok && made.pieces.join("").length).toBe(size.length);
  });
});

describe("values as their language writes them", () => {
  const call = (dialect: DialectName, name: string, pattern: string, flags: string, text: string, most?: number): string => {
    const { calls } = drained(callsSlices(callsOf(dialect), programOf(pattern, flags, dialect), text, most === undefined ? {} : { most }));
    const found = calls.find((one) => one.call === name);
    return found && "value" in found
      ? written(found.value, hostIn(dialect).notation)
          .map((piece) => piece.text)
          .join("")
      : (found?.error ?? "");
  };

  test.each<[DialectName, string, string, string, string, string]>([
    ["python", "findall", "(a)(b)?", "", "ab a", "[\n  ('a', 'b'),\n  ('a', ''),\n]"],
    ["python", "findall", "'|\"", "", "it's \"", "[\"'\", '\"']"],
    ["python", "split", "(,)", "", "a,b", "['a', ',', 'b']"],
    ["python", "match", "b", "", "ab", "None"],
    ["python", "search", "(?P<n>b)(c)?", "", "ab", "<re.Match object; span=(1, 2), match='b'> .groups() ('b', None) .groupdict() {'n': 'b'}"],
    ["dotnet", "IsMatch", "b", "", "ab", "True"],
    ["dotnet", "Match", "x", "", "ab", "Success False"],
    ["dotnet", "Match", "(?<n>a|b)+(c)?", "", "ab", 'Index 0, Length 2, "ab", Groups [1: Success False, n: "b" of ["a", "b"]]'],
    ["dotnet", "Split", "(,)", "", "a,b", '["a", ",", "b"]'],
    ["java", "matches", "b", "", "ab", "false"],
    ["java", "split", ",", "", "a,b,,", '["a", "b"]'],
    ["java", "find", "(?<n>b)(c)?", "", "ab\n", '[start 1, end 2, "b", groups ["b", null]]'],
    ["java", "split", "x", "", '\u0007\ud83d"\\', '["\\u0007\\ud83d\\"\\\\"]'],
    ["ecmascript", "exec", "(?<n>b)(c)?", "", "ab\n", '["b", "b", undefined, index: 1, groups: { n: "b" }]'],
    ["ecmascript", "match", "x", "g", "ab", "null"],
    ["ecmascript", "test", "x", "g", "ab", "false"],
    ["ecmascript", "matchAll", "x", "", "ab", "TypeError: String.prototype.matchAll called with a non-global RegExp argument"],
  ])("%s %s of /%s/%s on %j", (dialect, name, pattern, flags, text, wanted) => {
    expect(call(dialect, name, pattern, flags, text)).toBe(wanted);
  });

  test("long lists end in a count", () => {
    expect(call("python", "findall", ".", "", "abcdefgh", 3)).toBe("['a', 'b', 'c', … 5 more]");
  });

  test("pieces know where they came from", () => {
    const { calls } = drained(callsSlices(callsOf("python"), programOf("🐟(.)", "", "python"), "a🐟b"));
    const value = calls[0] && "value" in calls[0] ? calls[0].value : null;
    const pieces = value ? written(value, hostIn("python").notation) : [];
    expect(pieces.filter(({ from }) => from)).toEqual([
      { text: "1", from: { start: 1, end: 1 } },
      { text: "3", from: { start: 4, end: 4 } },
      { text: "'🐟b'", from: { start: 1, end: 4 } },
      { text: "'b'", from: { start: 3, end: 4 } },
    ]);
  });

  test("a call says what would surprise", () => {
    const remarks = (dialect: DialectName, pattern: string, flags: string, text: string) =>
      Object.fromEntries(drained(callsSlices(callsOf(dialect), programOf(pattern, flags, dialect), text)).calls.map(({ call, remark }) => [call, remark]));
    expect(remarks("python", "(a)(b)", "", "xab").findall).toContain("tuple");
    expect(remarks("python", "a", "", "xab").match).toContain("start of the text only");
    expect(remarks("python", "a", "", "a").findall).toBeNull();
    expect(remarks("python", "(a)|(b)", "", "xab").findall).toContain("is an empty string here");
    expect(remarks("python", "(a)|(b)", "", "xab").search).toBe("A group that did not take part is None, and its span (-1, -1).");
    expect(remarks("ecmascript", "(a)|(b)", "", "xab").exec).toContain("is undefined");
    expect(remarks("ecmascript", "(a)", "g", "a").match).toContain("matchAll");
    expect(remarks("ecmascript", "a", "g", "x").match).toContain("null");
    expect(remarks("ecmascript", "a", "", "x").exec).toContain("null");
  });
});

test("offsets in a host's units, asked for in any order", () => {
  const text = "é🐟\ud83d한a";
  const codePoints = inUnit(text, "code-points");
  expect([6, 0, 3, 1, 4, 2].map(codePoints)).toEqual([5, 0, 2, 1, 3, 2]);
  const bytes = inUnit(text, "utf-8");
  expect([0, 1, 3, 4, 5, 6, 1].map(bytes)).toEqual([0, 2, 6, 9, 12, 13, 2]);
  expect(inUnit(text, "utf-16")(5)).toBe(5);
});

describe("a rewriting to be looked at", () => {
  const look = (pattern: string, template: string, text: string, but: readonly number[] = []) => {
    const program = programOf(pattern, "g");
    const { matches } = drained(findSlices(program, text, { mode: "all" }));
    const hunks = drained(hunksOf(matches, text, lineStarts(text)));
    const read = readTemplate(template, program);
    return Array.from({ length: hunks.length }, (_, i) => hunkView(hunks, i, read, matches, text, { first: false, but: new Set(but) }));
  };
  const side = (pieces: readonly HunkPiece[]) => pieces.map(({ kind, text, group }) => `${kind[0]}${group ?? ""}:${text}`);

  test("lines that hold a match, before and after", () => {
    const [first, second, ...more] = look("(\\d)(\\w)?", "<$2$1>", "a1\nno\nb2cx3\n");
    expect(more).toEqual([]);
    expect([first?.line, first && side(first.was), first && side(first.is)]).toEqual([1, ["k:a", "g:1"], ["k:a", "c:<", "c:", "c1:1", "c:>"]]);
    expect([second?.line, second && side(second.was)]).toEqual([3, ["k:b", "g:2c", "k:x", "g:3"]]);
  });

  test("a match over several lines, and matches side by side on its last", () => {
    const all = look("b\\nc|d", "-", "ab\ncd\ne");
    expect(all.map(({ line, was }) => [line, side(was)])).toEqual([[1, ["k:a", "g:b\nc", "g:d"]]]);
  });

  test("a match that is left alone is on both sides", () => {
    const [only] = look("\\d", "x", "1 2", [0]);
    expect(only && [side(only.was), side(only.is)]).toEqual([
      ["a:1", "k: ", "g:2"],
      ["a:1", "k: ", "c:x"],
    ]);
  });

  test("of a long line the surroundings of what changes", () => {
    const [only] = look("\\d", "", `${"a".repeat(500)}1${"b".repeat(500)}2${"c".repeat(500)}`);
    expect(only?.was.map(({ kind, text }) => [kind, text.length])).toEqual([
      ["left", 0],
      ["kept", 40],
      ["gone", 1],
      ["kept", 40],
      ["left", 0],
      ["kept", 40],
      ["gone", 1],
      ["kept", 40],
      ["left", 0],
    ]);
  });

  test("both sides put together are the text and its rewriting", () => {
    const text = "gate 7\ngate 12 and 3\n\nnone\n9";
    const program = programOf("(\\d)(\\d)?", "g");
    const { matches } = drained(findSlices(program, text, { mode: "all" }));
    const template = readTemplate("[$2|$1]", program);
    const made = drained(rewriteSlices(template, matches, text, { first: false }));
    const hunks = look("(\\d)(\\d)?", "[$2|$1]", text);
    const lines = text.split("\n");
    for (const { line, was, is } of hunks) {
      expect(was.map((piece) => piece.text).join("")).toBe(lines[line - 1]);
      lines[line - 1] = is.map((piece) => piece.text).join("");
    }
    expect(lines.join("\n")).toBe(made.ok && made.pieces.join(""));
  });
});
