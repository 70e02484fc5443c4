/**
 * Shorter ways to write a part, as a table: each looks at a kind of node and proposes text for it. What is proposed need
 * not be right: only what reads as the same form is offered.
 */
import type { CharSet } from "../charset/charset.ts";
import { unionOf } from "../charset/charset.ts";
import { charactersOf } from "../syntax/characters.ts";
import type { Reading } from "../syntax/read.ts";
import type { Node, NodeOf, Span } from "../syntax/tree.ts";

/** What is done, in words: one table. */
export const WAYS = {
  "short-sign": "the quantifier has a sign of its own",
  "no-quantifier": "once is what it is without a quantifier",
  "no-mode": "a fixed number of turns has no other mode",
  "class-by-name": "the set is a class that has a name",
  "lone-character": "a set of one character is the character",
  "held-already": "the rest of the set holds it already",
  "one-set": "alternatives of one character are a set",
  counted: "the same several times is a count",
  "no-brackets": "nothing is held together by the brackets",
  "no-escape": "the character means itself without the escape",
} as const;

export type WayName = keyof typeof WAYS;

export interface Proposal extends Span {
  readonly way: WayName;
  readonly instead: string;
}

/** What a way looks at. */
export interface Place {
  readonly reading: Reading;
  /** The characters of each class that is written shortest. */
  readonly classes: readonly (readonly [written: string, set: CharSet])[];
  readonly written: (span: Span) => string;
}

type Way = (place: Place, node: Node) => readonly Proposal[];

const proposal = (way: WayName, { start, end }: Span, instead: string): Proposal => ({ way, start, end, instead });

const SIGNS: Readonly<Record<string, string>> = { "0,1": "?", "0,Infinity": "*", "1,Infinity": "+" };

const quantifierSigns: Way = ({ written }, node) => {
  if (node.kind !== "quantifier") return [];
  const { operator, min, max } = node;
  const own = written(operator);
  const mode = own.endsWith("?") && own.length > 1 ? "?" : own.endsWith("+") && own.length > 1 ? "+" : "";
  const found: Proposal[] = [];
  if (min === 1 && max === 1) return [proposal("no-quantifier", operator, "")];
  const sign = SIGNS[`${min},${max}`];
  if (sign !== undefined && own.startsWith("{")) found.push(proposal("short-sign", operator, sign + mode));
  if (min === max && own.includes(",")) found.push(proposal("short-sign", operator, `{${min}}${mode}`));
  if (min === max && mode === "?") found.push(proposal("no-mode", operator, own.slice(0, -1)));
  return found;
};

const sameSet = (one: CharSet, other: CharSet): boolean => one.length === other.length && one.every((value, i) => value === other[i]);

/** The sign itself, and escaped: which of the two is read as it is told by reading it. */
const asItself = (character: string): readonly string[] => [character, `\\${character}`];

const sets: Way = ({ classes, written, reading }, node) => {
  if (node.kind !== "set" || !written(node).startsWith("[") || node.strings.length > 0) return [];
  const own = charactersOf(node);
  const named = classes.filter(([, set]) => sameSet(set, own)).map(([name]) => proposal("class-by-name", node, name));
  if (named.length > 0) return named;
  const [only] = node.items;
  if (!node.negated && node.items.length === 1 && only?.kind === "range" && only.from === only.to) {
    const plain = written(only);
    return [plain, ...asItself(String.fromCodePoint(only.from))].map((text) => proposal("lone-character", node, text));
  }
  if (reading.options.setOperations) return [];
  return [...withoutHeld(node, classes), ...rangesByName(node, classes, written)];
};

/** Items of a set are looked at one by one up to here. */
const MOST_ITEMS = 40;

/** What an item of a set holds, as far as that is known without reading it: of a class only what has a short name. */
function itemSet(item: NodeOf<"set">["items"][number], classes: Place["classes"]): CharSet | undefined {
  if (item.kind === "range") return [item.from, item.to];
  return classes.find(([name]) => name === `\\${item.name}` || name === item.name)?.[1];
}

