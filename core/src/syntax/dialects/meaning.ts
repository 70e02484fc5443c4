/**
 * What changes meaning when a pattern is read in another dialect: the two trees are laid side by side, and a table says
 * what differs between items at the same place.
 */
import { type CharSet, rangesOf, subtract } from "../../charset/charset.ts";
import type { AnchorKind } from "../../dialect/assertions.ts";
import type { Dialect } from "../../dialect/dialect.ts";
import { dialectsWithCalls } from "../../dialect/index.ts";
import { visible } from "../../text/visible.ts";
import { charactersOf } from "../characters.ts";
import type { Reading } from "../read.ts";
import { anchorOf, childrenOf, type Group, type Node, type NodeOf, type Span, standsForMore, walk, walkWritten } from "../tree.ts";

export interface MeaningChange extends Span {
  readonly message: string;
}

/** What is said of the whole pattern where the semantics differ: each with whether the pattern has what it is about. */
const RULES: readonly {
  readonly differs: (from: Dialect["semantics"], to: Dialect["semantics"]) => boolean;
  readonly concerns: (node: Node, capturing: ReadonlySet<Node>) => boolean;
  readonly say: (to: Dialect["semantics"]) => string;
}[] = [
  {
    differs: (from, to) => from.clearsCapturesEachIteration !== to.clearsCapturesEachIteration,
    concerns: (node, capturing) => node.kind === "quantifier" && node.max > 1 && capturing.has(node),
    say: (to) => (to.clearsCapturesEachIteration ? "groups in it are cleared when a turn begins" : "groups in it keep what they took in an earlier turn"),
  },
  {
    differs: (from, to) => from.unsetReference !== to.unsetReference,
    concerns: (node) => node.kind === "back-reference",
    say: (to) =>
      to.unsetReference === "fails" ? "it fails while its group has not taken part" : "it matches the empty text while its group has not taken part",
  },
  {
    differs: (from, to) => (from.lookbehind === "any-width") !== (to.lookbehind === "any-width"),
    concerns: (node, capturing) => node.kind === "look" && node.behind && capturing.has(node),
    say: (to) =>
      to.lookbehind === "any-width" ? "it reads from right to left, so its last group takes most" : "it goes back by its width and reads from left to right",
  },
];

const ASSERTED: Readonly<Record<AnchorKind, string>> = {
  "text-start": "only where the text begins",
  "search-start": "only where the search began",
  "text-end": "only where the text ends",
  "last-line-end": "where the text ends, and before a line end that ends it",
  "line-start": "where any line begins",
  "line-start-before-text": "where any line begins, but not where the text ends",
  "line-start-in-text": "where any line begins, but not behind a line end that ends the text",
  "line-end": "where any line ends",
  "line-start-by-pairs": "where any line begins, CR LF as one, but not where the text ends",
  "line-end-by-pairs": "where any line ends, CR LF as one",
  "last-line-end-by-pairs": "where the text ends, and before a line end of any kind that ends it",
  "last-line-end-with-pair": "where the text ends, and before a line end of any kind that ends it",
  "line-start-of-pair": "where the text begins, and behind CR LF",
  "line-end-of-pair": "before CR LF, and where the text ends",
  "last-line-end-of-pair": "where the text ends, and before CR LF that ends it",
  "no-word-before": "where no word character stands before it",
  "no-word-after": "where no word character stands behind it",
  "word-start": "where a word begins",
  "word-end": "where a word ends",
  "word-edge": "where a word begins or ends",
  "not-word-edge": "where no word begins or ends",
  "not-word-edge-in-text": "where no word begins or ends, but never in an empty text",
  "word-break": "where a text can be cut into words, blanks and signs",
  "not-word-break": "where a text cannot be cut into words, blanks and signs",
  "sentence-break": "where a sentence begins or ends",
  "not-sentence-break": "inside a sentence",
  "line-opportunity": "where a line may be wrapped, and where the text ends",
  "not-line-opportunity": "where no line may be wrapped",
  "cluster-edge": "between whole characters as a reader sees them, but never in an empty text",
  "not-cluster-edge": "inside whole characters as a reader sees them, and in an empty text",
  "cluster-edge-since-match": "between whole characters as a reader sees them, but not where the last match ended",
};

