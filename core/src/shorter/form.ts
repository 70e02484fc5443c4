/**
 * The form of a pattern: what is left of its tree once it does not count how each part was written. Two patterns of one
 * form find the same matches with the same captures on every text, and go the same ways in the same order.
 *
 * Forms are numbers: equal parts of trees have equal ones, so that comparing is cheap however large a part is.
 */
import type { CharSet } from "../charset/charset.ts";
import { unionOf } from "../charset/charset.ts";
import { charactersOf } from "../syntax/characters.ts";
import { childrenOf, type Node, unknownNode, walk } from "../syntax/tree.ts";
import { type Width, widthsOf } from "../syntax/width/width.ts";

/** A part: what it does, and how often one after the other. */
interface Part {
  /** Number of the form of one turn. */
  readonly one: number;
  readonly min: number;
  readonly max: number;
  readonly mode: string;
  /** Characters of which one turn takes one; null where it takes anything else. */
  readonly set: CharSet | null;
  /** Turns of it side by side can be counted: it takes something, and nothing in it is kept. */
  readonly countable: boolean;
}

const ONCE = { min: 1, max: 1, mode: "greedy" } as const;

/** Gives the same number to the same form; forms are compared within one of these. */
export class Forms {
  private readonly numbers = new Map<string, number>();

  private number(key: string): number {
    const known = this.numbers.get(key);
    if (known !== undefined) return known;
    this.numbers.set(key, this.numbers.size);
    return this.numbers.size - 1;
  }

  /** The form of a tree, as a number. */
  of(root: Node): number {
    const widths = widthsOf(root);
    const parts = new Map<Node, readonly Part[]>();
    for (const node of [...walk(root)].reverse()) {
      parts.set(
        node,
        this.partsOf(
          node,
          childrenOf(node).map((child) => parts.get(child) as readonly Part[]),
          widths,
        ),
      );
    }
    return this.whole(parts.get(root) as readonly Part[]);
  }

  /** One number for what stands side by side. */
  private whole(parts: readonly Part[]): number {
    const [only] = parts;
    if (parts.length === 1 && only && only.min === 1 && only.max === 1) return only.one;
    return this.number(`sequence ${parts.map(({ one, min, max, mode }) => `${one}{${min},${max}}${mode}`).join(" ")}`);
  }

  private single(key: string, set: CharSet | null, countable: boolean): readonly Part[] {
    return [{ one: this.number(key), ...ONCE, set, countable }];
  }

  private takesOne(set: CharSet): readonly Part[] {
    return this.single(`one ${set.join(" ")}`, set, true);
  }

  private partsOf(node: Node, inside: readonly (readonly Part[])[], widths: ReadonlyMap<Node, Width>): readonly Part[] {
    const [body = []] = inside;
    const takes = (each: Node): boolean => (widths.get(each)?.least ?? 0) > 0;
    const keepsNothing = inside.every((parts) => parts.every((part) => part.countable));
    const countable = keepsNothing && takes(node);
    switch (node.kind) {
      case "empty":
        return [];
      case "character":
      case "any":
        return this.takesOne(charactersOf(node));
      case "set":
        return node.strings.length === 0
          ? this.takesOne(charactersOf(node))
          : this.single(`strings ${charactersOf(node).join(" ")} ${JSON.stringify(node.strings)} ${JSON.stringify(node.folding)}`, null, false);
      case "assertion":
        return this.single(`assertion ${node.assertion} ${node.set.join(" ")}`, null, false);
      case "look":
        return this.single(`look ${node.behind} ${node.negated} ${node.widths?.join(",") ?? ""} ${this.whole(body)}`, null, false);
      case "atomic":
        return this.single(`atomic ${this.whole(body)}`, null, countable);
      case "group":
        // Brackets that keep nothing are how a part is written.
        return node.capture === null ? body : this.single(`group ${node.capture} ${node.name} ${this.whole(body)}`, null, false);
      case "back-reference":
        return this.single(`reference ${node.slots.join(",")} ${JSON.stringify(node.folding)}`, null, false);
      case "conditional":
        return this.single(
          `conditional ${node.asks.kind === "look" ? "look" : JSON.stringify(node.asks)} ${inside.map((parts) => this.whole(parts)).join(" ")}`,
          null,
          false,
        );
      case "call":
        return this.single(`call ${node.slot}`, null, false);
      case "verb":
        return this.single(`verb ${node.verb} ${node.name}`, null, false);
      case "keep":
        return this.single("keep", null, false);
      case "alternation":
        return this.alternation(inside, countable);
      case "sequence":
        return merged(inside.flat());
      case "quantifier":
        return this.quantifier(node, body, keepsNothing && takes(node.body));
      default:
        return unknownNode(node);
    }
  }

  /** Alternatives of one character each that stand side by side are one set. */
  private alternation(branches: readonly (readonly Part[])[], countable: boolean): readonly Part[] {
    const joined: (readonly Part[])[] = [];
    let sets: CharSet[] = [];
    const close = (): void => {
      if (sets.length > 0) joined.push(this.takesOne(unionOf(sets)));
      sets = [];
    };
    for (const parts of branches) {
      const [only] = parts;
      if (parts.length === 1 && only?.set && only.min === 1 && only.max === 1) {
        sets.push(only.set);
        continue;
      }
      close();
      joined.push(parts);
    }
    close();
    if (joined.length === 1) return joined[0] as readonly Part[];
    return this.single(`either ${joined.map((parts) => this.whole(parts)).join("|")}`, null, countable);
  }

  private quantifier({ min, max, mode }: Extract<Node, { kind: "quantifier" }>, body: readonly Part[], countable: boolean): readonly Part[] {
    if (min === 1 && max === 1) return body;
    const [only] = body;
    const own = { min, max, mode: min === max ? "greedy" : mode };
    const once = body.length === 1 && only !== undefined && only.min === 1 && only.max === 1;
    return [once ? { ...only, ...own } : { one: this.whole(body), ...own, set: null, countable }];
  }
}

/** Turns of the same side by side, counted together where that goes the same ways. */
function merged(parts: readonly Part[]): readonly Part[] {
  const out: Part[] = [];
  for (const part of parts) {
    const last = out.at(-1);
    const fixed = (each: Part): boolean => each.min === each.max;
    if (last && last.one === part.one && last.countable && part.countable && part.mode !== "possessive" && last.mode !== "possessive") {
      // So many turns, and then those that may be more: what is tried first stays first.
      if (fixed(last) || fixed(part)) {
        const mode = fixed(last) ? part.mode : last.mode;
        out[out.length - 1] = { ...last, min: last.min + part.min, max: last.max + part.max, mode: fixed(last) && fixed(part) ? "greedy" : mode };
        continue;
      }
    }
    out.push(part);
  }
  return out;
}
