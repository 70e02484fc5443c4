/**
 * What `\b{wb}`, `\b{sb}` and `\b{lb}` stand for: where a text can be cut into words, sentences (UAX #29) and lines (UAX #14),
 * put together from sets and lookarounds, so that a machine needs to know nothing of it. Rules are named by their numbers there.
 */
import { type CharSet, complement, FULL_SET, union } from "../../charset/charset.ts";
import { lineSets, sentenceSets, wordSets } from "../../charset/segments.ts";
import type { Values } from "../../charset/values.ts";
import type { SegmentEdge } from "../../dialect/assertions.ts";
import type { Node, Span } from "../tree.ts";
import { partsAt } from "./anchors.ts";
import { edgeByRules, type Rule, unpaired } from "./edges.ts";

const CARRIAGE_RETURN = 0x0d;
const LINE_FEED = 0x0a;

type Parts = ReturnType<typeof partsAt>;

type Kind = "word" | "sentence" | "line";

/** What each edge cuts a text into. */
const KINDS: Readonly<Record<SegmentEdge, Kind>> = {
  "word-break": "word",
  "not-word-break": "word",
  "sentence-break": "sentence",
  "not-sentence-break": "sentence",
  "line-opportunity": "line",
  "not-line-opportunity": "line",
};

const RULES: Readonly<Record<Kind, (parts: Parts, values: Values) => readonly Rule[]>> = { word: wordRules, sentence: sentenceRules, line: lineRules };

/** A lookbehind that holds where the edge is. */
export function segmentEdge(edge: SegmentEdge, values: Values, span: Span): Node {
  const parts = partsAt(span);
  return edgeByRules(edge, parts, RULES[KINDS[edge]](parts, values), span);
}

function wordRules(parts: Parts, values: Values): readonly Rule[] {
  const { either, inOrder, character, set, any, behind, notBehind, ahead, notAhead } = parts;
  const sets = wordSets(values);
  const { joined, lineEnd, blank, letter, hebrew, midLetter, midNumber, numeric, katakana, connector } = sets;
  const marks = any(set(joined));
  // WB4: what is one with the character before it is looked past; ahead Perl does not look past joiners.
  const marked = (...each: readonly CharSet[]): Node => inOrder(...each.flatMap((one) => [set(one), marks]));
  const next = (one: CharSet): Node => ahead(set(one));
  const two = (one: CharSet, other: CharSet): Node => inOrder(set(one), any(set(sets.mark)), set(other));
  const nextTwo = (one: CharSet, other: CharSet): Node => ahead(two(one, other));
  // One lookahead for two rules, which tells them apart by what stands right behind: an automaton takes only so many.
  const letterOrBlank = ahead(
    either(inOrder(behind(set(blank)), set(blank), notAhead(set(sets.mark))), inOrder(notBehind(set(blank)), two(midLetter, letter))),
  );
  return [
    // WB3, WB3c
    [character(CARRIAGE_RETURN), ahead(character(LINE_FEED))],
    [set(sets.joiner), next(sets.pictograph)],
    // Perl's own, instead of WB3a, WB3b and WB3d: blanks and line ends stay together, but of blanks the last goes with what is put to it.
    [set(union(blank, lineEnd)), next(lineEnd)],
    [set(blank), letterOrBlank],
    [set(lineEnd), next(blank)],
    // WB4
    [set(complement(lineEnd)), next(joined)],
    // WB5 to WB7c
    [marked(letter), next(letter)],
    [marked(letter), letterOrBlank],
    [marked(letter, midLetter), next(letter)],
    [marked(hebrew), next(sets.singleQuote)],
    [marked(hebrew), nextTwo(sets.doubleQuote, hebrew)],
    [marked(hebrew, sets.doubleQuote), next(hebrew)],
    // WB8 to WB12
    [marked(union(numeric, letter)), next(numeric)],
    [marked(numeric), next(letter)],
    [marked(numeric, midNumber), next(numeric)],
    [marked(numeric), nextTwo(midNumber, numeric)],
    // WB13 to WB13b
    [marked(katakana), next(katakana)],
    [marked(union(letter, numeric, katakana, connector)), next(connector)],
    [marked(connector), next(union(letter, numeric, katakana))],
    // WB15, WB16
    [unpaired(parts, sets.regionalIndicator, joined), next(sets.regionalIndicator)],
  ];
}

function sentenceRules(parts: Parts, values: Values): readonly Rule[] {
  const { inOrder, character, set, any, notBehind, ahead } = parts;
  const sets = sentenceSets(values);
  const { paragraphEnd, end, fullStop, space } = sets;
  // SB5: what is one with the character before it is looked past.
  const marked = (one: CharSet): Node => inOrder(set(one), any(set(sets.joined)));
  const closes = any(marked(sets.close));
  const spaces = any(marked(space));
  const inParagraph = set(complement(paragraphEnd));
  const next = (one: CharSet): Node => ahead(set(one));
  return [
    // SB3
    [character(CARRIAGE_RETURN), ahead(character(LINE_FEED))],
    // SB4, SB998: within a paragraph, where no sentence has ended.
    [inOrder(inParagraph, notBehind(inOrder(marked(end), closes, spaces))), next(FULL_SET)],
    // SB5, SB8a, SB10
    [inParagraph, next(union(sets.joined, sets.goesOn, space, paragraphEnd))],
    // SB6, SB7
    [marked(fullStop), next(sets.numeric)],
    [inOrder(marked(sets.cased), marked(fullStop)), next(sets.upper)],
    // SB8
    [inOrder(marked(fullStop), closes, spaces), ahead(inOrder(any(set(sets.between)), set(sets.lower)))],
    // SB9
    [inOrder(marked(end), closes), next(union(sets.close, space, paragraphEnd))],
  ];
}

