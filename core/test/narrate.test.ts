/** The sentences: every kind of event, every kind of item, in words that read well aloud. */
import { describe, expect, test } from "@jest/globals";
import { EVENT_KINDS, type MatchMode, narrate, plain, type Reel, record } from "../src/index.ts";
import { programOf } from "./support.ts";

function reelOf(pattern: string, text: string, mode: MatchMode = "first", flags = ""): Reel {
  return record(programOf(pattern, flags), text, { mode, eventLimit: 10_000 });
}

/** The sentences of the events of one kind. */
function said(kind: (typeof EVENT_KINDS)[number], pattern: string, text: string, mode: MatchMode = "first", flags = ""): string[] {
  const reel = reelOf(pattern, text, mode, flags);
  return [...reel.events(0, reel.length)].filter((e) => e.kind === kind).map((e) => plain(narrate(reel, e.step)));
}

describe("consume", () => {
  test.each([
    ["a character", "a", "a", "", "At 0, a takes “a”."],
    ["a set", "[a-c]", "b", "", "At 0, [a-c] takes “b”."],
    ["the dot, by code point", ".", "🐟", "u", "At 0, . takes “🐟”."],
    ["a class, a control character", "\\s", "\n", "", "At 0, \\s takes “⏎”."],
    ["a blank", " ", " ", "", "At 0, ␣ takes “␣”."],
    ["a reference to nothing", "\\1(a)", "a", "", "At 0, \\1 finds once more what its group holds: the empty text."],
  ])("%s", (_what, pattern, text, flags, expected) => {
    expect(said("consume", pattern, text, "first", flags)[0]).toBe(expected);
  });

  test("a back-reference takes a whole stretch", () => {
    expect(said("consume", "(ab)\\1", "abab").at(-1)).toBe("At 2, \\1 finds once more what its group holds: “ab”.");
  });

  test("in a lookbehind, what is taken lies before", () => {
    expect(said("consume", "(?<=b)c", "bc")[0]).toBe("At 1, b takes “b”.");
  });
});

describe("mismatch", () => {
  test.each([
    ["a character", "a", "b", "At 0, a is not there: “b” stands there."],
    ["at the text's end", "a", "", "At 0, a is not there: the text ends here."],
    ["a set", "\\d", "x", "At 0, \\d does not take what is there: “x” stands there."],
    ["the dot", ".", "\n", "At 0, . finds nothing that it takes: “⏎” stands there."],
    ["the end of the text", "$", "x", "At 0, $ does not hold: the text goes on."],
    ["a word's edge", "\\bx", " x", "At 0, \\b does not hold: no word begins or ends here."],
    ["no word's edge", "\\Bx", "x", "At 0, \\B does not hold: a word has its edge here."],
    ["a lookahead", "(?=a)", "b", "At 0, a is not there: “b” stands there."],
    ["a lookbehind, at the text's start", "(?<=a)b", "b", "At 0, a is not there: the text begins here."],
    ["a turn that took nothing", "(?:a?)*", "", "At 0, a is not there: the text ends here."],
  ])("%s", (_what, pattern, text, expected) => {
    expect(said("mismatch", pattern, text, "start")[0]).toBe(expected);
  });

  test("a lookaround that does not hold, either way", () => {
    expect(said("mismatch", "(?=a)", "b", "start")[1]).toBe("At 0, (?=a) does not hold: what must be there was not found.");
    expect(said("mismatch", "(?!a)", "a", "start")[0]).toBe("At 0, (?!a) does not hold: what must not be there was found.");
  });

  test("a turn that took nothing, and a text that goes on", () => {
    expect(said("mismatch", "(?:a?)*", "", "start")[1]).toBe(
      "At 0, an iteration of (?:a?)* took no text at all; such an iteration does not count, so it fails.",
    );
    expect(said("mismatch", "a", "ab", "whole")[0]).toBe("The pattern is through at 1, but the whole text was asked for and it goes on to 2.");
  });

  test("a reference whose text is not there", () => {
    expect(said("mismatch", "(a)\\1", "ab", "start")[0]).toBe("At 1, \\1 does not find what its group holds: “b” stands there.");
  });
});

