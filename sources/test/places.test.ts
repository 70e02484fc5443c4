/** Where the characters of patterns are written, and changes of patterns as changes of the text around them. */
import { describe, expect, test } from "@jest/globals";
import { writtenSpan } from "@lamprey/core";
import fc from "fast-check";
import { applied, editOf, editOfMeaning, type FoundPattern, type LanguageName, patternsInSource } from "../src/index.ts";

/** Ways to write a text as a pattern in each language; undefined where the form cannot hold it. */
const escaped = (mark: string) => (text: string) =>
  mark + [...text].map((sign) => (sign === "\n" ? "\\n" : sign === "\\" || sign === mark ? `\\${sign}` : sign)).join("") + mark;
const unless = (signs: string, write: (text: string) => string) => (text: string) => ([...signs].some((sign) => text.includes(sign)) ? undefined : write(text));
/** The text in two pieces. */
const inHalves = (sign: string, write: (text: string) => string) => (text: string) => {
  const signs = [...text];
  const half = signs.length >> 1;
  return `${write(signs.slice(0, half).join(""))} ${sign} ${write(signs.slice(half).join(""))}`;
};

const FORMS: readonly [name: string, language: LanguageName, write: (text: string) => string | undefined][] = [
  ["double quotes", "javascript", (text) => `x = new RegExp(${escaped('"')(text)});`],
  ["two pieces", "typescript", (text) => `x = RegExp(${inHalves("+", escaped("'"))(text)});`],
  ["a template", "javascript", unless("`$", (text) => `x = RegExp(\`${text.replaceAll("\\", "\\\\")}\`);`)],
  ["a raw template", "tsx", unless("`$\\", (text) => `x = RegExp(String.raw\`${text}\`);`)],
  ["a literal", "javascript", unless("\n/[\\", (text) => `x = /${text}/.test(y);`)],
  ["a plain string", "python", (text) => `import re\nre.compile(${escaped("'")(text)})`],
  ["a raw string", "python", unless('"\n\\', (text) => `import re\nre.compile(r"${text}")`)],
  ["strings side by side", "python", (text) => `import re\nre.compile(${inHalves("", escaped('"'))(text)})`],
  ["a string", "java", (text) => `class A { Object p = Pattern.compile(${escaped('"')(text)}); }`],
  ["two pieces", "java", (text) => `class A { Object p = Pattern.compile(${inHalves("+", escaped('"'))(text)}); }`],
  ["a string", "csharp", (text) => `var a = new Regex(${escaped('"')(text)});`],
  ["a verbatim string", "csharp", (text) => `var a = new Regex(@"${text.replaceAll('"', '""')}");`],
  ["a raw string", "csharp", unless('"\n', (text) => `var a = new Regex("""${text}""");`)],
  ["single quotes", "php", unless("~", (text) => `<?php preg_match('~${text.replaceAll("\\", "\\\\").replaceAll("'", "\\'")}~', $s);`)],
  ["double quotes", "php", unless("~", (text) => `<?php preg_match("~${escaped('"')(text).slice(1, -1).replaceAll("$", "\\$")}~", $s);`)],
  ["a literal", "perl", unless("/$@\\", (text) => `$x =~ m/${text}/;`)],
  ["a literal in braces", "perl", unless("{}$@\\", (text) => `$x =~ qr{${text}};`)],
];

/** Letters, signs of patterns and of strings; `\` only where a form can hold it. */
const SIGNS = ["a", "b", "7", " ", ".", "+", "(", ")", "|", "é", "💧", '"', "'", "\\", "\n", "/", "$", "{", "`", "~", "@"];
const texts = fc.array(fc.constantFrom(...SIGNS), { minLength: 1, maxLength: 12 }).map((signs) => signs.join(""));

const only = (language: LanguageName, code: string): FoundPattern => {
  const { patterns } = patternsInSource(language, code);
  expect(patterns).toHaveLength(1);
  return patterns[0] as FoundPattern;
};

