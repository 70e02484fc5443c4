/** What a reel answers about a run, against the plainest way of working it out: looking at every event. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { attempts, drained, find, findAny, type Holder, holders, profile, type Reel, type ReelEvent, record, type Sought, workDone } from "../src/index.ts";
import { programOf } from "./support.ts";

const reelOf = (pattern: string, text: string, eventLimit = 5_000, flags = "g"): Reel =>
  record(programOf(pattern, flags), text, { mode: flags.includes("g") ? "all" : "first", eventLimit });

const eventsOf = (reel: Reel): ReelEvent[] => [...reel.events(0, reel.length)];

/** Reels of more than one block, cut off or not, with lookarounds, cuts and many attempts. */
const REELS: readonly [what: string, reel: Reel][] = [
  ["an explosion", reelOf("(a+)+$", "aaaaaaaaaab")],
  ["one cut off", reelOf("(a+)+$", "a".repeat(30), 4_000)],
  ["alternatives and lookarounds", reelOf("(?:(?=(a|b))\\1|c)+?(?!d)c", "abcabdcabacabcc".repeat(12))],
  ["many matches", reelOf("(\\w)+\\b", "gate weir 12 eel smolt ".repeat(20))],
  ["none", reelOf("x", "")],
];

const random = fc
  .tuple(
    fc.array(fc.constantFrom("(a)", "(b)?", "(a|b)*", "(?:(a)|b)+?", "(?=(a))", "(?!(b))", "(?<=(a))", "a", "(\\1b)*", "(?:(a?)(b?))*", "a+", "[ab]*?"), {
      maxLength: 5,
    }),
    fc.array(fc.constantFrom("a", "b"), { maxLength: 9 }),
  )
  .map(([pattern, text]) => reelOf(pattern.join(""), text.join("")));

function happens(events: readonly ReelEvent[], sought: Sought): (step: number) => boolean {
  const inAttempt = new Set<string>();
  const again = events.map((e) => {
    if (e.kind === "attempt") inAttempt.clear();
    if (e.kind !== "consume" && e.kind !== "mismatch") return false;
    const key = `${e.start} ${e.end} ${e.at}`;
    const known = inAttempt.has(key);
    inAttempt.add(key);
    return known;
  });
  const kinds = { backtrack: "resume", attempt: "attempt", match: "match", cut: "cut" } as const;
  return (step) => {
    const event = events[step] as ReelEvent;
    switch (sought.what) {
      case "offset":
        return event.to === sought.offset && (step === 0 || events[step - 1]?.to !== sought.offset);
      case "saved":
        return event.saved >= sought.count && (step === 0 || (events[step - 1] as ReelEvent).saved < sought.count);
      case "again":
        return again[step] === true;
      case "part":
        return !["attempt", "match", "give-up"].includes(event.kind) && event.start >= sought.part.start && event.end <= sought.part.end;
      case "capture":
        throw new Error("Not worked out from events.");
      default:
        return event.kind === kinds[sought.what];
    }
  };
}

function checkFinding(reel: Reel, from: readonly number[]): void {
  const events = eventsOf(reel);
  const all: Sought[] = [
    ...(["backtrack", "attempt", "match", "cut"] as const).map((what) => ({ what })),
    ...[0, 1, 3, reel.text.length].map((offset): Sought => ({ what: "offset", offset })),
    ...[1, 2, 4, 10].map((count): Sought => ({ what: "saved", count })),
    { what: "part", part: { start: 0, end: 3 } },
    { what: "again" },
  ];
  for (const sought of all) {
    const at = happens(events, sought);
    const steps = events.map((e) => e.step).filter(at);
    for (const step of from) {
      expect([sought, step, find(reel, sought, step, false)]).toEqual([sought, step, steps.find((s) => s > step) ?? null]);
      expect([sought, step, "back", find(reel, sought, step, true)]).toEqual([sought, step, "back", steps.filter((s) => s < step).at(-1) ?? null]);
    }
  }
}

