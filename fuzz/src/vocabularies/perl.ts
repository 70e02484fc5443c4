/** perl, as Perl 5.36 reads it: a pattern that stands in a string, where nothing is interpolated. */
import { PERLISH_CONDITIONS, PERLISH_ITEMS, PERLISH_OPENERS } from "./pcre.ts";
import { COMMON_ITEMS, COMMON_OPENERS, COMMON_PIECES, COMMON_QUANTIFIERS, COMMON_SETS, type Vocabulary } from "./vocabulary.ts";

export const perl: Vocabulary = {
  flags: ["i", "m", "s", "x", "n", "a"],
  items: [
    ...COMMON_ITEMS,
    ...COMMON_SETS,
    ...PERLISH_ITEMS,
    "\\j",
    "[a-\\d]",
    "[[:alpha:]-z]",
    "[:a:]",
    "\\x{3c3}",
    "\\N{U+61}",
    "\\p{Greek}",
    "\\p{IsUpper}",
    "\\p{XPosixPunct}",
    "(?a)",
    "(?u)",
    "(?a:\\w)",
    "\u0085",
  ],
  itemsWith: [["i", ["ß", "ss", "ſ", "\u212a", "[k-s]", "σ", "ς", "ﬁ", "fi", "[ß]"]]],
  openers: [...COMMON_OPENERS, ...PERLISH_OPENERS],
  quantifiers: [...COMMON_QUANTIFIERS, "*+", "++", "?+", "{1,2}+", "{,2}", "{ 1, 2 }", "{2,1}"],
  conditions: PERLISH_CONDITIONS,
  pieces: [...COMMON_PIECES, "(?<n>", "\\k<n>", "\\p{L}", "(?i)", "(?-i:", "(?>", "[^", "[:alpha:]", "[[:", ":]", "\\x{", "(*", "(?R", "(?(", "\\g", " "],
  fits: (text) => !/\p{Surrogate}/u.test(text),
};