/** Items longer than this are not asked whether they stand there twice. */
const LONGEST_ALIKE = 100;
/** Past the first thousand changes nobody reads on. */
const MAX_CHANGES = 1000;

/** The nodes that hold a capturing group, or are one. */
function capturingNodes(root: Node): Set<Node> {
  const found = new Set<Node>();
  // Inner nodes come after outer ones.
  for (const node of [...walk(root)].reverse()) {
    if ((node.kind === "group" && node.capture !== null) || childrenOf(node).some((child) => found.has(child))) found.add(node);
  }
  return found;
}

/** What changes from one reading to the other, in the order of the pattern; both are of the same pattern text. */
export function meaningChanges(from: Reading, to: Reading): MeaningChange[] {
  if (!from.dialect || !to.dialect) return [];
  if (to.diagnostics.length > 0) return to.diagnostics.map(({ start, end, message }) => ({ start, end, message }));
  const out: MeaningChange[] = [];
  const there = new Map<string, Node>();
  for (const node of walkWritten(to.root)) if (!there.has(keyOf(node))) there.set(keyOf(node), node);
  const capturing = capturingNodes(to.root);
  const said = new Set<string>();
  const sides = [firstGroups(from), firstGroups(to)] as const;
  const say = ({ start, end }: Span, message: string) => {
    // The same class ten times is one thing to know.
    const text = end - start > LONGEST_ALIKE ? `${start}–${end}` : from.source.pattern.slice(start, end);
    if (said.has(`${text} ${message}`) || out.length >= MAX_CHANGES) return;
    said.add(`${text} ${message}`);
    out.push({ start, end, message });
  };
  const [before, after] = [leavesOf(from.root), leavesOf(to.root)];
  const operators = [...walk(to.root)].flatMap((node) => (node.kind === "quantifier" ? [node.operator] : []));
  const skipped = uncovered(before, [...after, ...operators]);
  const isSkipped = new Set(skipped.flatMap(({ leaves }) => leaves));
  /** What of the pattern is spoken of otherwise. */
  const spokenOf: Span[] = [];
  for (const node of walkWritten(from.root)) {
    if (node.kind === "sequence" || node.kind === "alternation" || node.kind === "empty" || isSkipped.has(node)) continue;
    if (node.kind === "quantifier") spokenOf.push(node.operator);
    const other = there.get(keyOf(node));
    const messages = other
      ? [...itemChanges(node, other, from.dialect, to.dialect, capturing), ...numberChanges(node, other, from, to, sides)]
      : [node.kind === "call" ? `${to.dialect.title} has no subroutine calls; ${dialectsWithCalls()} have them` : "it is not read as one item any more"];
    if (messages.length > 0) spokenOf.push(node);
    for (const message of messages) say(node, message);
  }
  for (const run of skipped) say(run, "it is skipped there");
  for (const run of uncovered(after, [...before, ...spokenOf])) say(run, "it is part of the pattern there, and not skipped");
  return out.sort((a, b) => a.start - b.start);
}

/** The items without items in them, in the order of the pattern. */
const leavesOf = (root: Node): Node[] =>
  [...walkWritten(root)].filter((node) => node.end > node.start && (standsForMore(node) || childrenOf(node).length === 0)).sort((a, b) => a.start - b.start);

/** Stretches of neighbours that none of the other spans touches. */
function uncovered(leaves: readonly Node[], spans: readonly Span[]): (Span & { readonly leaves: readonly Node[] })[] {
  const others = [...spans].sort((a, b) => a.start - b.start);
  const runs: { start: number; end: number; leaves: Node[] }[] = [];
  let next = 0;
  /** How far the spans that began before reach. */
  let covered = 0;
  for (const leaf of leaves) {
    for (; next < others.length && (others[next] as Span).start < leaf.end; next++) covered = Math.max(covered, (others[next] as Span).end);
    if (covered > leaf.start) continue;
    const last = runs.at(-1);
    if (last?.end === leaf.start) {
      last.leaves.push(leaf);
      last.end = leaf.end;
    } else runs.push({ start: leaf.start, end: leaf.end, leaves: [leaf] });
  }
  return runs;
}

