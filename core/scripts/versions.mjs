/**
 * Writes core/src/charset/versions.generated.ts: in what older versions of Unicode differ from the one of the other tables;
 * and bidi.generated.ts: the classes of direction of the one that the dialects which have them go by.
 * They are not installed with the project; before it is run:
 * `npm install --no-save @unicode/unicode-13.0.0 @unicode/unicode-14.0.0`.
 */
import { readdirSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname } from "node:path";
import { SCRIPT_CODES } from "./script-codes.mjs";

const NOW = "17.0.0";
const OLDER = { 13: "13.0.0", 14: "14.0.0" };
const require = createRequire(import.meta.url);

const namesIn = (version, property) =>
  readdirSync(`${dirname(require.resolve(`@unicode/unicode-${version}/package.json`))}/${property}`).filter((name) => !name.includes("."));
const pointsOf = async (version, path) => (await import(require.resolve(`@unicode/unicode-${version}/${path}/code-points.mjs`))).default;

/** Ends of ranges, as differences in base 36. */
function packed(codePoints) {
  const ends = [];
  let last = -2;
  for (const c of [...codePoints].sort((a, b) => a - b)) {
    if (c !== last + 1) ends.push(c, c);
    last = ends[ends.length - 1] = c;
  }
  return ends.map((end, i) => (end - (ends[i - 1] ?? 0)).toString(36)).join(" ");
}

const CODES = { Lowercase_Letter: "Ll", Other_Letter: "Lo", Cased_Letter: "LC", Nonspacing_Mark: "Mn", Spacing_Mark: "Mc" };
const codeOfScript = new Map([...SCRIPT_CODES].map(([code, name]) => [name, code]).reverse());

const out = {};
for (const [short, version] of Object.entries(OLDER)) {
  const unassigned = new Set(await pointsOf(version, "General_Category/Unassigned"));
  const later = [...unassigned];
  const stillFree = new Set(await pointsOf(NOW, "General_Category/Unassigned"));
  const isOld = (c) => !unassigned.has(c);
  const differs = {};
  for (const property of ["General_Category", "Binary_Property", "Script", "Script_Extensions"]) {
    const had = namesIn(version, property);
    for (const name of namesIn(NOW, property)) {
      // A script that was not there yet had none of the characters that it shares by now.
      if (!had.includes(name) && property !== "Script_Extensions") continue;
      const before = new Set(had.includes(name) ? await pointsOf(version, `${property}/${name}`) : []);
      const now = new Set(await pointsOf(NOW, `${property}/${name}`));
      const other = [...new Set([...before, ...now])].filter((c) => before.has(c) !== now.has(c) && isOld(c));
      if (other.length === 0) continue;
      const key =
        property === "General_Category"
          ? CODES[name]
          : property === "Binary_Property"
            ? name
            : `${property === "Script" ? "sc" : "scx"}=${codeOfScript.get(name)}`;
      if (key === undefined || key.includes("undefined")) throw new Error(`${property} ${name} has no key.`);
      differs[key] = packed(other);
    }
  }
  out[short] = { later: packed(later.filter((c) => !stillFree.has(c))), differs };
}

writeFileSync(
  new URL("../src/charset/versions.generated.ts", import.meta.url),
  `// Made by core/scripts/versions.mjs from Unicode ${NOW} and older ones. Do not edit.
/** For each version the characters that came later, and by property those of its own that were in it or not in it otherwise than now: ends of ranges, as differences in base 36. */
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
const unassigned14 = new Set(await pointsOf(OLDER[14], "General_Category/Unassigned"));
const ignored = (await pointsOf(OLDER[14], "Binary_Property/Default_Ignorable_Code_Point")).filter((c) => unassigned14.has(c));
const neutral = new Set([...ignored, ...(await pointsOf(OLDER[14], "Binary_Property/Noncharacter_Code_Point"))]);
for (const [code, name] of Object.entries(BIDI))
  bidi.push([
    code,
    name,
    code === "L" ? "" : packed([...new Set([...(await pointsOf(OLDER[14], `Bidi_Class/${name}`)), ...(code === "BN" ? neutral : defaultsOf(code))])]),
  ]);

writeFileSync(
  new URL("../src/charset/bidi.generated.ts", import.meta.url),
  `// Made by core/scripts/versions.mjs from Unicode ${OLDER[14]}. Do not edit.
/** Bidi_Class: code, name and ends of ranges, as differences in base 36; the first is what none of the others has. */
export const BIDI_CLASSES: readonly (readonly [code: string, name: string, ends: string])[] = ${JSON.stringify(bidi, null, 2)};
`,
);
