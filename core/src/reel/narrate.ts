/**
 * One plain sentence for every step: what was tried, where, what came of it, and after a backtrack because of what.
 *
 * The words are a table by kind of event and kind of item. `{part}` is the part of the pattern that acts, `{taken}`
 * the text between the offsets before and after, `{found}` the character that stands there, `{at}` and `{to}` the
 * offsets; the other names are in `fill`.
 */
import { append } from "../lists.ts";
import { Kind } from "../machine/events.ts";
import type { AssertionKind, Node, NodeOf, Span, VerbKind } from "../syntax/tree.ts";
import { MODE_WORDS } from "../syntax/words.ts";
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

type Template = string | Partial<Record<Node["kind"] | "otherwise", string>>;

const SENTENCES: Readonly<Record<Frame["kind"], Template>> = {
  attempt: "A new attempt begins at {at}.",
  consume: {
    "back-reference": "At {at}, {part} finds once more what its group holds: {taken}.",
    otherwise: "At {at}, {part} takes {taken}.",
  },
  hold: {
    conditional: "At {at}, {part} goes by {condition}.",
    keep: "At {at}, {part} has the match begin here: what was taken before is not part of it.",
    look: "{part} holds: {looked}. The machine stands at {to} again.",
    otherwise: "At {at}, {part} holds: {asserted}.",
  },
  mismatch: {
    character: "At {at}, {part} is not there: {found}.",
    any: "At {at}, {part} finds nothing that it takes: {found}.",
    set: "At {at}, {part} does not take what is there: {found}.",
    "back-reference": "At {at}, {part} does not find what its group holds: {found}.",
    assertion: "At {at}, {part} does not hold: {asserted}.",
    look: "At {to}, {part} does not hold: {looked}.",
    verb: "At {at}, {part} fails, whatever stands here.",
    group: "At {at}, {part} cannot close: {popped} holds nothing that could be taken back.",
    quantifier: "At {at}, a turn of {part} took no text at all; such a turn does not count, so it fails.",
  },
  save: {
    alternation: "At {at}, the machine tries {first} and saves the next alternative, {next}.",
    set: "At {at}, {part} tries its longer strings first and saves the shorter ones.",
    verb: "At {at}, {part} is passed; it acts if the machine comes back to it.",
    look: "At {at}, {part} begins at the nearest place that it can, and saves those further back.",
    otherwise: "At {at}, {part} is {mode}: {choice}.",
  },
  resume: {
    otherwise: "{cause}, so the machine goes back to {to}: {resumed}.",
  },
  open: "Group {group} opens at {at}.",
  close: "Group {group} closes and holds {captured}, {from}–{until}.",
  loop: "At {at}, {part} has finished a turn.",
  enter: {
    atomic: "At {at}, {part} begins; once it is through, its inside is not tried another way.",
    otherwise: "At {at}, {part} looks {direction} without taking any text.",
  },
  leave: {
    atomic: "{part} is through at {to}.",
    otherwise: "{part} holds: {looked}. The machine stands at {to} again.",
  },
  cut: "{part} is settled: {thrown}, so its inside is not tried another way.",
  match: "The pattern matches {from}–{until}: {matched}.",
  call: "At {at}, {part} calls {called}; what that captures is forgotten when it is left.",
  return: "At {to}, {part} is left, and goes on behind its call.",
  verb: "At {at}, {part} acts: {acts}.",
  "give-up": "{cause}, and nothing is saved any more: the attempt at {attempt} fails.",
};

/** A mismatch of the whole pattern: it is through, but was to cover the text. */
const NOT_WHOLE = "The pattern is through at {at}, but the whole text was asked for and it goes on to {length}.";

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
const TAKES_BACK = "{part} closes at {to}, and takes back what {popped} captured last.";
const HOLDS_BETWEEN = "Group {group} closes, takes back what {popped} captured last, and holds {captured}, {from}–{until}.";

function templateOf(reel: Reel, frame: Frame): string {
  const { kind, node, step } = frame;
  if (reel.endsShort(step)) return NOT_WHOLE;
  if (kind === "close" && node.kind === "group" && node.pops !== undefined) return node.capture === null ? TAKES_BACK : HOLDS_BETWEEN;
  const template = SENTENCES[kind];
  return typeof template === "string" ? template : (template[node.kind] ?? template.otherwise ?? "");
}

/** The sentence for a step. */
export function narrate(reel: Reel, step: number): Phrase[] {
  const frame = reel.frame(step);
  return fillIn(templateOf(reel, frame), reel, frame);
}

/** A sentence as plain text. */
export function plain(phrases: readonly Phrase[]): string {
  return phrases.map((p) => (p.kind === "quote" ? `“${p.text}”` : p.text)).join("");
}

function fillIn(template: string, reel: Reel, frame: Frame): Phrase[] {
  const out: Phrase[] = [];
  let at = 0;
  for (let open = template.indexOf("{"); open >= 0; open = template.indexOf("{", at)) {
    const close = template.indexOf("}", open);
    if (open > at) out.push(words(template.slice(at, open)));
    append(out, fill(template.slice(open + 1, close), reel, frame));
    at = close + 1;
  }
  if (at < template.length) out.push(words(template.slice(at)));
  return out;
}

