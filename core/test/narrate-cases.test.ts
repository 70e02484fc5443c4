/** Every step of every case table, in every dialect, has a whole sentence. */
import { readFileSync } from "node:fs";
import { expect, test } from "@jest/globals";
import { sized } from "../../scripts/depth.mjs";
import { compile, type DialectName, EVENT_KINDS, narrate, plain, READ_DIALECTS, read, record } from "../src/index.ts";

type Case = readonly [pattern: string, flags: string, text: string, ...rest: unknown[]];

const casesOf = (dialect: DialectName): readonly Case[] =>
  (JSON.parse(readFileSync(new URL(`./cases/${dialect}.json`, import.meta.url), "utf8")) as { readonly cases: readonly Case[] }).cases;

/** Steps of one run that are narrated: a run that goes on for longer says nothing new. */
const MOST_STEPS = sized(40, 2000);

test.each(READ_DIALECTS.map(({ name }) => name))("%s", (dialect) => {
  const faults: string[] = [];
  const kinds = new Set<string>();
  for (const [pattern, flags, text] of casesOf(dialect)) {
    const compiled = compile(read({ dialect, pattern, flags }));
    if (!compiled.ok) continue;
    const reel = record(compiled.program, text, { mode: "first", eventLimit: MOST_STEPS });
    for (let step = 0; step < reel.length; step++) {
      const phrases = narrate(reel, step);
      kinds.add(reel.event(step).kind);
      // What stands in a part of the pattern or in the text is not ours.
      const words = phrases.map((phrase) => (phrase.kind === "words" ? phrase.text : "x")).join("");
      if (!/^[^\s:].*[^\s:]\.$/.test(words) || /[{}]|undefined|NaN/.test(words)) faults.push(`/${pattern}/${flags}: ${plain(phrases)}`);
    }
  }
  expect(faults).toEqual([]);
  // A list of texts has no groups, loops and assertions.
  expect(kinds.size).toBeGreaterThan(dialect === "literal" ? 5 : EVENT_KINDS.length / 2);
});
