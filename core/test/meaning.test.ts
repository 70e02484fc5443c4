/** What changes meaning when a pattern is read in another dialect. */
import { expect, test } from "@jest/globals";
import { carryFlags, type Dialect, type DialectName, dialectOf, meaningChanges, READ_DIALECTS, read, translateFlags } from "../src/index.ts";

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

const dialect = (name: DialectName): Dialect => dialectOf(name) as Dialect;

test.each<[string, string, DialectName, DialectName, string[]]>([
  ["a b # two", "x", "python", "ecmascript", ["1–2 it is part of the pattern there, and not skipped", "3–9 it is part of the pattern there, and not skipped"]],
  ["a b # two", "x", "python", "java", []],
  ["a [b c]", "x", "python", "java", ["2–7 it does not take “␣” any more"]],
  ["a  b*", "x", "perl", "dotnet", []],
  ["a+(b)", "U", "pcre", "python", ["0–2 it is greedy"]],
  ["(a)(?<n>b)", "n", "dotnet", "java", ["0–3 it captures, as group 1", "3–10 it is group 2, not 1"]],
])("%s with %s from %s to %s, with the flags that come along", (pattern, flags, from, to, expected) => {
  const carried = carryFlags(flags, dialect(from), dialect(to)).flags;
  const said = meaningChanges(read({ dialect: from, pattern, flags }), read({ dialect: to, pattern, flags: carried }));
  expect(said.map(({ start, end, message }) => `${start}–${end} ${message}`)).toEqual(expected);
});

test("what is skipped when a flag comes back is said", () => {
  const said = meaningChanges(read({ dialect: "ecmascript", pattern: "a b", flags: "" }), read({ dialect: "python", pattern: "a b", flags: "x" }));
  expect(said).toEqual([{ start: 1, end: 2, message: "it is skipped there" }]);
});

test("flags are translated by what they switch", () => {
  expect(translateFlags("gimsu", dialect("ecmascript"), dialect("python"))).toBe("ims");
  // Python's calls look for every match; JavaScript's do with g.
  expect(translateFlags("imsxa", dialect("python"), dialect("ecmascript"))).toBe("gims");
  expect(translateFlags("xx", dialect("perl"), dialect("python"))).toBe("x");
});

test("every flag that is lost is named, with what that does", () => {
  const lost = (flags: string, from: DialectName, to: DialectName) =>
    carryFlags(flags, dialect(from), dialect(to)).changes.map(({ flag, message }) => `${flag}: ${message}`);
  expect(lost("x", "python", "ecmascript")).toEqual(["x: JavaScript has no flag “verbose”: blanks and comments are part of the pattern"]);
  expect(lost("gu", "ecmascript", "python")).toEqual([]);
  expect(lost("dy", "ecmascript", "python")).toEqual([
    "d: Python has no flag “offsets of groups”; what matches is the same",
    "y: Python has no flag “sticky”: a match may begin behind where the search stands",
    "every match: Python has no flag for it: every match is asked for",
  ]);
  expect(lost("im", "java", "dotnet")).toEqual([]);
});

test("every flag of every dialect, to every other: it is carried, said, or always so there; and all are back on the way back", () => {
  const all = READ_DIALECTS.map(({ name }) => name);
  for (const from of all) {
    for (const to of all) {
      if (from === to) continue;
      for (const { letter } of dialect(from).flags) {
        const there = carryFlags(letter, dialect(from), dialect(to));
        const back = carryFlags(there.flags, dialect(to), dialect(from), there.left);
        expect([from, to, letter, back.flags.includes(letter), back.left]).toEqual([from, to, letter, true, []]);
        if (there.changes.length > 0) continue;
        const [before, after] = [read({ dialect: from, pattern: "", flags: letter }).options, read({ dialect: to, pattern: "", flags: there.flags }).options];
        const own = dialect(from).flags.find((flag) => flag.letter === letter)?.sets ?? {};
        expect([from, to, letter, { ...after, ...own }]).toEqual([from, to, letter, after]);
        expect(before).toMatchObject(own);
      }
    }
  }
});

test("a flag comes back by way of a third dialect that has it, and not where it was taken away meanwhile", () => {
  const [python, ecmascript, java] = [dialect("python"), dialect("ecmascript"), dialect("java")];
  const first = carryFlags("ix", python, ecmascript);
  expect([first.flags, first.left]).toEqual(["gi", [{ dialect: "python", flags: "x" }]]);
  const second = carryFlags(first.flags, ecmascript, java, first.left);
  expect(second.flags).toBe("ix");
  // In Java x is put off: it does not come back.
  const third = carryFlags("i", java, python, second.left);
  expect([third.flags, third.left]).toEqual(["i", []]);
});
