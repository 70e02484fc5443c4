/**
 * A tree in terms that a target dialect has: assertions as lookarounds where it has no such assertion, the dot as a set,
 * letters of both cases as sets where it folds case by another rule. What is left out is said.
 */
import { type CharSet, complement, FULL_SET, intersection, LAST_CODE_POINT } from "../charset/charset.ts";
import type { AssertionKind } from "../dialect/assertions.ts";
import type { Dialect, GroupOpener, Options } from "../dialect/dialect.ts";
import { asserted, inSequence, lookedFor, oneOf, repeated, setOf } from "../syntax/build.ts";
import { charactersOf } from "../syntax/characters.ts";
import { type Node, type NodeOf, rewrite, type Span } from "../syntax/tree.ts";

/** What could not be carried, with its place in the pattern. */
export interface Lost extends Span {
  readonly message: string;
}

export interface Target {
  readonly dialect: Dialect;
  readonly options: Options;
}

/** How a part is written where the target has no sign for it: in the terms of lookarounds, of one character each. */
const FORMULAS: Readonly<Partial<Record<AssertionKind, (set: NodeOf<"assertion">["set"]) => Node>>> = {
  "text-start": () => lookedFor(setOf(FULL_SET), { behind: true, negated: true }),
  "text-end": () => lookedFor(setOf(FULL_SET), { behind: false, negated: true }),
  "line-start": (set) => oneOf(asserted("text-start", []), lookedFor(ofCharacters(set), { behind: true, negated: false })),
  "line-end": (set) => oneOf(asserted("text-end", []), lookedFor(ofCharacters(set), { behind: false, negated: false })),
  "line-start-in-text": (set) =>
    oneOf(
      asserted("text-start", []),
      inSequence(lookedFor(ofCharacters(set), { behind: true, negated: false }), lookedFor(setOf(FULL_SET), { behind: false, negated: false })),
    ),
  "line-start-before-text": (set) =>
    inSequence(
      oneOf(asserted("text-start", []), lookedFor(ofCharacters(set), { behind: true, negated: false })),
      lookedFor(setOf(FULL_SET), { behind: false, negated: false }),
    ),
  "last-line-end": (set) => lookedFor(inSequence(repeated(ofCharacters(set), 0, 1), asserted("text-end", [])), { behind: false, negated: false }),
  "word-start": (set) =>
    inSequence(lookedFor(ofCharacters(set), { behind: true, negated: true }), lookedFor(ofCharacters(set), { behind: false, negated: false })),
  "word-end": (set) =>
    inSequence(lookedFor(ofCharacters(set), { behind: true, negated: false }), lookedFor(ofCharacters(set), { behind: false, negated: true })),
  "word-edge": (set) => oneOf(edge(set, false, true), edge(set, true, false)),
  "not-word-edge": (set) => oneOf(edge(set, true, true), edge(set, false, false)),
};

/** A word character behind or not, and ahead or not. */
const edge = (set: NodeOf<"assertion">["set"], behind: boolean, ahead: boolean): Node =>
  inSequence(lookedFor(ofCharacters(set), { behind: true, negated: !behind }), lookedFor(ofCharacters(set), { behind: false, negated: !ahead }));

const bracketed = (body: Node): Node => ({ kind: "group", capture: null, name: null, body, start: body.start, end: body.end });

/** Whether a dialect has groups that begin so. */
export const hasOpener = ({ syntax }: Dialect, is: (opener: GroupOpener) => boolean): boolean => syntax.groupOpeners.some(([, opener]) => is(opener));

/** Whether the target writes an assertion by a sign of its own, that goes by the same characters. */
function hasAssertion({ dialect, options }: Target, { assertion, set }: NodeOf<"assertion">): boolean {
  const { operators, escapes } = dialect.syntax;
  const { word, lineEnds } = dialect.semantics;
  const goesBy = assertion.startsWith("text") || assertion === "search-start" ? set : assertion.includes("word") ? word(options) : lineEnds(options);
  if (goesBy.length !== set.length || goesBy.some((end, i) => end !== set[i])) return false;
  const has = operators.some(([, each]) => each.kind === "anchor" && each.assertion(options) === assertion);
  return has || Object.values(escapes).some((meaning) => meaning.kind === "assertion" && meaning.assertion(options) === assertion);
}

/** The tree in the target's terms, as far as it has any; the rest is refused by whoever writes it. */
export function expanded(root: Node, target: Target): Node {
  const { dialect, options } = target;
  const { dot, folding } = dialect.semantics;
  const own = rewrite(root, (node) => {
    switch (node.kind) {
      case "any": {
        return isSameSet(dot(options), node.set) ? node : { ...setOf(node.set), start: node.start, end: node.end };
      }
      case "character": {
        const rule = folding(options);
        const taken = charactersOf(node);
        if (isSameSet(charactersOf({ ...node, folding: rule }), taken)) return { ...node, folding: rule };
        return { ...ofCharacters(taken), start: node.start, end: node.end };
      }
      case "set": {
        if (node.strings.length > 0) return node;
        const rule = folding(options);
        const taken = charactersOf(node);
        const [first, last] = taken;
        if (taken.length === 2 && first !== undefined && first === last && rule === null) return { ...ofCharacters(taken), start: node.start, end: node.end };
        if (node.fixed.length === 0 && isSameSet(charactersOf({ ...node, folding: rule }), taken)) return { ...node, folding: rule };
        // As it is, where the target folds nothing that is in it.
        const plain = { ...setOf(taken), folding: rule, start: node.start, end: node.end };
        return isSameSet(charactersOf(plain), taken) ? plain : { ...plain, folding: null };
      }
      case "assertion": {
        if (hasAssertion(target, node)) return node;
        const formula = FORMULAS[node.assertion];
        return formula ? bracketed(formula(node.set)) : node;
      }
      default:
        return node;
    }
  });
  // What was made of an assertion may hold another one that the target does not have.
  const again = rewrite(own, (node) => (node.kind === "assertion" && !hasAssertion(target, node) ? (FORMULAS[node.assertion]?.(node.set) ?? node) : node));
  return simplified(again);
}

