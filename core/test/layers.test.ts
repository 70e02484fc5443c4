/** The house: each folder of the core stands on those before it in the list, and on nothing else. */
import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, test } from "@jest/globals";

const SOURCE = fileURLToPath(new URL("../src", import.meta.url));

/** What stands on nothing comes first. Folders of one line do not know each other. */
const LAYERS: readonly (readonly string[])[] = [
  ["text", "charset", "slices.ts", "unknown.ts"],
  ["diagnostic"],
  ["dialect"],
  ["syntax"],
  ["program"],
  ["automaton", "machine"],
  ["forecast"],
  ["linear"],
  ["reel", "relate"],
  ["chart", "contrast", "ledger"],
  ["hazard"],
  ["index.ts"],
];

function filesBelow(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesBelow(path) : [path];
  });
}

const placeOf = (path: string): string => relative(SOURCE, path).split("/")[0] as string;
const layerOf = (place: string): number => LAYERS.findIndex((layer) => layer.includes(place));

test("imports run one way", () => {
  const wrong: string[] = [];
  for (const file of filesBelow(SOURCE)) {
    const here = placeOf(file);
    expect([here, layerOf(here) >= 0]).toEqual([here, true]);
    for (const [, specifier] of readFileSync(file, "utf8").matchAll(/(?:from|import) "(\.[^"]+)"/g)) {
      const there = placeOf(normalize(join(dirname(file), specifier as string)));
      if (there !== here && layerOf(there) >= layerOf(here)) wrong.push(`${relative(SOURCE, file)} → ${there}`);
    }
  }
  expect(wrong).toEqual([]);
});
