/** What `\p{…}` of .NET knows: general categories by their codes, and blocks behind `Is` as its documentation lists them. */
import { blockOf } from "../../charset/blocks.ts";
import { type CharSet, setOfText, union } from "../../charset/charset.ts";
import { category, type Property } from "../../charset/properties.ts";
import type { Options } from "../dialect.ts";

const CATEGORIES: ReadonlySet<string> = new Set(
  "C Cc Cf Cn Co Cs L Ll Lm Lo Lt Lu M Mc Me Mn N Nd Nl No P Pc Pd Pe Pf Pi Po Ps S Sc Sk Sm So Z Zl Zp Zs".split(" "),
);
const CASED: ReadonlySet<string> = new Set(["Lu", "Ll", "Lt"]);

/** Supported named blocks, but for their `Is`. */
const BLOCKS: ReadonlySet<string> = new Set(
  [
    "AlphabeticPresentationForms Arabic ArabicPresentationForms-A ArabicPresentationForms-B Armenian Arrows BasicLatin Bengali",
    "BlockElements Bopomofo BopomofoExtended BoxDrawing BraillePatterns Buhid CJKCompatibility CJKCompatibilityForms",
    "CJKCompatibilityIdeographs CJKRadicalsSupplement CJKSymbolsandPunctuation CJKUnifiedIdeographs CJKUnifiedIdeographsExtensionA",
    "Cherokee CombiningDiacriticalMarks CombiningDiacriticalMarksforSymbols CombiningHalfMarks CombiningMarksforSymbols ControlPictures",
    "CurrencySymbols Cyrillic CyrillicSupplement Devanagari Dingbats EnclosedAlphanumerics EnclosedCJKLettersandMonths Ethiopic",
    "GeneralPunctuation GeometricShapes Georgian Greek GreekExtended GreekandCoptic Gujarati Gurmukhi HalfwidthandFullwidthForms",
    "HangulCompatibilityJamo HangulJamo HangulSyllables Hanunoo Hebrew HighPrivateUseSurrogates HighSurrogates Hiragana IPAExtensions",
    "IdeographicDescriptionCharacters KangxiRadicals Kanbun Kannada Katakana KatakanaPhoneticExtensions Khmer KhmerSymbols Lao",
    "Latin-1Supplement LatinExtended-A LatinExtended-B LatinExtendedAdditional LetterlikeSymbols Limbu LowSurrogates Malayalam",
    "MathematicalOperators MiscellaneousMathematicalSymbols-A MiscellaneousMathematicalSymbols-B MiscellaneousSymbols",
    "MiscellaneousSymbolsandArrows MiscellaneousTechnical Mongolian Myanmar NumberForms Ogham OpticalCharacterRecognition Oriya",
    "PhoneticExtensions PrivateUse PrivateUseArea Runic Sinhala SmallFormVariants SpacingModifierLetters Specials",
    "SuperscriptsandSubscripts SupplementalArrows-A SupplementalArrows-B SupplementalMathematicalOperators Syriac Tagalog Tagbanwa",
    "TaiLe Tamil Telugu Thaana Thai Tibetan UnifiedCanadianAboriginalSyllabics VariationSelectors YiRadicals YiSyllables",
    "YijingHexagramSymbols",
  ].flatMap((names) => names.split(" ")),
);

/** Blocks that Unicode has under another name. */
const OTHER_NAMES: Readonly<Record<string, string>> = {
  Greek: "GreekandCoptic",
  CombiningMarksforSymbols: "CombiningDiacriticalMarksforSymbols",
  PrivateUse: "PrivateUseArea",
};

/** `\p{name}`; undefined where there is none. Names count as they are written. */
export function dotnetProperty(name: string, value: string | undefined, { ignoreCase }: Options): Property | undefined {
  if (value !== undefined) return undefined;
  if (CATEGORIES.has(name)) return { set: ignoreCase && CASED.has(name) ? union(...[...CASED].map(category)) : category(name), strings: [] };
  const block = name.startsWith("Is") ? name.slice("Is".length) : "";
  if (!BLOCKS.has(block)) return undefined;
  const set = blockOf(OTHER_NAMES[block] ?? block);
  return set && { set, strings: [] };
}

/** `\w`, by the documentation of character classes. */
export const dotnetWord = (): CharSet => union(category("L"), category("Mn"), category("Nd"), category("Pc"));

/** What `\b` goes by: joiners are parts of a word, too. */
export const dotnetEdgeWord = (): CharSet => union(dotnetWord(), setOfText("\u200c\u200d"));

/** Char.IsWhiteSpace. */
export const dotnetSpace = (): CharSet => union(category("Z"), setOfText("\t\n\v\f\r\u0085"));