/** The last item that can go, case and all considered; the others may be needed once it has. */
function withoutHeld(node: NodeOf<"set">, classes: Place["classes"]): readonly Proposal[] {
  if (node.items.length < 2 || node.items.length > MOST_ITEMS) return [];
  const held = node.items.map((item) => itemSet(item, classes));
  if (held.some((set) => set === undefined)) return [];
  const own = charactersOf(node);
  const needless = node.items.findLast((_, i) => sameSet(charactersOf({ ...node, set: unionOf(held.filter((_, j) => j !== i) as CharSet[]) }), own));
  return needless ? [proposal("held-already", needless, "")] : [];
}

function rangesByName(node: NodeOf<"set">, classes: Place["classes"], written: Place["written"]): readonly Proposal[] {
  return node.items.flatMap((item) => {
    if (item.kind !== "range" || item.to === item.from) return [];
    const own: CharSet = [item.from, item.to];
    return classes
      .filter(([name, set]) => name !== "." && sameSet(set, own) && name.length < written(item).length)
      .map(([name]) => proposal("class-by-name", item, name));
  });
}

/** How a character, or a set, is written in a set; undefined where it cannot go into one. */
function insideSet({ written }: Place, node: Node): string | undefined {
  const text = written(node);
  if (node.kind === "character") return text === "-" || text === "^" || text === "]" ? `\\${text}` : text;
  if (node.kind !== "set" || node.negated || node.strings.length > 0) return undefined;
  return text.startsWith("[") ? text.slice(1, -1) : text;
}

const oneSet: Way = (place, node) => {
  if (node.kind !== "alternation" || node.branches.length < 2) return [];
  const inside = node.branches.map((branch) => insideSet(place, branch));
  if (inside.some((text) => text === undefined)) return [];
  return [proposal("one-set", node, `[${inside.join("")}]`)];
};

/** Items that are written alike, side by side: as many times, with what the last of them may take besides. */
const counted: Way = ({ written }, node) => {
  if (node.kind !== "sequence") return [];
  const found: Proposal[] = [];
  const { items } = node;
  for (let i = 0; i < items.length; ) {
    const first = items[i] as Node;
    const text = written(first);
    let next = i + 1;
    while (next < items.length && written(items[next] as Node) === text && isOne(first)) next++;
    const after = items[next];
    const times = next - i;
    if (isOne(first) && after?.kind === "quantifier" && written(after.body) === text && after.mode !== "possessive") {
      const [min, max] = [after.min + times, after.max + times];
      const sign = SIGNS[`${min},${max}`] ?? `{${min === max ? min : `${min},${max === Number.POSITIVE_INFINITY ? "" : max}`}}`;
      found.push(proposal("counted", { start: first.start, end: after.end }, `${text}${sign}${after.mode === "lazy" ? "?" : ""}`));
    } else if (times > 1) {
      found.push(proposal("counted", { start: first.start, end: (items[next - 1] as Node).end }, `${text}{${times}}`));
    }
    i = next;
  }
  return found;
};

/** Whether a part is one turn of something that can be counted. */
const isOne = ({ kind }: Node): boolean => kind === "character" || kind === "any" || kind === "set";

const brackets: Way = (place, node) => {
  const { written } = place;
  if (node.kind !== "group" || node.capture !== null || !written(node).startsWith("(?:")) return [];
  const asSet = oneSet(place, node.body).map(({ instead }) => proposal("one-set", node, instead));
  return [...asSet, proposal("no-brackets", node, written(node).slice(3, -1))];
};

/** A solidus ends a literal in source text, so its escape is there for a reason. */
const KEPT_ESCAPES: ReadonlySet<string> = new Set(["/"]);

const escapes: Way = ({ written, reading: { dialect } }, node) => {
  const spans: readonly Span[] = node.kind === "character" ? [node] : node.kind === "set" ? node.items : [];
  return spans.flatMap((span) => {
    const text = written(span);
    if (text.length !== 2 || text[0] !== "\\" || KEPT_ESCAPES.has(text.charAt(1))) return [];
    // A letter that is an escape elsewhere was hardly meant as the letter: that is a likely mistake, and not the shorter way.
    if (dialect.syntax.foreignEscapes[text.charAt(1)] || text === "\\Q" || text === "\\E") return [];
    return [proposal("no-escape", span, text.charAt(1))];
  });
};

/** In the order in which they are offered where several would do. */
export const PROPOSING: readonly Way[] = [sets, quantifierSigns, oneSet, counted, brackets, escapes];
