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

test("flags are translated by what they switch", () => {
  const [ecmascript, python] = [dialectOf("ecmascript"), dialectOf("python")] as [Dialect, Dialect];
  expect(translateFlags("gimsu", ecmascript, python)).toBe("ims");
  expect(translateFlags("imsxa", python, ecmascript)).toBe("ims");
});
