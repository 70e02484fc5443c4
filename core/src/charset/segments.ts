/** What characters do where a text can be cut into words and sentences (UAX #29) and lines (UAX #14), by the names there, in Unicode 14. */
import { type CharSet, intersection, setOfText, subtract, union } from "./charset.ts";
import { type Values, valueSet } from "./values.ts";
import { unicodeOf } from "./versions.ts";

const { category, binaryProperty } = unicodeOf("14");

/** A set by one of its names; throws where there is none, for the names are ours. */
function setsOf(values: Values, property: string): (...names: readonly string[]) => CharSet {
  return (...names) =>
    union(
      ...names.map((name) => {
        const set = valueSet(values, property, name);
        if (!set) throw new RangeError(`There is no ${property}=${name}.`);
        return set;
      }),
    );
}

/** What is made of the tables is made once: a pattern is read at every keystroke. */
function oncePerTable<Sets>(make: (values: Values) => Sets): (values: Values) => Sets {
  let made: { readonly values: Values; readonly sets: Sets } | undefined;
  return (values) => {
    if (made?.values !== values) made = { values, sets: make(values) };
    return made.sets;
  };
}

export const wordSets = oncePerTable((values) => {
  const wb = setsOf(values, "wb");
  return {
    lineEnd: wb("Newline", "CR", "LF"),
    joiner: wb("ZWJ"),
    pictograph: binaryProperty("Extended_Pictographic"),
    /** What is one with the character before it. */
    joined: wb("Extend", "Format", "ZWJ"),
    mark: wb("Extend", "Format"),
    /** Blanks that Perl keeps together. */
    blank: intersection(union(category("Zs"), setOfText("\t")), wb("Other", "WSegSpace")),
    letter: wb("ALetter", "Hebrew_Letter"),
    hebrew: wb("Hebrew_Letter"),
    midLetter: wb("MidLetter", "MidNumLet", "Single_Quote"),
    midNumber: wb("MidNum", "MidNumLet", "Single_Quote"),
    singleQuote: wb("Single_Quote"),
    doubleQuote: wb("Double_Quote"),
    numeric: wb("Numeric"),
    katakana: wb("Katakana"),
    connector: wb("ExtendNumLet"),
    regionalIndicator: wb("Regional_Indicator"),
  };
});

export const sentenceSets = oncePerTable((values) => {
  const sb = setsOf(values, "sb");
  return {
    paragraphEnd: sb("Sep", "CR", "LF"),
    joined: sb("Extend", "Format"),
    fullStop: sb("ATerm"),
    end: sb("ATerm", "STerm"),
    close: sb("Close"),
    space: sb("Sp"),
    numeric: sb("Numeric"),
    upper: sb("Upper"),
    lower: sb("Lower"),
    cased: sb("Upper", "Lower"),
    /** What a sentence may go on over to a small letter. */
    between: subtract([0, 0x10ffff], sb("OLetter", "Upper", "Lower", "Sep", "CR", "LF", "STerm", "ATerm")),
    goesOn: sb("SContinue", "STerm", "ATerm"),
  };
});

/** With the classes that LB1 resolves. */
export const lineSets = oncePerTable((values) => {
  const lb = setsOf(values, "lb");
  const wide = setsOf(values, "ea")("F", "W", "H");
  const complex = lb("SA");
  const marks = intersection(complex, union(category("Mn"), category("Mc")));
  const hard = lb("BK", "CR", "LF", "NL");
  const letter = union(lb("AL", "HL", "AI", "SG", "XX"), subtract(complex, marks));
  return {
    hard,
    space: lb("SP"),
    zeroWidthSpace: lb("ZW"),
    joiner: lb("ZWJ"),
    combining: union(lb("CM", "ZWJ"), marks),
    mark: union(lb("CM"), marks),
    /** What no mark is put to. */
    apart: union(hard, lb("SP", "ZW")),
    wordJoiner: lb("WJ"),
    glue: lb("GL"),
    breakAfter: lb("BA"),
    hyphen: lb("HY"),
    closing: lb("CL", "CP"),
    closingNarrow: subtract(lb("CP"), wide),
    exclamation: lb("EX"),
    infix: lb("IS"),
    symbol: lb("SY"),
    opening: lb("OP"),
    openingNarrow: subtract(lb("OP"), wide),
    quotation: lb("QU"),
    nonStarter: lb("NS", "CJ"),
    breakBoth: lb("B2"),
    contingent: lb("CB"),
    breakBefore: lb("BB"),
    letter,
    hebrew: lb("HL"),
    inseparable: lb("IN"),
    numeric: lb("NU"),
    ideographic: lb("ID", "EB", "EM"),
    emojiBase: union(lb("EB"), intersection(binaryProperty("Extended_Pictographic"), category("Cn"))),
    emojiModifier: lb("EM"),
    prefix: lb("PR"),
    postfix: lb("PO"),
    jamoL: lb("JL"),
    jamoV: lb("JV"),
    jamoT: lb("JT"),
    syllable2: lb("H2"),
    syllable3: lb("H3"),
    korean: lb("JL", "JV", "JT", "H2", "H3"),
    regionalIndicator: lb("RI"),
  };
});
