/** What changes meaning when a pattern is read in another dialect. */
import { expect, test } from "@jest/globals";
import { type Dialect, type DialectName, dialectOf, meaningChanges, read, translateFlags } from "../src/index.ts";

const changes = (pattern: string, from: DialectName, to: DialectName, flags = "") =>
  meaningChanges(read({ dialect: from, pattern, flags }), read({ dialect: to, pattern, flags: "" })).map(
    ({ start, end, message }) => `${start}–${end} ${message}`,
  );

test.each([
  ["a+b", []],
  ["a$", ["1–2 it holds where the text ends, and before a line end that ends it"]],
  ["[0-9]", []],
  ["\\b", ["0–2 it goes by “ª” (U+00AA) and 147533 more too"]],
  ["(a)|(b)\\1", ["7–9 it fails while its group has not taken part"]],
  ["(a)+", ["0–4 groups in it keep what they took in an earlier turn"]],
  ["a{,3}", ["1–2 it is not read as one item any more", "2–3 it is not read as one item any more"]],
  ["(?<n>a)", ["0–3 “(?<” is how other languages name a group. In Python it is written “(?P<…>”."]],
])("%s from ecmascript to python", (pattern, expected) => {
  expect(changes(pattern, "ecmascript", "python").slice(0, 2)).toEqual(expected);
});

test("classes and the dot say what they take more and less, by example", () => {
  expect(changes("\\d\\d", "ecmascript", "python")).toEqual(["0–2 it takes “٠” (U+0660) and 759 more too"]);
  expect(changes(".", "ecmascript", "python", "u")[0]).toMatch(/^0–1 it takes “␍” and 2 more too$/);
  expect(changes("\\d", "python", "ecmascript")[0]).toMatch(/it does not take “٠” \(U\+0660\)/);
});

test("groups that are numbered otherwise, and references that stand for another group, are said", () => {
  expect(changes("(a)(?<n>b)(c)\\2", "java", "dotnet")).toEqual(["3–10 it is group 3, not 2", "10–13 it is group 2, not 3", "13–15 it stands for (c)"]);
  expect(changes("(?<n>a)|(?<n>b)", "dotnet", "perl")).toEqual(["8–15 it is group 2, not 1"]);
  expect(changes("(?(?=a)b|c)(d)", "dotnet", "pcre")).toEqual(["11–14 it captures, as group 1"]);
  expect(changes("(a)(?<n>b)(c)\\2", "java", "perl")).toEqual([]);
  expect(changes("[a-z-[aeiou]]", "dotnet", "ecmascript")).toEqual(["0–13 it is a sequence there, not a set"]);
});

test("flags are translated by what they switch", () => {
  const [ecmascript, python] = [dialectOf("ecmascript"), dialectOf("python")] as [Dialect, Dialect];
  expect(translateFlags("gimsu", ecmascript, python)).toBe("ims");
  expect(translateFlags("imsxa", python, ecmascript)).toBe("ims");
});