describe.each(FORMS)("%s in %s", (_, language, write) => {
  test("is found as it was written, and every character has its place", () => {
    fc.assert(
      fc.property(texts, (text) => {
        // Patterns that end in half an escape take what closes them along.
        const code = text.trim() === "" || endsInHalf(text) ? undefined : write(text);
        if (code === undefined) return;
        const found = only(language, code);
        expect(found.pattern).toBe(text);
        const mapped = { value: found.pattern, pieces: found.pieces ?? [] };
        expect(mapped.pieces.reduce((sum, { length }) => sum + length, 0)).toBe(text.length);
        let before = 0;
        for (let at = 0; at < text.length; at++) {
          const span = writtenSpan(mapped, { start: at, end: at + 1 });
          if (!span) throw new Error("every character is written somewhere");
          const written = code.slice(span.start, span.end);
          // A character is written as itself, or as an escape that ends in it, or in the letter for it.
          expect([text[at], `\\${text[at]}`, `${text[at]}${text[at]}`, "\\n"]).toContain(written);
          expect(span.start).toBeGreaterThanOrEqual(before);
          before = span.start;
        }
      }),
      { numRuns: 60 },
    );
  });

  test("becomes another pattern by an edit of its literal alone, or by none", () => {
    let made = 0;
    fc.assert(
      fc.property(texts, texts, (text, wanted) => {
        const code = text.trim() === "" || endsInHalf(text) ? undefined : write(text);
        if (code === undefined) return;
        const found = only(language, code);
        const edits = editOf(language, code, found, { pattern: wanted, flags: found.flags });
        if (!edits) return;
        made++;
        for (const { start, end } of edits) expect([start >= found.start, end <= found.end]).toEqual([true, true]);
        expect(only(language, applied(code, edits)).pattern).toBe(wanted);
      }),
      { numRuns: 60 },
    );
    expect(made).toBeGreaterThan(5);
  });
});

function endsInHalf(text: string): boolean {
  let backslashes = 0;
  while (text[text.length - 1 - backslashes] === "\\") backslashes++;
  return backslashes % 2 === 1;
}

test.each<[LanguageName, string, string]>([
  ["python", "import re\r\nre.compile(r'''a\r\nb+''')\r\n", "a\nb+"],
  ["python", "import re\r\nre.compile('''a\\r\r\nb+''')\r\n", "a\r\nb+"],
  ["javascript", "x = RegExp(String.raw`a\r\nb+`);\r\n", "a\nb+"],
  ["csharp", 'var a = new Regex(@"a\r\nb+");\r\n', "a\r\nb+"],
])("%s reads line ends of CR LF as the language does: %j", (language, code, pattern) => {
  const found = only(language, code);
  expect(found.pattern).toBe(pattern);
  const span = writtenSpan({ value: found.pattern, pieces: found.pieces ?? [] }, { start: pattern.length - 2, end: pattern.length });
  expect(code.slice(span?.start, span?.end)).toBe("b+");
});

test("a constant's characters are written where the constant is", () => {
  const code = 'const A = "(a+)+";\nnew RegExp("^" + A + "$")';
  const found = only("javascript", code);
  const span = writtenSpan({ value: found.pattern, pieces: found.pieces ?? [] }, { start: 1, end: 6 });
  expect(code.slice(span?.start, span?.end)).toBe("(a+)+");
  // From before the constant into it there is no one span.
  expect(writtenSpan({ value: found.pattern, pieces: found.pieces ?? [] }, { start: 0, end: 6 })).toBeUndefined();
});

test.each<[LanguageName, string, string]>([
  ["javascript", "  x = /a+/i;", "  // lamprey: meant exponential, same-twice\n  x = /a+/i;"],
  ["python", "import re\nre.compile('a+')", "import re\n# lamprey: meant exponential, same-twice\nre.compile('a+')"],
])("what is meant is said above the pattern in %s", (language, code, expected) => {
  const edit = editOfMeaning(language, code, only(language, code), ["exponential", "same-twice"]);
  const made = applied(code, edit ? [edit] : []);
  expect(made).toBe(expected);
  expect(only(language, made).meant).toEqual(["exponential", "same-twice"]);
});

test("no comment is put where none can stand, nor found in a string", () => {
  const code = "`\nlamprey: meant x\n$" + "{/a+/.test(x)}`";
  const found = only("javascript", code);
  expect(found.meant).toBeUndefined();
  expect(editOfMeaning("javascript", code, found, ["x"])).toBeUndefined();
});

test("flags are changed where they are letters, and those of the call stay", () => {
  const code = "$x =~ s/a/b/gi;";
  const edits = editOf("perl", code, only("perl", code), { pattern: "a", flags: "x" });
  expect(applied(code, edits ?? [])).toBe("$x =~ s/a/b/xg;");
});
