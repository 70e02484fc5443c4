/**
 * What `\b{wb}`, `\b{sb}` and `\b{lb}` stand for: where a text can be cut into words, sentences (UAX #29) and lines (UAX #14),
 * put together from sets and lookarounds, so that a machine needs to know nothing of it. Rules are named by their numbers there.
 */
import { FULL_SET } from "../charset/charset.ts";
import { lineSets, sentenceSets, wordSets } from "../charset/segments.ts";
import type { Values } from "../charset/values.ts";
import type { SegmentEdge } from "../dialect/assertions.ts";
import { partsAt } from "./anchors.ts";
import type { Node, Span } from "./tree.ts";

const CARRIAGE_RETURN = 0x0d;
const LINE_FEED = 0x0a;

type Parts = ReturnType<typeof partsAt>;

type Kind = "word" | "sentence" | "line";

/** What each edge cuts a text into, and whether it holds where it does not. */
const EDGES: Readonly<Record<SegmentEdge, readonly [kind: Kind, negated: boolean]>> = {
  "word-break": ["word", false],
  "not-word-break": ["word", true],
  "sentence-break": ["sentence", false],
  "not-sentence-break": ["sentence", true],
  "line-opportunity": ["line", false],
  "not-line-opportunity": ["line", true],
};

/** A lookahead that holds where the edge is. */
export function segmentEdge(edge: SegmentEdge, values: Values, span: Span): Node {
  const [kind, negated] = EDGES[edge];
  const body = INSIDE[kind](partsAt(span), values);
  return { kind: "look", behind: false, negated: !negated, widths: null, body, stands: edge, ...span };
}

/** What holds where a text cannot be cut. */
const INSIDE: Readonly<Record<Kind, (parts: Parts, values: Values) => Node>> = { word: insideWord, sentence: insideSentence, line: insideLine };

function insideWord(parts: Parts, values: Values): Node {
  const { either, inOrder, character, set, any, behind, notBehind, ahead, notAhead, textStart, textEnd } = parts;
  const sets = wordSets(values);
  const { joined, letter, hebrew, midLetter, midNumber, singleQuote, doubleQuote, numeric, katakana, connector, blank } = sets;
  const marks = any(set(joined));
  // WB4: what is one with the character before it is looked past.
  const before = (...characters: readonly Node[]): Node => behind(inOrder(...characters.flatMap((each) => [each, marks])));
  // Ahead Perl does not look past joiners.
  const after = (...characters: readonly Node[]): Node => inOrder(...characters.flatMap((each, i) => (i === 0 ? [each] : [any(set(sets.mark)), each])));
  const indicator = set(sets.regionalIndicator);
  return either(
    inOrder(textStart, textEnd),
    // WB3
    inOrder(behind(character(CARRIAGE_RETURN)), character(LINE_FEED)),
    // WB3c
    inOrder(behind(set(sets.joiner)), set(sets.pictograph)),
    // Perl's own, instead of WB3a, WB3b and WB3d: blanks and line ends stay together, but of blanks the last goes with what is put to it.
    inOrder(behind(either(set(blank), set(sets.lineEnd))), either(set(sets.lineEnd), inOrder(set(blank), notAhead(set(sets.mark))))),
    inOrder(behind(set(sets.lineEnd)), set(blank)),
    // WB4
    inOrder(notBehind(set(sets.lineEnd)), notAtStart(parts), set(joined)),
    // WB5 to WB7c
    inOrder(before(set(letter)), after(set(letter))),
    inOrder(before(set(letter)), after(set(midLetter), set(letter))),
    inOrder(before(set(letter), set(midLetter)), set(letter)),
    inOrder(before(set(hebrew)), set(singleQuote)),
    inOrder(before(set(hebrew)), after(set(doubleQuote), set(hebrew))),
    inOrder(before(set(hebrew), set(doubleQuote)), set(hebrew)),
    // WB8 to WB12
    inOrder(before(either(set(numeric), set(letter))), set(numeric)),
    inOrder(before(set(numeric)), set(letter)),
    inOrder(before(set(numeric), set(midNumber)), set(numeric)),
    inOrder(before(set(numeric)), after(set(midNumber), set(numeric))),
    // WB13 to WB13b
    inOrder(before(set(katakana)), set(katakana)),
    inOrder(before(either(set(letter), set(numeric), set(katakana), set(connector))), set(connector)),
    inOrder(before(set(connector)), ahead(either(set(letter), set(numeric), set(katakana)))),
    // WB15, WB16
    inOrder(behind(inOrder(notBehind(inOrder(indicator, marks)), any(inOrder(indicator, marks, indicator, marks)), indicator, marks)), indicator),
  );
}

