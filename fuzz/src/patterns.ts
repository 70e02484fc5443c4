/**
 * Random patterns and texts of a dialect: the dialect's own items, put together by its own brackets and quantifiers.
 * Most are patterns; a part is made of loose pieces, so that mistakes are judged too.
 */
import type { Random } from "./random.ts";

export type FuzzedDialect = "ecmascript" | "python";

interface Vocabulary {
  readonly flags: readonly string[];
  readonly items: readonly string[];
  /** Items that only some flags read. */
  readonly itemsWith: readonly (readonly [flags: string, items: readonly string[]])[];
  readonly openers: readonly string[];
  readonly quantifiers: readonly string[];
  /** A bracket with two ways, for conditions. */
  readonly conditions: readonly string[];
  readonly pieces: readonly string[];
}

const COMMON_ITEMS = [
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
const COMMON_SETS = ["[ab]", "[^a]", "[a-c]", "[^a-c]", "[\\d_]", "[\\W]", "[^\\W]", "[\\s\\S]", "[\\w-]", "[É-ê]", "[ſ-Ɓ]", "[K\\n]", "[ß]", "[^\\n]"];
const COMMON_OPENERS = ["(", "(", "(", "(?:", "(?:", "(?=", "(?!", "(?<=", "(?<!"];
const COMMON_QUANTIFIERS = ["*", "+", "?", "{2}", "{1,2}", "{0,3}", "{2,}", "{0}", "*?", "+?", "??", "{1,3}?", "{0,2}?"];
const COMMON_PIECES = [..."ab()[]{}|*+?.^$\\-,:<>=!0123dwsbBkpuxPq_&~#", "(?:", "(?<", "(?=", "\\u", "{1,", "[^", "\\1", "\\c", "&&", "--"];

const VOCABULARIES: Readonly<Record<FuzzedDialect, Vocabulary>> = {
  ecmascript: {
    flags: ["i", "m", "s", "u", "v", "y"],
    items: [
      ...COMMON_ITEMS,
      ...COMMON_SETS,
      "\\1",
      "\\2",
      "\\3",
      "\\k<n>",
      "[]",
      "[^]",
      "\\cJ",
      "\\0",
      "\\u212a",
      "ſ",
      "🐟",
      "\\ud83d",
      "\\udc1f",
      "]",
      "}",
      "\\07",
      "\\u{61}",
      "\\-",
    ],
    itemsWith: [
      [
        "uv",
        [
          "\\p{L}",
          "\\P{L}",
          "\\p{Lu}",
          "\\P{Ll}",
          "[\\p{Lu}\\d]",
          "[^\\P{Lu}]",
          "\\p{Script=Greek}",
          "\\p{scx=Latn}",
          "\\u{1F41F}",
          "[🐟-🐡]",
          "[^🐟]",
          "\\p{Emoji}",
          "\\p{Any}",
          "\\p{ASCII}",
        ],
      ],
      [
        "v",
        [
          "[[a-c]&&[b-d]]",
          "[\\w--[a-b]]",
          "[^\\w--a]",
          "[\\q{ab|a|}]",
          "[\\q{ba|b}c]",
          "[[^a]b]",
          "[\\p{L}&&\\p{ASCII}]",
          "[\\p{Lu}--[A]]",
          "\\p{RGI_Emoji}",
          "[\\p{Emoji_Keycap_Sequence}a]",
          "[^[^a]]",
          "[\\P{Lu}&&\\w]",
          "[\\q{AB|k}]",
          "[^\\P{Lu}]",
          "[^\\W]",
          "[\\W&&[^a]]",
          "[[a-z]--[^b]]",
        ],
      ],
    ],
    openers: [...COMMON_OPENERS, "(?<n>", "(?<m>"],
    quantifiers: COMMON_QUANTIFIERS,
    conditions: [],
    pieces: [...COMMON_PIECES, "\\u{", "(?i:", "(?-", "(?<n>", "\\k<n>", "\\p{L", "}"],
  },
  python: {
    flags: ["i", "m", "s", "x", "a"],
    items: [
      ...COMMON_ITEMS,
      ...COMMON_SETS,
      "\\1",
      "\\2",
      "(?P=n)",
      "\\A",
      "\\Z",
      "\\a",
      "\\u212a",
      "ſ",
      "🐟",
      "\\U0001F41F",
      "\\07",
      "\\141",
      "[]a]",
      "[^]a]",
      "[a\\]]",
      "ı",
      "İ",
      "ς",
      "ǅ",
      "# c\n",
      "(?#x)",
      "{",
      "}",
      "]",
    ],
    itemsWith: [],
    openers: [...COMMON_OPENERS, "(?P<n>", "(?P<m>", "(?>", "(?i:", "(?-i:", "(?s:", "(?m:", "(?a:", "(?u:", "(?x:", "(?ims-x:"],
    quantifiers: [...COMMON_QUANTIFIERS, "*+", "++", "?+", "{1,2}+", "{,2}", "{,2}?"],
    conditions: ["(?(1)", "(?(2)", "(?(n)"],
    pieces: [...COMMON_PIECES, "(?P<n>", "(?P=n)", "(?(1)", "(?i)", "(?-i:", "(?#", "(?>", "\\U", "\\N{", "{,", "(?x)", " "],
  },
};

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
  const maker = new PatternMaker(random, words, flags, newer);
  const pattern = random.chance(0.06) ? maker.pieces(1 + random.below(8)) : maker.pattern(1 + random.below(9));
  const texts = Array.from({ length: textCount }, () => randomText(random));
  return { pattern, flags, texts };
}

