/** Strings that are the same whenever a program runs: literals, what is joined of them, and names that stand for them. */
import { append, type Mapped, MappedText } from "@lamprey/core";
import type { SyntaxNode } from "@lezer/common";
import type { Literal } from "./literal.ts";

export interface Constant extends Mapped {
  readonly literals: readonly Literal[];
}

/** What an expression is joined of: other expressions, and texts. */
export type Part<Node> = Node | Constant;

/** What the expression is joined of, in order; undefined where it is not constant. */
export type Parts<Node> = (node: Node) => readonly Part<Node>[] | undefined;

/** Parts that a constant is joined of; names that stand for each other in a circle never end. */
const MOST_PARTS = 10_000;
/** Characters of a constant: no pattern is longer, and names that double each other would be. */
const LONGEST_CONSTANT = 1_000_000;

/** The text that an expression always is; undefined where it hangs on something. */
export function constantOf<Node extends object>(node: Node, partsOf: Parts<Node>): Constant | undefined {
  const text = new MappedText();
  const literals: Literal[] = [];
  const pending: Part<Node>[] = [node];
  for (let taken = 0; ; taken++) {
    const part = pending.pop();
    if (!part) return { value: text.value, pieces: text.pieces, literals };
    if (taken > MOST_PARTS || text.value.length > LONGEST_CONSTANT) return undefined;
    if ("literals" in part) {
      text.append(part);
      append(literals, part.literals);
      continue;
    }
    const parts = partsOf(part);
    if (!parts) return undefined;
    for (let i = parts.length - 1; i >= 0; i--) pending.push(parts[i] as Part<Node>);
  }
}

/** Parts with one between each of them. */
export function withBetween<Node>(parts: readonly Part<Node>[], between: Constant): Part<Node>[] {
  return parts.flatMap((part, i) => (i === 0 ? [part] : [between, part]));
}

/** The nodes below one that stand beside each other, without brackets, commas and comments. */
export function itemsOf(node: SyntaxNode | null): SyntaxNode[] {
  const items: SyntaxNode[] = [];
  for (let child = node?.firstChild ?? null; child; child = child.nextSibling) {
    if (!BETWEEN_ITEMS.has(child.name)) items.push(child);
  }
  return items;
}

const BETWEEN_ITEMS: ReadonlySet<string> = new Set(["(", ")", "[", "]", "{", "}", ",", "Comment", "LineComment", "BlockComment", "⚠"]);

/** Names that are given a meaning once in a file, and the expression that they are set to. */
export class Names {
  private readonly times = new Map<string, number>();
  private readonly set = new Map<string, SyntaxNode>();

  /** Something of this name is declared, with what it is set to where that cannot change. */
  declare(name: string, value?: SyntaxNode | null): void {
    this.times.set(name, (this.times.get(name) ?? 0) + 1);
    if (value) this.set.set(name, value);
  }

  /** What the name always stands for: whichever place uses it means the one declaration. */
  valueOf(name: string): SyntaxNode | undefined {
    return this.times.get(name) === 1 ? this.set.get(name) : undefined;
  }
}
