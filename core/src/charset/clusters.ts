/** What characters do in a grapheme cluster (UAX #29, table 2), by the names there, in a version of Unicode. */
import { type CharSet, complement, setOfRanges, union } from "./charset.ts";
import { CONTROL, EXTEND, HANGUL_L, HANGUL_T, HANGUL_V, PREPEND, REGIONAL_INDICATOR, SPACING_MARK } from "./clusters.generated.ts";
import { unpackEnds } from "./packed.ts";
import { looseName } from "./properties.ts";
import { type OlderVersion, unicodeOf } from "./versions.ts";

const FIRST_SYLLABLE = 0xac00;
const LAST_SYLLABLE = 0xd7a3;
/** Syllables of one beginning and vowel: the first has no last consonant. */
const SYLLABLES_TO_A_VOWEL = 28;

export interface ClusterSets {
  /** Besides CR and LF. */
  readonly control: CharSet;
  readonly extend: CharSet;
  readonly joiner: CharSet;
  readonly prepend: CharSet;
  readonly spacingMark: CharSet;
  readonly regionalIndicator: CharSet;
  readonly pictograph: CharSet;
  readonly l: CharSet;
  readonly v: CharSet;
  readonly t: CharSet;
  readonly lv: CharSet;
  readonly lvt: CharSet;
}

const made = new Map<OlderVersion, ClusterSets>();

export function clusterSets(version: OlderVersion): ClusterSets {
  let sets = made.get(version);
  if (!sets) {
    const { clusterSet, binaryProperty } = unicodeOf(version);
    sets = {
      control: clusterSet("Control", unpackEnds(CONTROL)),
      extend: clusterSet("Extend", unpackEnds(EXTEND)),
      joiner: [0x200d, 0x200d],
      prepend: clusterSet("Prepend", unpackEnds(PREPEND)),
      spacingMark: clusterSet("SpacingMark", unpackEnds(SPACING_MARK)),
      regionalIndicator: unpackEnds(REGIONAL_INDICATOR),
      pictograph: binaryProperty("Extended_Pictographic"),
      l: unpackEnds(HANGUL_L),
      v: clusterSet("V", unpackEnds(HANGUL_V)),
      t: unpackEnds(HANGUL_T),
      ...syllables(),
    };
    made.set(version, sets);
  }
  return sets;
}

type Class = readonly [names: string, set: (sets: ClusterSets) => CharSet];

const CLASSES: readonly Class[] = [
  ["cn control", ({ control }) => control],
  ["cr", () => [0x0d, 0x0d]],
  ["lf", () => [0x0a, 0x0a]],
  ["ex extend", ({ extend }) => extend],
  ["pp prepend", ({ prepend }) => prepend],
  ["sm spacingmark", ({ spacingMark }) => spacingMark],
  ["zwj", ({ joiner }) => joiner],
  ["ri regionalindicator", ({ regionalIndicator }) => regionalIndicator],
  ["l", ({ l }) => l],
  ["v", ({ v }) => v],
  ["t", ({ t }) => t],
  ["lv", ({ lv }) => lv],
  ["lvt", ({ lvt }) => lvt],
  // Classes that had characters in some versions.
  ["eb ebase ebg ebasegaz em emodifier gaz glueafterzwj", () => []],
];
const HANGUL: readonly Class[] = [
  ["l leadingjamo", ({ l }) => l],
  ["v voweljamo", ({ v }) => v],
  ["t trailingjamo", ({ t }) => t],
  ["lv lvsyllable", ({ lv }) => lv],
  ["lvt lvtsyllable", ({ lvt }) => lvt],
];

/** The class of a name, or of another what none of them has. */
function classNamed(classes: readonly Class[], others: string, name: string, sets: ClusterSets): CharSet | undefined {
  const own = looseName(name);
  if (others.split(" ").includes(own)) return complement(union(...classes.map(([, set]) => set(sets))));
  return classes.find(([names]) => names.split(" ").includes(own))?.[1](sets);
}

/** Grapheme_Cluster_Break by the code or name of a value, however it is spelled; undefined where there is none. */
export const clusterClass = (name: string, version: OlderVersion): CharSet | undefined => classNamed(CLASSES, "xx other", name, clusterSets(version));
/** Hangul_Syllable_Type by the same. */
export const hangulType = (name: string, version: OlderVersion): CharSet | undefined => classNamed(HANGUL, "na notapplicable", name, clusterSets(version));

function syllables(): Pick<ClusterSets, "lv" | "lvt"> {
  const lv: [number, number][] = [];
  const lvt: [number, number][] = [];
  for (let first = FIRST_SYLLABLE; first <= LAST_SYLLABLE; first += SYLLABLES_TO_A_VOWEL) {
    lv.push([first, first]);
    lvt.push([first + 1, first + SYLLABLES_TO_A_VOWEL - 1]);
  }
  return { lv: setOfRanges(lv), lvt: setOfRanges(lvt) };
}
