/** Reads a package of Unicode data, and packs what is read for the generated files. */
import { readdirSync } from "node:fs";
import { createRequire } from "node:module";
import { dirname } from "node:path";

const require = createRequire(import.meta.url);

/** The data of a version: a module of it, the names that a property has, and the code points of one of them. */
export function unicodeData(version) {
  const base = `@unicode/unicode-${version}`;
  const folder = dirname(require.resolve(`${base}/package.json`));
  const load = async (path) => (await import(require.resolve(`${base}/${path}`))).default;
  return {
    load,
    namesIn: (property) => readdirSync(`${folder}/${property}`).filter((name) => !name.includes(".")),
    pointsOf: (path) => load(`${path}/code-points.mjs`),
  };
}

/** Ends of ranges, as differences in base 36. */
export function packed(codePoints) {
  const ends = [];
  let last = -2;
  for (const c of [...codePoints].sort((a, b) => a - b)) {
    if (c !== last + 1) ends.push(c, c);
    last = ends[ends.length - 1] = c;
  }
  return ends.map((end, i) => (end - (ends[i - 1] ?? 0)).toString(36)).join(" ");
}
