/** A tree as readable text, a node a line, inner ones further in: for tests, and for whoever debugs. */
import { rangesOf } from "../charset/charset.ts";
import { childrenOf, type Node, unknownNode } from "./tree.ts";

/** `0–3 quantifier greedy 1–∞`, each with its span. */
export function dumpTree(root: Node): string {
  const lines: string[] = [];
  const pending: { readonly node: Node; readonly depth: number }[] = [{ node: root, depth: 0 }];
  for (let next = pending.pop(); next; next = pending.pop()) {
    const { node, depth } = next;
    const facts = factsOf(node).filter((fact) => fact !== "");
    lines.push([`${"  ".repeat(depth)}${node.start}–${node.end}`, node.kind, ...facts].join(" "));
    for (const child of [...childrenOf(node)].reverse()) pending.push({ node: child, depth: depth + 1 });
  }
  return lines.join("\n");
}

/** Ranges of a set that are written out. */
const MOST_RANGES = 4;

/** A set of characters, by its first ranges. */
export function dumpSet(set: readonly number[]): string {
  const ranges = rangesOf(set);
  const shown = ranges.slice(0, MOST_RANGES).map(([from, to]) => (from === to ? point(from) : `${point(from)}–${point(to)}`));
  return `[${shown.join(" ")}${ranges.length > MOST_RANGES ? ` and ${ranges.length - MOST_RANGES} more` : ""}]`;
}

const point = (codePoint: number): string =>
  codePoint > 0x20 && codePoint < 0x7f ? String.fromCodePoint(codePoint) : `U+${codePoint.toString(16).toUpperCase().padStart(4, "0")}`;

/** What there is to know of a node, besides its kind, its span and its children. */
function factsOf(node: Node): string[] {
  switch (node.kind) {
    case "empty":
    case "sequence":
    case "alternation":
    case "atomic":
      return [];
    case "character":
      return [point(node.codePoint), node.folding ?? ""];
    case "any":
      return [dumpSet(node.set)];
    case "set":
      return [
        node.negated ? "not" : "",
        dumpSet(node.set),
        node.fixed.length > 0 ? `fixed ${dumpSet(node.fixed)}` : "",
        ...node.strings.map((string) => `“${string}”`),
        node.folding ?? "",
      ];
    case "assertion":
      return [node.assertion];
    case "look":
      return [
        node.negated ? "no" : "",
        node.behind ? "behind" : "ahead",
        node.widths === null ? "" : `width ${node.widths.length === 0 ? "none" : node.widths.join(" or ")}`,
      ];
    case "group":
      return [node.capture === null ? "" : `$${node.capture}`, node.name ?? "", node.pops === undefined ? "" : `takes back $${node.pops}`];
    case "back-reference":
      return [node.slots.map((slot) => `$${slot}`).join("|"), node.label, node.folding ?? ""];
    case "conditional":
      return [node.asks.kind === "groups" ? node.asks.slots.map((slot) => `$${slot}`).join("|") : node.asks.kind, node.label];
    case "call":
      return [`$${node.slot}`, node.label];
    case "verb":
      return [node.verb, node.name ?? ""];
    case "keep":
      return [];
    case "quantifier":
      return [node.mode, `${node.min}–${node.max === Number.POSITIVE_INFINITY ? "∞" : node.max}`];
    default:
      return unknownNode(node);
  }
}