function lineRules(parts: Parts, values: Values): readonly Rule[] {
  const { either, inOrder, character, set, any, some, behind, ahead, textStart } = parts;
  const s = lineSets(values);
  const marks = any(set(s.combining));
  const marked = (one: CharSet): Node => inOrder(set(one), marks);
  const next = (one: CharSet): Node => ahead(set(one));
  const anything = next(FULL_SET);
  const unlessContingent = next(complement(s.contingent));
  // LB9; LB10: a mark that is put to nothing is a letter.
  const lone = inOrder(either(textStart, behind(set(s.apart))), some(set(s.combining)));
  const letter = either(marked(s.letter), lone);
  /** Any character, with its marks, but for some. */
  const markedBut = (...but: readonly CharSet[]): Node => either(marked(complement(union(s.apart, s.combining, ...but))), lone);
  // LB8: what no zero width space forbids, and no line end; where there are spaces, what stands before them.
  const spaces = any(set(s.space));
  const notForbidden = either(set(complement(s.apart)), inOrder(either(textStart, set(complement(union(s.zeroWidthSpace, s.space)))), some(set(s.space))));
  // Where there are spaces Perl does not look past joiners.
  const spaced = (one: CharSet): Node => inOrder(set(one), either(marks, inOrder(any(set(s.mark)), spaces)));
  /** Digits and what stands among them, with what closes them. */
  const numbered = (...more: readonly Node[]): Node => inOrder(set(s.numeric), any(set(union(s.infix, s.symbol))), ...more, marks);
  const signedNumber = (opening: CharSet): Node => ahead(inOrder(either(marked(s.hyphen), set(opening)), set(s.numeric)));
  const affix = union(s.prefix, s.postfix);
  return [
    // LB2; LB3 is that no rule holds at the end.
    [textStart, anything],
    // LB5 to LB7
    [character(CARRIAGE_RETURN), ahead(character(LINE_FEED))],
    [set(complement(s.hard)), next(union(s.hard, s.space, s.zeroWidthSpace))],
    // LB8a, LB9
    [set(s.joiner), anything],
    [set(complement(s.apart)), next(s.combining)],
    // LB11 to LB13
    [notForbidden, next(union(s.wordJoiner, s.closing, s.exclamation, s.infix, s.symbol))],
    [marked(union(s.wordJoiner, s.glue)), anything],
    [markedBut(s.breakAfter, s.hyphen), next(s.glue)],
    // LB14 to LB17
    [spaced(s.opening), anything],
    [spaced(s.quotation), next(s.opening)],
    [spaced(s.closing), next(s.nonStarter)],
    [spaced(s.breakBoth), next(s.breakBoth)],
    // LB19
    [set(complement(s.apart)), next(s.quotation)],
    [marked(s.quotation), anything],
    // LB20 to LB22
    [markedBut(s.contingent), next(union(s.breakAfter, s.hyphen, s.nonStarter, s.inseparable))],
    [marked(s.breakBefore), unlessContingent],
    [inOrder(set(s.hebrew), marked(union(s.hyphen, s.breakAfter))), unlessContingent],
    [marked(s.symbol), next(s.hebrew)],
    // LB23, LB23a, LB24
    [letter, next(s.numeric)],
    [marked(s.numeric), next(s.letter)],
    [marked(s.prefix), next(s.ideographic)],
    [marked(s.ideographic), next(s.postfix)],
    [marked(affix), next(s.letter)],
    [letter, next(affix)],
    // LB25, by the numbers of its regular expression
    [marked(affix), next(s.numeric)],
    [set(s.prefix), signedNumber(s.opening)],
    [set(s.postfix), signedNumber(s.openingNarrow)],
    [marked(union(s.opening, s.hyphen)), next(s.numeric)],
    [numbered(), next(s.numeric)],
    [either(numbered(), numbered(set(s.closing))), next(affix)],
    // LB26, LB27
    [marked(s.jamoL), next(union(s.jamoL, s.jamoV, s.syllable2, s.syllable3))],
    [marked(union(s.jamoV, s.syllable2)), next(union(s.jamoV, s.jamoT))],
    [marked(union(s.jamoT, s.syllable3)), next(s.jamoT)],
    [marked(s.korean), next(s.postfix)],
    [marked(s.prefix), next(s.korean)],
    // LB28 to LB30b
    [either(letter, marked(s.infix)), next(s.letter)],
    [either(letter, marked(s.numeric)), next(s.openingNarrow)],
    [marked(s.closingNarrow), next(union(s.letter, s.numeric))],
    [inOrder(unpaired(parts, s.regionalIndicator), marks), next(s.regionalIndicator)],
    [marked(s.emojiBase), next(s.emojiModifier)],
  ];
}