describe("finding", () => {
  test.each(REELS)("%s: forwards and backwards, from anywhere", (_, reel) => {
    const { length } = reel;
    checkFinding(reel, [-1, 0, 1, length >> 1, length - 1, length]);
  });

  test("random patterns", () => {
    fc.assert(
      fc.property(random, fc.nat(), (reel, n) => checkFinding(reel, [-1, n % (reel.length + 1), reel.length])),
      { numRuns: 15 * DEPTH, seed: 4317 },
    );
  });

  test("of several things, the nearest", () => {
    const [, reel] = REELS[2] as [string, Reel];
    const sought: Sought[] = [{ what: "match" }, { what: "saved", count: 3 }, { what: "cut" }];
    const each = sought.map((s) => find(reel, s, 200, false) ?? Number.POSITIVE_INFINITY);
    expect(findAny(reel, sought, 200, false)).toBe(Math.min(...each));
    expect(findAny(reel, [], 200, false)).toBeNull();
  });
});

describe("the blocks", () => {
  test.each(REELS)("%s: saved states, attempts and matches are those of the events", (_, reel) => {
    const events = eventsOf(reel);
    for (const e of events) expect([e.step, reel.savedAt(e.step)]).toEqual([e.step, e.saved]);
    const began = events.filter((e) => e.kind === "attempt").map((e) => e.step);
    expect(Array.from({ length: reel.attemptCount }, (_each, i) => reel.attemptStep(i))).toEqual(began);
    const found = events.filter((e) => e.kind === "match").map((e) => e.step);
    expect(Array.from({ length: reel.matchCount }, (_each, i) => reel.matchStep(i))).toEqual(found);
    for (const row of attempts(reel, 0, 50)) {
      const own = events.slice(row.from, row.to);
      expect(own.every((e) => e.attempt === row.start)).toBe(true);
      expect(row.reach).toBe(own.reduce((most, e) => (e.kind === "consume" || e.kind === "attempt" ? Math.max(most, e.to) : most), 0));
      const mismatch = own.findLast((e) => e.kind === "mismatch");
      expect(row.failed).toEqual(row.end === "gave-up" && mismatch ? { start: mismatch.start, end: mismatch.end } : null);
      expect(row.end).toBe({ match: "match", "give-up": "gave-up" }[own.at(-1)?.kind as string] ?? "unfinished");
    }
  });

  test.each(REELS)("%s: a profile of any width tells least, greatest and last of each column", (_, reel) => {
    const events = eventsOf(reel);
    for (const [from, to, columns] of [
      [0, reel.length, 3],
      [0, reel.length, 50],
      [Math.floor(reel.length / 3), reel.length, 2],
    ] as const) {
      const seen = profile(reel, from, to, columns);
      seen.least.forEach((least, c) => {
        const steps = to - from;
        const count = Math.min(columns, steps);
        const own = events.slice(from + Math.floor((c * steps) / count), from + Math.floor(((c + 1) * steps) / count)).map((e) => e.to);
        expect([least, seen.greatest[c], seen.last[c]]).toEqual([Math.min(...own), Math.max(...own), own.at(-1)]);
      });
    }
  });
});

describe("saved states", () => {
  function checkFates(reel: Reel, steps: readonly number[]): void {
    const events = eventsOf(reel);
    for (const step of steps) {
      const held = events[step]?.saved ?? 0;
      for (const [n, state] of reel.savedStates(step, 0, 12).entries()) {
        const next = events.find((e) => e.step > step && e.saved < held - n);
        const last = events.at(-1) as ReelEvent;
        const wanted = !next
          ? { kind: last.kind === "match" ? "not-needed" : "open", step: last.step }
          : next.kind === "resume"
            ? { kind: "taken-up", step: next.step }
            : next.kind === "cut"
              ? { kind: "thrown-away", step: next.step }
              : { kind: "not-needed", step: next.step - 1 };
        expect([step, n, state.fate]).toEqual([step, n, wanted]);
        if (state.fate.kind === "taken-up") expect(reel.savedBy(state.fate.step)).toBe(state.step);
      }
    }
  }

  test.each(REELS)("%s: what became of each", (_, reel) => {
    const every = Math.ceil(reel.length / 60);
    checkFates(
      reel,
      eventsOf(reel)
        .map((e) => e.step)
        .filter((s) => s % every === 0),
    );
  });

  test("random patterns", () => {
    fc.assert(
      fc.property(random, (reel) => checkFates(reel, [0, reel.length >> 1, reel.length - 1])),
      { numRuns: 10 * DEPTH, seed: 99 },
    );
  });
});

