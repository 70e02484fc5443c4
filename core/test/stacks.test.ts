/** Captures that are kept all: cells on cells, what is between two captures, and balancing groups against what they are used for. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { BacktrackingMachine, capturesOf, compile, type Program, read, record, runToEnd } from "../src/index.ts";
import { between, CaptureStacks } from "../src/machine/stacks.ts";
import { programOf } from "./support.ts";

const dotnet = (pattern: string, flags = ""): Program => programOf(pattern, flags, "dotnet");

function accepts(program: Program, text: string): boolean {
  const machine = new BacktrackingMachine(program, text, { mode: "whole" });
  expect(runToEnd(machine, 1_000_000)).toBe("done");
  return machine.matches.length > 0;
}

describe("cells", () => {
  test("lie on one another, and are read from the oldest on", () => {
    const stacks = new CaptureStacks();
    const first = stacks.push(0, 1, 2, -1);
    const other = stacks.push(first, 7, 9, -1);
    stacks.push(other, 3, 3, 0);
    expect(stacks.spans(other)).toEqual([
      { start: 1, end: 2 },
      { start: 3, end: 3 },
    ]);
    expect(stacks.spans(first)).toEqual([{ start: 7, end: 9 }]);
    expect(stacks.spans(-1)).toEqual([]);
    expect([stacks.start(other), stacks.end(other), stacks.below(other)]).toEqual([3, 3, 0]);
  });

  test("are as many as there is room for, and no more", () => {
    const stacks = new CaptureStacks();
    let top = 0;
    let cell = -1;
    for (let i = 0; i < 100_000; i++) {
      const next = stacks.push(top, i, i + 1, cell);
      [cell, top] = [top, next];
    }
    expect(stacks.spans(cell)).toHaveLength(100_000);
    expect(stacks.push(2 ** 26, 0, 0, -1)).toBe(-1);
  });

  test("what was pushed above a mark is written over once the mark is gone back to", () => {
    const stacks = new CaptureStacks();
    const mark = stacks.push(0, 0, 1, -1);
    stacks.push(mark, 5, 6, 0);
    stacks.push(mark, 8, 9, 0);
    expect(stacks.spans(mark)).toEqual([
      { start: 0, end: 1 },
      { start: 8, end: 9 },
    ]);
  });
});

test("what is between two stretches is what neither holds, or where they touch what both do", () => {
  for (let start = 0; start < 5; start++) {
    for (let end = start; end < 5; end++) {
      for (let from = 0; from < 5; from++) {
        for (let to = from; to < 5; to++) {
          const found = between(start, end, { start: from, end: to });
          expect(found.start).toBeLessThanOrEqual(found.end);
          // Read the other way round it is the same, where they are apart.
          const apart = start > to || from > end;
          if (apart) expect(found).toEqual(start > to ? { start: to, end: start } : { start: end, end: from });
          else if (start < to && from < end) expect(found).toEqual({ start: Math.max(start, from), end: Math.min(end, to) });
        }
      }
    }
  }
});

describe("balancing groups", () => {
  const brackets = fc.array(fc.constantFrom("(", ")", "x"), { maxLength: 14 }).map((signs) => signs.join(""));

  const isBalanced = (text: string): boolean => {
    let depth = 0;
    for (const sign of text) {
      if (sign === "(") depth++;
      if (sign === ")" && --depth < 0) return false;
    }
    return depth === 0;
  };

  test("take brackets that are balanced, and no others", () => {
    const program = dotnet("(?:(?<open>\\()|(?<-open>\\))|x)*(?(open)(?!))");
    fc.assert(fc.property(brackets, (text) => expect([text, accepts(program, text)]).toEqual([text, isBalanced(text)])));
  });

  test("tell brackets of two kinds apart, each by its own group", () => {
    const program = dotnet("(?:(?<round>\\()|(?<-round>\\))|(?<square>\\[)|(?<-square>\\]))*(?(round)(?!))(?(square)(?!))");
    const text = fc.array(fc.constantFrom("(", ")", "[", "]"), { maxLength: 12 }).map((signs) => signs.join(""));
    const only = (signs: string, kind: string): string => [...signs].filter((sign) => kind.includes(sign)).join("");
    const counted = (signs: string): boolean => isBalanced(only(signs, "()")) && isBalanced(only(signs, "[]").replaceAll("[", "(").replaceAll("]", ")"));
    fc.assert(fc.property(text, (signs) => expect([signs, accepts(program, signs)]).toEqual([signs, counted(signs)])));
  });

  test("take texts that read the same both ways", () => {
    const program = dotnet("(?<s>.)+?.?(?:\\k<s>(?<-s>))+(?(s)(?!))");
    const text = fc.array(fc.constantFrom("a", "b"), { minLength: 2, maxLength: 9 }).map((letters) => letters.join(""));
    fc.assert(fc.property(text, (word) => expect([word, accepts(program, word)]).toEqual([word, word === [...word].reverse().join("")])));
  });

  test("hold what is between their brackets, the innermost first", () => {
    const program = dotnet("(?:(?<open>\\()|(?<inside-open>\\))|x)*");
    const inside = (text: string): string[] => {
      const open: number[] = [];
      const found: string[] = [];
      [...text].forEach((sign, i) => {
        if (sign === "(") open.push(i);
        if (sign === ")") found.push(text.slice((open.pop() as number) + 1, i));
      });
      return found;
    };
    fc.assert(
      fc.property(brackets.filter(isBalanced), (text) => {
        const captures = capturesOf(program, text, { start: 0, searched: 0 }, 1_000_000);
        expect([text, captures?.[1]?.map(({ start, end }) => text.slice(start, end))]).toEqual([text, inside(text)]);
      }),
    );
  });
});

test("all captures of a group are the turns that its reel shows, where none is taken back", () => {
  const patterns = ["(a|b)+", "(?:(a)|(b))*", "((a)b?)+", "(?<n>a)(?<n>b)*", "(?:(a*)b)+", "(?<=(?:(a)|(b))+)c?"];
  const text = fc.array(fc.constantFrom("a", "b", "c"), { maxLength: 8 }).map((letters) => letters.join(""));
  fc.assert(
    fc.property(fc.constantFrom(...patterns), text, (pattern, sample) => {
      const program = dotnet(pattern);
      const reel = record(program, sample, { mode: "start", eventLimit: 10_000 });
      const captures = capturesOf(program, sample, { start: 0, searched: 0 }, 100_000);
      if (reel.end.matches.length === 0) expect(captures).toBeUndefined();
      else {
        const turns = program.slots.map((_, slot) => reel.turns(slot + 1, reel.length - 1, 100).map(({ start, end }) => ({ start, end })));
        expect([pattern, sample, captures]).toEqual([pattern, sample, turns]);
      }
    }),
  );
});

test("a run that stacks finds what one that does not finds, with the last captures", () => {
  const text = fc.array(fc.constantFrom("a", "b"), { maxLength: 8 }).map((letters) => letters.join(""));
  fc.assert(
    fc.property(fc.constantFrom("(a|b)*?b", "(?:(a)|b)+", "(a)?(b)?\\1", "(?>(a|b)+)b?", "(?=(a+))b*", "(a*)*"), text, (pattern, sample) => {
      const plain = new BacktrackingMachine(dotnet(pattern), sample, { mode: "all" });
      const compiled = compile(read({ dialect: "dotnet", pattern, flags: "" }), true);
      if (!compiled.ok) throw new Error("It does not compile.");
      const stacking = new BacktrackingMachine(compiled.program, sample, { mode: "all", keepCaptures: true });
      runToEnd(plain, 100_000);
      runToEnd(stacking, 100_000);
      expect([...stacking.matches.toArray()]).toEqual([...plain.matches.toArray()]);
      expect(stacking.steps).toBe(plain.steps);
      expect(stacking.captures.map((slots) => slots.map((spans) => spans.at(-1) ?? null))).toEqual(
        Array.from({ length: plain.matches.length }, (_, match) => slotsOf(plain, match)),
      );
    }),
  );
});

const slotsOf = ({ matches }: BacktrackingMachine, match: number) => Array.from({ length: matches.groupCount }, (_, slot) => matches.group(match, slot + 1));