/** Some character stands behind. */
const notAtStart = ({ behind, set }: Parts): Node => behind(set(FULL_SET));

function insideSentence(parts: Parts, values: Values): Node {
  const { either, inOrder, character, set, any, behind, notBehind, notAhead, textStart, textEnd } = parts;
  const sets = sentenceSets(values);
  const { paragraphEnd, joined, end, close, space } = sets;
  // SB5: what is one with the character before it is looked past.
  const marks = any(set(joined));
  const marked = (body: Node): Node => inOrder(body, marks);
  const closes = any(marked(set(close)));
  const spaces = any(marked(set(space)));
  const ended = inOrder(marked(set(end)), closes, spaces);
  const goesOn = either(
    set(joined),
    // SB6, SB7
    inOrder(behind(marked(set(sets.fullStop))), set(sets.numeric)),
    inOrder(behind(inOrder(marked(set(sets.cased)), marked(set(sets.fullStop)))), set(sets.upper)),
    // SB8, SB8a
    inOrder(behind(inOrder(marked(set(sets.fullStop)), closes, spaces)), any(set(sets.between)), set(sets.lower)),
    set(sets.goesOn),
    // SB9, SB10
    inOrder(behind(inOrder(marked(set(end)), closes)), either(set(close), set(space), set(paragraphEnd))),
    either(set(space), set(paragraphEnd)),
  );
  return either(
    inOrder(textStart, textEnd),
    // SB3
    inOrder(behind(character(CARRIAGE_RETURN)), character(LINE_FEED)),
    // SB4, SB11: within a paragraph, and where no sentence has ended or it goes on.
    inOrder(notAtStart(parts), notBehind(set(paragraphEnd)), notAhead(textEnd), either(notBehind(ended), goesOn)),
  );
}

