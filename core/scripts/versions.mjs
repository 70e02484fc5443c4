/**
 * Writes core/src/charset/versions.generated.ts: in what older versions of Unicode differ from the one of the other tables;
 * and bidi.generated.ts: the classes of direction of the one that the dialects which have them go by.
 * They are not installed with the project; before it is run:
 * `npm install --no-save @unicode/unicode-13.0.0 @unicode/unicode-14.0.0`.
 */
import { writeFileSync } from "node:fs";
import { packed, unicodeData } from "./data.mjs";
import { SCRIPT_CODES } from "./script-codes.mjs";

const NOW = "17.0.0";
/** From the newest to the oldest: each is told by what it differs in from the one before. */
const OLDER = { 14: "14.0.0", 13: "13.0.0" };

const CODES = { Lowercase_Letter: "Ll", Other_Letter: "Lo", Cased_Letter: "LC", Nonspacing_Mark: "Mn", Spacing_Mark: "Mc" };
const codeOfScript = new Map([...SCRIPT_CODES].map(([code, name]) => [name, code]).reverse());

const keyOf = (property, name) =>
  ({
    General_Category: CODES[name],
    Binary_Property: name,
    Script: `sc=${codeOfScript.get(name)}`,
    Script_Extensions: `scx=${codeOfScript.get(name)}`,
    Grapheme_Cluster_Break: `gcb=${name}`,
    Block: `blk=${name}`,
  })[property];

/** A character that no version has. */
const UNASSIGNED = 0x378;

/** What a version differs in from a newer one: the characters that came later, and by property those that were in it or not otherwise. */
async function differences(older, newer) {
  const unassigned = new Set(await older.pointsOf("General_Category/Unassigned"));
  const stillFree = new Set(await newer.pointsOf("General_Category/Unassigned"));
  const later = new Set([...unassigned].filter((c) => !stillFree.has(c)));
  const differs = {};
  for (const property of ["General_Category", "Binary_Property", "Script", "Script_Extensions", "Grapheme_Cluster_Break", "Block"]) {
    const had = older.namesIn(property);
    for (const name of newer.namesIn(property)) {
      // A script that was not there yet had none of the characters that it shares by now.
      if (!had.includes(name) && property !== "Script_Extensions") continue;
      if (name === "No_Block") continue;
      const before = new Set(had.includes(name) ? await older.pointsOf(`${property}/${name}`) : []);
      const now = new Set(await newer.pointsOf(`${property}/${name}`));
      // What came later is taken for what is not there now, but in blocks; some of it had properties before it was there.
      const taken = (c) => now.has(property !== "Block" && later.has(c) ? UNASSIGNED : c);
      const other = [...new Set([...before, ...now, ...later])].filter((c) => before.has(c) !== taken(c));
      if (other.length === 0) continue;
      const key = keyOf(property, name);
      if (key === undefined || key.includes("undefined")) throw new Error(`${property} ${name} has no key.`);
      differs[key] = packed(other);
    }
  }
  return { later: packed(later), differs };
}

const out = [];
let newer = unicodeData(NOW);
for (const [version, full] of Object.entries(OLDER).reverse()) {
  const older = unicodeData(full);
  out.push({ version, ...(await differences(older, newer)) });
  newer = older;
}

writeFileSync(
  new URL("../src/charset/versions.generated.ts", import.meta.url),
  `// Made by core/scripts/versions.mjs from Unicode ${NOW} and older ones. Do not edit.
/**
 * From the newest to the oldest, what each differs in from the one before: the characters that came later, and by property
 * those that were in it or not otherwise. Ends of ranges, as differences in base 36.
 */
export const VERSIONS = ${JSON.stringify(out, null, 2)} as const;
`,
);

/** By their codes (PropertyValueAliases.txt), the most common first: it is what none of the others has. */
const BIDI = {
  L: "Left_To_Right",
  AL: "Arabic_Letter",
  AN: "Arabic_Number",
  B: "Paragraph_Separator",
  BN: "Boundary_Neutral",
  CS: "Common_Separator",
  EN: "European_Number",
  ES: "European_Separator",
  ET: "European_Terminator",
  FSI: "First_Strong_Isolate",
  LRE: "Left_To_Right_Embedding",
  LRI: "Left_To_Right_Isolate",
  LRO: "Left_To_Right_Override",
  NSM: "Nonspacing_Mark",
  ON: "Other_Neutral",
  PDF: "Pop_Directional_Format",
  PDI: "Pop_Directional_Isolate",
  R: "Right_To_Left",
  RLE: "Right_To_Left_Embedding",
  RLI: "Right_To_Left_Isolate",
  RLO: "Right_To_Left_Override",
  S: "Segment_Separator",
  WS: "White_Space",
};
const data14 = unicodeData(OLDER[14]);
const bidi = [];
/** DerivedBidiClass.txt, @missing: classes of what is not assigned, by where it stands. */
const DEFAULTS = {
  R: "590-5ff 7c0-85f fb1d-fb4f 10800-10cff 10d40-10f2f 10f70-10fff 1e800-1ec6f 1ecc0-1ecff 1ed50-1edff 1ef00-1efff",
  AL: "600-7bf 860-8ff fb50-fdcf fdf0-fdff fe70-feff 10d00-10d3f 10f30-10f6f 1ec70-1ecbf 1ed00-1ed4f 1ee00-1eeff",
  ET: "20a0-20cf",
};
function defaultsOf(code) {
  const out = [];
  for (const range of (DEFAULTS[code] ?? "").split(" ").filter(Boolean)) {
    const [from, to] = range.split("-").map((end) => Number.parseInt(end, 16));
    for (let c = from; c <= to; c++) if (unassigned14.has(c) && !neutral.has(c)) out.push(c);
  }
  return out;
}
/** And of what is ignored by default, and is no character or not assigned. */
const unassigned14 = new Set(await data14.pointsOf("General_Category/Unassigned"));
const ignored = (await data14.pointsOf("Binary_Property/Default_Ignorable_Code_Point")).filter((c) => unassigned14.has(c));
const neutral = new Set([...ignored, ...(await data14.pointsOf("Binary_Property/Noncharacter_Code_Point"))]);
for (const [code, name] of Object.entries(BIDI))
  bidi.push([
    code,
    name,
    code === "L" ? "" : packed([...new Set([...(await data14.pointsOf(`Bidi_Class/${name}`)), ...(code === "BN" ? neutral : defaultsOf(code))])]),
  ]);

writeFileSync(
  new URL("../src/charset/bidi.generated.ts", import.meta.url),
  `// Made by core/scripts/versions.mjs from Unicode ${OLDER[14]}. Do not edit.
/** Bidi_Class: code, name and ends of ranges, as differences in base 36; the first is what none of the others has. */
export const BIDI_CLASSES: readonly (readonly [code: string, name: string, ends: string])[] = ${JSON.stringify(bidi, null, 2)};
`,
);
