/**
 * Case folding, from generated Unicode tables.
 *
 * `legacy` and `unicode` are ECMA-262 §22.2.2.7.3 Canonicalize: without `u` upper-casing of single UTF-16 code units,
 * where a character beyond ASCII never folds into ASCII; with it simple case folding (CaseFolding.txt, C and S).
 * `lower` is the lower case of one character, `loose-lower` takes lower-case characters with the same upper case for
 * one (python's re compares back-references by the one and everything else by the other); `round-lower` is the lower case
 * of the upper case (java.util.regex with UNICODE_CASE); `ascii` knows A to Z; `unicode-apart` is `unicode` but for letters of ASCII with others;
 * `lower-both-ways` takes a code unit for its lower case where that one's upper case is the unit again (.NET's invariant culture);
 * `same-upper` takes characters with the same upper case for one (GNU grep).
 */
import { type CharSet, complement, contains, rangesOf, setOfRanges, subtract, union } from "./charset.ts";
import { LEGACY_UPPERCASE, LOOSE_LOWERCASE, LOWERCASE, ROUND_LOWERCASE, SIMPLE_FOLDING } from "./unicode.generated.ts";

/** Each rule's runs `[first, count, stride, delta]`. */
const RUNS = {
  legacy: LEGACY_UPPERCASE,
  unicode: SIMPLE_FOLDING,
  "unicode-apart": SIMPLE_FOLDING,
  lower: LOWERCASE,
  "loose-lower": LOOSE_LOWERCASE,
  "round-lower": ROUND_LOWERCASE,
  ascii: [0x41, 26, 1, 0x20],
  "lower-both-ways": LOWERCASE,
  "same-upper": ROUND_LOWERCASE,
} as const satisfies Record<string, readonly number[]>;

export type FoldingRule = keyof typeof RUNS;

interface FoldingTable {
  /** Character → its canonical form; characters that are their own form are absent. */
  readonly canonical: ReadonlyMap<number, number>;
  /** Every character that takes part in folding, sorted, with all that share its canonical form. */
  readonly orbits: readonly (readonly [number, readonly number[]])[];
}

const tables = new Map<FoldingRule, FoldingTable>();

/**
 * The generated table is a list of runs `[first, count, stride, delta]`: each of `count` characters maps to itself plus
 * delta, as far as it is `kept`.
 */
function readTable(runs: readonly number[], kept: (from: number, to: number) => boolean): FoldingTable {
  const canonical = new Map<number, number>();
  const members = new Map<number, number[]>();
  for (let i = 0; i < runs.length; i += 4) {
    const [first, count, stride, delta] = runs.slice(i, i + 4) as [number, number, number, number];
    for (let k = 0; k < count; k++) {
      const from = first + k * stride;
      if (!kept(from, from + delta)) continue;
      canonical.set(from, from + delta);
      const orbit = members.get(from + delta);
      if (orbit) orbit.push(from);
      else members.set(from + delta, [from + delta, from]);
    }
  }
  const orbits = [...members.values()].flatMap((orbit) => orbit.map((c) => [c, orbit] as const));
  orbits.sort((a, b) => a[0] - b[0]);
  return { canonical, orbits };
}

/** ẞ, which no letter has for its upper case. */
const CAPITAL_SHARP_S = 0x1e9e;

/** Whether a capital is what its lower case has for an upper case: of several the first, as all others came later. */
function comesBack(): (from: number, to: number) => boolean {
  const taken = new Set<number>();
  return (from, to) => {
    const first = from <= 0xffff && !taken.has(to) && from !== CAPITAL_SHARP_S;
    taken.add(to);
    return first;
  };
}

/** Capitals that are the upper case of no other character: İ, ϴ, ẞ, and the signs for ohm, kelvin and ångström. */
const NO_UPPER_CASE: ReadonlySet<number> = new Set([0x130, 0x3f4, CAPITAL_SHARP_S, 0x2126, 0x212a, 0x212b]);
const isNoLoneCapital = (from: number): boolean => !NO_UPPER_CASE.has(from);

const staysApart = (from: number, to: number): boolean => isAscii(from) === isAscii(to);
const isAscii = (character: number): boolean => character < 0x80;

type Kept = (from: number, to: number) => boolean;
const keepsAll = (): Kept => () => true;

/** Which mappings of its runs a rule keeps, where it does not keep them all. */
const KEPT: Partial<Readonly<Record<FoldingRule, () => Kept>>> = {
  "lower-both-ways": comesBack,
  "unicode-apart": () => staysApart,
  "same-upper": () => isNoLoneCapital,
};

function tableOf(rule: FoldingRule): FoldingTable {
  let table = tables.get(rule);
  if (!table) {
    table = readTable(RUNS[rule], (KEPT[rule] ?? keepsAll)());
    tables.set(rule, table);
  }
  return table;
}

/** The canonical form of a character (a code unit under `legacy`, a code point under `unicode`). */
export function canonicalize(character: number, rule: FoldingRule): number {
  return tableOf(rule).canonical.get(character) ?? character;
}

/** The characters whose canonical form is in the set. */
export function unfoldSet(set: CharSet, rule: FoldingRule): CharSet {
  const gone: [number, number][] = [];
  const added: [number, number][] = [];
  for (const [from, to] of tableOf(rule).canonical) {
    const held = contains(set, to);
    if (held === contains(set, from)) continue;
    (held ? added : gone).push([from, from]);
  }
  return union(subtract(set, setOfRanges(gone)), setOfRanges(added));
}

/** The canonical forms of the characters of a set. */
export function foldSet(set: CharSet, rule: FoldingRule): CharSet {
  const gone: [number, number][] = [];
  const added: [number, number][] = [];
  for (const [from, to] of tableOf(rule).canonical) {
    if (!contains(set, from)) continue;
    gone.push([from, from]);
    added.push([to, to]);
  }
  return gone.length === 0 ? set : union(subtract(set, setOfRanges(gone)), setOfRanges(added));
}

/** Every character that is its own canonical form. */
export function foldedCharacters(rule: FoldingRule): CharSet {
  return complement(setOfRanges([...tableOf(rule).canonical.keys()].map((c) => [c, c] as const)));
}

/** The set with every character added that folds to the same form as one of its own. */
export function closeOverCase(set: CharSet, rule: FoldingRule): CharSet {
  const { orbits } = tableOf(rule);
  const added: [number, number][] = [];
  for (const [from, to] of rangesOf(set)) {
    let low = 0;
    let high = orbits.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((orbits[middle] as (typeof orbits)[number])[0] < from) low = middle + 1;
      else high = middle;
    }
    for (let i = low; i < orbits.length; i++) {
      const [character, orbit] = orbits[i] as (typeof orbits)[number];
      if (character > to) break;
      for (const other of orbit) added.push([other, other]);
    }
  }
  return added.length === 0 ? set : union(set, setOfRanges(added));
}

/** Letters of a list of words are asked for over and over; past these, each time anew. */
const MAX_REMEMBERED = 4096;
const remembered = new Map<string, CharSet>();

/** The characters that a character is the same as where case does not count, itself among them. */
export function foldedAlike(codePoint: number, rule: FoldingRule): CharSet {
  const key = `${codePoint} ${rule}`;
  let set = remembered.get(key);
  if (!set) {
    set = closeOverCase([codePoint, codePoint], rule);
    if (remembered.size < MAX_REMEMBERED) remembered.set(key, set);
  }
  return set;
}
