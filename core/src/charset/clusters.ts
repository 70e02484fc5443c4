/** What characters do in a grapheme cluster (UAX #29, table 2), by the names there. */
import { type CharSet, setOfRanges } from "./charset.ts";
import { CONTROL, EXTEND, HANGUL_L, HANGUL_T, HANGUL_V, PREPEND, REGIONAL_INDICATOR, SPACING_MARK } from "./clusters.generated.ts";
import { unpackEnds } from "./packed.ts";
import { binaryProperty } from "./properties.ts";

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

let sets: ClusterSets | undefined;

export function clusterSets(): ClusterSets {
  sets ??= {
    control: unpackEnds(CONTROL),
    extend: unpackEnds(EXTEND),
    joiner: [0x200d, 0x200d],
    prepend: unpackEnds(PREPEND),
    spacingMark: unpackEnds(SPACING_MARK),
    regionalIndicator: unpackEnds(REGIONAL_INDICATOR),
    pictograph: binaryProperty("Extended_Pictographic"),
    l: unpackEnds(HANGUL_L),
    v: unpackEnds(HANGUL_V),
    t: unpackEnds(HANGUL_T),
    ...syllables(),
  };
  return sets;
}

function syllables(): Pick<ClusterSets, "lv" | "lvt"> {
  const lv: [number, number][] = [];
  const lvt: [number, number][] = [];
  for (let first = FIRST_SYLLABLE; first <= LAST_SYLLABLE; first += SYLLABLES_TO_A_VOWEL) {
    lv.push([first, first]);
    lvt.push([first + 1, first + SYLLABLES_TO_A_VOWEL - 1]);
  }
  return { lv: setOfRanges(lv), lvt: setOfRanges(lvt) };
}
