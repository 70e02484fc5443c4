/** Two drafts from one: what each changed comes together, and what both changed clashes. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import type { DraftFields } from "../src/draft/fields.ts";
import { merge } from "../src/draft/merge.ts";

const sample = (key: string, text: string, name = key) => ({ key, name, text });
const base: DraftFields = {
  title: "Gates",
  pattern: "gate",
  dialect: "ecmascript",
  flags: "g",
  notes: "",
  template: "",
  expectations: "",
  setAside: "",
  samples: [sample("a", "one"), sample("b", "two")],
};
const with_ = (change: Partial<DraftFields>): DraftFields => ({ ...base, ...change });

describe("fields", () => {
  test("each side's change is kept", () => {
    const { fields, clashes } = merge(base, with_({ pattern: "weir" }), with_({ notes: "n", flags: "" }));
    expect([fields, clashes]).toEqual([with_({ pattern: "weir", notes: "n", flags: "" }), []]);
  });

  test("the same change on both sides is none", () => {
    expect(merge(base, with_({ pattern: "weir" }), with_({ pattern: "weir" }))).toEqual({ fields: with_({ pattern: "weir" }), clashes: [] });
  });

  test("two different ones clash", () => {
    const { clashes } = merge(base, with_({ pattern: "weir" }), with_({ pattern: "lock", title: "Locks" }));
    expect(clashes).toEqual([{ field: "pattern", name: "pattern", mine: "weir", theirs: "lock" }]);
  });
});

describe("samples", () => {
  const samples = (...list: DraftFields["samples"]) => with_({ samples: list });
  test.each<[string, DraftFields, DraftFields, DraftFields["samples"]]>([
    ["edited here", samples(sample("a", "1"), sample("b", "two")), base, [sample("a", "1"), sample("b", "two")]],
    ["edited there", base, samples(sample("a", "1"), sample("b", "two")), [sample("a", "1"), sample("b", "two")]],
    [
      "renamed here, edited there",
      samples(sample("a", "one", "A"), sample("b", "two")),
      samples(sample("a", "1"), sample("b", "two")),
      [sample("a", "1", "A"), sample("b", "two")],
    ],
    ["removed here", samples(sample("b", "two")), base, [sample("b", "two")]],
    ["removed there", base, samples(sample("a", "one")), [sample("a", "one")]],
    ["removed on both sides", samples(sample("b", "two")), samples(sample("b", "two")), [sample("b", "two")]],
    [
      "added on both sides",
      samples(...base.samples, sample("c", "here")),
      samples(...base.samples, sample("d", "there")),
      [...base.samples, sample("c", "here"), sample("d", "there")],
    ],
    [
      "added once, and sent twice",
      samples(...base.samples, sample("c", "here")),
      samples(...base.samples, sample("c", "here")),
      [...base.samples, sample("c", "here")],
    ],
  ])("%s", (_, mine, theirs, expected) => {
    const { fields, clashes } = merge(base, mine, theirs);
    expect([fields.samples, clashes]).toEqual([expected, []]);
  });

  test.each<[string, DraftFields, DraftFields, string | null, string | null]>([
    ["edited on both sides", samples(sample("a", "1"), sample("b", "two")), samples(sample("a", "!"), sample("b", "two")), "1", "!"],
    ["edited here, removed there", samples(sample("a", "1"), sample("b", "two")), samples(sample("b", "two")), "1", null],
    ["removed here, edited there", samples(sample("b", "two")), samples(sample("a", "!"), sample("b", "two")), null, "!"],
  ])("%s: a clash", (_, ours, others, mine, theirs) => {
    expect(merge(base, ours, others).clashes).toEqual([{ field: "sample a", name: "a", mine, theirs }]);
  });
});

const change: fc.Arbitrary<DraftFields> = fc
  .record({
    title: fc.constantFrom("Gates", "Weirs", "Locks"),
    pattern: fc.constantFrom("gate", "weir"),
    notes: fc.constantFrom("", "n"),
    samples: fc.uniqueArray(
      fc.record({ key: fc.constantFrom("a", "b", "c"), name: fc.constantFrom("a", "b", "c"), text: fc.constantFrom("one", "two", "!") }),
      {
        selector: ({ key }) => key,
      },
    ),
  })
  .map((own) => with_(own));

test("whoever has not changed anything takes what the other has; and a merge is its own merge", () => {
  fc.assert(
    fc.property(change, change, (mine, theirs) => {
      expect(merge(base, base, theirs).clashes).toEqual([]);
      expect(merge(base, mine, base)).toEqual({ fields: mine, clashes: [] });
      const keys = (fields: DraftFields) => [...fields.samples].sort((a, b) => (a.key < b.key ? -1 : 1));
      expect(keys(merge(base, base, theirs).fields)).toEqual(keys(theirs));
      const { fields, clashes } = merge(base, mine, theirs);
      if (clashes.length === 0) expect(keys(merge(theirs, fields, theirs).fields)).toEqual(keys(fields));
    }),
    { numRuns: 80 * DEPTH },
  );
});