function insideLine(parts: Parts, values: Values): Node {
  const { either, inOrder, character, set, any, behind, notBehind, notAhead, textStart } = parts;
  const s = lineSets(values);
  const marks = any(set(s.combining));
  const spaces = any(set(s.space));
  const anything = set(FULL_SET);
  // LB9; LB10: a mark that is put to nothing is a letter.
  const lone = inOrder(either(textStart, behind(set(s.apart))), set(s.combining));
  const letter = either(set(s.letter), lone);
  const before = (...characters: readonly Node[]): Node => behind(inOrder(...characters.flatMap((each) => [each, marks])));
  // Where there are spaces Perl does not look past joiners.
  const spaced = (character: Node): Node => behind(inOrder(character, either(marks, inOrder(any(set(s.mark)), spaces))));
  const numbered = (...more: readonly Node[]): Node => behind(inOrder(set(s.numeric), any(either(set(s.infix), set(s.symbol))), ...more, marks));
  const indicator = set(s.regionalIndicator);
  // LB11 to LB17: also where spaces stand between.
  const overSpaces = [
    set(s.wordJoiner),
    inOrder(before(set(s.wordJoiner)), anything),
    inOrder(before(set(s.glue)), anything),
    inOrder(notBehind(either(set(s.space), inOrder(either(set(s.breakAfter), set(s.hyphen)), marks))), set(s.glue)),
    either(set(s.closing), set(s.exclamation), set(s.infix), set(s.symbol)),
    inOrder(spaced(set(s.opening)), anything),
    inOrder(spaced(set(s.quotation)), set(s.opening)),
    inOrder(spaced(set(s.closing)), set(s.nonStarter)),
    inOrder(spaced(set(s.breakBoth)), set(s.breakBoth)),
  ];
  // LB21 to LB30b: not where a space stands between (LB18), nor on either side of what something else decides (LB20).
  const side = [
    either(set(s.breakAfter), set(s.hyphen), set(s.nonStarter)),
    inOrder(before(set(s.breakBefore)), anything),
    inOrder(behind(inOrder(set(s.hebrew), either(set(s.hyphen), set(s.breakAfter)), marks)), anything),
    inOrder(before(set(s.symbol)), set(s.hebrew)),
    set(s.inseparable),
    inOrder(before(letter), set(s.numeric)),
    inOrder(before(set(s.numeric)), set(s.letter)),
    inOrder(before(set(s.prefix)), set(s.ideographic)),
    inOrder(before(set(s.ideographic)), set(s.postfix)),
    inOrder(before(either(set(s.prefix), set(s.postfix))), set(s.letter)),
    inOrder(before(letter), either(set(s.prefix), set(s.postfix))),
    // LB25
    inOrder(before(either(set(s.prefix), set(s.postfix))), either(set(s.numeric), inOrder(set(s.hyphen), marks, set(s.numeric)))),
    inOrder(behind(set(s.prefix)), set(s.opening), set(s.numeric)),
    inOrder(behind(set(s.postfix)), set(s.openingNarrow), set(s.numeric)),
    inOrder(before(either(set(s.opening), set(s.hyphen))), set(s.numeric)),
    inOrder(numbered(), set(s.numeric)),
    inOrder(either(numbered(), numbered(set(s.closing))), either(set(s.postfix), set(s.prefix))),
    // LB26, LB27
    inOrder(before(set(s.jamoL)), either(set(s.jamoL), set(s.jamoV), set(s.syllable2), set(s.syllable3))),
    inOrder(before(either(set(s.jamoV), set(s.syllable2))), either(set(s.jamoV), set(s.jamoT))),
    inOrder(before(either(set(s.jamoT), set(s.syllable3))), set(s.jamoT)),
    inOrder(before(set(s.korean)), set(s.postfix)),
    inOrder(before(set(s.prefix)), set(s.korean)),
    // LB28 to LB30b
    inOrder(before(either(letter, set(s.infix))), set(s.letter)),
    inOrder(before(either(letter, set(s.numeric))), set(s.openingNarrow)),
    inOrder(before(set(s.closingNarrow)), either(set(s.letter), set(s.numeric))),
    inOrder(behind(inOrder(notBehind(indicator), any(inOrder(indicator, indicator)), indicator, marks)), indicator),
    inOrder(before(set(s.emojiBase)), set(s.emojiModifier)),
  ];
  return either(
    // LB2; LB3 is that nothing of this holds at the end.
    textStart,
    // LB5 to LB7
    inOrder(behind(character(CARRIAGE_RETURN)), character(LINE_FEED)),
    inOrder(
      notBehind(set(s.hard)),
      either(
        either(set(s.hard), set(s.space), set(s.zeroWidthSpace)),
        inOrder(
          // LB8
          notBehind(inOrder(set(s.zeroWidthSpace), spaces)),
          either(
            // LB8a, LB9
            inOrder(behind(set(s.joiner)), anything),
            inOrder(notBehind(set(s.apart)), set(s.combining)),
            ...overSpaces,
            inOrder(
              notBehind(set(s.space)),
              either(
                // LB19
                set(s.quotation),
                inOrder(before(set(s.quotation)), anything),
                inOrder(notBehind(inOrder(set(s.contingent), marks)), notAhead(set(s.contingent)), either(...side)),
              ),
            ),
          ),
        ),
      ),
    ),
  );
}
