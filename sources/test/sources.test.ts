/** Patterns in sources and lists: what is found, where, and what is passed over. */
import { describe, expect, test } from "@jest/globals";
import { type Found, patternsInFile, patternsInList } from "../src/index.ts";

const shown = ({ patterns }: Found) => patterns.map(({ pattern, flags, line, column }) => [pattern, flags, line, column]);

describe("JavaScript and TypeScript", () => {
  test.each<[code: string, expected: unknown[]]>([
    ["const weir = /a+b/gi;", [["a+b", "gi", 1, 14]]],
    ["x = 4 / 2 / 1; y = /z/", [["z", "", 1, 20]]],
    ['\n  new RegExp("\\\\d+")', [["\\d+", "", 2, 14]]],
    ['RegExp("a", "g")', [["a", "g", 1, 8]]],
    ["globalThis.RegExp(`b`)", [["b", "", 1, 19]]],
    ["new RegExp(String.raw`\\s+$`, 'm')", [["\\s+$", "m", 1, 12]]],
    ['new RegExp("a" + "b" + `c`)', [["abc", "", 1, 12]]],
    ["new RegExp(/lit/u)", [["lit", "u", 1, 12]]],
    ["'/not/'; // /nor this/\n`/nor/ $" + "{/but/.test(x)}`", [["but", "", 2, 10]]],
    ["gate.RegExp('x')", []],
    ["const A = 'x+'; const B = `(?:$" + "{A})*`; new RegExp(`^$" + "{B}$`, 'i')", [["^(?:x+)*$", "i", 1, 51]]],
    [
      "const A = /x+/; RegExp(A.source + '$')",
      [
        ["x+", "", 1, 11],
        ["x+$", "", 1, 24],
      ],
    ],
    ["new RegExp(String.raw`\\d$" + "{N}`); const N = '+'", [["\\d+", "", 1, 12]]],
  ])("%s", (code, expected) => {
    expect(shown(patternsInFile("a.js", code))).toEqual(expected);
  });

  test.each([
    ["/a/.exec(t)", "search"],
    ["t.replace(/a/g, '')", "all"],
    ["t.replace(/a/, '')", "search"],
    ["RegExp('a', 'gi')", "all"],
    ["t.split(/a/)", "all"],
    ["t?.split(/a/)", "all"],
    ["split(/a/)", "search"],
    ["t.split('b', /a/)", "search"],
  ])("%s asks for %s", (code, mode) => {
    expect(patternsInFile("a.js", code).patterns.map((each) => each.mode)).toEqual([mode]);
  });

  test("types, decorators, JSX and modules are read by the end of the file's name", () => {
    expect(shown(patternsInFile("a.ts", "const r = <T,>(x: T) => /t/ as RegExp;\n@gate class A { p = /q/ }"))).toEqual([
      ["t", "", 1, 25],
      ["q", "", 2, 21],
    ]);
    expect(shown(patternsInFile("a.tsx", "export const A = () => <p title='/no/'>{/j/.source}</p>;"))).toEqual([["j", "", 1, 41]]);
    expect(shown(patternsInFile("a.mjs", "import x from 'y'; await /m/.exec(x)"))).toEqual([["m", "", 1, 26]]);
  });

  test("what is put together when the program runs is passed over, where it stands", () => {
    const { patterns, passed } = patternsInFile("a.js", "new RegExp(name + '$');\nnew RegExp('a', flags)");
    expect(patterns).toEqual([]);
    expect(passed.map(({ line, column }) => [line, column])).toEqual([
      [1, 12],
      [2, 12],
    ]);
  });

  test.each([
    ["a name with two meanings", "const A = 'x'; function f(A) { return RegExp(A) }"],
    ["a name that can be set again", "let A = 'x'; RegExp(A)"],
    ["a parameter taken apart", "const A = 'x'; const f = ({ b: [A] }) => RegExp(A)"],
    ["names that go round in a circle", "const A = B + 'x'; const B = A + 'y'; RegExp(A)"],
    ["a call", "const A = make(); RegExp(A)"],
    ["what is caught", "const A = 'x'; try { f() } catch (A) { RegExp(A) }"],
    ["what is imported", "import A from 'a'; RegExp(A)"],
  ])("%s is not known before the program runs", (_, code) => {
    const { patterns, passed } = patternsInFile("a.js", code);
    expect([patterns.length, passed.length]).toEqual([0, 1]);
  });

  test("a file that is being typed is read as far as possible", () => {
    expect(shown(patternsInFile("a.js", "const a = /x/; let let = ((((\nconst b = /y/i;"))).toEqual([
      ["x", "", 1, 11],
      ["y", "i", 2, 11],
    ]);
    expect(shown(patternsInFile("a.js", 'new RegExp("a'))).toEqual([]);
  });

  test.each<[code: string, expected: unknown[]]>([
    ["t.match('a+b')", [["a+b", "", 1, 9]]],
    ["t.matchAll('a.b')", [["a.b", "g", 1, 12]]],
    ["router.match('/gate')", []],
    ["new RegExp(['a', `b`].join('|'))", [["a|b", "", 1, 12]]],
    ["type A = { a: RegExp }; const b = <T>(x: T) => /t/", [["t", "", 1, 48]]],
  ])("%s", (code, expected) => {
    expect(shown(patternsInFile("a.ts", code))).toEqual(expected);
  });
});

