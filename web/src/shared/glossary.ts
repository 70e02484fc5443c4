/** Our own words, each in one sentence: what stands on them when they have the pointer or the focus, and in the list on `?`. */
export const GLOSSARY = {
  specimen: "A pattern that is kept, with its dialect, its flags, its sample texts and its earlier revisions.",
  shelf: "The list of all specimens.",
  bench: "Where a specimen is worked on: pattern, sample, desk and reel.",
  lane: "A thin bar under a line of text: the bracket shows a match, each bar below it what one group took.",
  ledger: "The table of matches: where each began and ended, and what every group holds.",
  turn: "One pass of a repeated group: it keeps only what its last turn took.",
  alike: "Matches with the same text, put together and counted.",
  began: "The step at which the attempt that found this match began.",
  found: "The step at which this match was complete.",
  taker: "The part of the pattern that took a stretch of the text.",
  reel: "One run of a plain backtracking engine, recorded, which can be wound to any step.",
  step: "One thing that a backtracking engine does: an item tried, a choice saved, a way back.",
  attempt: "All that the engine does from one start offset until it matches or gives up.",
  "saved state": "A choice that the engine can still come back to when what it tries now fails.",
  stop: "A place at which playing halts: a part, an offset, or a number of saved states.",
  contrast: "The same sample under other quantifier modes or other patterns, side by side.",
  hazard: "How the work of a backtracking engine grows with the length of the text, with the text that proves it.",
  drift: "What an edit did to the whole texts that the pattern takes: which it gained, and which it lost.",
  rewrite: "The sample with something else in the place of each match, as the host's own replacement would make it.",
  template: "What comes in the place of a match: text, and what the match and its groups hold.",
  calls: "What the everyday calls of the dialect's host return on the sample, as its language writes values.",
  "hand-off": "The pattern as source text of a program, with the escapes that it needs there.",
  desk: "The panels at the side of the bench.",
  strip: "The line of verdicts under the pattern.",
} as const;

export type OwnWord = keyof typeof GLOSSARY;
