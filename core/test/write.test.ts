/** Trees written as patterns: each reads back as the same tree, whatever it was read from. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { type DialectName, dialectOf, type Node, read } from "../src/index.ts";
import { charactersOf } from "../src/syntax/characters.ts";
import { dumpTree } from "../src/syntax/dump.ts";
import { rewrite } from "../src/syntax/tree.ts";
import { NotWritable, writePattern } from "../src/syntax/write.ts";
import { readIn } from "./support.ts";

/** A tree as far as it means something: no spans, no brackets that only hold together, sets by what they take. */
function meaning(root: Node): string {
  const bare = rewrite(root, (node): Node => {
    const here = { start: 0, end: 0 };
    if (node.kind === "group" && node.capture === null) return node.body;
    if (node.kind === "set" && node.strings.length === 0) {
      return { kind: "set", set: charactersOf(node), fixed: [], strings: [], negated: false, items: [], folding: null, ...here };
    }
    if (node.kind === "character") return { kind: "set", set: charactersOf(node), fixed: [], strings: [], negated: false, items: [], folding: null, ...here };
    if (node.kind === "sequence") {
      const items = node.items.flatMap((each) => (each.kind === "sequence" ? each.items : each.kind === "empty" ? [] : [each]));
      return items.length === 1 ? (items[0] as Node) : items.length === 0 ? { kind: "empty", ...here } : { kind: "sequence", items, ...here };
    }
    return { ...node, ...here };
  });
  return dumpTree(rewrite(bare, (node) => ({ ...node, start: 0, end: 0 })));
}

const casesOf = (name: string): readonly (readonly [string, string])[] =>
  (JSON.parse(readFileSync(new URL(`./cases/${name}.json`, import.meta.url), "utf8")) as { readonly cases: readonly (readonly [string, string])[] }).cases;

const tables: readonly (readonly [DialectName, readonly (readonly [string, string])[]])[] = [
  ["ecmascript", casesOf("ecmascript")],
  ["python", casesOf("python")],
];

describe.each(tables)("in %s", (dialect, cases) => {
  const readable = [...new Map(cases.map((each) => [each.slice(0, 2).join(" "), each])).values()].filter(
    ([pattern, flags]) => readIn(dialect, pattern, flags).diagnostics.length === 0,
  );

  test.each(readable)("/%s/%s", (pattern, flags) => {
    const reading = read({ dialect, pattern, flags });
    const own = dialectOf(dialect);
    if (!own) throw new Error("unread");
    // The options are those of the flags outside: what flags inside set is written where it holds.
    const outside = read({ dialect, pattern: "", flags }).options;
    const written = writePattern(reading.root, own, outside);
    const again = read({ dialect, pattern: written, flags });
    expect([written, again.diagnostics.map(({ message }) => message)]).toEqual([written, []]);
    expect([written, meaning(again.root)]).toEqual([written, meaning(reading.root)]);
  });
});

test("what a dialect cannot write is said, with the part that is at fault", () => {
  const { root } = readIn("python", "a(?>b)c++", "");
  const own = dialectOf("ecmascript");
  if (!own) throw new Error("unread");
  expect(() => writePattern(root, own, own.base)).toThrow(NotWritable);
  try {
    writePattern(root, own, own.base);
  } catch (error) {
    expect(["atomic", "quantifier"]).toContain((error as NotWritable).node.kind);
  }
});

test("a pattern of one dialect is written for another", () => {
  const carried = (pattern: string, from: DialectName, to: DialectName) => {
    const own = dialectOf(to);
    if (!own) throw new Error("unread");
    return writePattern(readIn(from, pattern, "").root, own, own.base);
  };
  expect(carried("(?P<gate>a)(?P=gate)\\Z", "python", "ecmascript")).toBe("(?<gate>a)\\k<gate>$");
  expect(carried("(?<gate>a)\\k<gate>$", "ecmascript", "python")).toBe("(?P<gate>a)(?P=gate)\\Z");
  expect(carried("a\\1", "ecmascript", "python")).toContain("a");
});
