/** ere and bre, as GNU grep reads them. A text is one line, and UTF-8. */
import { COMMON_ITEMS, type Vocabulary } from "./vocabulary.ts";

/** Escapes that are none of grep. */
const UNREAD = ["\\d", "\\D", "\\n", "\\x61"];
const ITEMS = [...COMMON_ITEMS.filter((item) => !UNREAD.includes(item)), "\\<", "\\>", "ſ", "🐟"];
const SETS = [
  "[ab]",
  "[^a]",
  "[a-c]",
  "[^a-c]",
  "[]a]",
  "[^]a]",
  "[a-]",
  "[[:alpha:]]",
  "[[:digit:]_]",
  "[^[:upper:]]",
  "[[:punct:]]",
  "[[=a=]b]",
  "[[.-.]]",
  "[\\n]",
];
const isLine = (text: string): boolean => !/[\n\0\ud800-\udfff]/u.test(text);

export const ere: Vocabulary = {
  flags: ["i"],
  items: [...ITEMS, ...SETS, "()", "\\.", "\\*"],
  itemsWith: [],
  openers: ["("],
  quantifiers: ["*", "+", "?", "{2}", "{1,2}", "{0,3}", "{2,}", "{0}", "{,2}"],
  conditions: [],
  signs: { close: ")", group: "(", bar: "|" },
  pieces: [..."ab()[]{}|*+?.^$\\-,:=123wb", "[^", "[:", "{1,", "\\1"],
  fits: isLine,
};

export const bre: Vocabulary = {
  ...ere,
  items: [...ITEMS, ...SETS, "\\(\\)", "\\.", "\\*", "+", "?", "(", ")", "{", "}", "|"],
  openers: ["\\("],
  signs: { close: "\\)", group: "\\(", bar: "\\|" },
  quantifiers: ["*", "\\+", "\\?", "\\{2\\}", "\\{1,2\\}", "\\{0,3\\}", "\\{2,\\}", "\\{0\\}", "\\{,2\\}"],
  pieces: [..."ab[]*.^$\\-,:=123wb", "\\(", "\\)", "\\{", "\\}", "\\|", "[^", "[:", "\\{1,", "\\1"],
};
