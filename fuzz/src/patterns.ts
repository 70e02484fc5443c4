/**
 * Random patterns and texts of a dialect: the dialect's own items, put together by its own brackets and quantifiers.
 * Most are patterns; a part is made of loose pieces, so that mistakes are judged too.
 */
import type { Random } from "./random.ts";
import { dotnet } from "./vocabularies/dotnet.ts";
import { ecmascript } from "./vocabularies/ecmascript.ts";
import { bre, ere } from "./vocabularies/gnu.ts";
import { java } from "./vocabularies/java.ts";
import { pcre } from "./vocabularies/pcre.ts";
import { perl } from "./vocabularies/perl.ts";
import { python } from "./vocabularies/python.ts";
import type { Vocabulary } from "./vocabularies/vocabulary.ts";

export type FuzzedDialect = "ecmascript" | "python" | "java" | "dotnet" | "pcre" | "perl" | "ere" | "bre";

const VOCABULARIES: Readonly<Record<FuzzedDialect, Vocabulary>> = { ecmascript, python, java, dotnet, pcre, perl, ere, bre };

/** What Debian's Chromium reads beyond this host's engine. */
const NEWER: Readonly<Record<"openers", readonly string[]>> = { openers: ["(?i:", "(?-i:", "(?s:", "(?m-s:", "(?im-s:", "(?-m:"] };

const CHARACTERS = [
  "a",
  "b",
  "a",
  "b",
  "c",
  "A",
  "B",
  "k",
  "\u212a",
  "s",
  "ſ",
  "ß",
  "0",
  "7",
  "_",
  " ",
  "\n",
  "-",
  "é",
  "É",
  "🐟",
  "\ud83d",
  "\udc1f",
  "1️⃣",
  "ı",
  "İ",
  "σ",
  "ς",
  "\r",
  "\u2028",
];

export interface FuzzCase {
  readonly pattern: string;
  readonly flags: string;
  readonly texts: readonly string[];
}

/** A random pattern with texts; `newer` adds what only the newest engines read. */
export function randomCase(random: Random, dialect: FuzzedDialect, textCount: number, newer: boolean): FuzzCase {
  const words = VOCABULARIES[dialect];
  let flags = "";
  for (const flag of words.flags) {
    // The older engines' sets with operations are known to be wrong, and to end the process.
    const apart = flag === "v" && (flags.includes("u") || !newer);
    if (random.chance(0.25) && !apart) flags += flag;
  }
  const fits = (text: string): boolean => words.fits?.(text, flags) ?? true;
  const maker = new PatternMaker(random, words, flags, newer, fits);
  const pattern = random.chance(0.06) ? maker.pieces(1 + random.below(8)) : maker.pattern(1 + random.below(9));
  const texts = Array.from({ length: textCount }, () => randomText(random, CHARACTERS.filter(fits)));
  return { pattern, flags, texts };
}

/** Whether a dialect can be asked about the text and the pattern under the flags. */
export const fitsDialect = (
  dialect: FuzzedDialect,
  { pattern, flags, text }: { readonly pattern: string; readonly flags: string; readonly text: string },
): boolean => VOCABULARIES[dialect].fits?.(pattern + text, flags) ?? true;

function randomText(random: Random, characters: readonly string[]): string {
  // Few kinds of letters make matches likely.
  const kinds = Array.from({ length: 1 + random.below(4) }, () => random.pick(characters));
  return Array.from({ length: random.below(9) }, () => random.pick(kinds)).join("");
}

const USUAL_SIGNS = { close: ")", group: "(?:", bar: "|" };

class PatternMaker {
  private readonly random: Random;
  private readonly words: Vocabulary;
  private readonly items: readonly string[];
  private readonly loose: readonly string[];
  private readonly openers: readonly string[];
  private readonly usedNames = new Set<string>();
  private readonly newer: boolean;

  constructor(random: Random, words: Vocabulary, flags: string, newer: boolean, fits: (text: string) => boolean) {
    this.random = random;
    this.words = words;
    this.newer = newer;
    const also = words.itemsWith.flatMap(([wanted, items]) => ([...wanted].some((f) => flags.includes(f)) ? [...items, ...items] : []));
    this.items = [...words.items, ...also].filter(fits);
    this.loose = words.pieces.filter(fits);
    this.openers = newer ? [...words.openers, ...NEWER.openers] : words.openers;
  }

  pieces(count: number): string {
    return Array.from({ length: count }, () => this.random.pick(this.loose)).join("");
  }

  /** A pattern of about so many items. */
  pattern(size: number): string {
    const { random } = this;
    if (size <= 1) return this.quantified(random.pick(this.items));
    const left = 1 + random.below(size - 1);
    const kind = random.next();
    if (kind < 0.3) return `${this.pattern(left)}${this.pattern(size - left)}`;
    const { close, group, bar } = this.words.signs ?? USUAL_SIGNS;
    if (kind < 0.45) return `${group}${this.pattern(left)}${bar}${this.pattern(size - left)}${close}`;
    if (kind < 0.5) return `${this.pattern(left)}${bar}${this.pattern(size - left)}`;
    if (kind < 0.54 && this.words.conditions.length > 0)
      return this.quantified(`${random.pick(this.words.conditions)}${this.pattern(left)}|${this.pattern(size - left)})`);
    let opener = random.pick(this.openers);
    if (this.usedNames.has(opener) && !this.newer && !this.words.namesAgain) opener = "(";
    if (/[nm][>']$/.test(opener)) this.usedNames.add(opener);
    return this.quantified(`${opener}${this.pattern(size - 1)}${close}`);
  }

  private quantified(item: string): string {
    return this.random.chance(0.35) ? item + this.random.pick(this.words.quantifiers) : item;
  }
}
