/**
 * Case folding as ECMA-262 §22.2.2.7.3 Canonicalize has it, from generated Unicode tables.
 *
 * `legacy` is what the standard does without `u` (upper-casing of single UTF-16 code units, where a character
 * beyond ASCII never folds into ASCII); `unicode` is simple case folding (CaseFolding.txt, C and S).
 */
import { type CharSet, rangesOf, setOfRanges, union } from "./charset.ts";
import { LEGACY_UPPERCASE, SIMPLE_FOLDING } from "./unicode.generated.ts";

export type FoldingRule = "legacy" | "unicode";

interface FoldingTable {
  /** Character → its canonical form; characters that are their own form are absent. */
  readonly canonical: ReadonlyMap<number, number>;
  /** Every character that takes part in folding, sorted, with all that share its canonical form. */
  readonly orbits: readonly (readonly [number, readonly number[]])[];
}

const tables = new Map<FoldingRule, FoldingTable>();

/** The generated table is a list of runs `[first, count, stride, delta]`: each of `count` characters maps to itself plus delta. */
function readTable(runs: readonly number[]): FoldingTable {
  const canonical = new Map<number, number>();
  const members = new Map<number, number[]>();
  for (let i = 0; i < runs.length; i += 4) {
    const [first, count, stride, delta] = runs.slice(i, i + 4) as [number, number, number, number];
    for (let k = 0; k < count; k++) {
      const from = first + k * stride;
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

function tableOf(rule: FoldingRule): FoldingTable {
  let table = tables.get(rule);
  if (!table) {
    table = readTable(rule === "legacy" ? LEGACY_UPPERCASE : SIMPLE_FOLDING);
    tables.set(rule, table);
  }
  return table;
}

/** The canonical form of a character (a code unit under `legacy`, a code point under `unicode`). */
export function canonicalize(character: number, rule: FoldingRule): number {
  return tableOf(rule).canonical.get(character) ?? character;
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
