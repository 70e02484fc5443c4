/** Every pattern that the sources of the installed packages hold, each once, in a fixed order. */
import { readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { patternsInFile } from "../sources/dist/index.js";
import { ROOT } from "./workspace.mjs";

const ENDINGS = [".js", ".mjs", ".cjs", ".ts", ".mts", ".cts", ".tsx", ".jsx", ".py"];
/** Larger files are bundles of what is read elsewhere. */
const MOST_BYTES = 3_000_000;

function* filesBelow(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const path = join(folder, entry.name);
    if (entry.isSymbolicLink() || entry.name === ".lamprey") continue;
    if (entry.isDirectory()) yield* filesBelow(path);
    else if (entry.isFile() && ENDINGS.some((ending) => entry.name.endsWith(ending)) && !entry.name.endsWith(".d.ts")) yield path;
  }
}

/** Files read, and the distinct patterns in them; calls `tick` after each file. */
export function literals(tick = () => {}) {
  const distinct = new Map();
  let files = 0;
  let passed = 0;
  let occurrences = 0;
  for (const path of filesBelow(join(ROOT, "node_modules"))) {
    if (statSync(path).size > MOST_BYTES) continue;
    const text = readFileSync(path, "utf8");
    files++;
    tick(files);
    const found = patternsInFile(path, text);
    passed += found.passed.length;
    for (const pattern of found.patterns) {
      occurrences++;
      const key = JSON.stringify([pattern.dialect, pattern.pattern, pattern.flags, pattern.mode]);
      if (!distinct.has(key)) distinct.set(key, { ...pattern, file: path });
    }
  }
  return { files, passed, occurrences, patterns: [...distinct.values()] };
}
