/**
 * What steers the backtracking, against a second way to say it: a matcher that hands on what is still to come, with a
 * few lines for each verb, for calls and for conditions. Every small pattern with verbs on every short text, and random ones with calls.
 */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH, portion, sized } from "../../scripts/depth.mjs";
import { BacktrackingMachine, type Program, record, runToEnd } from "../src/index.ts";
import { programOf, rowsOf, textsOver } from "./support.ts";

type Part =
  | { readonly is: "letter"; readonly letter: string }
  | { readonly is: "verb"; readonly verb: "COMMIT" | "PRUNE" | "SKIP" | "THEN" | "ACCEPT" | "FAIL" }
  | { readonly is: "order"; readonly parts: readonly Part[] }
  | { readonly is: "either"; readonly ways: readonly Part[] }
  | { readonly is: "repeat"; readonly part: Part; readonly sign: "*" | "?" | "*?" | "??" }
  | { readonly is: "group"; readonly part: Part }
  | { readonly is: "call" }
  | { readonly is: "if-set" | "if-called"; readonly yes: Part; readonly no: Part };

/** A match ends there, or it fails, or a verb has acted; where `way` stands, only up to that alternative. */
type Came = { readonly end: number } | "fail" | { readonly acts: string; readonly at: number; readonly way?: Part };
type Held = readonly [number, number] | null;
type Next = (at: number, held: Held, called: boolean) => Came;

const letter = (text: string): Part => ({ is: "letter", letter: text });

function written(part: Part): string {
  switch (part.is) {
    case "letter":
      return part.letter;
    case "verb":
      return `(*${part.verb})`;
    case "order":
      return part.parts.map(written).join("");
    case "either":
      return `(?:${part.ways.map(written).join("|")})`;
    case "repeat":
      return `(?:${written(part.part)})${part.sign}`;
    case "group":
      return `(${written(part.part)})`;
    case "call":
      return "(?1)";
    case "if-set":
      return `(?(1)${written(part.yes)}|${written(part.no)})`;
    case "if-called":
      return `(?(R1)${written(part.yes)}|${written(part.no)})`;
  }
}

/** How a part is matched, as a function of what comes behind it. */
class Said {
  private readonly text: string;
  private readonly group: Part | undefined;
  /** Calls in calls at one place; more than one is one without end. */
  endless = false;

  constructor(text: string, group: Part | undefined) {
    this.text = text;
    this.group = group;
  }

  match(part: Part, at: number, held: Held, called: boolean, calls: readonly number[], way: Part | undefined, next: Next): Came {
    const inside = (of: Part, from: number, then: Next): Came => this.match(of, from, held, called, calls, way, then);
    switch (part.is) {
      case "letter":
        return this.text[at] === part.letter || (part.letter === "." && at < this.text.length) ? next(at + 1, held, called) : "fail";
      case "verb": {
        if (part.verb === "FAIL") return "fail";
        if (part.verb === "ACCEPT") return { end: at };
        const came = next(at, held, called);
        return came === "fail" ? { acts: part.verb, at, ...(part.verb === "THEN" && way && { way }) } : came;
      }
      case "order": {
        const from = (i: number): Next => (i === part.parts.length ? next : (to, h, c) => this.match(part.parts[i] as Part, to, h, c, calls, way, from(i + 1)));
        return from(0)(at, held, called);
      }
      case "either":
        for (const each of part.ways) {
          const came = this.match(each, at, held, called, calls, each, next);
          if (came === "fail" || (typeof came === "object" && "way" in came && came.way === each)) continue;
          return came;
        }
        return "fail";
      case "repeat": {
        const again: Next = (to, h, c) => (to === at || part.sign.startsWith("?") ? next(to, h, c) : this.match(part, to, h, c, calls, way, next));
        const ways = [() => inside(part.part, at, again), () => next(at, held, called)];
        for (const go of part.sign.length > 1 ? ways.reverse() : ways) {
          const came = go();
          if (came !== "fail") return came;
        }
        return "fail";
      }
      case "group":
        return inside(part.part, at, (to, _h, c) => next(to, [at, to], c));
      case "call":
        if (calls.includes(at)) this.endless = true;
        if (this.endless || !this.group) return "fail";
        // What the call captures is forgotten when it is left.
        return this.match(this.group, at, held, true, [...calls, at], way, (to) => (this.endless ? "fail" : next(to, held, called)));
      case "if-set":
        return inside(held ? part.yes : part.no, at, next);
      case "if-called":
        return inside(called ? part.yes : part.no, at, next);
    }
  }
}

/** The first match of a search, as offsets with the group's; null where there is none, undefined where calls go on without end. */
function searched(root: Part, text: string): (number | null)[] | null | undefined {
  const group = root.is === "order" ? root.parts.find((part) => part.is === "group") : undefined;
  for (let start = 0; start <= text.length; ) {
    let groupAt: Held = null;
    const said = new Said(text, group);
    const came = said.match(root, start, null, false, [], undefined, (end, held) => {
      groupAt = held;
      return { end };
    });
    if (said.endless) return undefined;
    if (came !== "fail" && "end" in came) return [start, came.end, ...(groupAt ?? [null])];
    const to: number = came !== "fail" && came.acts === "SKIP" && came.at > start ? came.at : start + 1;
    start = came !== "fail" && came.acts === "COMMIT" ? text.length + 1 : to;
  }
  return null;
}

/** Every attempt is looked at, as the other matcher does; PCRE2 passes over some by their first character. */
const program = (root: Part): Program => programOf(`(*NO_START_OPT)${written(root)}`, "", "pcre");

