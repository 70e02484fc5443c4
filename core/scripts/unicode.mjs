/**
 * Writes the generated files of core/src/charset from the Unicode data package.
 * Run `node core/scripts/unicode.mjs` after a change of Unicode version.
 */
import { writeFileSync } from "node:fs";
import { packed, unicodeData } from "./data.mjs";
import { SCRIPT_CODES } from "./script-codes.mjs";

const VERSION = "17.0.0";
const LAST = 0x10ffff;
const { load, namesIn, pointsOf } = unicodeData(VERSION);

// Case.

/** Runs of `[first, count, stride, delta]` that together give the map. */
function runs(map) {
  const left = [...map].filter(([from, to]) => from !== to).sort((a, b) => a[0] - b[0]);
  const out = [];
  while (left.length > 0) {
    const [first, to] = left.shift();
    const run = { first, count: 1, stride: 1, delta: to - first };
    const next = left[0];
    if (next && next[1] - next[0] === run.delta && next[0] - first <= 2) {
      run.stride = next[0] - first;
      while (left[0] && left[0][0] === first + run.count * run.stride && left[0][1] - left[0][0] === run.delta) {
        left.shift();
        run.count++;
      }
    }
    out.push(run.first, run.count, run.stride, run.delta);
  }
  return out;
}

const common = await pointsOf("Case_Folding/C");
const simple = await pointsOf("Case_Folding/S");
const upper = await pointsOf("Simple_Case_Mapping/Uppercase");
const lower = await pointsOf("Simple_Case_Mapping/Lowercase");
const specialUpper = await pointsOf("Special_Casing/Uppercase");
const specialLower = await pointsOf("Special_Casing/Lowercase");

// ECMA-262 Canonicalize without u: toUppercase of one code unit, kept only if it is one code unit and does not
// bring a character from beyond ASCII into ASCII.
const legacy = new Map();
for (const [from, to] of upper) {
  if (from > 0xffff || specialUpper.has(from) || to > 0xffff) continue;
  if (from >= 128 && to < 128) continue;
  legacy.set(from, to);
}

const folding = new Map([...common, ...simple]);

// python re: the lower case of one character, where it has several their first. Lower-case characters with the same
// whole upper case match each other too.
const lowered = new Map(lower);
for (const [from, to] of specialLower) lowered.set(from, to[0]);
const sameUpper = new Map();
for (let c = 0; c <= LAST; c++) {
  if (c >= 0xd800 && c <= 0xdfff) continue;
  const key = String(specialUpper.get(c) ?? upper.get(c) ?? c);
  if (!sameUpper.has(key)) sameUpper.set(key, new Set());
  sameUpper.get(key).add(lowered.get(c) ?? c);
}
const loosely = new Map(lowered);
for (const set of sameUpper.values()) {
  const least = Math.min(...set);
  for (const c of set) if (c !== least) loosely.set(c, least);
}
for (const [from, to] of loosely) loosely.set(from, loosely.get(to) ?? to);

// java.util.regex with UNICODE_CASE: the lower case of the upper case, one character each.
const roundly = new Map();
for (const c of new Set([...upper.keys(), ...lower.keys()])) {
  const raised = upper.get(c) ?? c;
  roundly.set(c, lower.get(raised) ?? raised);
}

// Sets.

/** A partition of all code points as lengths of runs in base 36, each followed by what its characters are. */
function partition(codeOf) {
  let out = "";
  let from = 0;
  for (let c = 1; c <= LAST + 1; c++) {
    if (c <= LAST && codeOf[c] === codeOf[from]) continue;
    out += (c - from).toString(36) + codeOf[from];
    from = c;
  }
  return out;
}

const CATEGORIES = {
  Lu: "Uppercase_Letter",
  Ll: "Lowercase_Letter",
  Lt: "Titlecase_Letter",
  Lm: "Modifier_Letter",
  Lo: "Other_Letter",
  Mn: "Nonspacing_Mark",
  Mc: "Spacing_Mark",
  Me: "Enclosing_Mark",
  Nd: "Decimal_Number",
  Nl: "Letter_Number",
  No: "Other_Number",
  Pc: "Connector_Punctuation",
  Pd: "Dash_Punctuation",
  Ps: "Open_Punctuation",
  Pe: "Close_Punctuation",
  Pi: "Initial_Punctuation",
  Pf: "Final_Punctuation",
  Po: "Other_Punctuation",
  Sm: "Math_Symbol",
  Sc: "Currency_Symbol",
  Sk: "Modifier_Symbol",
  So: "Other_Symbol",
  Zs: "Space_Separator",
  Zl: "Line_Separator",
  Zp: "Paragraph_Separator",
  Cc: "Control",
  Cf: "Format",
  Cs: "Surrogate",
  Co: "Private_Use",
  Cn: "Unassigned",
};

const categoryOf = new Array(LAST + 1).fill("Cn");
for (const [code, name] of Object.entries(CATEGORIES)) {
  if (code !== "Cn") for (const c of await pointsOf(`General_Category/${name}`)) categoryOf[c] = code;
}