/** What groups are numbered, and what references stand for. */
function numberChanges(node: Node, other: Node, from: Reading, to: Reading, [one, another]: readonly [BySlot, BySlot]): string[] {
  if (node.kind === "group" && other.kind === "group") {
    const [before, after] = [numberOf(node, from), numberOf(other, to)];
    if (before === after) return [];
    return [after === undefined ? "it captures nothing" : before === undefined ? `it captures, as group ${after}` : `it is group ${after}, not ${before}`];
  }
  if (node.kind !== "back-reference" || other.kind !== "back-reference") return [];
  const [before, after] = [one.get(node.slots[0] ?? 0), another.get(other.slots[0] ?? 0)];
  if (before?.start === after?.start) return [];
  return [after ? `it stands for ${visible(to.source.pattern.slice(after.start, after.end), LONGEST_MEANT)}` : "it stands for a group that there is not"];
}

const LONGEST_MEANT = 20;

const numberOf = ({ capture }: NodeOf<"group">, { slots }: Reading): number | undefined => (capture === null ? undefined : slots[capture - 1]?.number);

/** The first group of each slot. */
type BySlot = ReadonlyMap<number, Group>;
const firstGroups = ({ groups }: Reading): BySlot => new Map([...groups].reverse().map((group) => [group.slot, group]));

const keyOf = ({ start, end, kind }: Node): string => `${start} ${end} ${kind === "quantifier" || kind === "group" ? kind : ""}`;

function itemChanges(node: Node, other: Node, from: Dialect, to: Dialect, capturing: ReadonlySet<Node>): string[] {
  const [anchor, otherAnchor] = [anchorOf(node), anchorOf(other)];
  if (anchor && otherAnchor && (standsForMore(node) || standsForMore(other))) return anchor === otherAnchor ? [] : [`it holds ${ASSERTED[otherAnchor]}`];
  if (node.kind !== other.kind) return [`it is ${KINDS[other.kind]} there, not ${KINDS[node.kind]}`];
  const out = RULES.filter((rule) => rule.differs(from.semantics, to.semantics) && rule.concerns(other, capturing)).map((rule) => rule.say(to.semantics));
  if (node.kind === "assertion" && other.kind === "assertion" && node.assertion !== other.assertion) return [...out, `it holds ${ASSERTED[other.assertion]}`];
  if (node.kind === "quantifier" && other.kind === "quantifier" && node.mode !== other.mode) out.push(`it is ${other.mode}`);
  const [before, after] = [takenBy(node), takenBy(other)];
  if (before && after) {
    const more = example(subtract(after, before));
    const less = example(subtract(before, after));
    const takes = node.kind === "assertion" ? "go by" : "take";
    if (more) out.push(`it ${takes === "take" ? "takes" : "goes by"} ${more} too`);
    if (less) out.push(`it does not ${takes} ${less} any more`);
  }
  return out;
}

const KINDS: Readonly<Record<Node["kind"], string>> = {
  empty: "nothing",
  character: "a character",
  any: "the dot",
  set: "a set",
  assertion: "an assertion",
  look: "a lookaround",
  atomic: "an atomic group",
  group: "a group",
  "back-reference": "a back-reference",
  conditional: "a condition",
  call: "a call of a group",
  verb: "a verb",
  keep: "a new start of the match",
  alternation: "an alternation",
  sequence: "a sequence",
  quantifier: "a quantifier",
};

/** The single characters that an item takes, or an assertion goes by; undefined for what is not an item of single characters. */
function takenBy(node: Node): CharSet | undefined {
  if (node.kind === "assertion") return node.set;
  return node.kind === "any" || node.kind === "character" || node.kind === "set" ? charactersOf(node) : undefined;
}

/** Controls that everybody knows by their signs. */
const USUAL_CONTROLS = "\t\n\r";

/** One character of a set, and how many there are besides; undefined for an empty set. */
function example(set: CharSet): string | undefined {
  const ranges = rangesOf(set);
  const [first] = ranges;
  if (!first) return undefined;
  const count = ranges.reduce((sum, [from, to]) => sum + to - from + 1, 0);
  const number = `U+${first[0].toString(16).toUpperCase().padStart(4, "0")}`;
  const isPlain = (first[0] >= 0x20 && first[0] < 0x7f) || USUAL_CONTROLS.includes(String.fromCodePoint(first[0]));
  const shown = isPlain ? `“${visible(String.fromCodePoint(first[0]))}”` : `“${visible(String.fromCodePoint(first[0]))}” (${number})`;
  return count === 1 ? shown : `${shown} and ${count - 1} more`;
}