describe("who took what", () => {
  /** `part=text`, with what a quantifier came to at first where that differs. */
  const said = (pattern: string, text: string): string[] => {
    const reel = reelOf(pattern, text, 100_000, "");
    const at = find(reel, { what: "match" }, -1, false) ?? reel.length - 1;
    const word = ({ part, start, end, first, looking }: Holder) =>
      `${looking ? "?" : ""}${pattern.slice(part.start, part.end)}=${text.slice(start, end)}${first !== null && first !== end ? ` (${text.slice(start, first)})` : ""}`;
    return holders(reel, at).holders.map(word);
  };

  test.each([
    ["(.*)(\\d+)", "gate 1205 open", [".*=gate 120 (gate 1205 open)", "\\d+=5"]],
    ["(.*?)(\\d+)", "gate 1205", [".*?=gate ", "\\d+=1205"]],
    ["station=(\\w+)", "station=hollin", ["station==station=", "\\w+=hollin"]],
    ["(?:ab)+c", "ababc", ["ab=ab", "ab=ab", "c=c"]],
    ["(\\d)+", "123", ["\\d=1", "\\d=2", "\\d=3"]],
    ["(?:\\d+-?)+", "12-3", ["\\d+=12", "-?=-", "\\d+=3", "-?="]],
    ["a*b", "b", ["a*=", "b=b"]],
    ["\\w+(?=!)", "eel!", ["\\w+=eel", "?!=!"]],
    ["(?<=\\d)m", "4m", ["?\\d=4", "m=m"]],
    ["(\\w+) \\1", "weir weir", ["\\w+=weir", " = ", "\\1=weir"]],
  ])("/%s/ on %s", (pattern, text, wanted) => {
    expect(said(pattern, text)).toEqual(wanted);
  });

  test("what made a quantifier give back is the mismatch behind its first run", () => {
    const reel = reelOf("(.*)(\\d+)", "gate 1205 open", 1000, "");
    const [greedy, digits] = holders(reel, reel.matchStep(0)).holders as [Holder, Holder];
    expect(reel.event(greedy.because as number)).toMatchObject({ kind: "mismatch", start: 5, end: 7, at: 14 });
    expect(digits.because).toBeNull();
  });

  test("outside lookarounds, what is held lies end to end from the attempt's start to where the machine stands", () => {
    fc.assert(
      fc.property(random, fc.nat(), (reel, n) => {
        const step = n % reel.length;
        const frame = reel.frame(step);
        const { holders: rows } = holders(reel, step);
        if (frame.kind === "give-up" || rows.some((row) => row.looking) || reel.source.includes("(?")) return;
        let at = frame.attempt;
        for (const row of rows) {
          expect([reel.source, reel.text, step, row.start]).toEqual([reel.source, reel.text, step, at]);
          at = row.end;
        }
        expect(at).toBe(frame.to);
      }),
      { numRuns: 50 * DEPTH, seed: 7 },
    );
  });
});

describe("work done", () => {
  test.each(REELS)("%s: every step is counted once, every item tried at its offset", (_, reel) => {
    const { reads, parts } = drained(workDone(reel));
    const events = eventsOf(reel);
    expect(parts.reduce((sum, p) => sum + p.steps, 0)).toBe(reel.length);
    const tried = events.filter((e) => e.kind === "consume" || e.kind === "mismatch");
    for (let at = 0; at <= reel.text.length; at++) expect([at, reads[at]]).toEqual([at, tried.filter((e) => e.at === at).length]);
    for (const { part, taken, failed, resumed } of parts) {
      if (!part) continue;
      const own = events.filter((e) => e.start === part.start && e.end === part.end);
      expect([taken, failed]).toEqual([own.filter((e) => e.kind === "consume").length, own.filter((e) => e.kind === "mismatch").length]);
      expect(resumed).toBeLessThanOrEqual(events.filter((e) => e.kind === "resume").length);
    }
    expect(parts.map((p) => p.steps)).toEqual(parts.map((p) => p.steps).sort((a, b) => b - a));
  });
});

test("the reaches of all attempts are those of each", () => {
  for (const [pattern, text] of [
    ["a+b", "aaac aab aac"],
    ["(?<=a)b|a*?c", "abcaab"],
    ["x*", ""],
  ] as const) {
    const reel = record(programOf(pattern, ""), text, { mode: "all", eventLimit: 10_000 });
    expect([...reel.reaches()]).toEqual(attempts(reel, 0, reel.attemptCount).map(({ reach }) => reach));
  }
});