const codeOfScript = new Map();
for (const [code, name] of SCRIPT_CODES) if (!codeOfScript.has(name)) codeOfScript.set(name, code);
const scriptOf = new Array(LAST + 1).fill("Zzzz");
for (const name of namesIn("Script")) for (const c of await pointsOf(`Script/${name}`)) scriptOf[c] = codeOfScript.get(name);
const scriptsOf = scriptOf.map(() => "");
for (const name of namesIn("Script_Extensions")) {
  const code = codeOfScript.get(name);
  for (const c of await pointsOf(`Script_Extensions/${name}`)) scriptsOf[c] += code;
}
// Only what differs from the script is kept; a run of characters without anything of its own has no codes.
for (let c = 0; c <= LAST; c++) if (scriptsOf[c] === scriptOf[c] || scriptsOf[c] === "") scriptsOf[c] = "";

/** Properties near to a union of categories are kept as what differs from it. */
const NEAR = {
  Alphabetic: "Lu Ll Lt Lm Lo Nl",
  Lowercase: "Ll",
  Uppercase: "Lu",
  Cased: "Lu Ll Lt",
  Case_Ignorable: "Mn Me Cf Lm Sk",
  Changes_When_Lowercased: "Lu Lt",
  Changes_When_Casefolded: "Lu Lt",
  Changes_When_Uppercased: "Ll",
  Changes_When_Titlecased: "Ll",
  Changes_When_Casemapped: "Lu Ll Lt",
  Changes_When_NFKC_Casefolded: "Lu Lt",
  ID_Start: "Lu Ll Lt Lm Lo Nl",
  XID_Start: "Lu Ll Lt Lm Lo Nl",
  ID_Continue: "Lu Ll Lt Lm Lo Nl Mn Mc Nd Pc",
  XID_Continue: "Lu Ll Lt Lm Lo Nl Mn Mc Nd Pc",
  Grapheme_Extend: "Mn Me",
  Grapheme_Base: "Lu Ll Lt Lm Lo Nd Nl No Pc Pd Ps Pe Pi Pf Po Sm Sc Sk So Zs Mc",
  Math: "Sm",
  Dash: "Pd",
  White_Space: "Zs Zl Zp",
  Assigned: "Lu Ll Lt Lm Lo Mn Mc Me Nd Nl No Pc Pd Ps Pe Pi Pf Po Sm Sc Sk So Zs Zl Zp Cc Cf Cs Co",
};

/** ECMA-262 table of binary properties of characters, with their short names. */
const BINARY = `ASCII ASCII_Hex_Digit=AHex Alphabetic=Alpha Any Assigned Bidi_Control=Bidi_C Bidi_Mirrored=Bidi_M Case_Ignorable=CI Cased
Changes_When_Casefolded=CWCF Changes_When_Casemapped=CWCM Changes_When_Lowercased=CWL Changes_When_NFKC_Casefolded=CWKCF
Changes_When_Titlecased=CWT Changes_When_Uppercased=CWU Dash Default_Ignorable_Code_Point=DI Deprecated=Dep Diacritic=Dia Emoji
Emoji_Component=EComp Emoji_Modifier=EMod Emoji_Modifier_Base=EBase Emoji_Presentation=EPres Extended_Pictographic=ExtPict Extender=Ext
Grapheme_Base=Gr_Base Grapheme_Extend=Gr_Ext Hex_Digit=Hex IDS_Binary_Operator=IDSB IDS_Trinary_Operator=IDST ID_Continue=IDC ID_Start=IDS
Ideographic=Ideo Join_Control=Join_C Logical_Order_Exception=LOE Lowercase=Lower Math Noncharacter_Code_Point=NChar Pattern_Syntax=Pat_Syn
Pattern_White_Space=Pat_WS Quotation_Mark=QMark Radical Regional_Indicator=RI Sentence_Terminal=STerm Soft_Dotted=SD
Terminal_Punctuation=Term Unified_Ideograph=UIdeo Uppercase=Upper Variation_Selector=VS White_Space=space XID_Continue=XIDC XID_Start=XIDS`;

const binary = {};
const binaryAliases = {};
for (const word of BINARY.split(/\s+/)) {
  const [name, alias] = word.split("=");
  if (alias) binaryAliases[alias] = name;
  const near = (NEAR[name] ?? "").split(" ").filter(Boolean);
  const differs = new Set(await pointsOf(`Binary_Property/${name}`));
  if (near.length > 0) {
    for (let c = 0; c <= LAST; c++) {
      if (!near.includes(categoryOf[c])) continue;
      if (differs.has(c)) differs.delete(c);
      else differs.add(c);
    }
  }
  binary[name] = `${near.join("")}:${packed(differs)}`;
}

// Properties of strings. One character after another; skin tones that all occur are written once, as "*".

