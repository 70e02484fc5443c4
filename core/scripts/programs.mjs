/**
 * Writes core/src/handoff/programs.generated.ts from the programs in core/programs, which are run as they are in tests.
 * Run `node core/scripts/programs.mjs` after a change of one of them.
 */
import { readdirSync, readFileSync, writeFileSync } from "node:fs";

const folder = new URL("../programs/", import.meta.url);
const target = new URL("../src/handoff/programs.generated.ts", import.meta.url);

/** The generated file as it should be. */
export function programsFile() {
  const rows = readdirSync(folder)
    .sort()
    .map((name) => `  ${name.split(".")[0]}: ${JSON.stringify(readFileSync(new URL(name, folder), "utf8"))},\n`);
  return `/** The programs of core/programs, by dialect. Written by core/scripts/programs.mjs. */\nexport const PROGRAMS = {\n${rows.join("")}};\n`;
}

if (import.meta.url === `file://${process.argv[1]}`) writeFileSync(target, programsFile());
