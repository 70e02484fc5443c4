/** The houses: each folder of a workspace stands on those before it in its list, and on nothing else of it. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize, relative } from "node:path";
import { describe, expect, test } from "@jest/globals";
import { ROOT } from "../workspace.mjs";

/** What stands on nothing comes first. Folders of one line do not know each other. */
const HOUSES: Readonly<Record<string, readonly (readonly string[])[]>> = {
  "core/src": [
    ["text", "slices.ts", "unknown.ts", "lists.ts", "once.ts"],
    ["charset"],
    ["diagnostic", "host"],
    ["dialect"],
    ["syntax"],
    ["program"],
    ["search"],
    ["automaton", "machine"],
    ["forecast"],
    ["linear"],
    ["reel", "relate", "calls", "rewrite", "handoff", "expectations", "sift"],
    ["hosts"],
    ["chart", "contrast", "ledger"],
    ["hazard", "whynot"],
    ["examples"],
    ["across"],
    ["carry"],
    ["slips", "shorter"],
    ["index.ts"],
    ["answers"],
  ],
  "web/src": [
    ["shared", "api", "lanes", "styles.css"],
    // The workers, and the page's ends of them.
    ["engine"],
    ["draft"],
    // The store with its slices, and what drives the workers: what features share.
    ["state"],
    ["run"],
    // Features.
    ["reel", "ledger"],
    ["chart", "contrast", "hazard", "path", "menu", "rewrite", "calls", "handoff", "engines", "expectations", "slips", "link"],
    // Screens, and the frame around them.
    ["app"],
    ["bench", "shelf", "risks", "files"],
    ["main.tsx"],
  ],
  "cli/src": [
    ["contract", "json-lines.ts", "bench-address.ts"],
    ["print.ts", "print-trace.ts", "patterns", "check"],
    ["risk", "slips", "sift", "lsp"],
    ["commands", "work.ts", "lsp-work.ts"],
    ["main.ts"],
  ],
};

function filesBelow(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
}

describe.each(Object.entries(HOUSES))("%s", (house, layers) => {
  const source = join(ROOT, house);
  const placeOf = (path: string): string => relative(source, path).split("/")[0] as string;
  const layerOf = (place: string): number => layers.findIndex((layer) => layer.includes(place));

  test("imports run one way", () => {
    const wrong: string[] = [];
    for (const file of filesBelow(source)) {
      const here = placeOf(file);
      expect([here, layerOf(here) >= 0]).toEqual([here, true]);
      for (const [, specifier] of readFileSync(file, "utf8").matchAll(/(?:from|import|import\() ?"(\.[^"]+)"/g)) {
        const there = placeOf(normalize(join(dirname(file), specifier as string)));
        if (there !== here && layerOf(there) >= layerOf(here)) wrong.push(`${relative(source, file)} → ${there}`);
      }
    }
    expect(wrong).toEqual([]);
  });
});
