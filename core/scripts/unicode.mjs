/**
 * Writes core/src/charset/unicode.generated.ts from the Unicode data package.
 * Run `node core/scripts/unicode.mjs` after a change of Unicode version.
 */
import { writeFileSync } from "node:fs";
import { createRequire } from "node:module";

const VERSION = "17.0.0";
const require = createRequire(import.meta.url);
const base = `@unicode/unicode-${VERSION}`;
const load = async (path) => (await import(require.resolve(`${base}/${path}`))).default;

const common = await load("Case_Folding/C/code-points.mjs");
const simple = await load("Case_Folding/S/code-points.mjs");
const upper = await load("Simple_Case_Mapping/Uppercase/code-points.mjs");
const special = await load("Special_Casing/Uppercase/code-points.mjs");

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

// ECMA-262 Canonicalize without u: toUppercase of one code unit, kept only if it is one code unit and does not
// bring a character from beyond ASCII into ASCII.
const legacy = new Map();
for (const [from, to] of upper) {
  if (from > 0xffff || special.has(from) || to > 0xffff) continue;
  if (from >= 128 && to < 128) continue;
  legacy.set(from, to);
}

const folding = new Map();
for (const [from, to] of common) folding.set(from, to);
for (const [from, to] of simple) folding.set(from, to);

function packed(codePoints) {
  const ends = [];
  let from;
  let last;
  for (const c of [...codePoints].sort((a, b) => a - b)) {
    if (last !== undefined && c === last + 1) {
      last = c;
      continue;
    }
    if (last !== undefined) ends.push(from, last);
    from = last = c;
  }
  ends.push(from, last);
  return ends.map((end, i) => (end - (ends[i - 1] ?? 0)).toString(36)).join(" ");
}

const lines = [
  `// Made by core/scripts/unicode.mjs from Unicode ${VERSION}. Do not edit.`,
  `export const UNICODE_VERSION = "${VERSION}";`,
  "/** Runs [first, count, stride, delta]: upper-casing of single code units, as ECMA-262 uses it without u. */",
  `export const LEGACY_UPPERCASE: readonly number[] = [${runs(legacy)}];`,
  "/** Runs [first, count, stride, delta]: CaseFolding.txt, statuses C and S. */",
  `export const SIMPLE_FOLDING: readonly number[] = [${runs(folding)}];`,
  "/** Range ends as differences, base 36. */",
  `export const ID_START = "${packed(await load("Binary_Property/ID_Start/code-points.mjs"))}";`,
  `export const ID_CONTINUE = "${packed(await load("Binary_Property/ID_Continue/code-points.mjs"))}";`,
  `export const SPACE_SEPARATOR = "${packed(await load("General_Category/Space_Separator/code-points.mjs"))}";`,
];
writeFileSync(new URL("../src/charset/unicode.generated.ts", import.meta.url), `${lines.join("\n")}\n`);
