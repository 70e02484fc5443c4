/**
 * Anchors where CR LF ends a line as one, put together from assertions that look at one character: a machine needs to
 * know nothing of pairs. The whole has the span of its sign, and so has everything inside.
 */
import { type CharSet, EMPTY_SET, FULL_SET, subtract } from "../../charset/charset.ts";
import type { PairedAnchor } from "../../dialect/assertions.ts";
import type { Node, Span } from "../tree.ts";

const CARRIAGE_RETURN = 0x0d;
const LINE_FEED = 0x0a;

/** A lookahead that holds where the anchor does; `lineEnds` are the characters that end a line by themselves. */
export function pairedAnchor(anchor: PairedAnchor, lineEnds: CharSet, span: Span): Node {
  return { kind: "look", behind: false, negated: false, widths: null, body: BODIES[anchor](partsAt(span), lineEnds), stands: anchor, ...span };
}

/** CR LF, or one of the others: what `\R` stands for. */
export function lineBreak(others: CharSet, settled: "always" | "repeated", span: Span): Node {
  const { either, inOrder, character, set } = partsAt(span);
  const body = either(inOrder(character(CARRIAGE_RETURN), character(LINE_FEED)), set(others));
  return { kind: "group", capture: null, name: null, body: settled === "always" ? { kind: "atomic", body, ...span } : body, stands: "line-break", ...span };
}

/** Any character, but not where CR LF stands. */
export function noPair(span: Span): Node {
  const { inOrder, character, set, notAhead } = partsAt(span);
  const body = inOrder(notAhead(inOrder(character(CARRIAGE_RETURN), character(LINE_FEED))), set(FULL_SET));
  return { kind: "group", capture: null, name: null, body, stands: "no-pair", ...span };
}

/** What is repeated of a part: a line end is settled with each turn. */
export function asRepeated(node: Node): Node {
  if (node.kind !== "group" || node.stands !== "line-break" || node.body.kind === "atomic") return node;
  return { ...node, body: { kind: "atomic", body: node.body, start: node.start, end: node.end } };
}

type Parts = ReturnType<typeof partsAt>;

/** Parts that all have the span of one sign. */
export function partsAt({ start, end }: Span) {
  const at = { start, end };
  const look = (behind: boolean, negated: boolean, body: Node): Node => ({ kind: "look", behind, negated, widths: null, body, ...at });
  const repeated = (body: Node, min: number): Node => ({ kind: "quantifier", min, max: Number.POSITIVE_INFINITY, mode: "greedy", body, operator: at, ...at });
  return {
    character: (codePoint: number): Node => ({ kind: "character", codePoint, folding: null, ...at }),
    set: (set: CharSet): Node => ({ kind: "set", set, fixed: EMPTY_SET, strings: [], negated: false, items: [], folding: null, ...at }),
    textStart: { kind: "assertion", assertion: "text-start", set: EMPTY_SET, ...at } as Node,
    textEnd: { kind: "assertion", assertion: "text-end", set: EMPTY_SET, ...at } as Node,
    searchStart: { kind: "assertion", assertion: "search-start", set: EMPTY_SET, ...at } as Node,
    either: (...branches: readonly Node[]): Node => ({ kind: "alternation", branches, ...at }),
    inOrder: (...items: readonly Node[]): Node => ({ kind: "sequence", items, ...at }),
    any: (body: Node): Node => repeated(body, 0),
    some: (body: Node): Node => repeated(body, 1),
    behind: (body: Node): Node => look(true, false, body),
    notBehind: (body: Node): Node => look(true, true, body),
    ahead: (body: Node): Node => look(false, false, body),
    notAhead: (body: Node): Node => look(false, true, body),
  };
}

const without = (set: CharSet, character: number): CharSet => subtract(set, [character, character]);

const BODIES: Readonly<Record<PairedAnchor, (parts: Parts, lineEnds: CharSet) => Node>> = {
  // There is a character ahead; and the text begins, or a line end stands behind that is not the first half of a pair.
  "line-start-by-pairs": ({ either, inOrder, textStart, behind, notAhead, character, set }, lineEnds) =>
    inOrder(
      either(textStart, behind(set(without(lineEnds, CARRIAGE_RETURN))), inOrder(behind(character(CARRIAGE_RETURN)), notAhead(character(LINE_FEED)))),
      set(FULL_SET),
    ),
  "line-end-by-pairs": ({ either, inOrder, textEnd, notBehind, character, set }, lineEnds) =>
    either(textEnd, set(without(lineEnds, LINE_FEED)), inOrder(notBehind(character(CARRIAGE_RETURN)), character(LINE_FEED))),
  "last-line-end-by-pairs": ({ either, inOrder, textEnd, notBehind, character, set }, lineEnds) =>
    either(
      textEnd,
      inOrder(set(without(lineEnds, LINE_FEED)), textEnd),
      inOrder(character(CARRIAGE_RETURN), character(LINE_FEED), textEnd),
      inOrder(notBehind(character(CARRIAGE_RETURN)), character(LINE_FEED), textEnd),
    ),
  "last-line-end-with-pair": ({ either, inOrder, textEnd, character, set }, lineEnds) =>
    either(textEnd, inOrder(set(lineEnds), textEnd), inOrder(character(CARRIAGE_RETURN), character(LINE_FEED), textEnd)),
  // Not behind a pair that ends the text.
  "line-start-of-pair": ({ either, inOrder, textStart, behind, character, set }) =>
    either(textStart, inOrder(behind(inOrder(character(CARRIAGE_RETURN), character(LINE_FEED))), set(FULL_SET))),
  "line-end-of-pair": ({ either, inOrder, textEnd, character }) => either(textEnd, inOrder(character(CARRIAGE_RETURN), character(LINE_FEED))),
  "last-line-end-of-pair": ({ either, inOrder, textEnd, character }) => either(textEnd, inOrder(character(CARRIAGE_RETURN), character(LINE_FEED), textEnd)),
};
