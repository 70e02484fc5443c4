/** Flags when a pattern is read in another dialect: which come along, which do not, and which come back later. */

import type { Dialect, DialectName, Flag, Options } from "../../dialect/dialect.ts";
import { dialectOf } from "../../dialect/index.ts";
import { append } from "../../lists.ts";
import { flagsIn, readFlags } from "../flags.ts";

/** Flags that a dialect had and the one after it has not; they are kept for the way back. */
export interface LeftFlags {
  readonly dialect: DialectName;
  readonly flags: string;
}

/** What a switch changes in a flag, or in what goes by a flag. */
export interface FlagChange {
  /** As it is written where it is; what has no letter there is named in words. */
  readonly flag: string;
  readonly message: string;
}

export interface CarriedFlags {
  readonly flags: string;
  readonly left: readonly LeftFlags[];
  readonly changes: readonly FlagChange[];
}

/** What the options of a flag do where a dialect has no such flag, for a sentence; null where only items of the pattern show it. */
const WITHOUT: Readonly<Record<keyof Options, string | null>> = {
  ignoreCase: "case counts",
  lineAnchors: "^ and $ hold at the ends of the text alone",
  dotTakesAll: "the dot stops at line ends",
  codePoints: "a character beyond U+FFFF is read as two",
  setOperations: "sets have no operations",
  asciiClasses: "classes and case go beyond ASCII",
  asciiApart: "case goes beyond ASCII",
  unicodeCase: null,
  unixLines: null,
  lineEnd: null,
  plainBreaks: null,
  verbose: "blanks and comments are part of the pattern",
  verboseSets: "blanks in sets are part of them",
  lazyFirst: "quantifiers without a sign are greedy",
  namedOnly: "groups without a name capture",
  sharedNames: "two groups cannot have one name",
  everyStart: null,
  sticky: "a match may begin behind where the search stands",
  everyMatch: "only the first match is asked for",
};

/**
 * The flags of one dialect as another writes them: letters that switch the same. A dialect whose calls look for every match
 * gives the flag for that to one that has a flag for it.
 */
export function translateFlags(flags: string, from: Dialect, to: Dialect): string {
  const { everyMatch } = readFlags(from, flags).options;
  const wanted: Partial<Options> = Object.assign({ ...(everyMatch && { everyMatch }) }, ...known(flags, from).map(({ sets }) => sets));
  const isWanted = ([option, value]: [string, unknown]): boolean => wanted[option as keyof Options] === value && to.base[option as keyof Options] !== value;
  const kept = to.flags.filter(({ sets }) => Object.keys(sets).length > 0 && Object.entries(sets).every(isWanted));
  return together(
    kept.map(({ letter }) => letter),
    to,
  );
}

/** The letters that can stand together: of two that cannot, the first. */
function together(letters: readonly string[], { exclusive }: Dialect): string {
  const out: string[] = [];
  for (const letter of new Set(letters)) {
    if (!exclusive.some(([a, b]) => (a === letter && out.includes(b)) || (b === letter && out.includes(a)))) out.push(letter);
  }
  return out.join("");
}

/** The letters in the order of the dialect's table. */
const inOrder = (flags: string, dialect: Dialect): string =>
  known(flags, dialect)
    .sort((a, b) => dialect.flags.indexOf(a) - dialect.flags.indexOf(b))
    .map(({ letter }) => letter)
    .join("");

const known = (flags: string, dialect: Dialect): Flag[] =>
  flagsIn(dialect, flags).flatMap((letter) => dialect.flags.find((flag) => flag.letter === letter) ?? []);

/**
 * Carries flags from one dialect to another: with what is left of dialects before, which comes back where it can.
 * @param left what was left of earlier dialects, the oldest first
 */
export function carryFlags(flags: string, from: Dialect, to: Dialect, left: readonly LeftFlags[] = []): CarriedFlags {
  const own = flagsIn(to, translateFlags(flags, from, to));
  const back: string[] = [];
  const stays: LeftFlags[] = [];
  // What is written now in this dialect is all that there is of it: what was left of it before is past.
  for (const each of left.filter(({ dialect }) => dialect !== from.name)) {
    const before = dialectOf(each.dialect);
    if (!before) continue;
    const lasting = flagsIn(before, each.flags).filter((letter) => {
      const comes = before.name === to.name ? [letter] : flagsIn(to, translateFlags(letter, before, to));
      append(back, comes);
      return comes.length === 0;
    });
    if (lasting.length > 0) stays.push({ dialect: each.dialect, flags: lasting.join("") });
  }
  // What comes back goes before what stood for it meanwhile.
  const carried = inOrder(together([...back, ...own], to), to);
  const returning = flagsIn(from, translateFlags(carried, to, from));
  const leaving = flagsIn(from, flags).filter((letter) => !returning.includes(letter));
  return {
    flags: carried,
    left: leaving.length > 0 ? [...stays, { dialect: from.name, flags: leaving.join("") }] : stays,
    changes: changesOf(flags, carried, from, to),
  };
}

function changesOf(flags: string, carried: string, from: Dialect, to: Dialect): FlagChange[] {
  const changes: FlagChange[] = [];
  const there = readFlags(to, carried).options;
  for (const { letter, label, sets } of known(flags, from)) {
    const options = Object.entries(sets) as [keyof Options, unknown][];
    const lost = options.filter(([option, value]) => there[option] !== value);
    const isMarkOnly = options.length === 0 && !to.flags.some((flag) => flag.letter === letter && flag.label === label);
    if (lost.length === 0 && !isMarkOnly) continue;
    const effects = lost.flatMap(([option]) => WITHOUT[option] ?? []);
    const effect = isMarkOnly ? "; what matches is the same" : effects.length > 0 ? `: ${effects.join(", ")}` : "";
    changes.push({ flag: letter, message: `${to.title} has no flag “${label}”${effect}` });
  }
  const here = readFlags(from, flags).options;
  if (!here.everyMatch && there.everyMatch) changes.push({ flag: "every match", message: `${to.title} has no flag for it: every match is asked for` });
  return changes;
}
