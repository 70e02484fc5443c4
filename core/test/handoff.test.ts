/** Patterns into source text and back: every form whatever the pattern holds, and what people copy. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { programsFile } from "../scripts/programs.mjs";
import { type DialectName, formsOf, handin, LONGEST_SOURCE, programAround, READ_DIALECTS } from "../src/index.ts";

const form = (dialect: DialectName, name: string, pattern: string, flags = ""): string => {
  const written = formsOf(dialect)
    .find((one) => one.name === name)
    ?.write({ dialect, pattern, flags });
  return typeof written === "string" ? written : `refused: ${written?.refused}`;
};

describe("hand-off", () => {
  test.each<[DialectName, string, string, string, string]>([
    ["ecmascript", "literal", "a/b", "g", String.raw`/a\/b/g`],
    ["ecmascript", "literal", String.raw`a\/[/]`, "", String.raw`/a\/[\/]/`],
    ["ecmascript", "literal", "", "", "/(?:)/"],
    ["ecmascript", "literal", "\n\\\n\r\u2028", "", String.raw`/\n\n\r\u2028/`],
    ["ecmascript", "literal", "\ud83d[\udc1f]🐟", "", String.raw`/\ud83d[\udc1f]🐟/`],
    ["ecmascript", "literal", "\ud83d\\udc1f", "u", String.raw`/\u{d83d}\udc1f/u`],
    ["ecmascript", "literal", "</script>*", "", String.raw`/<\/script>*/`],
    ["ecmascript", "constructor", "\\d\"'\n\0", "gi", String.raw`new RegExp("\\d\"'\n\x00", "gi")`],
    ["ecmascript", "constructor", "</script><!--", "", String.raw`new RegExp("<\/script><\!--")`],
    ["python", "raw", "\\d+", "im", String.raw`re.compile(r"\d+", re.I | re.M)`],
    ["python", "raw", 'say "', "", `re.compile(r'say "')`],
    ["python", "raw", `"a'b`, "", `re.compile(r'''"a'b''')`],
    ["python", "raw", `"'`, "", String.raw`re.compile("\"'")`],
    ["python", "raw", "a\nb", "x", 're.compile(r"""a\nb""", re.X)'],
    ["python", "raw", "a\rb", "", String.raw`re.compile("a\rb")`],
    ["python", "raw", "a\0", "", String.raw`re.compile("a\x00")`],
    ["python", "plain", "\\b\ud83d", "", String.raw`re.compile("\\b\ud83d")`],
    ["java", "string", "\\d+", "im", String.raw`Pattern.compile("\\d+", Pattern.CASE_INSENSITIVE | Pattern.MULTILINE)`],
    ["java", "string", 'say "\n', "", String.raw`Pattern.compile("say \"\n")`],
    [
      "java",
      "string",
      "\0\ud83d🐟",
      "xsud",
      String.raw`Pattern.compile("\u0000\ud83d🐟", Pattern.COMMENTS | Pattern.DOTALL | Pattern.UNICODE_CASE | Pattern.UNIX_LINES)`,
    ],
    ["dotnet", "verbatim", '\\d+"', "im", String.raw`new Regex(@"\d+""", RegexOptions.IgnoreCase | RegexOptions.Multiline)`],
    ["dotnet", "verbatim", "a\nb", "snx", 'new Regex(@"a\nb", RegexOptions.Singleline | RegexOptions.ExplicitCapture | RegexOptions.IgnorePatternWhitespace)'],
    ["dotnet", "string", '\\d"\n\0\ud83d🐟', "", String.raw`new Regex("\\d\"\n\u0000\ud83d🐟")`],
    ["python", "json", 'a"\\', "i", String.raw`"a\"\\"`],
    ["pcre", "php", "\\d+'", "im", String.raw`'/\d+\'/im'`],
    ["pcre", "php", "a/b\\\\", "u", String.raw`'~a/b\\\\~u'`],
    ["perl", "qr", "a/b", "i", "qr!a/b!i"],
    ["perl", "qr", "$x|@y", "", "qr'$x|@y'"],
    ["perl", "qr", "$x'", "x", String.raw`qr/${"$"}{\ '$x\''}/x`],
    ["perl", "qr", "", "", "qr/(?:)/"],
  ])("%s %s of %j with %j", (dialect, name, pattern, flags, wanted) => {
    expect(form(dialect, name, pattern, flags)).toBe(wanted);
  });

  /** What patterns are made of that source text has a hard time with. */
  const NASTY = [
    "a",
    "\\d",
    "\\\\",
    '"',
    "'",
    "`",
    "/",
    "\n",
    "\r",
    "\u2028",
    "\0",
    "\ud83d",
    "🐟",
    "$",
    "@",
    "${x}",
    "</script>",
    "*/",
    "#",
    "\\/",
    "{",
    "}",
    '"""',
    "'''",
    "\t",
    "\ufeff",
    "%s",
  ];
  const pattern = fc.array(fc.constantFrom(...NASTY), { maxLength: 12 }).map((pieces) => pieces.join(""));

  test("what was handed off is handed in again", () => {
    fc.assert(
      fc.property(pattern, fc.constantFrom("ecmascript", "python", "java" as const), (text, dialect) => {
        for (const { name, write } of formsOf(dialect)) {
          if (name === "literal") continue;
          const source = write({ dialect, pattern: text, flags: "im" });
          if (typeof source !== "string") throw new Error(source.refused);
          const back = handin(source, dialect);
          expect([source, back.ok && [back.dialect, back.pattern, back.flags]]).toEqual([source, [dialect, text, name === "json" ? "" : "im"]]);
        }
      }),
      { numRuns: 40 * DEPTH },
    );
  });

  test("C#, PHP and Perl too, but for what they cannot hold", () => {
    fc.assert(
      fc.property(pattern, fc.constantFrom("dotnet", "pcre", "perl" as const), (text, dialect) => {
        for (const { name, write } of formsOf(dialect)) {
          const source = write({ dialect, pattern: text, flags: "im" });
          if (typeof source !== "string") continue;
          const back = handin(source, dialect);
          expect([source, back.ok && [back.dialect, back.pattern, back.flags]]).toEqual([source, [dialect, text, name === "json" ? "" : "im"]]);
        }
      }),
      { numRuns: 40 * DEPTH },
    );
  });

  /** What a literal must escape, escaped: so two patterns that mean the same are one text. */
  const settled = (text: string): string =>
    text.replaceAll(/\\?[\s\S]/gu, (piece) => {
      const character = piece.length > 1 && piece.startsWith("\\") ? piece.slice(1) : piece;
      return ESCAPED[character] ?? (/^\p{Cs}$/u.test(character) ? `\\u${character.charCodeAt(0).toString(16)}` : piece);
    });
  const ESCAPED: Record<string, string> = { "/": "\\/", "\n": "\\n", "\r": "\\r", "\u2028": "\\u2028", "\u2029": "\\u2029" };

  /** Only what its host reads is handed off. */
  const reads = (text: string): boolean => {
    try {
      return new RegExp(text, "m") instanceof RegExp;
    } catch {
      return false;
    }
  };

  test("a literal holds the pattern, with what it must escape", () => {
    fc.assert(
      fc.property(pattern, (text) => {
        fc.pre(reads(text));
        const back = handin(form("ecmascript", "literal", text, "m"), "ecmascript");
        if (!back.ok) throw new Error(back.error.message);
        expect(back.pattern).toBe(settled(text) || "(?:)");
      }),
      { numRuns: 60 * DEPTH },
    );
  });

  test.each<[DialectName, string, string, string]>([
    ["ecmascript", "literal", "a/b\n", "Backslashes stand as they are; a slash is written “\\/”, a line end by its escape."],
    ["ecmascript", "literal", "", "An empty literal would be a comment; “(?:)” asks for as little."],
    ["ecmascript", "constructor", "\\d", "Every backslash is written twice, since the string takes one of them."],
    ["ecmascript", "json", "d", "No backslash is in it, so nothing is doubled. The pattern alone; it has no flags."],
    ["python", "raw", "\\d", "Backslashes stand as they are."],
    ["python", "raw", "a\nb", "Backslashes stand as they are; three marks, since it holds a line end or both of them."],
    ["python", "raw", "", "Backslashes stand as they are."],
  ])("%s %s of %j says what its escapes do", (dialect, name, pattern, wanted) => {
    expect(
      formsOf(dialect)
        .find((one) => one.name === name)
        ?.note({ dialect, pattern, flags: "" }),
    ).toBe(wanted);
  });

  test("flags that a form leaves out are named; every other form has all of them", () => {
    for (const { name: dialect, flags } of READ_DIALECTS) {
      for (const form of formsOf(dialect)) {
        for (const { letter } of flags) {
          const source = { dialect, pattern: "a", flags: letter };
          if (form.name === "json") expect(form.note(source)).toContain(`its flags, ${letter}, are not in it`);
          else expect([dialect, form.name, letter, handin(String(form.write(source)), dialect)]).toMatchObject([dialect, form.name, letter, { flags: letter }]);
        }
      }
    }
  });

  test("programs are those of core/programs, around the pattern", () => {
    expect(readFileSync(new URL("../src/handoff/programs.generated.ts", import.meta.url), "utf8")).toBe(programsFile());
    expect(programAround({ dialect: "ecmascript", pattern: "a", flags: "i" })).toContain("const pattern = /a/ig;");
    expect(programAround({ dialect: "python", pattern: "a", flags: "" })).toContain('pattern = re.compile(r"a")');
    expect(programAround({ dialect: "bre", pattern: "a", flags: "" })).toContain("grep -G -e 'a' -o -b");
  });
});

