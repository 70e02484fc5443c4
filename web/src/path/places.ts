/** The path through the demo: five places in the order in which people learn, each with something to do and what is seen then. */
import type { RootState } from "../state/store.ts";

export interface Place {
  /** Title of the demo's specimen. */
  readonly title: string;
  readonly name: string;
  readonly act: string;
  /** Said when it is done. */
  readonly seen: string;
  readonly done: (state: RootState) => boolean;
}

export const PLACES: readonly Place[] = [
  {
    title: "Every mention of Hollin Weir",
    name: "A literal",
    act: "Change the pattern to the word Hollin alone.",
    seen: "Every place where it stands has a bracket under it and a row in the table of matches. A word is a pattern already.",
    done: ({ draft }) => draft.fields.pattern.trim() === "Hollin",
  },
  {
    title: "Tag numbers in a day of readings",
    name: "A set",
    act: "Put the caret into [A-F0-9], then take the F away: [A-E0-9].",
    seen: "The line under the pattern says what a set takes, and of how many characters here. Fewer tags match now.",
    done: ({ draft }) => draft.fields.pattern.includes("[A-E0-9]"),
  },
  {
    title: "Quoted values",
    name: "Greedy and lazy",
    act: "Put the caret behind the plus, and press “Make it lazy”.",
    seen: "Greedy it ran to the last quotation mark of a line; lazy it stops at the next. The panel Compare has both side by side.",
    done: ({ draft }) => draft.fields.pattern.includes("+?"),
  },
  {
    title: "Readings by named group",
    name: "Groups",
    act: "Choose a match in the panel Matches: click a row, or set the caret into a line of the sample.",
    seen: "Each group has the same bar under the pattern, under the text and in the table of matches, with what it holds.",
    done: ({ bench }) => bench.chosen > 0,
  },
  {
    title: "Remarks made of words only",
    name: "Why it is slow",
    act: "Press “proof and repairs” in the line of verdicts.",
    seen: "Here is the text that would keep a backtracking engine busy for years, why, and a pattern that does the same without it.",
    done: ({ bench }) => bench.stage === "hazard",
  },
];
