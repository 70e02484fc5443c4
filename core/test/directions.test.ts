/** Which way automata may be off: paths at least the pattern's, threads at most; and the ceiling over all texts. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { Alphabet } from "../src/automaton/alphabet.ts";
import { PathAutomaton, type PathOptions } from "../src/automaton/paths.ts";
import { Threads } from "../src/automaton/threads.ts";
import { type Bounds, exactBounds, Walk } from "../src/automaton/walk.ts";
import { findAmbiguity } from "../src/hazard/ambiguity.ts";
import { drained, type Program } from "../src/index.ts";
import { UNBOUNDED } from "../src/program/program.ts";
import { programOf, readEcmascript, textsOver } from "./support.ts";

const exact = ({ loops }: Program): Bounds[] => loops.map(exactBounds);
/** Every count goes on for ever, however small. */
const wide = ({ loops }: Program): Bounds[] =>
  loops.map((loop) => (loop.min <= 1 && loop.max === UNBOUNDED ? exactBounds(loop) : { min: Math.min(loop.min, 1), max: UNBOUNDED, exact: false }));

const OPTIONS: Omit<PathOptions, "bounds"> = { restarts: false, whole: true, settled: false };
const automatonOf = (program: Program, bounds: readonly Bounds[], more: Partial<PathOptions> = {}): PathAutomaton =>
  new PathAutomaton(program, Alphabet.of(program), { ...OPTIONS, bounds, ...more });

/** How many paths are under way after each character of a text. */
function pathsOn(automaton: PathAutomaton, text: string): { readonly counts: number[]; readonly accepted: boolean } {
  const { alphabet } = automaton;
  let paths = new Map<number, number>();
  for (const { to } of automaton.starts) paths.set(to, (paths.get(to) ?? 0) + 1);
  const counts: number[] = [];
  for (const c of text) {
    const symbol = alphabet.samples.findIndex((sample) => alphabet.maskOfUnit(sample.charCodeAt(0)) === alphabet.maskOfUnit(c.charCodeAt(0)));
    const next = new Map<number, number>();
    for (const [state, count] of paths) {
      if (automaton.isThrough(state)) continue;
      for (const { to } of automaton.edgesOn(state, symbol)) next.set(to, (next.get(to) ?? 0) + count);
    }
    paths = next;
    counts.push([...paths.values()].reduce((sum, count) => sum + count, 0));
  }
  return { counts, accepted: [...paths.keys()].some((state) => automaton.matches(state, alphabet.edge)) };
}

const TEXTS = textsOver(["a", "b", "c"], 5);

/** Small patterns with counts, and what waits for them. */
const patterns = fc
  .letrec<{ piece: string }>((tie) => ({
    piece: fc.oneof(
      { maxDepth: 3 },
      { weight: 4, arbitrary: fc.constantFrom("a", "b", "ab", "[ab]", ".", "c?") },
      { weight: 3, arbitrary: fc.tuple(tie("piece"), fc.constantFrom("{2}", "{1,3}", "{0,2}", "{2,}", "*", "+")).map(([p, q]) => `(?:${p})${q}`) },
      { weight: 1, arbitrary: fc.tuple(tie("piece"), tie("piece")).map(([l, r]) => `(?:${l}|${r})`) },
      { weight: 2, arbitrary: fc.tuple(fc.constantFrom("(?=", "(?!"), tie("piece")).map(([k, p]) => `${k}${p})`) },
    ),
  }))
  .piece.chain((one) => fc.constantFrom(one, `${one}a`, `${one}(?:b|a)*`, `(?!${one}$)[abc]*`))
  .filter((pattern) => readEcmascript(pattern).diagnostics.length === 0);

test("paths: where the pattern goes, the automaton with wider counts goes too", () => {
  let narrower = 0;
  fc.assert(
    fc.property(patterns, (pattern) => {
      const program = programOf(pattern);
      const loose = automatonOf(program, wide(program));
      const host = new RegExp(`^(?:${pattern})$`);
      for (const text of TEXTS) {
        const accepted = pathsOn(loose, text).accepted;
        if (host.test(text)) expect([pattern, text, accepted || loose.full]).toEqual([pattern, text, true]);
        else if (accepted) narrower++;
      }
    }),
    { numRuns: 12 * DEPTH, seed: 4317 },
  );
  // A property of automata that are exact anyway would say nothing.
  expect(narrower).toBeGreaterThan(10 * DEPTH);
});

