/** What is stepped through where the longest match is looked for: every way, with its candidates. */
import { describe, expect, test } from "@jest/globals";
import { attempts, forecast, narrate, plain, record, steppedMachine } from "../../../src/index.ts";
import { programOf } from "../../support.ts";

const reelOf = (pattern: string, text: string) => record(programOf(pattern, "", "ere"), text, { mode: "first", eventLimit: 1000 });

describe("candidates", () => {
  test("each is kept or dropped, and the run ends when nothing is saved any more", () => {
    const reel = reelOf("we|weir|wei?", "a weir");
    const events = [...reel.events(0, reel.length)];
    expect(events.filter(({ kind }) => kind === "match").map(({ to, kept }) => [to, kept])).toEqual([
      [4, true],
      [6, true],
      [5, false],
      [4, false],
    ]);
    expect(events.at(-1)).toMatchObject({ kind: "match", saved: 0 });
    expect(events.filter(({ kind }) => kind === "give-up")).toHaveLength(2);
    expect(events.filter((event) => "kept" in event)).toHaveLength(4);
    expect([reel.matchCount, reel.event(reel.matchStep(0)).to, reel.end.matches.end(0)]).toEqual([1, 6, 6]);
    expect(attempts(reel, 0, 9).map(({ end }) => end)).toEqual(["gave-up", "gave-up", "match"]);
  });

  test("says why", () => {
    const reel = reelOf("(a|ab)(c|bcd)?(d*)", "abcd");
    const said = Array.from({ length: reel.length }, (_, step) => step)
      .filter((step) => reel.event(step).kind === "match")
      .map((step) => plain(narrate(reel, step)));
    expect(said[0]).toBe("The pattern can match 0–4: “abcd”. It is kept as the first candidate, and the other ways are tried.");
    expect(said).toContain("The pattern can match 0–1: “a”. It is dropped: it is shorter than the best one so far, which ends at 4.");
    expect(said).toContain(
      "The pattern can match 0–4: “abcd”. It is kept: it is as long as the best one so far, and an earlier part of the pattern takes more in it.",
    );
    const grown = reelOf("a|ab", "ab");
    expect(plain(narrate(grown, grown.length - 1))).toBe(
      "The pattern can match 0–2: “ab”. It is kept: it is longer than the best one so far, which ends at 1.",
    );
  });

  test("are dropped where they are as long and no part is longer", () => {
    const reel = reelOf("(a|a)b", "ab");
    expect(plain(narrate(reel, reel.length - 1))).toMatch(/dropped: it is as long as the best one so far, and no earlier part/);
  });

  test("in other dialects a match says nothing of this", () => {
    const reel = record(programOf("a|ab", "", "ecmascript"), "ab", { mode: "first", eventLimit: 1000 });
    expect([...reel.events(0, reel.length)].some((event) => "kept" in event)).toBe(false);
  });
});

describe("the forecast", () => {
  test("counts every way, however many there are", () => {
    const program = programOf("(a|a)*", "", "ere");
    const small = steppedMachine(program, "a".repeat(10), { mode: "first" });
    small.advance(1e6);
    expect(Number(forecast(program, "a".repeat(10), { mode: "first", stepsFirst: 0 }).steps)).toBe(small.steps);
    const large = forecast(program, "a".repeat(200), { mode: "first", stepsFirst: 0 });
    expect([large.exact, large.steps > 2n ** 200n, large.matches.end(0)]).toEqual([true, true, 200]);
  });
});
