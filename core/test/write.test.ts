/** Trees written as patterns: each reads back as the same tree, whatever it was read from. */
import { readFileSync } from "node:fs";
import { describe, expect, test } from "@jest/globals";
import { type DialectName, dialectOf, type Node, read } from "../src/index.ts";
import { asserted, type CharacterNode, inSequence, joined, lookedFor, nothing, oneOf, repeated, setOf, settled } from "../src/syntax/build.ts";
import { charactersOf } from "../src/syntax/characters.ts";
import { dumpTree } from "../src/syntax/dump.ts";
import { rewrite, walk } from "../src/syntax/tree.ts";
import { NotWritable, respell, writePattern } from "../src/syntax/write.ts";
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

/** The pattern with every part of a kind replaced. */
function respelled(pattern: string, kind: Node["kind"], change: (node: Node) => Node, dialect: DialectName = "ecmascript", flags = ""): string {
  const reading = readIn(dialect, pattern, flags);
  return respell(reading, new Map([...walk(reading.root)].filter((node) => node.kind === kind).map((node) => [node, change(node)])));
}

describe("parts replaced", () => {
  test.each<[dialect: DialectName, pattern: string, flags: string]>([
    ["ecmascript", "a(?:b|[c-e]\\x41)+?|(?<=\\u0062)$", ""],
    ["python", "(?i)a(?#why)b{,2}+ (?P<n>c)(?P=n)", ""],
    ["python", "(?x) a # note\n | b{ 2}", ""],
  ])("what is not stays as it was typed: %s %s", (dialect, pattern, flags) => {
    const reading = readIn(dialect, pattern, flags);
    expect(respell(reading, new Map())).toBe(pattern);
    // Everything written anew, and the rest in between as it stood.
    for (const node of walk(reading.root)) expect(respell(reading, new Map([[node, node]])).startsWith(pattern.slice(0, node.start))).toBe(true);
  });

  test("brackets are put where the place asks for them, and only there", () => {
    const two = inSequence(...[0x78, 0x79].map((codePoint): Node => ({ kind: "character", codePoint, folding: null, start: 0, end: 0 })));
    const either = oneOf(...(two.kind === "sequence" ? two.items : []));
    expect(respelled("a.b", "any", () => two)).toBe("axyb");
    expect(respelled("a.*", "any", () => two)).toBe("a(?:xy)*");
    expect(respelled("a.b", "any", () => either)).toBe("a(?:x|y)b");
    expect(respelled("a|.", "any", () => either)).toBe("a|(?:x|y)");
    expect(respelled("(.)", "any", () => either)).toBe("(x|y)");
    expect(respelled("(?=.)", "any", () => either)).toBe("(?=x|y)");
    expect(respelled("a.b", "any", () => nothing)).toBe("ab");
    expect(respelled("a.*b", "any", () => nothing)).toBe("a(?:)*b");
    expect(respelled("a.", "any", () => repeated(two, 2, 3, "lazy"))).toBe("a(?:xy){2,3}?");
    expect(respelled("a.?", "any", () => repeated(two, 2, 2))).toBe("a(?:(?:xy){2})?");
  });

  test("a reference is kept from the digits behind it", () => {
    const reading = readIn("ecmascript", "(a).1", "");
    const reference: Node = { kind: "back-reference", slots: [1], label: "1", folding: null, start: 0, end: 0 };
    const dot = [...walk(reading.root)].find(({ kind }) => kind === "any") as Node;
    expect(respell(reading, new Map([[dot, reference]]))).toBe("(a)(?:\\1)1");
    expect(respell(reading, new Map([[dot, inSequence(dot, reference)]]))).toBe("(a)(?:.\\1)1");
  });

  test("a part can stand in what replaces it, and parts inside it can be replaced too", () => {
    expect(respelled("\\x61+b", "quantifier", (loop) => inSequence(lookedFor((loop as { body: Node }).body, { behind: true, negated: true }), loop))).toBe(
      "(?<!\\x61)\\x61+b",
    );
    const reading = readIn("ecmascript", "^(?:(\\x61)+)+$", "");
    const [outer, inner] = [...walk(reading.root)].filter((node) => node.kind === "quantifier");
    if (outer?.kind !== "quantifier" || inner?.kind !== "quantifier") throw new Error("no loops");
    const changes = new Map<Node, Node>([
      [outer, repeated(outer.body, 0, 7)],
      [inner, inner.body],
    ]);
    expect(respell(reading, changes)).toBe("^(?:(\\x61)){0,7}$");
  });

  test("what the dialect cannot write is refused, what it can is written its way", () => {
    expect(() => respelled("a*", "quantifier", settled)).toThrow(NotWritable);
    expect(respelled("a*", "quantifier", settled, "python")).toBe("(?>a*)");
    expect(respelled("a.", "any", () => asserted("text-end", []))).toBe("a$");
    expect(respelled("a.", "any", () => asserted("text-end", []), "python")).toBe("a\\Z");
    expect(respelled("a.", "any", () => asserted("text-start", []), "ecmascript", "m")).toBe("a(?-m:^)");
  });
});

describe("sets are written short", () => {
  const characters = (pattern: string, flags = ""): CharacterNode[] =>
    [...walk(readIn("ecmascript", pattern, flags).root)].filter((node): node is CharacterNode => ["character", "any", "set"].includes(node.kind));
  const taken = (pattern: string) => joined(characters(pattern));
  const write = (node: Node, flags = "") => {
    const { dialect, options } = readIn("ecmascript", "", flags);
    if (!dialect) throw new Error("unread");
    return writePattern(node, dialect, options);
  };

  test.each([
    ["a|b|c", "[a-c]"],
    ["a|c", "[ac]"],
    ["\\w|\\d", "\\w"],
    ["\\d|[a-f]", "[\\da-f]"],
    ["\\w|-|\\.", "[\\w\\-.]"],
    [".|\\s", "[\\s\\S]"],
    ["\\D|7", "[^0-689]"],
    ["[^a]|a", "[\\s\\S]"],
    ["\\]|\\\\|\\^", "[\\\\-\\^]"],
    ["\\n|\\u2028|,", "[,\\n\\u2028]"],
  ])("%s → %s", (alternatives, written) => {
    expect(write(taken(alternatives))).toBe(written);
  });

  test("letters folded alike stay folded", () => {
    expect(write(joined(characters("a|[b-d]", "i")), "i")).toBe("[a-d]");
    expect(write(setOf([0, 0x10ffff]))).toBe("[\\s\\S]");
  });
});
