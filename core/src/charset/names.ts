/** Characters by their names (The Unicode Standard, 4.8). The names are half a megabyte, and are fetched when a pattern has one. */
import { blockOf } from "./blocks.ts";
import { contains } from "./charset.ts";
import { Fetched } from "./fetched.ts";
import { category } from "./properties.ts";

export interface Names {
  readonly byName: ReadonlyMap<string, number>;
  /** The characters of those names. */
  readonly named: ReadonlySet<number>;
  readonly aliases: ReadonlyMap<string, number>;
  readonly byNumber: typeof import("./names.generated.ts").BY_NUMBER;
}

/** What a pattern with a name in it holds. */
const SIGN = "N{";

export const NAMES: Fetched<Names> = new Fetched(
  (text) => text.includes(SIGN),
  async () => {
    const { GAPS, NAMES: lines, ALIASES, BY_NUMBER } = await import("./names.generated.ts");
    const byName = unfolded(lines.split("\n"), GAPS.split(" "));
    return { byName, named: new Set(byName.values()), aliases: aliasesIn(ALIASES), byNumber: BY_NUMBER };
  },
);

const DIGITS = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_";

function unfolded(lines: readonly string[], gaps: readonly string[]): Map<string, number> {
  const found = new Map<string, number>();
  let codePoint = -1;
  let before = "";
  lines.forEach((line, i) => {
    before = before.slice(0, DIGITS.indexOf(line.charAt(0))) + line.slice(1);
    codePoint += Number.parseInt(gaps[i] as string, 36);
    found.set(before, codePoint);
  });
  return found;
}

function aliasesIn(text: string): Map<string, number> {
  return new Map(
    text.split("\n").map((line) => {
      const [number = "", name = ""] = line.split("=");
      return [name, Number.parseInt(number, 36)] as const;
    }),
  );
}

/** How a language looks a name up: `unicode` takes aliases too, in any case; `exact` as they are written; `java` has rules of its own. */
export type NameRule = "unicode" | "exact" | "java";

/** The character of a name; undefined where there is none. */
export function characterNamed(name: string, rule: NameRule, names: Names): number | undefined {
  const { byName, aliases } = names;
  switch (rule) {
    case "unicode": {
      const upper = name.toUpperCase();
      return byName.get(upper) ?? aliases.get(upper) ?? numbered(upper, names) ?? syllable(upper);
    }
    case "exact": {
      const own = name.trim();
      return byName.get(own) ?? aliases.get(own) ?? numbered(own, names) ?? syllable(own) ?? inScript(own, byName);
    }
    case "java": {
      const upper = name.trim().toUpperCase();
      return byName.get(upper) ?? javaControl(upper, aliases) ?? numbered(upper, names, BY_BLOCK) ?? inBlock(upper, names);
    }
  }
}

/** Prefixes of characters that Java names by their block. */
const BY_BLOCK: readonly string[] = ["CJK UNIFIED IDEOGRAPH-", "TANGUT IDEOGRAPH-"];

/** `CJK UNIFIED IDEOGRAPH-4E00` and kin, but for some prefixes. */
function numbered(name: string, { byNumber }: Names, but: readonly string[] = []): number | undefined {
  for (const [prefix, stretches] of byNumber) {
    if (!name.startsWith(prefix) || but.includes(prefix)) continue;
    const number = name.slice(prefix.length);
    const codePoint = Number.parseInt(number, 16);
    const isOwn = codePoint.toString(16).toUpperCase().padStart(4, "0") === number;
    if (isOwn && stretches.some(([from, to]) => codePoint >= from && codePoint <= to)) return codePoint;
  }
  return undefined;
}

// The Unicode Standard, 3.12: syllables of Hangul are named by their letters.
const HANGUL = "HANGUL SYLLABLE ";
const FIRST_SYLLABLE = 0xac00;
const LEADING = "G GG N D DD R M B BB S SS  J JJ C K T P H".split(" ");
const VOWELS = "A AE YA YAE EO E YEO YE O WA WAE OE YO U WEO WE WI YU EU YI I".split(" ");
const TRAILING = " G GG GS N NJ NH D L LG LM LB LS LT LP LH M B BS S SS NG J C K T P H".split(" ");

function syllable(name: string): number | undefined {
  if (!name.startsWith(HANGUL)) return undefined;
  const letters = name.slice(HANGUL.length);
  for (const [l, leading] of LEADING.entries()) {
    if (!letters.startsWith(leading)) continue;
    for (const [v, vowel] of VOWELS.entries()) {
      const t = letters.startsWith(vowel, leading.length) ? TRAILING.indexOf(letters.slice(leading.length + vowel.length)) : -1;
      if (t >= 0) return FIRST_SYLLABLE + (l * VOWELS.length + v) * TRAILING.length + t;
    }
  }
  return undefined;
}

/** `greek:alpha`, as Perl's charnames have it: a small letter, or a capital where the name begins with one. */
function inScript(name: string, byName: ReadonlyMap<string, number>): number | undefined {
  const [script, letter, more] = name.split(":");
  if (!script || !letter || more !== undefined) return undefined;
  const upper = letter.toUpperCase();
  const size = letter.charAt(0) === upper.charAt(0) ? "CAPITAL" : "SMALL";
  return byName.get(`${script.toUpperCase()} ${size} LETTER ${upper}`) ?? byName.get(`${script.toUpperCase()} LETTER ${upper}`);
}

/** Control characters that Java names with their abbreviation behind, or by it. */
const JAVA_CONTROLS: Readonly<Record<string, number>> = {
  NULL: 0x00,
  BEL: 0x07,
  "LINE FEED (LF)": 0x0a,
  "FORM FEED (FF)": 0x0c,
  "CARRIAGE RETURN (CR)": 0x0d,
  "NEXT LINE (NEL)": 0x85,
};
const isControl = (codePoint: number): boolean => codePoint < 0x20 || (codePoint >= 0x7f && codePoint < 0xa0);

function javaControl(name: string, aliases: ReadonlyMap<string, number>): number | undefined {
  const own = JAVA_CONTROLS[name];
  if (own !== undefined) return own;
  const codePoint = aliases.get(name);
  return codePoint !== undefined && isControl(codePoint) && !Object.values(JAVA_CONTROLS).includes(codePoint) && name.length > 4 ? codePoint : undefined;
}

/** The block and the number, of characters without a name of their own. */
function inBlock(name: string, { named, byNumber }: Names): number | undefined {
  const space = name.lastIndexOf(" ");
  const number = name.slice(space + 1);
  const codePoint = Number.parseInt(number, 16);
  const block = space > 0 ? blockOf(name.slice(0, space)) : undefined;
  if (!block || codePoint.toString(16).toUpperCase() !== number || !contains(block, codePoint) || contains(category("Cn"), codePoint)) return undefined;
  const hasOwn = byNumber.some(([prefix, stretches]) => !BY_BLOCK.includes(prefix) && stretches.some(([from, to]) => codePoint >= from && codePoint <= to));
  return hasOwn || named.has(codePoint) ? undefined : codePoint;
}
