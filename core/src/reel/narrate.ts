/**
 * One plain sentence for every step: what was tried, where, what came of it, and after a backtrack because of what.
 *
 * The sentences are a table by kind of event and kind of node. A sentence is a template of words and pieces; a piece makes
 * phrases out of the step, and its type says which nodes it can be asked about.
 */
import { append } from "../lists.ts";
import { Kind } from "../machine/events.ts";
import type { AssertionKind, Node, NodeOf, Span, VerbKind } from "../syntax/tree.ts";
import { MODE_WORDS } from "../syntax/words/words.ts";
import { grouped, visible } from "../text/visible.ts";
import type { Frame, Reel } from "./reel.ts";

/** A sentence in pieces, so that a screen can set parts of the pattern and quotations apart. */
export type Phrase =
  | { readonly kind: "words"; readonly text: string }
  /** A part of the pattern; `text` is its source. */
  | { readonly kind: "part"; readonly text: string; readonly span: Span }
  /** A stretch of the sample, already printable. */
  | { readonly kind: "quote"; readonly text: string }
  | { readonly kind: "offset"; readonly text: string };

/** A step of a reel, and the node that acts there. */
interface Step<N extends Node = Node> {
  readonly reel: Reel;
  readonly frame: Frame;
  readonly node: N;
}

/** Phrases about a step. */
type Piece<N extends Node = Node> = (step: Step<N>) => readonly Phrase[];
type Sentence<N extends Node = Node> = Piece<N>;

/** The sentences of one kind of event: one for all nodes, and others for some kinds of node. */
type Sentences = { readonly [K in Node["kind"]]?: Sentence<NodeOf<K>> } & { readonly otherwise: Sentence };

/** A sentence out of words and pieces, as a tagged template. */
function say<N extends Node = Node>(texts: TemplateStringsArray, ...pieces: readonly Piece<N>[]): Sentence<N> {
  return (step) => {
    const out: Phrase[] = [];
    texts.forEach((text, i) => {
      if (text !== "") out.push(words(text));
      const piece = pieces[i];
      if (piece) append(out, piece(step));
    });
    return out;
  };
}

const words = (text: string): Phrase => ({ kind: "words", text });
const offset = (value: number): Phrase => ({ kind: "offset", text: grouped(value) });
const quote = (text: string): Phrase => ({ kind: "quote", text: visible(text) });
const partOf = (reel: Reel, { start, end }: Span): Phrase => ({ kind: "part", text: visible(reel.source.slice(start, end)), span: { start, end } });