// What stands in templates of JavaScript is meant as it is.
// biome-ignore-start lint/suspicious/noTemplateCurlyInString: they are source texts
describe("hand-in", () => {
  test.each<[string, DialectName, string, string, string]>([
    ["const re = /ab+c/gi;", "ecmascript", "literal", "ab+c", "gi"],
    ["return /[/]x/.test(s)", "ecmascript", "literal", "[/]x", ""],
    ['text.replace(/\\s+/g, "-")', "ecmascript", "literal", "\\s+", "g"],
    ["new RegExp('^\\\\d{3}$')", "ecmascript", "constructor", "^\\d{3}$", ""],
    ['new RegExp("a" +\n  "b|c", `i`)', "ecmascript", "constructor", "ab|c", "i"],
    ['new RegExp(String.raw`\\d+\\.`, "u")', "ecmascript", "constructor", "\\d+\\.", "u"],
    ["String.raw`\\bx`", "ecmascript", "constructor", "\\bx", ""],
    ['RegExp(/ab/g, "i")', "ecmascript", "constructor", "ab", "i"],
    ['new RegExp(["a","b"].join("|"), "g")', "ecmascript", "constructor", "a|b", "g"],
    ['text.match("a.c")', "ecmascript", "constructor", "a.c", ""],
    ["const x = 6 / 2; const re = /x/m", "ecmascript", "literal", "x", "m"],
    ["// see /foo/\nconst re = /bar/;", "ecmascript", "literal", "bar", ""],
    ['/* c */ re = /b"ar/y', "ecmascript", "literal", 'b"ar', "y"],
    ["if (!/^\\w+$/u.test(name)) throw x;", "ecmascript", "literal", "^\\w+$", "u"],
    ['new RegExp("\\u0041\\x42\\103\\0")', "ecmascript", "constructor", "ABC\0", ""],
    ["const re: RegExp = /x/dgimsuy", "ecmascript", "literal", "x", "dgimsuy"],
    ['{ test: /\\.tsx?$/, use: "x" }', "ecmascript", "literal", "\\.tsx?$", ""],
    ['"\\\\d+"', "ecmascript", "json", "\\d+", ""],
    ["'\\\\d+'", "ecmascript", "constructor", "\\d+", ""],
    ['re.compile(r"\\d+")', "python", "raw", "\\d+", ""],
    ["re.compile(r'\\d+', re.IGNORECASE | re.MULTILINE)", "python", "raw", "\\d+", "im"],
    ['re.search("\\\\bfoo\\\\b", text, flags=re.I)', "python", "plain", "\\bfoo\\b", "i"],
    ['re.findall(r"a" r"b"\n  "c", s, re.S)', "python", "raw", "abc", "s"],
    ["PATTERN = re.compile(\n    r'''\n  a # x\n  b\n''', re.VERBOSE)", "python", "raw", "\n  a # x\n  b\n", "x"],
    ['re.sub(r"a", "b", s, 0, re.A)', "python", "raw", "a", "a"],
    ['re.split(r",\\s*", s, flags=re.X|re.I)', "python", "raw", ",\\s*", "ix"],
    ['r"\\bfoo"', "python", "raw", "\\bfoo", ""],
    ['pattern = r"x+"  # comment', "python", "raw", "x+", ""],
    ["p = re.compile(b'\\\\x41')", "python", "plain", "\\x41", ""],
    ["re.compile(u'a\\u00e9')", "python", "plain", "aé", ""],
    ['re.compile(R"\\d", 2)', "python", "raw", "\\d", "i"],
    ['re.compile(("a"\n "b"))', "python", "plain", "ab", ""],
    ['re.compile(pattern=r"x", flags=re.RegexFlag.DOTALL)', "python", "raw", "x", "s"],
    ['m = re.match(r"(\\w+)=(\\d+)", line)', "python", "raw", "(\\w+)=(\\d+)", ""],
    ['re_path(r"^articles/(?P<y>[0-9]{4})/$", v)', "python", "raw", "^articles/(?P<y>[0-9]{4})/$", ""],
    ['re.compile("a\\\n b")', "python", "plain", "a b", ""],
    ['re.compile(r"a", re.I + re.M)', "python", "raw", "a", "im"],
    ['re.compile(r"a", re.U | re.DEBUG)', "python", "raw", "a", ""],
    ['re.compile(r"a\\"b")', "python", "raw", 'a\\"b', ""],
    ['if re.fullmatch(r"[A-Z]{2}\\d", code):', "python", "raw", "[A-Z]{2}\\d", ""],
    ["re.compile(r'it''s')", "python", "raw", "its", ""],
    ['re.compile("\\777")', "python", "plain", "\u01ff", ""],
    ['new RegExp("\\777")', "ecmascript", "constructor", "?7", ""],
    ["export default /x/u", "ecmascript", "literal", "x", "u"],
    ['new RegExp(["a", String.raw`\\d`].join("|"))', "ecmascript", "constructor", "a|\\d", ""],
    ['new RegExp(/a\\d/.source + "|" + /b/.source, "g")', "ecmascript", "constructor", "a\\d|b", "g"],
    ['"pattern": "^\\\\d+$",', "ecmascript", "constructor", "^\\d+$", ""],
    ['re.compile("|".join([r"a\\d", r"b"]), re.I)', "python", "raw", "a\\d|b", "i"],
    ['x = rx.compile(r"a" \\\n  r"b")', "python", "raw", "ab", ""],
    [">>> re.findall(r'\\d', s)", "python", "raw", "\\d", ""],
    [String.raw`Pattern p = Pattern.compile("\\d+\\.\"", Pattern.MULTILINE | Pattern.CASE_INSENSITIVE);`, "java", "string", '\\d+\\."', "im"],
    ['private static final Pattern TAG = Pattern.compile(\n    "[A-F]{4}" // station\n    + "-\\\\d{6}", 2 | 8);', "java", "string", "[A-F]{4}-\\d{6}", "im"],
    ['var re = new Regex(@"\\d+""x", RegexOptions.Multiline | RegexOptions.IgnoreCase | RegexOptions.Compiled);', "dotnet", "verbatim", '\\d+"x', "im"],
    [String.raw`if (Regex.IsMatch(line, "^\\w+\u0041\x41b\0$")) Count++;`, "dotnet", "string", "^\\w+A\u041b\0$", ""],
    ['Regex.Replace(text, @"a" + // station\n "\\\\b", "x", RegexOptions.Singleline)', "dotnet", "verbatim", "a\\b", "s"],
    ['[GeneratedRegex("""a"b\\d""", RegexOptions.ExplicitCapture)]', "dotnet", "verbatim", 'a"b\\d', "n"],
    ['private static readonly Regex Tag = new(@"x\\s", (RegexOptions)35);', "dotnet", "verbatim", "x\\s", "imx"],
    ['System.Text.RegularExpressions.Regex.Match(t, @"q", RegexOptions.None, TimeSpan.FromSeconds(1))', "dotnet", "verbatim", "q", ""],
    ['[RegularExpression(@"^[A-Z]{3}-\\d+$", ErrorMessage = "no tag")]', "dotnet", "verbatim", "^[A-Z]{3}-\\d+$", ""],
    ['string p = """\n   a\\d\n     b\n   """;', "dotnet", "verbatim", "a\\d\n  b", ""],
    ['@"\\w"', "dotnet", "verbatim", "\\w", ""],
    [String.raw`java.util.regex.Pattern.compile("\u0041\101\s\t")`, "java", "string", "AA \t", ""],
    [String.raw`if (line.matches("\\w+=\\d*")) count++;`, "java", "string", "\\w+=\\d*", ""],
    [String.raw`name.replaceFirst("^\\s+", "")`, "java", "string", "^\\s+", ""],
    [String.raw`String[] parts = line.split("\\s*;\\s*");`, "java", "string", "\\s*;\\s*", ""],
    [String.raw`String WEIR = "weir-\\d";`, "java", "string", "weir-\\d", ""],
    ['Pattern.compile("a.\\\\E", Pattern.LITERAL | Pattern.CASE_INSENSITIVE)', "java", "string", "\\Qa.\\E\\\\E\\Q\\E", "i"],
    ['Pattern.compile("x", 256 + 64)', "java", "string", "(?U)x", "u"],
    // Blocks of lines: what they share of their indentation, blanks at their ends and a line end behind a backslash are none of theirs.
    ['Pattern.compile("""\n    \\\\d+  # day  \n      x\\\n    \\s""", Pattern.COMMENTS)', "java", "string", "\\d+  # day\n  x ", "x"],
    ["preg_match('/^\\d{3}$/u', $line, $m)", "pcre", "php", "^\\d{3}$", "u"],
    ['if (preg_match_all("~gate (open|shut)~i", $text)) {', "pcre", "php", "gate (open|shut)", "i"],
    ["$re = '#^[a-z]+#mD';", "pcre", "php", "^[a-z]+", "m"],
    ["preg_replace('{a(b)}x' . 'i', '$1', $s)", "pcre", "php", "a(b)", "xi"],
    ["preg_split('/\\/+/', $path)", "pcre", "php", "/+", ""],
    ["my $re = qr/(\\d+)-x/ix;", "perl", "qr", "(\\d+)-x", "ix"],
    ["if ($line =~ m{^/up/(\\w+)}) {", "perl", "qr", "^/up/(\\w+)", ""],
    ["$text =~ s/\\s+$//g;", "perl", "qr", "\\s+$", ""],
    ["next unless $_ !~ /a\\/b/i;", "perl", "qr", "a/b", "i"],
    ["my @parts = split /,\\s*/, $line;", "perl", "qr", ",\\s*", ""],
    ["qr'$a@b'", "perl", "qr", "$a@b", ""],
    ["$x =~ s{a}{b}gx", "perl", "qr", "a", "x"],
    ['String p = """\r\n\ta"b\r\n\r\n\t\\"""c\r\n\t  """;', "java", "string", 'a"b\n\n"""c\n', ""],
  ])("%j", (source, dialect, name, pattern, flags) => {
    const found = handin(source);
    expect(found.ok ? [found.dialect, found.form, found.pattern, found.flags] : found).toEqual([dialect, name, pattern, flags]);
  });

  test.each<[string, string, string]>([
    ["new RegExp(`a${x}`)", "handin-made", "`a${x}`"],
    ['new RegExp(a + "b")', "handin-made", "a"],
    ['new RegExp("a" + b)', "handin-made", "b"],
    ['re.compile("a" + b)', "handin-made", "b"],
    ['re.compile(f"a{x}")', "handin-made", 'f"a{x}"'],
    [String.raw`re.compile("\N{DASH}")`, "handin-escape", String.raw`\N`],
    ['re.compile(r"abc', "handin-open", 'r"abc'],
    ["", "handin-none", ""],
    ["x = 5", "handin-none", "x = 5"],
    ["re.compile(name)", "handin-none", "re.compile(name)"],
    ['print("hello")', "handin-none", 'print("hello")'],
    ['"a,b".split(",")', "handin-none", '"a,b".split(",")'],
    ['Pattern.compile("a" + part)', "handin-made", "part"],
    [String.raw`Pattern.compile("\d")`, "handin-escape", String.raw`\d`],
    ['Pattern.compile("""\n  a\n  \\d""")', "handin-escape", "\\d"],
    ['Pattern.compile("""\n  a\\ \n  """)', "handin-escape", "\\ "],
    ['Pattern.compile(""" x\n  """)', "handin-escape", " x"],
    ['Pattern.compile("""\n  a', "handin-open", '"""\n  a'],
  ])("%j cannot be read, and it says where", (source, code, at) => {
    const found = handin(source);
    expect(found.ok ? found : [found.error.code, source.slice(found.error.start, found.error.end)]).toEqual([code, at]);
  });

  test("the dialect hinted at is taken where it could be several", () => {
    expect(handin(String.raw`"\\d"`, "python")).toMatchObject({ dialect: "python", form: "json", pattern: "\\d", plain: false });
    expect(handin(String.raw`'\\d'`, "python")).toMatchObject({ dialect: "python", form: "plain", pattern: "\\d" });
    expect(handin("re.compile(r'x')", "ecmascript")).toMatchObject({ dialect: "python", plain: true });
  });

  test("backslashes that the string takes are told", () => {
    const source = String.raw`new RegExp("\d+\\.\b")`;
    const found = handin(source);
    expect(found.ok && [found.pattern, found.taken.map(({ start, end }) => source.slice(start, end))]).toEqual(["d+\\.\b", ["\\d", "\\b"]]);
  });

  test("whatever is pasted is read or refused", () => {
    const words = [
      "re.compile(",
      "new RegExp(",
      "r'",
      '"',
      "'",
      "`",
      "/",
      "(",
      ")",
      "[",
      "]",
      ",",
      "+",
      "\\",
      "\n",
      "a",
      "#",
      "//",
      "/*",
      "flags=",
      "Pattern.compile(",
      '"""',
      "re.I",
      "${",
      "String.raw",
    ];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...words)), (pieces) => {
        const source = pieces.join("");
        const found = handin(source);
        if (!found.ok) expect([found.error.start >= 0, found.error.end <= source.length]).toEqual([true, true]);
      }),
      { numRuns: 200 * DEPTH },
    );
    expect(handin("(".repeat(LONGEST_SOURCE))).toMatchObject({ ok: false });
    expect(handin("a".repeat(LONGEST_SOURCE + 1))).toMatchObject({ ok: false, error: { code: "handin-long" } });
  });
});
// biome-ignore-end lint/suspicious/noTemplateCurlyInString: they are source texts
