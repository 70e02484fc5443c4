/** What a dialect constructs where a construct begins: all of it reads, and says what it is. */
import { describe, expect, test } from "@jest/globals";
import { constructsAt, escapeConstructs, groupConstructs, READ_DIALECTS, read } from "../src/index.ts";

const names = (dialect: "ecmascript" | "python" | "perl" | "pcre" | "java" | "dotnet"): string[] => groupConstructs(dialect).map(({ name }) => name);
const texts = (dialect: "ecmascript" | "python" | "perl" | "pcre", pattern: string, flags = ""): string[] | undefined =>
  constructsAt({ dialect, pattern, flags }, pattern.length)?.constructs.map(({ text }) => text);

describe.each(READ_DIALECTS.map(({ name }) => name))("%s", (dialect) => {
  test("every group that is offered reads in it, with something inside", () => {
    for (const { text, caret, name, meaning } of groupConstructs(dialect)) {
      const filled = `${text.slice(0, caret)}a${text.slice(caret)}`;
      // A name, or group 1, is there to be referred to.
      const pattern = `(?${dialect === "python" || dialect === "pcre" ? "P" : ""}<other>x)${filled.replace("name", text.includes("=name") || /&name|P>name|k<name/.test(text) ? "other" : "name")}`;
      expect([text, read({ dialect, pattern, flags: "" }).diagnostics.map(({ code }) => code)]).toEqual([text, []]);
      expect([name, meaning].every((words) => words !== "" && !words.includes("undefined"))).toBe(true);
    }
  });

  test("every escape that is offered reads, and says what it takes", () => {
    const constructs = escapeConstructs(dialect, "");
    const offered = dialect === "literal" ? [] : dialect === "ere" || dialect === "bre" ? ["\\w", "\\s", "\\<"] : ["\\d", "\\w", "\\s", "\\b"];
    expect(constructs.map(({ text }) => text)).toEqual(expect.arrayContaining(offered));
    for (const { text, meaning } of constructs)
      expect([text, read({ dialect, pattern: text, flags: "" }).diagnostics, meaning !== ""]).toEqual([text, [], true]);
  });
});

test("a dialect constructs what it has, and nothing else", () => {
  expect(names("ecmascript")).toEqual(expect.arrayContaining(["capturing group", "named group", "lookbehind", "negative lookahead"]));
  expect(names("ecmascript")).not.toContain("atomic group");
  expect(names("python")).toEqual(expect.arrayContaining(["atomic group", "conditional", "reference by name"]));
  expect(names("perl")).toContain("recursion");
});

test.each<[Parameters<typeof texts>, readonly string[] | undefined, number | null]>([
  [["ecmascript", "a(?<"], ["(?<=)", "(?<!)", "(?<name>)"], 1],
  [["python", "(?P"], ["(?P<name>)", "(?P=name)"], 0],
  [["ecmascript", "a{"], ["{2}", "{2,}", "{2,5}"], 1],
  [["ecmascript", "\\p{", "u"], ["\\p{L}", "\\p{Lu}"], 0],
  [["ecmascript", "\\p{"], undefined, null],
  [["perl", "[[:al"], ["[:alnum:]", "[:alpha:]"], 1],
  [["ecmascript", "[[:al"], undefined, null],
  [["ecmascript", "abc"], undefined, null],
  // What is escaped, or stands in a set, begins nothing; what is complete does not either.
  [["ecmascript", "\\(?"], undefined, null],
  [["ecmascript", "[(?"], undefined, null],
  [["ecmascript", "[a{"], undefined, null],
  [["ecmascript", "a\\{"], undefined, null],
  [["ecmascript", "(?:"], undefined, null],
  [["ecmascript", "\\\\p{"], ["{2}"], 3],
  [["ecmascript", "[a\\"], ["\\d", "\\w", "\\b", "\\n"], 2],
  [["ecmascript", "\\\\"], undefined, null],
])("%j", (asked, wanted, from) => {
  const found = texts(...asked);
  if (wanted === undefined) expect(found).toBeUndefined();
  else expect(found).toEqual(expect.arrayContaining([...wanted]));
  const [dialect, pattern, flags = ""] = asked;
  if (from !== null) expect(constructsAt({ dialect, pattern, flags }, pattern.length)?.from).toBe(from);
});

test("an escape in a set says what it is there", () => {
  const found = constructsAt({ dialect: "ecmascript", pattern: "[\\", flags: "" }, 2)?.constructs;
  expect(found?.find(({ text }) => text === "\\b")).toMatchObject({ name: "", meaning: "takes “␈”" });
  expect(found?.map(({ text }) => text)).not.toContain("\\B");
});
