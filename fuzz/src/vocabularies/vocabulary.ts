/** What random patterns of a dialect are put together from, and what most dialects write alike. */
export interface Vocabulary {
  readonly flags: readonly string[];
  readonly items: readonly string[];
  /** Items that only some flags read. */
  readonly itemsWith: readonly (readonly [flags: string, items: readonly string[]])[];
  readonly openers: readonly string[];
  readonly quantifiers: readonly string[];
  /** A bracket with two ways, for conditions. */
  readonly conditions: readonly string[];
  /** What closes a bracket, what holds alternatives together, and what parts them, where they are others than “)”, “(?:” and “|”. */
  readonly signs?: { readonly close: string; readonly group: string; readonly bar: string };
  readonly pieces: readonly string[];
  /** Several groups may have one name. */
  readonly namesAgain?: true;
  /** Whether a text can be asked about under these flags. */
  readonly fits?: (text: string, flags: string) => boolean;
}

export const COMMON_ITEMS = [
  "a",
  "b",
  "a",
  "b",
  "c",
  "A",
  "k",
  "s",
  "é",
  ".",
  "\\d",
  "\\w",
  "\\s",
  "\\D",
  "\\W",
  "\\S",
  "\\b",
  "\\B",
  "^",
  "$",
  "\\n",
  "\\x61",
  " ",
  "-",
  "_",
  "0",
];
export const COMMON_SETS = ["[ab]", "[^a]", "[a-c]", "[^a-c]", "[\\d_]", "[\\W]", "[^\\W]", "[\\s\\S]", "[\\w-]", "[É-ê]", "[ſ-Ɓ]", "[K\\n]", "[ß]", "[^\\n]"];
export const COMMON_OPENERS = ["(", "(", "(", "(?:", "(?:", "(?=", "(?!", "(?<=", "(?<!"];
export const COMMON_QUANTIFIERS = ["*", "+", "?", "{2}", "{1,2}", "{0,3}", "{2,}", "{0}", "*?", "+?", "??", "{1,3}?", "{0,2}?"];
export const COMMON_PIECES = [..."ab()[]{}|*+?.^$\\-,:<>=!0123dwsbBkpuxPq_&~#", "(?:", "(?<", "(?=", "\\u", "{1,", "[^", "\\1", "\\c", "&&", "--"];