const isSameSet = (one: CharSet, other: CharSet): boolean => one.length === other.length && one.every((end, i) => end === other[i]);

/** What takes one of these characters: the character itself where there is one only. */
const ofCharacters = (taken: CharSet): Node => {
  const [first, last] = taken;
  return taken.length === 2 && first !== undefined && first === last ? { kind: "character", codePoint: first, folding: null, start: 0, end: 0 } : setOf(taken);
};

/** Kinds of part that hold together without brackets. */
const HOLD_TOGETHER: ReadonlySet<Node["kind"]> = new Set<Node["kind"]>(["look", "assertion", "atomic", "group"]);

/** Without brackets that group one item only, and empties beside others. */
function simplified(root: Node): Node {
  return rewrite(root, (node) => {
    if (node.kind === "group" && node.capture === null && node.pops === undefined && HOLD_TOGETHER.has(node.body.kind)) return node.body;
    if (node.kind === "sequence") return inSequence(...node.items.filter((item) => item.kind !== "empty"));
    return node;
  });
}

/** The tree without what settles ways: atomic groups and possessive quantifiers, as if their ways were tried again. */
export const unsettled = (root: Node): Node =>
  rewrite(root, (node) => {
    if (node.kind === "atomic") return bracketed(node.body);
    return node.kind === "quantifier" && node.mode === "possessive" ? { ...node, mode: "greedy" } : node;
  });

/** The tree with possessive quantifiers as atomic groups. */
export const asAtomic = (root: Node): Node =>
  rewrite(root, (node) =>
    node.kind === "quantifier" && node.mode === "possessive" ? { kind: "atomic", body: { ...node, mode: "greedy" }, start: node.start, end: node.end } : node,
  );

/** The tree with every quantifier greedy. */
export const allGreedy = (root: Node): Node =>
  rewrite(root, (node) => (node.kind === "quantifier" && node.mode === "lazy" ? { ...node, mode: "greedy" } : node));

/** The tree without the names of its groups. */
export const withoutNames = (root: Node): Node =>
  rewrite(root, (node) => {
    if (node.kind === "group" && node.name !== null) return { ...node, name: null };
    return node.kind === "back-reference" && node.slots.length === 1 ? { ...node, label: String(node.slots[0]) } : node;
  });

/** What stands for an anchor where a text is one line, without its end. */
const ON_ONE_LINE: Readonly<Partial<Record<AssertionKind, AssertionKind>>> = {
  "last-line-end": "text-end",
  "line-end": "text-end",
  "line-start": "text-start",
  "line-start-in-text": "text-start",
  "line-start-before-text": "text-start",
};

/**
 * The tree as one line of ASCII is read: classes do not tell characters beyond ASCII apart, the edges of words are the
 * target's own, and anchors hold where the text begins and ends.
 */
export const onAsciiLines = (root: Node, { semantics, base }: Dialect): Node =>
  rewrite(root, (node) => {
    if (node.kind === "assertion") {
      const { assertion } = node;
      return assertion.includes("word") ? { ...node, set: semantics.word(base) } : { ...node, assertion: ON_ONE_LINE[assertion] ?? assertion, set: [] };
    }
    if (node.kind !== "set" || node.strings.length > 0) return node;
    const taken = charactersOf(node);
    const isOfMost = (taken.at(-1) ?? 0) === LAST_CODE_POINT;
    const own = intersection(isOfMost ? complement(taken) : taken, ASCII);
    return { ...setOf(isOfMost ? complement(own) : own), start: node.start, end: node.end };
  });

const ASCII: CharSet = [0, 0x7f];

/** Alternatives of which each is compared with each: of more the longer ones are put first at once. */
const MOST_COMPARED = 200;

/** Alternatives of plain text with the longer ones first, where their order counts: the first that matches is the longest then. */
export const longestFirst = (root: Node): Node =>
  rewrite(root, (node) => {
    if (node.kind !== "alternation" || !node.branches.every(isText)) return node;
    const counts =
      node.branches.length > MOST_COMPARED || node.branches.some((earlier, i) => node.branches.slice(i + 1).some((later) => beginsLike(earlier, later)));
    if (!counts) return node;
    return { ...node, branches: [...node.branches].sort((a, b) => lengthOf(b) - lengthOf(a)) };
  });

const itemsIn = (node: Node): readonly Node[] => (node.kind === "sequence" ? node.items : node.kind === "empty" ? [] : [node]);
const isText = (node: Node): boolean => itemsIn(node).every(({ kind }) => kind === "character" || kind === "set" || kind === "any");
/** Whether a longer alternative can begin with what an earlier one takes, which is found in its place then. */
function beginsLike(earlier: Node, later: Node): boolean {
  const [one, other] = [itemsIn(earlier), itemsIn(later)];
  return one.length < other.length && one.every((item, i) => intersection(takenBy(item), takenBy(other[i] as Node)).length > 0);
}

const takenBy = (node: Node): CharSet => (node.kind === "character" || node.kind === "set" || node.kind === "any" ? charactersOf(node) : []);
const lengthOf = (node: Node): number => itemsIn(node).length;
