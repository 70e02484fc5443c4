/** Likely mistakes, each in a sentence: one table. `{0}` and so on stand for what is told. */

const SLIPS = {
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
  "letter-repeated": "“{0}” repeats the letter “{1}” alone, where “{2}” seems to be meant.",
  "blank-beside-bar": "The blanks beside “|” belong to the alternatives: “{0}”, “{1}”.",
  "flag-without-effect": "The flag “{0}” changes nothing in this pattern.",
  "matches-nothing": "No text matches this pattern.",
  "matches-empty": "It matches the empty text, and so at every offset.",
} as const;

/** The kinds in general, and how much they weigh: what is certain to be wrong, what likely is, what is only of no use. */
export const SLIP_RULES: Readonly<Record<SlipCode, { readonly text: string; readonly level: "error" | "warning" | "note" }>> = {
  "dot-for-point": { text: "A bare dot takes any character where a point seems to be meant.", level: "warning" },
  "outer-alternatives": { text: "Anchors of the whole belong to the first and the last alternative alone.", level: "warning" },
  "shadowed-alternative": { text: "An alternative is never taken, since an earlier one takes its beginning.", level: "warning" },
  "greedy-eats": { text: "A greedy part leaves the captured part behind it the least that it can do with.", level: "warning" },
  "range-across-cases": { text: "A range from capitals to small letters holds the signs between them.", level: "warning" },
  "range-by-accident": { text: "A hyphen between two signs makes a range of them.", level: "warning" },
  "bar-in-set": { text: "A bar in a set is a character like others.", level: "warning" },
  "doubled-in-set": { text: "A character stands in a set twice.", level: "note" },
  "caret-not-first": { text: "A caret negates a set only at its beginning.", level: "warning" },
  "word-edge-in-set": { text: "In a set \\b is a backspace.", level: "warning" },
  "class-without-set": { text: "A class by name needs brackets around it.", level: "warning" },
  "other-dialect": { text: "A spelling of another language means something else here, or nothing.", level: "warning" },
  "lazy-at-end": { text: "A lazy quantifier that nothing follows takes as little as it may.", level: "warning" },
  "missing-group": { text: "A reference to a group that is not there.", level: "error" },
  "anchor-inside": { text: "An anchor where something must come before or after it: nothing matches.", level: "error" },
  "only-last-turn": { text: "A captured group in a repetition keeps its last turn only.", level: "warning" },
  "letter-repeated": { text: "A quantifier behind a word repeats its last letter alone.", level: "warning" },
  "blank-beside-bar": { text: "Blanks beside a bar belong to the alternatives.", level: "warning" },
  "flag-without-effect": { text: "A flag that changes nothing in the pattern.", level: "note" },
  "matches-nothing": { text: "No text matches the pattern.", level: "error" },
  "matches-empty": { text: "The pattern matches the empty text, and so everywhere.", level: "warning" },
};

export type SlipCode = keyof typeof SLIPS;

export function slipMessage(code: SlipCode, words: readonly string[]): string {
  let message: string = SLIPS[code];
  words.forEach((word, i) => {
    // As a function: a word may hold “$&”, which a replacement would read.
    message = message.replaceAll(`{${i}}`, () => word);
  });
  return message;
}
