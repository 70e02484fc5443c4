/** Confirmation: what the exact steps of an attack show, and what they only seem to show. */
import { describe, expect, test } from "@jest/globals";
import { confirm, degreeOf, extrapolate, type Sample, sampleOf, workOf } from "../src/hazard/confirm.ts";
import { type Attack, BacktrackingMachine, drained, runToEnd } from "../src/index.ts";
import { programOf } from "./support.ts";

const sampled = (value: (pumps: number) => number, first: number, count: number, spacing = 1): Sample[] =>
  Array.from({ length: count }, (_, i) => {
    const pumps = first + i * spacing;
    return { pumps, length: pumps, steps: BigInt(value(pumps)) };
  });

describe("the degree of points", () => {
  test.each<[name: string, value: (n: number) => number, degree: number | undefined]>([
    ["a constant", () => 7, 0],
    ["a line", (n) => 3 * n + 2, 1],
    ["a square", (n) => n * n - n, 2],
    ["a cube", (n) => n ** 3 + 5 * n, 3],
    ["powers of two", (n) => 2 ** n, undefined],
    ["a square with every other point off it", (n) => n * n + (n % 2), undefined],
  ])("%s", (_, value, degree) => {
    expect(degreeOf(sampled(value, 3, 7))).toBe(degree);
  });

  test("too few points say nothing", () => {
    expect(degreeOf(sampled((n) => n * n, 3, 4))).toBeUndefined();
    expect(degreeOf([])).toBeUndefined();
  });
});

describe("a polynomial taken further", () => {
  test.each([1, 2, 3])("spaced by %d it gives every point that lies on the spacing, and no other", (spacing) => {
    const value = (n: number) => 2 * n ** 3 - n + 4;
    const points = sampled(value, 3, 4, spacing);
    expect(extrapolate(points, 3, 3 + 40 * spacing)).toBe(BigInt(value(3 + 40 * spacing)));
    if (spacing > 1) expect(extrapolate(points, 3, 4)).toBeUndefined();
  });

  test("of too few points is not known", () => {
    expect(
      extrapolate(
        sampled((n) => n * n, 3, 2),
        2,
        9,
      ),
    ).toBeUndefined();
  });
});

describe("what the steps show", () => {
  const shown = (
    pattern: string,
    attack: Partial<Attack>,
    growth: "polynomial" | "exponential" = "polynomial",
    degree: number | null = 2,
    most = Number.POSITIVE_INFINITY,
  ) => {
    const found = drained(confirm(programOf(pattern), { prefix: "", pump: "a", suffix: "", ...attack }, "search", { growth, degree, most }));
    return found && (found.degree ?? found.growth);
  };

  test("a square, a cube, powers of two, and nothing", () => {
    expect(shown("^a*a*b", {})).toBe(2);
    expect(shown("^a*a*a*b", {}, "polynomial", 3)).toBe(3);
    expect(shown("^(?:a|a)*b", {}, "exponential", null)).toBe("exponential");
    expect(shown("^a*b", {})).toBeUndefined();
    expect(shown("^(?:a|a)*b", { pump: "c" }, "exponential", null)).toBeUndefined();
  });

  test("more than was claimed, or less", () => {
    expect(shown("^a*a*b", {}, "exponential", null)).toBe(2);
    expect(shown("^a*a*a*b", {}, "polynomial", 2)).toBe(3);
  });

  test("the first pumps mislead: what a count allows ends", () => {
    // Up to five letters at the end are taken in two ways: a cube at first, a square in the end.
    expect(shown("(?:\\w{3,}a\\w{1,5})$", { suffix: "-" }, "polynomial", 3)).toBe(2);
    // From eight letters on the text matches.
    expect(shown("(?:b{3}(?:b{1,5})+){2}$", { pump: "b" }, "exponential", null)).not.toBe("exponential");
    expect(shown("(?:b{3}(?:b{1,5})+){2}$", { pump: "b", suffix: "a" }, "exponential", null)).toBe("exponential");
    expect(shown("^(?:\\d{1,3})+(a?[^a]){30}$", { pump: "0" }, "exponential", null)).not.toBe("exponential");
  });

  test("no more pumps are looked at than make sense", () => {
    expect(shown("^(?:a|a){20}b", {}, "exponential", null, 20)).toBe("exponential");
    expect(shown("^(?:a|a){3}b", {}, "exponential", null, 3)).toBeUndefined();
  });
});

describe("what back-references compare", () => {
  const halves = (n: number) => (Math.floor(n / 2) * (Math.floor(n / 2) + 1)) / 2;
  test.each<[pattern: string, attack: Attack, pumps: number, compared: number | undefined]>([
    // Each beginning of up to half of the letters is compared with what follows it.
    ["^(a*)\\1b", { prefix: "", pump: "a", suffix: "" }, 20, halves(20)],
    ["^(a*)\\1b", { prefix: "", pump: "a", suffix: "" }, 21, halves(21)],
    // Up to the first that differs.
    ["^(a{3}b)\\1", { prefix: "aaab", pump: "a", suffix: "" }, 4, 4],
    ["^(a{3}b)\\1", { prefix: "aaaba", pump: "c", suffix: "" }, 4, 2],
    // What there is no room for is not compared, nor what no group holds.
    ["^(a+)\\1", { prefix: "a", pump: "", suffix: "" }, 1, 0],
    ["^(?:(b)|a)\\1a", { prefix: "", pump: "a", suffix: "" }, 3, 0],
    ["^a+b", { prefix: "", pump: "a", suffix: "" }, 3, undefined],
  ])("/%s/ on %j × %d: %s", (pattern, attack, pumps, compared) => {
    const program = programOf(pattern);
    const sample = drained(sampleOf(program, attack, pumps, "search", true));
    expect(sample?.compared).toBe(compared === undefined ? undefined : BigInt(compared));
    // The steps are the machine's, as without.
    const text = attack.prefix + attack.pump.repeat(pumps) + attack.suffix;
    const machine = new BacktrackingMachine(program, text, { mode: "first" });
    expect(runToEnd(machine)).toBe("done");
    expect(sample?.steps).toBe(BigInt(machine.steps));
    expect(sample && workOf(sample)).toBe(BigInt(machine.steps + (compared ?? 0)));
  });
});
