/**
 * The case of texts, character by character and without regard to what stands around them: full mappings, of one character
 * or several (The Unicode Standard, 3.13; SpecialCasing.txt without its conditions).
 */
import { type CharSet, rangesOf, setOfRanges, subtract } from "./charset.ts";
import { canonicalize, closeOverCase, type FoldingRule } from "./folding.ts";
import { fullFold } from "./many-folds.ts";

type Casing = (text: string) => string;

const lowerOf: Casing = (character) => character.toLowerCase();
const upperOf: Casing = (character) => character.toUpperCase();

const eachOf =
  (casing: Casing): Casing =>
  (text) =>
    Array.from(text, (character) => casing(character)).join("");

export const upperCase = upperOf;
const lowerEach = eachOf(lowerOf);
/** The small sigma at the end of a word is another letter to the host. */
export const lowerCase: Casing = (text) => (text.includes("Σ") ? lowerEach(text) : lowerOf(text));
/** What case does not tell apart is the same folded (CaseFolding.txt, C and F). */
export const foldedCase = eachOf(fullFold);

/** The first character as it stands at the beginning of a title. */
export const titleFirst = (text: string): string => firstBy(titleOf, text);
export const lowerFirst = (text: string): string => firstBy(lowerOf, text);

function firstBy(casing: Casing, text: string): string {
  if (text === "") return "";
  const first = String.fromCodePoint(text.codePointAt(0) as number);
  return casing(first) + text.slice(first.length);
}

/** Letters of two signs that have a form for titles: capital, title, small. */
const DIGRAPHS = Array.from("ǄǅǆǇǈǉǊǋǌǱǲǳ");
const DIGRAPH_FORMS = 3;

/** Georgian letters are no capitals in titles. */
const GEORGIAN = [0x10d0, 0x10ff] as const;
const IOTA = "Ι";
const SUBSCRIPT_IOTA = "\u0345";

function titleOf(character: string): string {
  const digraph = DIGRAPHS.indexOf(character);
  if (digraph >= 0) return DIGRAPHS[digraph - (digraph % DIGRAPH_FORMS) + 1] as string;
  const codePoint = character.codePointAt(0) as number;
  if (codePoint >= GEORGIAN[0] && codePoint <= GEORGIAN[1]) return character;
  const [first = "", ...rest] = upperOf(character);
  if (rest.length === 0) return first;
  // Greek with a small iota beneath has it beneath the capital too, in one character where there is one.
  if (isGreekExtended(codePoint) && rest.at(-1) === IOTA) {
    const marks = rest.slice(0, -1).join("");
    return marks === "" ? (first + SUBSCRIPT_IOTA).normalize("NFC") : first + marks + SUBSCRIPT_IOTA;
  }
  // An apostrophe is no letter, so that the one behind it is the first.
  return first === "ʼ" ? first + rest.join("") : first + lowerCase(rest.join(""));
}

const isGreekExtended = (codePoint: number): boolean => codePoint >= 0x1f00 && codePoint <= 0x1fff;

/** The upper case of a character where that is one character, else itself (UnicodeData.txt): Greek with a small iota beneath has it beneath there too. */
export function simpleUpperCase(codePoint: number): number {
  const character = String.fromCodePoint(codePoint);
  const single = [upperOf(character), titleOf(character)].find((text) => Array.from(text).length === 1) ?? character;
  return single.codePointAt(0) as number;
}

/**
 * A range with what its case takes in: characters of which itself, its upper case, or the lower case of that lies in the
 * range (java.util.regex with UNICODE_CASE).
 */
export function closeRange(from: number, to: number, rule: FoldingRule): CharSet {
  const isIn = (codePoint: number): boolean => codePoint >= from && codePoint <= to;
  const closed = closeOverCase([from, to], rule);
  const gone = rangesOf(subtract(closed, [from, to]))
    .flatMap(([first, last]) => Array.from({ length: last - first + 1 }, (_, i) => first + i))
    .filter((codePoint) => !isIn(simpleUpperCase(codePoint)) && !isIn(canonicalize(codePoint, rule)));
  return subtract(closed, setOfRanges(gone.map((each) => [each, each] as const)));
}
