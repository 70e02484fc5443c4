/**
 * A judge for longest matches, written from the text of POSIX.1-2017, 9.1 and 9.4.6, and from nothing else: it lists every
 * way in which a tree can match at an offset, and picks one by the rule. Only for small patterns and texts.
 */
import type { Node, Reading } from "../../../src/index.ts";
import { charactersOf } from "../../../src/syntax/characters.ts";
import type { Row } from "../../support.ts";

/** What groups took, by slot. */
type Captures = ReadonlyMap<number, readonly [number, number]>;

interface Way {
  readonly end: number;
  /**
   * In the order of the pattern, the outer before the inner: where each part ends, for alternatives the number of the one that
   * was taken, negated, and for loops whether another iteration begins. Of two ways the one is better that has the larger
   * number where they first differ.
   */
  readonly order: readonly number[];
  readonly captures: Captures;
}

/** The match with its groups that begins at the earliest offset. */
export function firstByRule({ root, slots }: Reading, text: string, whole: boolean): Row | undefined {
  for (let start = 0; start <= (whole ? 0 : text.length); start++) {
    const ways = waysOf(root, text, start, new Map()).filter(({ end }) => !whole || end === text.length);
    const [best] = ways.sort((one, other) => compare([other.end, ...other.order], [one.end, ...one.order]));
    if (best) return [start, best.end, ...slots.map((_, i) => (best.captures.get(i + 1) as [number, number] | undefined) ?? null)];
  }
  return undefined;
}

function compare(one: readonly number[], other: readonly number[]): number {
  const at = one.findIndex((number, i) => number !== other[i]);
  return at < 0 ? 0 : (one[at] as number) - (other[at] ?? Number.NEGATIVE_INFINITY);
}

function waysOf(node: Node, text: string, at: number, captures: Captures): Way[] {
  switch (node.kind) {
    case "empty":
      return [{ end: at, order: [], captures }];
    case "character":
    case "any":
    case "set": {
      const set = charactersOf(node);
      const character = text.codePointAt(at) ?? -1;
      const holds = set.some((from, i) => i % 2 === 0 && from <= character && character <= (set[i + 1] as number));
      return holds ? [{ end: at + 1, order: [], captures }] : [];
    }
    case "assertion": {
      const holds = node.assertion === "text-start" ? at === 0 : node.assertion === "text-end" && at === text.length;
      return holds ? [{ end: at, order: [], captures }] : [];
    }
    case "group":
      return waysOf(node.body, text, at, captures).map(({ end, order, captures: inner }) => ({
        end,
        order: [end, ...order],
        captures: node.capture === null ? inner : new Map(inner).set(node.capture, [at, end]),
      }));
    case "back-reference": {
      const taken = captures.get(node.slots[0] as number);
      const repeated = taken && text.slice(taken[0], taken[1]);
      return repeated !== undefined && text.startsWith(repeated, at) ? [{ end: at + repeated.length, order: [], captures }] : [];
    }
    case "alternation":
      return node.branches.flatMap((branch, i) =>
        waysOf(branch, text, at, captures).map(({ end, order, captures: inner }) => ({ end, order: [end, -i, ...order], captures: inner })),
      );
    case "sequence": {
      let ways: Way[] = [{ end: at, order: [], captures }];
      for (const item of node.items) {
        ways = ways.flatMap((way) =>
          waysOf(item, text, way.end, way.captures).map(({ end, order, captures: inner }) => ({ end, order: [...way.order, end, ...order], captures: inner })),
        );
      }
      return ways;
    }
    case "quantifier":
      return iterations(node, text, at, captures);
    default:
      throw new RangeError(`The rule does not speak of this: ${node.kind}.`);
  }
}

function iterations({ body, min, max }: Extract<Node, { kind: "quantifier" }>, text: string, start: number, captures: Captures): Way[] {
  const inside = slotsIn(body);
  const found: Way[] = [];
  const go = (count: number, way: Way, isOver: boolean): void => {
    if (count >= min) found.push({ ...way, order: [way.end, ...way.order, 0] });
    if (count >= max || isOver) return;
    const before = new Map([...way.captures].filter(([slot]) => !inside.has(slot)));
    for (const { end, order, captures: inner } of waysOf(body, text, way.end, before)) {
      // An iteration takes nothing only where it is the only one, or where so many must be.
      const isEmpty = end === way.end;
      if (isEmpty && count >= min && count > 0) continue;
      go(count + 1, { end, order: [...way.order, 1, end, ...order], captures: inner }, isEmpty && count >= min);
    }
  };
  go(0, { end: start, order: [], captures }, false);
  return found;
}

function slotsIn(node: Node): ReadonlySet<number> {
  const slots = new Set<number>();
  const pending = [node];
  for (let next = pending.pop(); next; next = pending.pop()) {
    if (next.kind === "group" && next.capture !== null) slots.add(next.capture);
    if ("body" in next) pending.push(next.body);
    if (next.kind === "alternation") pending.push(...next.branches);
    if (next.kind === "sequence") pending.push(...next.items);
  }
  return slots;
}
