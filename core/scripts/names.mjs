/**
 * Writes core/src/charset/names.generated.ts: the names of Unicode's characters, from a Unicode data package.
 * Run `node core/scripts/names.mjs` after a change of its version here and in package.json.
 */
import { writeFileSync } from "node:fs";

const VERSION = "17.0.0";
const load = async (path) => (await import(`@unicode/unicode-${VERSION}/Names/${path}index.mjs`)).default;

/** The digit that says how many letters a name shares with the one before it. */
const DIGITS = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789-_";

const written = [];
/** Names that are made of a prefix and the number itself: the stretches of each prefix. */
const byNumber = new Map();
for (const [codePoint, name] of [...(await load(""))].sort((a, b) => a[0] - b[0])) {
  const number = codePoint.toString(16).toUpperCase().padStart(4, "0");
  if (name.startsWith("HANGUL SYLLABLE ")) continue;
  if (!name.endsWith(`-${number}`)) {
    written.push([codePoint, name]);
    continue;
  }
  const stretches = byNumber.get(name.slice(0, -number.length)) ?? [];
  byNumber.set(name.slice(0, -number.length), stretches);
  const last = stretches.at(-1);
  if (last && last[1] === codePoint - 1) last[1] = codePoint;
  else stretches.push([codePoint, codePoint]);
}

const lines = [];
const gaps = [];
let before = { codePoint: -1, name: "" };
for (const [codePoint, name] of written) {
  let shared = 0;
  while (shared < DIGITS.length - 1 && shared < name.length && name[shared] === before.name[shared]) shared++;
  lines.push(DIGITS[shared] + name.slice(shared));
  gaps.push((codePoint - before.codePoint).toString(36));
  before = { codePoint, name };
}

const aliases = [];
for (const kind of ["Abbreviation", "Alternate", "Control", "Correction", "Figment"]) {
  for (const [codePoint, names] of Object.entries(await load(`${kind}/`))) for (const name of names) aliases.push(`${Number(codePoint).toString(36)}=${name}`);
}

writeFileSync(
  new URL("../src/charset/names.generated.ts", import.meta.url),
  `// Made by core/scripts/names.mjs from Unicode ${VERSION}. Do not edit.
/** For each name, in the order of the characters, how far its character is from the one before, in base 36. */
export const GAPS = "${gaps.join(" ")}";
/** The names: how many letters each shares with the one before, as a digit of base 64, and the rest. */
export const NAMES = ${JSON.stringify(lines.join("\n"))};
/** Other names: the character in base 36, and the name. */
export const ALIASES = "${aliases.join("\\n")}";
/** Names that end in the number of their character: what stands before it, and the stretches of characters that have such. */
export const BY_NUMBER: readonly (readonly [string, readonly (readonly [number, number])[]])[] = ${JSON.stringify([...byNumber])};
`,
);
