/** Blame: an attack proves something only of the quantifiers that turn on it. */
import { describe, expect, test } from "@jest/globals";
import { turnsAll } from "../src/hazard/turns.ts";
import { quantifiers, type Span } from "../src/index.ts";
import { programOf, readEcmascript } from "./support.ts";

const turned = (pattern: string, attack: readonly [prefix: string, pump: string, suffix: string]): string[] => {
  const program = programOf(pattern);
  const [prefix, pump, suffix] = attack;
  const each: readonly Span[] = quantifiers(readEcmascript(pattern));
  return each.filter((span) => turnsAll(program, { prefix, pump, suffix }, "search", [span])).map(({ start, end }) => pattern.slice(start, end));
};

describe("quantifiers that turn", () => {
  test.each<[pattern: string, attack: readonly [string, string, string], turned: string[]]>([
    ["^(a+)+$", ["", "a", "!"], ["(a+)+", "a+"]],
    ["(\\w+) (?:\\1)*;", ["", "a", ""], ["\\w+"]],
    ["(\\w+) (?:\\1)*;", ["a ", "a", ""], ["\\w+", "(?:\\1)*"]],
    ["a*b*c*d", ["", "b", ""], ["b*"]],
    ["x|(?:y+)+z", ["", "x", ""], []],
    ["a*?b", ["", "a", ""], ["a*?"]],
    ["(?=a+)b", ["", "a", ""], ["a+"]],
    ["(?:a{2}){3}", ["", "a", ""], ["(?:a{2}){3}", "a{2}"]],
  ])("/%s/ on %j", (pattern, attack, expected) => {
    expect(turned(pattern, attack).sort()).toEqual([...expected].sort());
  });

  test("all of them must; and none is no question", () => {
    const program = programOf("a*b*c");
    const attack = { prefix: "", pump: "a", suffix: "" };
    const [a, b] = [
      { start: 0, end: 2 },
      { start: 2, end: 4 },
    ];
    expect(turnsAll(program, attack, "search", [a])).toBe(true);
    expect(turnsAll(program, attack, "search", [a, b])).toBe(false);
    expect(turnsAll(program, attack, "search", [])).toBe(true);
  });
});