describe("Python", () => {
  const python = (code: string) => patternsInFile("a.py", code).patterns.map(({ pattern, flags, mode, line, column }) => [pattern, flags, mode, line, column]);

  test.each<[code: string, expected: unknown[]]>([
    ["import re\nre.compile(r'\\s+$')", [["\\s+$", "", "search", 2, 12]]],
    ["import re as weir\nweir.match('a\\\\d', x, weir.I | weir.M)", [["a\\d", "im", "start", 2, 12]]],
    ["from re import fullmatch as whole, X\nwhole('a b', t, flags=X)", [["a b", "x", "whole", 2, 7]]],
    ["import re\nre.sub('a' 'b', '', t, 0, re.S)", [["ab", "s", "all", 2, 8]]],
    ["import re\nre.search('a' + r'\\b', t)", [["a\\b", "", "search", 2, 11]]],
    ["import re\nre.compile(b'\\x41+')", [["A+", "a", "search", 2, 12]]],
    ["import re\nre.compile('''one\ntwo''', re.VERBOSE)", [["one\ntwo", "x", "search", 2, 12]]],
    ["import re\nre.findall('\\u00e9\\101\\n\\q', t)", [["éA\n\\q", "", "all", 2, 12]]],
    ["other.compile('x')\ncompile('y')", []],
    ["import re\nA = r'\\d+'\nre.compile('^' + A)", [["^\\d+", "", "search", 3, 12]]],
    ["import re\nre.compile('|'.join(['a', 'b']), re.I)", [["a|b", "i", "search", 2, 12]]],
    ["import re\nre.compile(rf'a', 10)", [["a", "im", "search", 2, 12]]],
    ["import re\nF = re.I | re.S\nre.compile('a', flags=F)", [["a", "is", "search", 3, 12]]],
  ])("%s", (code, expected) => {
    expect(python(code)).toEqual(expected);
  });

  test.each([
    ["f-strings", "import re\nre.compile(f'{x}+')"],
    ["names", "import re\nre.compile(x)"],
    ["names that are set twice", "import re\nx = 'a'\nx = 'b'\nre.compile(x)"],
    ["names of parameters", "import re\nx = 'a'\ndef f(x): re.compile(x)"],
    ["names of loops", "import re\nx = 'a'\nfor x in y: re.compile(x)"],
    ["flags that are computed", "import re\nre.compile('x', flags)"],
    ["names of characters", "import re\nre.compile('\\N{BULLET}')"],
  ])("%s are passed over", (_, code) => {
    const { patterns, passed } = patternsInFile("a.py", code);
    expect([patterns.length, passed.length, passed[0]?.line]).toEqual([0, 1, code.split("\n").length]);
  });

  test("a broken file gives what can be read of it", () => {
    expect(python("import re\nre.compile('x')\ndef (:\nre.compile('y')")[0]).toEqual(["x", "", "search", 2, 12]);
  });
});

describe("lists", () => {
  test("literals and plain patterns, one a line", () => {
    expect(shown(patternsInList("# a comment\n/a+b/i\n\n^\\d+$\r\n/usr/bin/Q\n", "ecmascript", "m"))).toEqual([
      ["a+b", "i", 2, 1],
      ["^\\d+$", "m", 4, 1],
      ["/usr/bin/Q", "m", 5, 1],
    ]);
  });

  test("a literal's flags say whether all matches are asked for", () => {
    expect(patternsInList("/a/g\n/a/i\na", "ecmascript").patterns.map(({ mode }) => mode)).toEqual(["all", "search", "search"]);
    expect(patternsInList("a", "ecmascript", "g").patterns.map(({ mode }) => mode)).toEqual(["all"]);
  });

  test("in python solidi are no brackets", () => {
    expect(shown(patternsInList("/a/i", "python"))).toEqual([["/a/i", "", 1, 1]]);
  });
});