/** The part of the pattern that acts. */
const part: Piece = ({ reel, node }) => [partOf(reel, node)];
/** The offsets before and after the step, and where the attempt began. */
const at: Piece = ({ frame }) => [offset(frame.at)];
const to: Piece = ({ frame }) => [offset(frame.to)];
const attempt: Piece = ({ frame }) => [offset(frame.attempt)];
const textLength: Piece = ({ reel }) => [offset(reel.text.length)];
/** The text between the offsets before and after. */
const taken: Piece = ({ reel, frame }) => stretch(reel, Math.min(frame.at, frame.to), Math.max(frame.at, frame.to));
const matched: Piece = ({ reel, frame }) => stretch(reel, frame.attempt, frame.to);
/** The character that stands there. */
const found: Piece = ({ reel, frame }) => foundAt(reel, frame.at, reel.readsBackwards(frame.step));
const asserted: Piece<NodeOf<"assertion">> = ({ frame, node }) => [words(ASSERTED[node.assertion][frame.kind === "hold" ? 0 : 1])];
const condition: Piece<NodeOf<"conditional">> = ({ frame, node }) => [words(conditionWords(node, frame))];
const called: Piece<NodeOf<"call">> = ({ node }) => [words(node.slot === 0 ? "the whole pattern" : `group ${node.label}`)];
const acts: Piece<NodeOf<"verb">> = ({ node }) => [words(ACTS[node.verb])];
const group: Piece<NodeOf<"group">> = ({ reel, node }) => [words(groupWords(reel, node))];
/** The group whose last capture a group takes back. */
const popped: Piece<NodeOf<"group">> = ({ reel, node }) => [words(poppedWords(reel, node.pops ?? 0))];
/** What the group has captured by now, and where that begins and ends. */
const captured: Piece<NodeOf<"group">> = ({ reel, frame, node }) => stretch(reel, capturedBy(node, frame).start, capturedBy(node, frame).end);
const capturedFrom: Piece<NodeOf<"group">> = ({ frame, node }) => [offset(capturedBy(node, frame).start)];
const capturedUntil: Piece<NodeOf<"group">> = ({ frame, node }) => [offset(capturedBy(node, frame).end)];
const mode: Piece<NodeOf<"quantifier">> = ({ node }) => [words(MODE_WORDS[node.mode])];
const choice: Piece<NodeOf<"quantifier">> = ({ node }) => [
  words(node.mode === "lazy" ? "it stops first, and one more iteration is saved" : "it tries one more iteration first, and stopping here is saved"),
];
/** The alternative that is tried, and the one that is saved. */
const first: Piece<NodeOf<"alternation">> = ({ reel, frame, node }) => {
  const next = reel.nextWay(frame.step);
  return [next ? way(reel, node.branches[node.branches.indexOf(next) - 1] as Node) : words("an alternative")];
};
const next: Piece<NodeOf<"alternation">> = ({ reel, frame }) => {
  const saved = reel.nextWay(frame.step);
  return [saved ? way(reel, saved) : words("which is not known here")];
};
const direction: Piece<NodeOf<"look">> = ({ node }) => [words(node.behind ? "back" : "ahead")];
const looked: Piece<NodeOf<"look">> = ({ frame, node }) => {
  const matchedInside = (frame.kind !== "mismatch") !== node.negated;
  return [words(`what ${node.negated ? "must not be there" : "must be there"} was ${matchedInside ? "" : "not "}found`)];
};
/** How many saved states a step throws away. */
const thrown: Piece = ({ reel, frame }) => {
  const count = (frame.step === 0 ? 0 : reel.event(frame.step - 1).saved) - frame.saved;
  return [words(count === 1 ? "1 saved state is thrown away" : `${grouped(count)} saved states are thrown away`)];
};
/** What is tried where the machine goes back to a saved state. */
const resumed: Piece = ({ reel, frame, node }) => {
  if (node.kind !== "quantifier") return [way(reel, node), words(" is tried")];
  if (node.mode === "lazy") return [partOf(reel, node), words(" tries one more iteration")];
  if (frame.at === frame.to) return [partOf(reel, node), words(" makes do with what it has")];
  return [
    partOf(reel, node),
    words(" stops there, and "),
    ...stretch(reel, Math.min(frame.at, frame.to), Math.max(frame.at, frame.to)),
    words(" is given back"),
  ];
};
/** What failed just before a backtrack. */
const cause: Piece = ({ reel, frame }) => {
  const failed = frame.step - 1;
  if (failed >= 0 && reel.kind(failed) === Kind.Match) return [words("The candidate is noted")];
  if (failed < 0 || reel.kind(failed) !== Kind.Mismatch) return [words("The machine cannot go on")];
  if (reel.endsShort(failed)) return [words("The text goes on past "), offset(reel.offset(failed))];
  const node = reel.node(failed);
  const verb =
    node.kind === "assertion" || node.kind === "look" ? " does not hold at " : node.kind === "quantifier" ? " took nothing at " : " did not match at ";
  return [partOf(reel, node), words(verb), offset(reel.offset(failed))];
};

const FOUND = say`The pattern matches ${attempt}–${to}: ${matched}.`;

/** Why a candidate is kept or dropped, of those of its attempt. */
const verdict: Piece = ({ reel, frame }) => {
  const best = reel.bestBefore(frame.step);
  if (best < 0) return [words("It is kept as the first candidate, and the other ways are tried")];
  const [end, length] = [reel.offset(best), frame.to];
  if (length > end) return [words("It is kept: it is longer than the best one so far, which ends at "), offset(end)];
  if (length < end) return [words("It is dropped: it is shorter than the best one so far, which ends at "), offset(end)];
  return reel.kept(frame.step)
    ? [words("It is kept: it is as long as the best one so far, and an earlier part of the pattern takes more in it")]
    : [words("It is dropped: it is as long as the best one so far, and no earlier part of the pattern takes more in it")];
};
const CANDIDATE = say`The pattern can match ${attempt}–${to}: ${matched}. ${verdict}.`;