function randomText(random: Random): string {
  // Few kinds of letters make matches likely.
  const kinds = Array.from({ length: 1 + random.below(4) }, () => random.pick(CHARACTERS));
  return Array.from({ length: random.below(9) }, () => random.pick(kinds)).join("");
}

class PatternMaker {
  private readonly random: Random;
  private readonly words: Vocabulary;
  private readonly items: readonly string[];
  private readonly openers: readonly string[];
  private readonly usedNames = new Set<string>();
  private readonly newer: boolean;

  constructor(random: Random, words: Vocabulary, flags: string, newer: boolean) {
    this.random = random;
    this.words = words;
    this.newer = newer;
    this.items = [...words.items, ...words.itemsWith.flatMap(([wanted, items]) => ([...wanted].some((f) => flags.includes(f)) ? [...items, ...items] : []))];
    this.openers = newer ? [...words.openers, ...NEWER.openers] : words.openers;
  }

  pieces(count: number): string {
    return Array.from({ length: count }, () => this.random.pick(this.words.pieces)).join("");
  }

  /** A pattern of about so many items. */
  pattern(size: number): string {
    const { random } = this;
    if (size <= 1) return this.quantified(random.pick(this.items));
    const left = 1 + random.below(size - 1);
    const kind = random.next();
    if (kind < 0.3) return `${this.pattern(left)}${this.pattern(size - left)}`;
    if (kind < 0.45) return `(?:${this.pattern(left)}|${this.pattern(size - left)})`;
    if (kind < 0.5) return `${this.pattern(left)}|${this.pattern(size - left)}`;
    if (kind < 0.54 && this.words.conditions.length > 0)
      return this.quantified(`${random.pick(this.words.conditions)}${this.pattern(left)}|${this.pattern(size - left)})`);
    let opener = random.pick(this.openers);
    if (this.usedNames.has(opener) && !this.newer) opener = "(";
    if (opener.includes("n>") || opener.includes("m>")) this.usedNames.add(opener);
    return this.quantified(`${opener}${this.pattern(size - 1)})`);
  }

  private quantified(item: string): string {
    return this.random.chance(0.35) ? item + this.random.pick(this.words.quantifiers) : item;
  }
}