describe("choices and what comes of them", () => {
  test("a quantifier says its mode", () => {
    expect(said("save", "a*", "a")[0]).toBe("At 0, a* is greedy: it tries one more iteration first, and stopping here is saved.");
    expect(said("save", "a*?b", "b")[0]).toBe("At 0, a*? is lazy: it stops first, and one more iteration is saved.");
  });

  test("an alternation says which way is tried and which is saved", () => {
    expect(said("save", "a|b|", "c")).toEqual([
      "At 0, the machine tries a and saves the next alternative, b.",
      "At 0, the machine tries b and saves the next alternative, the empty alternative.",
    ]);
  });

  test("a backtrack says because of what", () => {
    expect(said("resume", "a*ab", "aab")).toEqual([
      "a did not match at 2, so the machine goes back to 2: a* makes do with what it has.",
      "a did not match at 2, so the machine goes back to 1: a* stops there, and “a” is given back.",
    ]);
    expect(said("resume", "a*?$", "a")[0]).toBe("$ does not hold at 0, so the machine goes back to 0: a*? tries one more iteration.");
    expect(said("resume", "(?:a|b)", "b")[0]).toBe("a did not match at 0, so the machine goes back to 0: b is tried.");
    expect(said("resume", "a|ab", "ab", "whole")[0]).toBe("The text goes on past 1, so the machine goes back to 0: ab is tried.");
    expect(said("resume", "(?:a?)*b", "", "start")[1]).toBe("(?:a?)* took nothing at 0, so the machine goes back to 0: (?:a?)* makes do with what it has.");
  });

  test("a failed attempt says what failed last", () => {
    expect(said("give-up", "a", "b", "start")).toEqual(["a did not match at 0, and nothing is saved any more: the attempt at 0 fails."]);
  });
});

describe("groups, turns, lookarounds, the match", () => {
  test("groups open and close, by number and name", () => {
    expect(said("open", "(?<gate>a)", "a")).toEqual(["Group 1, gate, opens at 0."]);
    expect(said("close", "(a)()", "a")).toEqual(["Group 1 closes and holds “a”, 0–1.", "Group 2 closes and holds the empty text, 1–1."]);
    expect(said("close", "(?<=(ab))c", "abc").at(-1)).toBe("Group 1 closes and holds “ab”, 0–2.");
  });

  test("a turn is finished", () => {
    expect(said("loop", "a+", "a")).toEqual(["At 1, a+ has finished an iteration."]);
  });

  test("a lookaround begins, is settled and ends", () => {
    expect(said("enter", "(?=a)", "a")).toEqual(["At 0, (?=a) looks ahead without taking any text."]);
    expect(said("enter", "(?<=a)", "a", "start")).toEqual(["At 0, (?<=a) looks back without taking any text."]);
    expect(said("leave", "(?=a)", "a")).toEqual(["(?=a) holds: what must be there was found. The machine stands at 0 again."]);
    expect(said("leave", "(?!a)", "b")).toEqual(["(?!a) holds: what must not be there was not found. The machine stands at 0 again."]);
    expect(said("cut", "(?=a?)", "a")).toEqual(["(?=a?) is settled: 1 saved state is thrown away, so its inside is not tried another way."]);
    expect(said("cut", "(?=a*)", "aa")).toEqual(["(?=a*) is settled: 2 saved states are thrown away, so its inside is not tried another way."]);
  });

  test("attempts and matches say where", () => {
    expect(said("attempt", "b", "ab")).toEqual(["A new attempt begins at 0.", "A new attempt begins at 1."]);
    expect(said("match", "b*", "a")).toEqual(["The pattern matches 0–0: the empty text."]);
    expect(said("match", "a+", "a".repeat(1200))[0]).toMatch(/^The pattern matches 0–1,200: “a{24}…a{24}”\.$/);
  });
});

test("every assertion says why it holds", () => {
  expect(said("hold", "^\\b.\\B.$", "ab")).toEqual([
    "At 0, ^ holds: the text begins here.",
    "At 0, \\b holds: a word has its edge here.",
    "At 1, \\B holds: no word begins or ends here.",
    "At 2, $ holds: the text ends here.",
  ]);
  expect(said("hold", "^a$", "a\nb", "first", "m")).toEqual(["At 0, ^ holds: a line begins here.", "At 1, $ holds: a line ends here."]);
});

test("no sentence of a long and varied run has a hole in it", () => {
  const reel = reelOf("(?<w>\\w+?)(?:-(?=\\d)|(?!x).|(?<=a)b*)(\\1|c{1,2})*$", "ab-1 abab cc xx ab", "all");
  const seen = new Set<string>();
  for (let step = 0; step < reel.length; step++) {
    const sentence = plain(narrate(reel, step));
    seen.add(reel.event(step).kind);
    expect(sentence).toMatch(/^[^{}]*(\{1,2\}[^{}]*)*\.$/);
  }
  expect([...seen].sort()).toEqual(EVENT_KINDS.filter((k) => seen.has(k)).sort());
  expect(seen.size).toBeGreaterThan(10);
});