const SENTENCES: Readonly<Record<Frame["kind"], Sentences>> = {
  attempt: { otherwise: say`A new attempt begins at ${at}.` },
  consume: {
    "back-reference": say`At ${at}, ${part} finds once more what its group holds: ${taken}.`,
    otherwise: say`At ${at}, ${part} takes ${taken}.`,
  },
  hold: {
    conditional: say<NodeOf<"conditional">>`At ${at}, ${part} goes by ${condition}.`,
    keep: say`At ${at}, ${part} has the match begin here: what was taken before is not part of it.`,
    look: say<NodeOf<"look">>`${part} holds: ${looked}. The machine stands at ${to} again.`,
    assertion: say<NodeOf<"assertion">>`At ${at}, ${part} holds: ${asserted}.`,
    otherwise: say`At ${at}, ${part} holds.`,
  },
  mismatch: {
    character: say`At ${at}, ${part} is not there: ${found}.`,
    any: say`At ${at}, ${part} finds nothing that it takes: ${found}.`,
    set: say`At ${at}, ${part} does not take what is there: ${found}.`,
    "back-reference": say`At ${at}, ${part} does not find what its group holds: ${found}.`,
    assertion: say<NodeOf<"assertion">>`At ${at}, ${part} does not hold: ${asserted}.`,
    look: say<NodeOf<"look">>`At ${to}, ${part} does not hold: ${looked}.`,
    verb: say`At ${at}, ${part} fails, whatever stands here.`,
    group: say<NodeOf<"group">>`At ${at}, ${part} cannot close: ${popped} holds nothing that could be taken back.`,
    quantifier: say`At ${at}, an iteration of ${part} took no text at all; such an iteration does not count, so it fails.`,
    otherwise: say`At ${at}, ${part} does not match.`,
  },
  save: {
    alternation: say<NodeOf<"alternation">>`At ${at}, the machine tries ${first} and saves the next alternative, ${next}.`,
    set: say`At ${at}, ${part} tries its longer strings first and saves the shorter ones.`,
    verb: say`At ${at}, ${part} is passed; it acts if the machine comes back to it.`,
    look: say`At ${at}, ${part} begins at the nearest place that it can, and saves those further back.`,
    quantifier: say<NodeOf<"quantifier">>`At ${at}, ${part} is ${mode}: ${choice}.`,
    otherwise: say`At ${at}, ${part} saves another way to go on.`,
  },
  resume: { otherwise: say`${cause}, so the machine goes back to ${to}: ${resumed}.` },
  open: { group: say<NodeOf<"group">>`Group ${group} opens at ${at}.`, otherwise: say`${part} opens at ${at}.` },
  close: {
    group: say<NodeOf<"group">>`Group ${group} closes and holds ${captured}, ${capturedFrom}–${capturedUntil}.`,
    otherwise: say`${part} closes at ${to}.`,
  },
  loop: { otherwise: say`At ${at}, ${part} has finished an iteration.` },
  enter: {
    atomic: say`At ${at}, ${part} begins; once it is through, its inside is not tried another way.`,
    look: say<NodeOf<"look">>`At ${at}, ${part} looks ${direction} without taking any text.`,
    otherwise: say`At ${at}, ${part} begins.`,
  },
  leave: {
    atomic: say`${part} is through at ${to}.`,
    look: say<NodeOf<"look">>`${part} holds: ${looked}. The machine stands at ${to} again.`,
    otherwise: say`${part} is through at ${to}.`,
  },
  cut: { otherwise: say`${part} is settled: ${thrown}, so its inside is not tried another way.` },
  match: { otherwise: (step) => (step.reel.kept(step.frame.step) === null ? FOUND : CANDIDATE)(step) },
  call: {
    call: say<NodeOf<"call">>`At ${at}, ${part} calls ${called}; what that captures is forgotten when it is left.`,
    otherwise: say`At ${at}, ${part} begins.`,
  },
  return: { otherwise: say`At ${to}, ${part} is left, and goes on behind its call.` },
  verb: { verb: say<NodeOf<"verb">>`At ${at}, ${part} acts: ${acts}.`, otherwise: say`At ${at}, ${part} acts.` },
  "give-up": { otherwise: say`${cause}, and nothing is saved any more: the attempt at ${attempt} fails.` },
};

/** A mismatch of the whole pattern: it is through, but was to cover the text. */
const NOT_WHOLE = say`The pattern is through at ${at}, but the whole text was asked for and it goes on to ${textLength}.`;