const words = (text: string): Phrase => ({ kind: "words", text });
const offset = (value: number): Phrase => ({ kind: "offset", text: grouped(value) });
const quote = (text: string): Phrase => ({ kind: "quote", text: visible(text) });

function part(reel: Reel, { start, end }: Span): Phrase {
  return { kind: "part", text: visible(reel.source.slice(start, end)), span: { start, end } };
}

function fill(name: string, reel: Reel, frame: Frame): Phrase[] {
  const { node, at, to } = frame;
  switch (name) {
    case "part":
      return [part(reel, node)];
    case "at":
      return [offset(at)];
    case "to":
      return [offset(to)];
    case "length":
      return [offset(reel.text.length)];
    case "attempt":
    case "from":
      return [offset(frame.kind === "close" ? captured(frame).start : frame.attempt)];
    case "until":
      return [offset(frame.kind === "close" ? captured(frame).end : to)];
    case "taken":
      return stretch(reel, Math.min(at, to), Math.max(at, to));
    case "matched":
      return stretch(reel, frame.attempt, to);
    case "captured":
      return stretch(reel, captured(frame).start, captured(frame).end);
    case "found":
      return found(reel, at, reel.readsBackwards(frame.step));
    case "asserted":
      return node.kind === "assertion" ? [words(ASSERTED[node.assertion][frame.kind === "hold" ? 0 : 1])] : [];
    case "condition":
      return node.kind === "conditional" ? [words(conditionWords(node, frame))] : [];
    case "called":
      return node.kind === "call" ? [words(node.slot === 0 ? "the whole pattern" : `group ${node.label}`)] : [];
    case "acts":
      return node.kind === "verb" ? [words(ACTS[node.verb])] : [];
    case "group":
      return node.kind === "group" ? [words(groupWords(reel, node))] : [];
    case "popped":
      return node.kind === "group" ? [words(poppedWords(reel, node.pops ?? 0))] : [];
    case "mode":
      return node.kind === "quantifier" ? [words(MODE_WORDS[node.mode])] : [];
    case "choice":
      return node.kind === "quantifier" && node.mode === "lazy"
        ? [words("it stops first, and one more turn is saved")]
        : [words("it tries one more turn first, and stopping here is saved")];
    case "first":
    case "next": {
      const next = reel.nextWay(frame.step);
      if (node.kind !== "alternation" || !next) return [];
      const before = node.branches[node.branches.indexOf(next) - 1] as Node;
      return [way(reel, name === "first" ? before : next)];
    }
    case "direction":
      return [words(node.kind === "look" && node.behind ? "back" : "ahead")];
    case "looked":
      return looked(frame);
    case "thrown":
      return thrown(reel, frame);
    case "resumed":
      return resumed(reel, frame);
    case "cause":
      return cause(reel, frame);
    default:
      return [words(`{${name}}`)];
  }
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
  return node.start === node.end ? words("the empty alternative") : part(reel, node);
}

function captured(frame: Frame): Span {
  const number = frame.node.kind === "group" ? (frame.node.capture ?? 0) : 0;
  return frame.captures[number - 1] ?? { start: frame.to, end: frame.to };
}

function found(reel: Reel, at: number, backwards: boolean): Phrase[] {
  const from = backwards ? at - 1 : at;
  if (from < 0) return [words("the text begins here")];
  if (from >= reel.text.length) return [words("the text ends here")];
  const character = reel.program.options.codePoints && !backwards ? String.fromCodePoint(reel.text.codePointAt(from) as number) : reel.text.charAt(from);
  return [quote(character), words(backwards ? " stands before it" : " stands there")];
}

function looked({ kind, node }: Frame): Phrase[] {
  if (node.kind !== "look") return [];
  const matched = (kind !== "mismatch") !== node.negated;
  const wanted = node.negated ? "must not be there" : "must be there";
  return [words(`what ${wanted} was ${matched ? "" : "not "}found`)];
}

function thrown(reel: Reel, frame: Frame): Phrase[] {
  const count = (frame.step === 0 ? 0 : reel.event(frame.step - 1).saved) - frame.saved;
  return [words(count === 1 ? "1 saved state is thrown away" : `${grouped(count)} saved states are thrown away`)];
}

function resumed(reel: Reel, frame: Frame): Phrase[] {
  const { node, at, to } = frame;
  if (node.kind !== "quantifier") return [way(reel, node), words(" is tried")];
  if (node.mode === "lazy") return [part(reel, node), words(" tries one more turn")];
  if (at === to) return [part(reel, node), words(" makes do with what it has")];
  return [part(reel, node), words(" stops there, and "), ...stretch(reel, Math.min(at, to), Math.max(at, to)), words(" is given back")];
}

/** What failed just before a backtrack. */
function cause(reel: Reel, frame: Frame): Phrase[] {
  const failed = frame.step - 1;
  const node = reel.node(failed);
  if (failed < 0 || reel.kind(failed) !== Kind.Mismatch) return [words("The machine cannot go on")];
  if (reel.endsShort(failed)) return [words("The text goes on past "), offset(reel.offset(failed))];
  const verb =
    node.kind === "assertion" || node.kind === "look" ? " does not hold at " : node.kind === "quantifier" ? " took nothing at " : " did not match at ";
  return [part(reel, node), words(verb), offset(reel.offset(failed))];
}
