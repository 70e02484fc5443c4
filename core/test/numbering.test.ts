/** Numbers of groups where they hang on all of them, against what .NET's documentation says, one rule after the other. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { read } from "../src/index.ts";
import { numberGroups, type WrittenGroup } from "../src/syntax/groups/numbering.ts";

const unnamed: WrittenGroup = { name: null, given: null };
const named = (name: string): WrittenGroup => ({ name, given: null });
const given = (number: number): WrittenGroup => ({ name: null, given: number });

test.each<[string, WrittenGroup[], number[], [string, number][]]>([
  ["none", [], [], []],
  ["brackets alone", [unnamed, unnamed], [1, 2], []],
  [
    "names come last",
    [named("a"), unnamed, named("b"), unnamed],
    [1, 2, 3, 4],
    [
      ["a", 3],
      ["b", 4],
    ],
  ],
  [
    "one name twice",
    [named("a"), named("b"), named("a")],
    [1, 2],
    [
      ["a", 1],
      ["b", 2],
    ],
  ],
  ["a number by hand leaves a gap", [given(5), unnamed], [1, 5], []],
  ["a bracket shares the number that was given", [given(1), unnamed], [1], []],
  [
    "names go around numbers that are taken",
    [given(2), named("a"), named("b")],
    [1, 2, 3],
    [
      ["a", 1],
      ["b", 3],
    ],
  ],
  ["and around those between", [unnamed, given(2), given(3), named("a")], [1, 2, 3, 4], [["a", 4]]],
  ["the largest there is", [given(2_147_483_647), unnamed], [1, 2_147_483_647], []],
])("%s", (_, groups, numbers, names) => {
  const numbering = numberGroups(groups);
  expect(numbering.numbers).toEqual(numbers);
  expect([...numbering.byName].map(([name, slot]) => [name, numbering.numbers[slot - 1]])).toEqual(names);
});

describe("of any groups", () => {
  const group = fc.oneof(fc.constant(unnamed), fc.constantFrom("a", "b", "c").map(named), fc.integer({ min: 1, max: 6 }).map(given));
  const groups = fc.array(group, { maxLength: 12 });

  test("every number is one slot, in their order, and 0 is the whole match", () => {
    fc.assert(
      fc.property(groups, (written) => {
        const { numbers, byNumber } = numberGroups(written);
        expect([...numbers]).toEqual([...new Set(numbers)].sort((a, b) => a - b));
        expect([...byNumber]).toEqual([[0, 0], ...numbers.map((number, i) => [number, i + 1])]);
      }),
    );
  });

  test("brackets without a name have the first numbers, names none that is taken", () => {
    fc.assert(
      fc.property(groups, (written) => {
        const { numbers, byName } = numberGroups(written);
        const plain = written.filter(({ name, given: own }) => name === null && own === null).length;
        for (let number = 1; number <= plain; number++) expect(numbers).toContain(number);
        const own = [...byName.values()].map((slot) => numbers[slot - 1] as number);
        expect(new Set(own).size).toBe(own.length);
        for (const number of own) {
          expect(number).toBeGreaterThan(plain);
          expect(written.some((each) => each.given === number)).toBe(false);
        }
      }),
    );
  });

  test("a pattern of such brackets has the slots that they say", () => {
    const pieces = ({ name, given: own }: WrittenGroup): string => (name !== null ? `(?<${name}>x)` : own !== null ? `(?<${own}>x)` : "(x)");
    fc.assert(
      fc.property(groups, (written) => {
        const { slots, diagnostics } = read({ dialect: "dotnet", pattern: written.map(pieces).join(""), flags: "" });
        const { numbers, byName } = numberGroups(written);
        expect([diagnostics, slots.map(({ number }) => number)]).toEqual([[], numbers]);
        for (const [name, slot] of byName) expect(slots[slot - 1]?.name).toBe(name);
      }),
    );
  });
});