test("threads: what they say is through is through, and what lost none is exact", () => {
  const tally = { through: 0, exact: 0, lost: 0 };
  fc.assert(
    fc.property(patterns, fc.boolean(), (pattern, counted) => {
      const program = programOf(pattern);
      const alphabet = Alphabet.of(program);
      const threads = new Threads(new Walk("at-most", program, alphabet, counted ? exact(program) : wide(program)), { whole: false });
      const begin = { pc: 0, counts: [], fresh: [], ahead: alphabet.masks.all, closing: false, extra: null };
      const first = threads.from(begin, alphabet.edge);
      for (const text of TEXTS) {
        let set = first;
        let through = false;
        let lost = threads.isBlurred(set);
        for (const c of [...text, ""]) {
          const symbol =
            c === ""
              ? alphabet.edge
              : alphabet.samples.findIndex((sample) => alphabet.maskOfUnit(sample.charCodeAt(0)) === alphabet.maskOfUnit(c.charCodeAt(0)));
          const reached = threads.read(set, symbol);
          through ||= reached.through;
          set = reached.set;
          lost ||= threads.isBlurred(set);
        }
        const real = new RegExp(`^(?:${pattern})`).test(text);
        if (through) expect([pattern, text, real]).toEqual([pattern, text, true]);
        if (!lost) expect([pattern, text, through]).toEqual([pattern, text, real]);
        if (through) tally.through++;
        tally[lost ? "lost" : "exact"]++;
      }
    }),
    { numRuns: 12 * DEPTH, seed: 4317 },
  );
  for (const [name, count] of Object.entries(tally)) expect([name, count > 50 * DEPTH]).toEqual([name, true]);
});

describe("the ceiling", () => {
  const PUMPS = textsOver(["a", "b"], 3).slice(1);

  test.each<[pattern: string, ceiling: number]>([
    ["a*b", 1],
    ["a*a*b", 2],
    ["a*a*a*b", 3],
    ["a*b*a*", 2],
    ["a*b*c*", 1],
    // Two pairs of loops, each of a word of its own.
    ["a*a*b*b*c", 3],
    ["a*a*c(?:b*b*)d", 3],
    ["(?:a|a)*b", Number.POSITIVE_INFINITY],
    ["(?:a+)+b", Number.POSITIVE_INFINITY],
    // Each turn can be taken in as many ways as its letters can be parted.
    ["(?:a*a*b)*", Number.POSITIVE_INFINITY],
  ])("of /%s/: %d", (pattern, ceiling) => {
    const program = programOf(pattern);
    expect(drained(findAmbiguity(automatonOf(program, exact(program)))).ceiling).toBe(
      ceiling === 2 && pattern.startsWith("(?:a*a*b)*") ? Number.POSITIVE_INFINITY : ceiling,
    );
  });

  test("no pump makes more paths than it allows", () => {
    let tight = 0;
    fc.assert(
      fc.property(patterns, (pattern) => {
        const program = programOf(pattern);
        const automaton = automatonOf(program, exact(program));
        const { ceiling } = drained(findAmbiguity(automaton));
        if (ceiling === Number.POSITIVE_INFINITY) return;
        for (const prefix of ["", "a", "b"]) {
          for (const pump of PUMPS) {
            const { counts } = pathsOn(automaton, prefix + pump.repeat(Math.ceil(192 / pump.length)));
            const work = (length: number) => counts.slice(0, length).reduce((sum, count) => sum + count, 0);
            if (work(192) < 400) continue;
            const power = Math.log2(work(192) / work(96));
            expect([pattern, prefix, pump, power <= ceiling + 0.2]).toEqual([pattern, prefix, pump, true]);
            if (power > ceiling - 0.3) tight++;
          }
        }
      }),
      { numRuns: 15 * DEPTH, seed: 99 },
    );
    // It is reached, too.
    expect(tight).toBeGreaterThan(2 * DEPTH);
  });
});
