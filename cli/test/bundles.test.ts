/** What each command loads: its own, and nothing that only others need. Read off the bundles, for a clock says little here. */
import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "@jest/globals";

const DIST = fileURLToPath(new URL("../dist", import.meta.url));
const files = existsSync(DIST) ? readdirSync(DIST).filter((name) => name.endsWith(".js")) : [];
const textOf = (name: string): string => readFileSync(join(DIST, name), "utf8");

/** A file of the bundle with all that it imports before it runs. */
function loadedWith(name: string, into = new Set<string>()): Set<string> {
  if (into.has(name)) return into;
  into.add(name);
  for (const [, imported] of textOf(name).matchAll(/(?:from|import)\s*["']\.\/([^"']+\.js)["']/g)) loadedWith(imported as string, into);
  return into;
}

/** The bundle that a command asks for when it runs; there are others of the name, which answer for it. */
const bundleOf = (command: string, word: string): string =>
  files.find((name) => name.startsWith(`${command}-`) && textOf(name).includes(word)) ?? `no bundle of ${command}`;

/** Words that only what they name holds. */
const MARKS = { schemas: "any.required", parsers: "jsx", workers: "maxThreads" } as const;
const held = (names: ReadonlySet<string>): string[] =>
  Object.entries(MARKS).flatMap(([what, mark]) => ([...names].some((name) => textOf(name).includes(mark)) ? [what] : []));

describe("bundles", () => {
  test("the command is built", () => {
    expect(files).toContain("main.js");
  });

  test("before it knows which command is asked for, it loads its arguments and little else", () => {
    const loaded = loadedWith("main.js");
    expect(held(loaded)).toEqual([]);
    const bytes = [...loaded].reduce((sum, name) => sum + statSync(join(DIST, name)).size, 0);
    expect(bytes).toBeLessThan(100_000);
  });

  test.each([
    ["match", "runMatch", []],
    ["forecast", "runForecast", []],
    ["trace", "runTrace", []],
    ["relate", "runRelate", []],
    ["command", "runRisk", []],
    ["command", "runSift", []],
    ["jsonl", "answerInput", ["schemas"]],
  ])("%s loads no more than it needs", (command, word, wanted) => {
    expect(held(loadedWith(bundleOf(command, word)))).toEqual(wanted);
  });
});