function found(of: Program, text: string): (number | null)[] | null | undefined {
  const machine = new BacktrackingMachine(of, text, { mode: "first" });
  if (runToEnd(machine, 100_000) !== "done") return undefined;
  const [row] = rowsOf(machine.matches);
  return row ? row.flat() : null;
}

const VERBS = (["COMMIT", "PRUNE", "SKIP", "THEN", "ACCEPT", "FAIL"] as const).map((verb): Part => ({ is: "verb", verb }));
const LETTERS = ["a", "b", "."].map(letter);
const REPEATED = ["*", "??"].map((sign): Part => ({ is: "repeat", part: letter("a"), sign: sign as "*" | "??" }));

describe("verbs", () => {
  const small = [...LETTERS, ...VERBS, ...REPEATED];
  const two = small.flatMap((one) =>
    small.flatMap((other): Part[] => [
      { is: "order", parts: [one, other] },
      { is: "either", ways: [one, other] },
    ]),
  );

  test("in every pattern of up to three parts do on every text of up to three letters what they are said to do", () => {
    const three = small.flatMap((one) =>
      two.flatMap((rest): Part[] => [
        { is: "order", parts: [one, rest] },
        { is: "order", parts: [rest, one] },
        { is: "either", ways: [one, rest] },
        { is: "either", ways: [rest, one] },
      ]),
    );
    const samples = textsOver(["a", "b"], 3);
    const different: string[] = [];
    let compared = 0;
    for (const root of [...small, ...two, ...portion(three, 29)]) {
      const compiled = program(root);
      for (const text of samples) {
        compared++;
        const [ours, said] = [found(compiled, text), searched(root, text)?.slice(0, 2) ?? null];
        if (JSON.stringify(ours) !== JSON.stringify(said)) different.push(`${written(root)} on ${text}: ${JSON.stringify(ours)}, not ${JSON.stringify(said)}`);
      }
    }
    expect(different.slice(0, 10)).toEqual([]);
    expect(compared).toBeGreaterThan(sized(4_000, 100_000));
  });
});

/** A random part; what is repeated takes a letter first, so that no turn is empty. */
const randomPart = (leaves: readonly Part[]): fc.Arbitrary<Part> =>
  fc.letrec<{ part: Part }>((tie) => ({
    part: fc.oneof(
      { depthSize: "small", withCrossShrink: true },
      fc.constantFrom(...leaves),
      fc.array(tie("part"), { minLength: 1, maxLength: 3 }).map((parts): Part => ({ is: "order", parts })),
      fc.array(tie("part"), { minLength: 2, maxLength: 3 }).map((ways): Part => ({ is: "either", ways })),
      fc
        .tuple(fc.constantFrom(...LETTERS), tie("part"), fc.constantFrom("*" as const, "?" as const, "*?" as const, "??" as const))
        .map(([first, rest, sign]): Part => ({ is: "repeat", part: { is: "order", parts: [first, rest] }, sign })),
    ),
  })).part;

const sample = fc.string({ unit: fc.constantFrom("a", "b"), maxLength: 8 });

describe("random patterns", () => {
  test("of verbs in alternatives and loops do what they are said to do", () => {
    fc.assert(
      fc.property(randomPart([...LETTERS, ...VERBS]), sample, (root, text) => {
        expect([written(root), text, found(program(root), text)]).toEqual([written(root), text, searched(root, text)?.slice(0, 2) ?? null]);
      }),
      { numRuns: 400 * DEPTH },
    );
  });

  test("of calls and conditions find what they are said to find, and forget what calls captured", () => {
    const leaves: readonly Part[] = [
      ...LETTERS,
      { is: "call" },
      { is: "if-set", yes: letter("a"), no: letter("b") },
      { is: "if-called", yes: letter("b"), no: letter("a") },
    ];
    let compared = 0;
    fc.assert(
      fc.property(randomPart(leaves), randomPart(leaves), sample, (group, rest, text) => {
        const root: Part = { is: "order", parts: [{ is: "group", part: group }, rest] };
        const said = searched(root, text);
        const ours = found(programOf(written(root), "", "pcre"), text);
        // One that never ends is given up where it is come to, which may be by another way than the one that finds a match.
        if (said === undefined || ours === undefined) return;
        compared++;
        expect([written(root), text, ours]).toEqual([written(root), text, said]);
      }),
      { numRuns: 400 * DEPTH },
    );
    expect(compared).toBeGreaterThan(175 * DEPTH);
  });

  test("are run alike at once, step by step, and recorded", () => {
    const leaves: readonly Part[] = [...LETTERS, ...VERBS, { is: "call" }];
    fc.assert(
      fc.property(randomPart(leaves), randomPart(leaves), sample, (group, rest, text) => {
        const compiled = programOf(written({ is: "order", parts: [{ is: "group", part: group }, rest] }), "", "pcre");
        const whole = new BacktrackingMachine(compiled, text, { mode: "all" });
        runToEnd(whole, 20_000);
        const stepwise = new BacktrackingMachine(compiled, text, { mode: "all" });
        while (stepwise.steps < 20_000 && !stepwise.advance(1));
        const reel = record(compiled, text, { mode: "all", eventLimit: 20_000 });
        if (whole.outcome === "running") return;
        expect([stepwise.outcome, stepwise.steps, rowsOf(stepwise.matches)]).toEqual([whole.outcome, whole.steps, rowsOf(whole.matches)]);
        expect(reel.length).toBe(whole.steps);
        for (let step = 1; step < reel.length; step++) {
          const { kind, saved } = reel.event(step);
          const before = reel.event(step - 1).saved;
          if (kind === "cut") expect(saved).toBeLessThan(before);
          if (kind === "call" || kind === "return" || kind === "verb") expect(saved).toBe(before);
        }
      }),
      { numRuns: 60 * DEPTH },
    );
  });
});
