/** Full case folds: characters that fold to several, as ß to ss (Unicode, CaseFolding.txt, status F). */
import { mostOf } from "../lists.ts";
import { canonicalize } from "./folding.ts";

interface ManyFolds {
  /** A character → what it folds to. */
  readonly of: ReadonlyMap<number, string>;
  /** What several characters fold to → the single ones that fold to the same. */
  readonly to: ReadonlyMap<string, readonly number[]>;
  /** The most characters of a fold. */
  readonly longest: number;
}

let known: ManyFolds | undefined;

/** Where characters with such a fold lie: to look at all there are would take a tenth of a second. */
const WHERE: readonly (readonly [number, number])[] = [
  [0x80, 0x5ff],
  [0x1e00, 0x1fff],
  [0xfb00, 0xfb1f],
];

/** What a character folds to, of one letter or several: that of its capitals. */
export function fullFold(character: string): string {
  const [small, capitals] = [character.toLowerCase(), character.toUpperCase()];
  // Capital sharp s has a capital of its own, itself, and the dotted capital I folds to what its small letter is.
  if (character === "ẞ") return "ss";
  return foldedText([...small].length > 1 ? small : [...capitals].length > 1 ? capitals : character);
}

/** Letter by letter what case does not tell apart. */
export const foldedText = (text: string): string => Array.from(text, (c) => String.fromCodePoint(canonicalize(c.codePointAt(0) as number, "unicode"))).join("");

/** All full folds to several, made when they are first asked for. */
export function manyFolds(): ManyFolds {
  if (known) return known;
  const of = new Map<number, string>();
  const to = new Map<string, number[]>();
  for (const [first, last] of WHERE) {
    for (let codePoint = first; codePoint <= last; codePoint++) {
      const fold = fullFold(String.fromCodePoint(codePoint));
      if ([...fold].length < 2) continue;
      of.set(codePoint, fold);
      to.set(fold, [...(to.get(fold) ?? []), codePoint]);
    }
  }
  known = { of, to, longest: mostOf([...to.keys()].map((fold) => [...fold].length)) };
  return known;
}
