/** Trees: going through them, and making them anew, without recursion and without touching what stays. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { childrenOf, mapChildren, type Node, rewrite, unknownNode, walk } from "../src/syntax/tree.ts";
import { readEcmascript, readIn } from "./support.ts";

/** One pattern for each kind of node that has others inside, and for some that have none. */
const PATTERNS = ["a|b|", "abc", "(a)(?:b)(?<n>c)", "(?=a)(?<!b)", "a*(?:b+?){2,3}", "[a-c]\\d.\\1^", ""];
const PYTHON = ["(?>a)b*+", "(a)?(?(1)b|c)"];
const roots = [...PATTERNS.map((pattern) => readEcmascript(pattern).root), ...PYTHON.map((pattern) => readIn("python", pattern, "").root)];

const isUnknown = { kind: "balance", start: 0, end: 1 } as unknown as Node;

describe("walking", () => {
  test("outer nodes come before inner ones, and all in the order of the pattern", () => {
    for (const root of roots) {
      const order = new Map([...walk(root)].map((node, i) => [node, i]));
      for (const node of order.keys()) {
        const children = childrenOf(node).map((child) => order.get(child) as number);
        expect(children.every((child) => child > (order.get(node) as number))).toBe(true);
        expect(children).toEqual([...children].sort((a, b) => a - b));
      }
    }
  });

  test("children lie within their parent, side by side", () => {
    for (const root of roots) {
      for (const node of walk(root)) {
        let end = node.start;
        for (const child of childrenOf(node)) {
          expect([child.start >= end, child.end <= node.end]).toEqual([true, true]);
          end = child.end;
        }
      }
    }
  });

  test("a kind that is not known is refused, and not taken for one without children", () => {
    expect(() => childrenOf(isUnknown)).toThrow("balance");
    expect(() => mapChildren(isUnknown, (child) => child)).toThrow("balance");
    expect(() => unknownNode(isUnknown as never)).toThrow(RangeError);
  });
});

describe("rewriting", () => {
  test("a tree of which nothing changes is the tree itself, node for node", () => {
    for (const root of roots) expect(rewrite(root, (node) => node)).toBe(root);
  });

  test("what is changed is changed everywhere, and what is not stays the same node", () => {
    const { root } = readEcmascript("(?:a|b)(?=a)c*");
    const upper = rewrite(root, (node) => (node.kind === "character" && node.codePoint === 0x61 ? { ...node, codePoint: 0x41 } : node));
    const letters = (tree: Node) => [...walk(tree)].flatMap((node) => (node.kind === "character" ? [String.fromCharCode(node.codePoint)] : []));
    expect([letters(root).join(""), letters(upper).join("")]).toEqual(["abac", "AbAc"]);
    const [, , before] = childrenOf(root);
    const [, , after] = childrenOf(upper);
    expect(after).toBe(before);
  });

  test("each node comes with its children changed already, and as it was before", () => {
    const { root } = readEcmascript("((a)b)*");
    const seen: string[] = [];
    rewrite(root, (node, before) => {
      seen.push(`${before.start}–${before.end} ${childrenOf(node).every((child) => child.end === -1)}`);
      return { ...node, end: -1 };
    });
    expect(seen.every((line) => line.endsWith("true"))).toBe(true);
    expect(seen).toHaveLength([...walk(root)].length);
  });

  test("a node that is in the tree twice is changed once", () => {
    const letter: Node = { kind: "character", codePoint: 0x61, folding: null, start: 0, end: 1 };
    const twice: Node = { kind: "sequence", items: [letter, letter], start: 0, end: 2 };
    let changed = 0;
    const out = rewrite(twice, (node) => {
      if (node.kind !== "character") return node;
      changed++;
      return { ...node, codePoint: 0x62 };
    });
    const [first, second] = childrenOf(out);
    expect([changed > 0, first === second]).toEqual([true, true]);
  });

  test("children are put back where they were taken from", () => {
    fc.assert(
      fc.property(fc.constantFrom(...roots), fc.integer({ min: 1, max: 50 }), (root, shift) => {
        const moved = rewrite(root, (node) => ({ ...node, start: node.start + shift, end: node.end + shift }));
        const spans = (tree: Node, by: number) => [...walk(tree)].map(({ kind, start, end }) => `${kind} ${start + by} ${end + by}`);
        expect(spans(moved, 0)).toEqual(spans(root, shift));
      }),
    );
  });
});