const TONES = ["\u{1F3FB}", "\u{1F3FC}", "\u{1F3FD}", "\u{1F3FE}", "\u{1F3FF}"];
function folded(strings) {
  let left = new Set(strings);
  for (let turn = 0; turn < 2; turn++) {
    const next = new Set();
    for (const s of left) {
      const tone = TONES.findIndex((t) => s.includes(t));
      const whole = tone < 0 ? [] : TONES.map((t) => s.replace(TONES[tone], t));
      if (tone >= 0 && whole.every((w) => left.has(w))) {
        if (tone === 0) next.add(s.replace(TONES[0], "*"));
      } else next.add(s);
    }
    left = next;
  }
  return [...left].sort();
}
const SEQUENCES = [
  "Basic_Emoji",
  "Emoji_Keycap_Sequence",
  "RGI_Emoji_Modifier_Sequence",
  "RGI_Emoji_Flag_Sequence",
  "RGI_Emoji_Tag_Sequence",
  "RGI_Emoji_ZWJ_Sequence",
];
const sequences = {};
for (const name of SEQUENCES) {
  const all = await load(`Sequence_Property/${name}/index.mjs`);
  const single = all.filter((s) => [...s].length === 1).map((s) => s.codePointAt(0));
  sequences[name] = [packed(single), folded(all.filter((s) => [...s].length > 1)).join(" ")];
}

const header = `// Made by core/scripts/unicode.mjs from Unicode ${VERSION}. Do not edit.\n`;
const target = (name) => new URL(`../src/charset/${name}`, import.meta.url);
writeFileSync(
  target("unicode.generated.ts"),
  `${header}export const UNICODE_VERSION = "${VERSION}";
/** Runs [first, count, stride, delta]: upper-casing of single code units, as ECMA-262 uses it without u. */
export const LEGACY_UPPERCASE: readonly number[] = [${runs(legacy)}];
/** Runs [first, count, stride, delta]: CaseFolding.txt, statuses C and S. */
export const SIMPLE_FOLDING: readonly number[] = [${runs(folding)}];
/** Runs [first, count, stride, delta]: the lower case of one character. */
export const LOWERCASE: readonly number[] = [${runs(lowered)}];
/** Runs [first, count, stride, delta]: the lower case, the same for all that share their upper case in full. */
export const LOOSE_LOWERCASE: readonly number[] = [${runs(loosely)}];
/** Runs [first, count, stride, delta]: the lower case of the upper case. */
export const ROUND_LOWERCASE: readonly number[] = [${runs(roundly)}];
`,
);
writeFileSync(
  target("properties.generated.ts"),
  `${header}/** Lengths of runs in base 36, each followed by its category of two letters. */
export const CATEGORY_RUNS = "${partition(categoryOf)}";
/** Categories: code → name. */
export const CATEGORY_NAMES: Readonly<Record<string, string>> = ${JSON.stringify(CATEGORIES)};
/** Lengths of runs in base 36, each followed by its script's code. */
export const SCRIPT_RUNS = "${partition(scriptOf)}";
/** The same for Script_Extensions where they are not the script alone: several codes, or none for "as the script". */
export const SCRIPT_EXTENSION_RUNS = "${partition(scriptsOf.map((codes) => codes || "."))}";
/** Pairs of code and name of the scripts. */
export const SCRIPT_NAMES = "${SCRIPT_CODES.map((pair) => pair.join("=")).join(" ")}";
/** Name → codes of categories, a colon, and the ends of ranges that differ from those, as differences in base 36. */
export const BINARY_PROPERTIES: Readonly<Record<string, string>> = ${JSON.stringify(binary)};
export const BINARY_ALIASES: Readonly<Record<string, string>> = ${JSON.stringify(binaryAliases)};
/** Name → ranges of single characters, and longer strings parted by spaces; "*" is each of the five skin tones. */
export const SEQUENCE_PROPERTIES: Readonly<Record<string, readonly [string, string]>> = ${JSON.stringify(sequences)};
`,
);

// Blocks: their names with their first and last character.
const blocks = [];
for (const name of namesIn("Block")) {
  const points = await pointsOf(`Block/${name}`);
  blocks.push([name, Math.min(...points.slice(0, 1)), points[points.length - 1]]);
}
blocks.sort((a, b) => a[1] - b[1]);
writeFileSync(
  target("blocks.generated.ts"),
  `${header}/** Blocks in their order, parted by blanks: name, first and last code point in base 36, parted by colons. */
export const BLOCKS = "${blocks.map(([name, from, to]) => `${name}:${from.toString(36)}:${to.toString(36)}`).join(" ")}";
`,
);

// Grapheme clusters (UAX #29, table 2); syllables of Hangul with a vowel and without a last consonant follow from their order.
const breaks = async (name) => packed(await pointsOf(`Grapheme_Cluster_Break/${name}`));
writeFileSync(
  target("clusters.generated.ts"),
  `${header}/** Grapheme_Cluster_Break: ends of ranges, as differences in base 36. */
export const CONTROL = "${await breaks("Control")}";
export const EXTEND = "${await breaks("Extend")}";
export const PREPEND = "${await breaks("Prepend")}";
export const SPACING_MARK = "${await breaks("SpacingMark")}";
export const REGIONAL_INDICATOR = "${await breaks("Regional_Indicator")}";
export const HANGUL_L = "${await breaks("L")}";
export const HANGUL_V = "${await breaks("V")}";
export const HANGUL_T = "${await breaks("T")}";
`,
);
