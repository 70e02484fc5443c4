/** In how many ways the machine can go between two characters, held against its own steps. */
import { expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { emptyWaysOf } from "../src/hazard/empty-ways.ts";
import { BacktrackingMachine, type DialectName, runToEnd } from "../src/index.ts";
import { patternsIn } from "./cases/patterns.ts";
import { programOf } from "./support.ts";

test.each<[pattern: string, ways: number, dialect?: DialectName]>([
  ["", 1],
  ["abc", 1],
  ["a*b*c*", 1],
  ["a|b|c", 1],
  ["|", 2],
  ["(?:|){10}", 2 * 2 * 10 * 2 ** 9],
  ["(?:a|b?|c?){3}", 2 * 2 * 3 * 2 ** 2],
  // What takes a letter ends the ways of what is before it.
  ["(?:|)a(?:|)a(?:|)", 2],
  ["(?:|)(?:|)a", 4],
  ["(?:(?:|)a){20}", 2],
  // A lookaround and an atomic group are gone through in one way.
  ["(?=(?:||))(?=(?:||))", 3],
  ["(?>(?:|))(?>(?:|))(?>(?:|))", 2, "python"],
  // An iteration that takes nothing and need not be there fails here, and is the last one there.
  ["(?:a?)*", 1],
  ["(?:a?)*", 2, "python"],
])("/%s/: %d", (pattern, ways, dialect = "ecmascript") => {
  expect(emptyWaysOf(programOf(pattern, "", dialect))).toBe(ways);
});

test("more than can be counted is no number that is not one", () => {
  expect(emptyWaysOf(programOf(`${"(?:".repeat(40)}a?|b?${"){30}".repeat(40)}`))).toBe(1e12);
});

test.each(["ecmascript", "python"] as const)("%s: on a text that nothing takes no attempt ends more ways than that", (dialect) => {
  fc.assert(
    fc.property(patternsIn(dialect), (pattern) => {
      const program = programOf(`(?:${pattern})§`, "", dialect);
      // Each way is some steps for each part of the pattern, with the choices on it that fail at once.
      const machine = new BacktrackingMachine(program, "¶", { mode: "start" });
      expect(runToEnd(machine)).toBe("done");
      expect(machine.steps).toBeLessThanOrEqual(16 * program.nodes.length * emptyWaysOf(program));
    }),
    { numRuns: 40 * DEPTH, seed: 5 },
  );
});