const ASSERTED: Readonly<Record<AssertionKind, readonly [holds: string, fails: string]>> = {
  "text-start": ["the text begins here", "the text has begun before"],
  "search-start": ["the search began here", "the search began elsewhere"],
  "text-end": ["the text ends here", "the text goes on"],
  "last-line-end": ["the text ends here, or the line end that ends it", "the text goes on"],
  "line-start": ["a line begins here", "no line begins here"],
  "line-start-before-text": ["a line begins here", "no line begins here, or the text ends"],
  "line-start-in-text": ["a line begins here", "no line begins here, or the text ends"],
  "line-end": ["a line ends here", "the line goes on"],
  "word-start": ["a word begins here", "no word begins here"],
  "word-end": ["a word ends here", "no word ends here"],
  "word-edge": ["a word has its edge here", "no word begins or ends here"],
  "not-word-edge": ["no word begins or ends here", "a word has its edge here"],
  "no-word-before": ["no word character stands before this place", "a word character stands before this place"],
  "no-word-after": ["no word character stands behind this place", "a word character stands behind this place"],
  "not-word-edge-in-text": ["no word begins or ends here", "a word has its edge here, or the text is empty"],
};

const ACTS: Readonly<Record<VerbKind, string>> = {
  accept: "what was taken until here is enough",
  fail: "it fails",
  commit: "the search is over, and nothing else is tried",
  prune: "this attempt is over, and nothing else is tried in it",
  skip: "this attempt is over, and the search goes on where the verb was passed, or where its mark was",
  alternative: "nothing else is tried in this alternative",
  mark: "the place is marked by its name",
};

function conditionWords({ asks, label }: NodeOf<"conditional">, { captures }: Frame): string {
  if (asks.kind !== "groups") return asks.kind === "call" ? "whether it is inside of such a call" : "what it asks for";
  return `group ${label}, which has ${asks.slots.some((slot) => captures[slot - 1]) ? "taken part" : "not taken part"}`;
}

/** A group that takes back what another one captured last. */
const TAKES_BACK = say<NodeOf<"group">>`${part} closes at ${to}, and takes back what ${popped} captured last.`;
const HOLDS_BETWEEN = say<
  NodeOf<"group">
>`Group ${group} closes, takes back what ${popped} captured last, and holds ${captured}, ${capturedFrom}–${capturedUntil}.`;

/** The sentence for a step. */
export function narrate(reel: Reel, step: number): Phrase[] {
  const frame = reel.frame(step);
  const { kind, node } = frame;
  if (reel.endsShort(step)) return [...NOT_WHOLE({ reel, frame, node })];
  if (kind === "close" && node.kind === "group" && node.pops !== undefined) {
    return [...(node.capture === null ? TAKES_BACK : HOLDS_BETWEEN)({ reel, frame, node })];
  }
  const sentences = SENTENCES[kind];
  // The node is of the kind that its sentence is for: the table's type says so, which an index does not carry over.
  const sentence = (sentences[node.kind] ?? sentences.otherwise) as Sentence;
  return [...sentence({ reel, frame, node })];
}

/** A sentence as plain text. */
export function plain(phrases: readonly Phrase[]): string {
  return phrases.map((p) => (p.kind === "quote" ? `“${p.text}”` : p.text)).join("");
}

function groupWords({ program }: Reel, { capture, name }: NodeOf<"group">): string {
  const number = program.slots[(capture ?? 0) - 1]?.number ?? capture;
  return name === null ? `${number}` : `${number}, ${name},`;
}

function poppedWords({ program }: Reel, slot: number): string {
  const popped = program.slots[slot - 1];
  return popped ? `group ${popped.name ?? popped.number}` : "group 0";
}

function stretch(reel: Reel, from: number, to: number): Phrase[] {
  return from === to ? [words("the empty text")] : [quote(reel.text.slice(from, to))];
}

function way(reel: Reel, node: Node): Phrase {
  return node.start === node.end ? words("the empty alternative") : partOf(reel, node);
}

function capturedBy({ capture }: NodeOf<"group">, { captures, to: end }: Frame): Span {
  return captures[(capture ?? 0) - 1] ?? { start: end, end };
}

function foundAt(reel: Reel, offsetThere: number, backwards: boolean): Phrase[] {
  const from = backwards ? offsetThere - 1 : offsetThere;
  if (from < 0) return [words("the text begins here")];
  if (from >= reel.text.length) return [words("the text ends here")];
  const character = reel.program.options.codePoints && !backwards ? String.fromCodePoint(reel.text.codePointAt(from) as number) : reel.text.charAt(from);
  return [quote(character), words(backwards ? " stands before it" : " stands there")];
}
