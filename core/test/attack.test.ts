/** Attacks: texts that lead to a loop, keep it going, and make every way fail in the end. */
import { describe, expect, test } from "@jest/globals";
import { Alphabet } from "../src/automaton/alphabet.ts";
import { PathAutomaton } from "../src/automaton/paths.ts";
import { exactBounds } from "../src/automaton/walk.ts";
import { findAmbiguity } from "../src/hazard/ambiguity.ts";
import { findAttack, findAttackBefore } from "../src/hazard/attack.ts";
import { type Attack, drained, textOf } from "../src/index.ts";
import { programOf } from "./support.ts";

/** The attacks on every candidate of a pattern, with what they were looked for by. */
function attacksOn(pattern: string, { restarts = true, settled = false, lenient = false } = {}): (Attack | undefined)[] {
  const program = programOf(pattern);
  const automaton = new PathAutomaton(program, Alphabet.of(program), { restarts, whole: false, settled, bounds: program.loops.map(exactBounds) });
  const { candidates } = drained(findAmbiguity(automaton));
  return candidates.map((candidate) => drained((lenient ? findAttackBefore : findAttack)(automaton, candidate)));
}

describe("an attack", () => {
  test.each([
    "^(?:a|a)*$",
    "^(?:a+)+b",
    "^x(?:a|b|ab)*c",
    "^a*a*b",
    "\\s+$",
    "(?:ab?)*c(?:d|d)*e",
    "^(?!b)(?:a|a)*$",
    "(?=a)(?:a|aa)+$",
    "^(?:\\w+\\s?)*$",
    "<!--[^]*?-->",
  ])("on /%s/: the host finds nothing in it, however often it is pumped", (pattern) => {
    const found = attacksOn(pattern).filter((attack) => attack !== undefined);
    expect(found.length).toBeGreaterThan(0);
    const host = new RegExp(pattern);
    for (const attack of found) {
      // Few pumps: the host tries every way, too.
      for (const pumps of [1, 2, 5]) expect([attack, host.test(textOf(attack, pumps))]).toEqual([attack, false]);
      expect(attack.pump).not.toBe("");
    }
  });

  test("leads past what must come first", () => {
    const prefixes = (pattern: string) => attacksOn(pattern).flatMap((attack) => (attack ? [attack.prefix] : []));
    expect(prefixes("^weir: (?:a|a)*$")).toContainEqual(expect.stringMatching(/^weir: /));
    expect(prefixes("^\\d{3}(?:a|a)*$")).toContainEqual(expect.stringMatching(/^\d{3}/));
  });

  test("keeps clear of what would match before it", () => {
    // With a c anywhere the search is over.
    const found = attacksOn("c|(?:a|a)+b").filter((attack) => attack !== undefined);
    expect(found.length).toBeGreaterThan(0);
    for (const attack of found) expect(textOf(attack, 3)).not.toContain("c");
  });

  test("goes by what a lookahead asks for", () => {
    const found = attacksOn("^(?=.*!)(?:a|a)*$").filter((attack) => attack !== undefined);
    expect(found.length).toBeGreaterThan(0);
    for (const attack of found) expect(textOf(attack, 2)).toContain("!");
  });
});

describe("no attack", () => {
  test.each(["^(?:a|a)*", "(?:a|a)*", "^(?:a|b|a)*[^]*$"])("on /%s/, which never fails once it is there", (pattern) => {
    expect(attacksOn(pattern, { restarts: false }).filter((attack) => attack !== undefined)).toEqual([]);
  });

  test("is strict where what is tried first always matches; leniently only the ways before the loop's are asked to fail", () => {
    // The loop is tried first, and gives back all before the empty way is taken.
    const strict = attacksOn("^(?:(?:a|a)*b|)", { restarts: false });
    const lenient = attacksOn("^(?:(?:a|a)*b|)", { restarts: false, lenient: true });
    expect([strict.some((attack) => attack !== undefined), lenient.some((attack) => attack !== undefined)]).toEqual([false, true]);
  });

  test("on a loop that is never come to", () => {
    expect(attacksOn("^(?!)(?:a|a)*b")).toEqual([]);
    expect(attacksOn("a^(?:a|a)*b").filter((attack) => attack !== undefined)).toEqual([]);
  });
});
