/** Edits between texts: of any two, and of those too long to be compared letter by letter. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { changeOf, NO_FIELDS } from "../src/draft/fields.ts";
import { editsBetween, editsSentUpTo, sampleChanged } from "../src/run/sampleEdits.ts";
import { editBetween, edited, editedAll } from "../src/shared/edits.ts";

const text = fc.string({ unit: fc.constantFrom("a", "b", "\n"), maxLength: 30 });

describe("the edit between two texts", () => {
  test("makes one the other, and leaves alone what they begin and end with", () => {
    fc.assert(
      fc.property(text, text, text, fc.constantFrom(0, 4_095, 4_096, 9_000), (one, other, around, more) => {
        const [before, after] = [one, other].map((middle) => `${"x".repeat(more)}${around}${middle}${around}${"y".repeat(more)}`) as [string, string];
        const edit = editBetween(before, after);
        expect(edited(before, edit)).toBe(after);
        expect(edit.insert.length).toBeLessThanOrEqual(other.length);
      }),
    );
  });

  test("several are made at once, by the places that they have in the text before", () => {
    expect(
      editedAll("weir 4 shut", [
        { from: 0, to: 4, insert: "gate" },
        { from: 5, to: 6, insert: "" },
        { from: 11, to: 11, insert: "!" },
      ]),
    ).toBe("gate  shut!");
  });
});

test("what led to a text that was sent is not held any more, and what follows is", () => {
  sampleChanged({ before: "p", after: "pq", edits: [{ from: 1, to: 1, insert: "q" }] });
  sampleChanged({ before: "pq", after: "pqr", edits: [{ from: 2, to: 2, insert: "r" }] });
  editsSentUpTo("pq");
  expect(editsBetween("p", "pqr")).toBeNull();
  expect(editsBetween("pq", "pqr")).toHaveLength(1);
  editsSentUpTo("pqr");
  sampleChanged({ before: "pqr", after: "pqrs", edits: [{ from: 3, to: 3, insert: "s" }] });
  expect(editsBetween("pqr", "pqrs")).toHaveLength(1);
});

test("what the editor did is known as long as it follows on; another text in between, and the whole is sent", () => {
  sampleChanged({ before: "a", after: "ab", edits: [{ from: 1, to: 1, insert: "b" }] });
  sampleChanged({ before: "ab", after: "abc", edits: [{ from: 2, to: 2, insert: "c" }] });
  expect(editsBetween("a", "abc")).toHaveLength(2);
  expect(editsBetween("ab", "abc")).toHaveLength(1);
  expect(editsBetween("z", "abc")).toBeNull();
  sampleChanged({ before: "other", after: "others", edits: [{ from: 5, to: 5, insert: "s" }] });
  expect(editsBetween("a", "others")).toBeNull();
  expect(editsBetween("other", "others")).toHaveLength(1);
});

describe("what is sent to the server of a sample", () => {
  const change = (kept: string, now: string) => {
    const fields = (own: string) => ({ ...NO_FIELDS, title: "Gauges", samples: [{ key: "s", name: "log", text: own }] });
    return changeOf("id", { revision: 4, fields: fields(kept) }, fields(now))?.samples?.[0];
  };
  const long = "gate 7 open\n".repeat(10_000);

  test("a short text whole; of a long one what differs", () => {
    expect(change("gate 7", "gate 8")).toEqual({ id: "s", name: "log", text: "gate 8" });
    expect(change(long, `${long.slice(0, 60_000)}!${long.slice(60_000)}`)).toEqual({ id: "s", name: "log", edit: { from: 60_000, to: 60_000, insert: "!" } });
  });

  test("where most of it is new, the whole again", () => {
    const other = "weir 12 shut\n".repeat(10_000);
    expect(change(long, other)).toEqual({ id: "s", name: "log", text: other });
  });
});
