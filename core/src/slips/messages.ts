/** Likely mistakes, each in a sentence: one table. `{0}` and so on stand for what is told. */

export const SLIPS = {
  "dot-for-point": "The dot takes any character here, where a point seems to be meant.",
  "outer-alternatives": "“^” belongs to the first alternative alone, and “$” to the last: the others match anywhere.",
  "shadowed-alternative": "“{0}” is never what matches: “{1}” before it is tried first, and begins alike.",
  "greedy-eats": "“{0}” takes all that it can, and leaves “{1}” as little as it can do with.",
  "range-across-cases": "“{0}” also holds what stands between the capitals and the small letters: [ \\ ] ^ _ and `.",
  "range-by-accident": "“{0}” is a range, from one sign to the other, with all that lies between.",
  "bar-in-set": "In a set “|” is a character like others: nothing is parted by it.",
  "doubled-in-set": "“{0}” stands in this set twice; the order of characters means nothing there.",
  "caret-not-first": "“^” negates a set only at its beginning; here it is a character like others.",
  "word-edge-in-set": "In a set “\\b” is a backspace, no edge of a word.",
  "class-without-set": "“{0}” is a set of its letters: a class by name needs brackets around it, where there is one.",
  "other-dialect": "{0}",
  "lazy-at-end": "Nothing follows this lazy quantifier, so it takes as little as it may: {0}.",
  "missing-group": "There is no group {0}: “{1}” is the character number {2} here.",
  "anchor-inside": "Nothing can match here: “{0}” holds at the {1} of the text alone, and there are characters {2} it.",
  "only-last-turn": "This group is in a repetition, so it keeps its last turn only.",
  "flag-without-effect": "The flag “{0}” changes nothing in this pattern.",
  "matches-nothing": "No text matches this pattern.",
  "matches-empty": "It matches the empty text, and so at every offset.",
} as const;

export type SlipCode = keyof typeof SLIPS;

export function slipMessage(code: SlipCode, words: readonly string[]): string {
  let message: string = SLIPS[code];
  words.forEach((word, i) => {
    // As a function: a word may hold “$&”, which a replacement would read.
    message = message.replaceAll(`{${i}}`, () => word);
  });
  return message;
}
