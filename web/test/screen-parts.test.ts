/** What the screens reckon with: marks of groups, shapes of lanes, words, the caret's quantifier, the store's slices. */
import { describe, expect, test } from "@jest/globals";
import { apart, MatchTable } from "@lamprey/core";
import { patternLine } from "../src/bench/patternLanes.ts";
import { laneRoom } from "../src/bench/sampleLanes.ts";
import { closed, draftReducer, edited, opened, sampleAdded, sampleRemoved, sampleShown, shownSample } from "../src/draft/draftSlice.ts";
import { fieldsOf } from "../src/draft/fields.ts";
import type { GroupMark, QuantifierMark, RunResult, StepView } from "../src/engine/messages.ts";
import { bar, bracket, tick, wave } from "../src/lanes/lanes.ts";
import { fillOf, inkOf } from "../src/lanes/textures.tsx";
import { TRANSPORT } from "../src/reel/transport.ts";
import { readPlace, writePlace } from "../src/run/address.ts";
import { quantifierAtCaret } from "../src/run/contrast.ts";
import { clock, number, plural, size, span } from "../src/shared/words.ts";
import {
  arrived,
  asked,
  benchReducer,
  caretMoved,
  contrastReady,
  left,
  matchChosen,
  ran,
  reelReady,
  refused,
  wound,
  woundTo,
} from "../src/state/benchSlice.ts";
import { type ContrastChoice, chosenOf, columnsOf, FIRST_CHOICE } from "../src/state/columns.ts";
import { type Stop, stopWords } from "../src/state/stops.ts";

describe("marks of groups", () => {
  test("twenty-five groups have marks of their own, and neighbours differ in texture and ink", () => {
    const fills = Array.from({ length: 25 }, (_, i) => fillOf(i + 1));
    expect(new Set(fills).size).toBe(25);
    for (let g = 1; g < 60; g++) {
      expect(fillOf(g)).not.toBe(fillOf(g + 1));
    }
    expect([1, 2, 3, 4, 5].map(inkOf)).toEqual(["brass", "moss", "mussel", "slate", "tide"]);
  });
});

describe("shapes of lanes", () => {
  test("a bracket has ticks only at the ends that lie in the line, and some width always", () => {
    expect(bracket(10, 30, 6, true, true)).toBe("M10.8 1V6H29.2V1");
    expect(bracket(10, 30, 6, false, false)).toBe("M10 6H29.2");
    expect(bracket(10, 10, 6, true, true)).toContain("H11");
  });

  test("bars, ticks and waves", () => {
    expect(bar(1, 3, 5, 7)).toBe("M1 5H3V12H1Z");
    expect(tick(4, 10, 8)).toBe("M4 2V10M1 10H7");
    expect(wave(0, 8, 5)).toBe("M0 5q2 -3 4 0q2 3 4 0");
  });

  const group = (depth: number): GroupMark => ({ slot: 1, number: 1, name: null, depth, start: 0, end: 1 });

  test("lines open up for as many rows as groups nest, and for a variant", () => {
    const marks = {
      matches: new MatchTable(0),
      groups: [] as GroupMark[],
      chosen: 0,
      variants: [],
      view: null,
      holders: null,
      pointed: null,
      stops: [],
      work: null,
      stale: false,
    };
    const bare = laneRoom(marks);
    const nested = laneRoom({ ...marks, groups: [group(0), group(1), group(2)] });
    expect(nested - bare).toBe(29);
    expect(laneRoom({ ...marks, variants: [{ index: 1, name: "lazy", matches: new MatchTable(0) }] })).toBeGreaterThan(bare);
    expect(patternLine([group(0), group(1)], "large") - patternLine([group(0)], "large")).toBe(9);
    expect(patternLine([], "small")).toBeLessThan(patternLine([group(0)], "small"));
  });
});

describe("words", () => {
  test("numbers, spans, sizes and times line up", () => {
    expect([number(1234567), span(0, 12_000), plural(1, "step"), plural(2000, "match", "matches")]).toEqual([
      "1,234,567",
      "0–12,000",
      "1 step",
      "2,000 matches",
    ]);
    expect([size(999), size(12_345), size(5_200_000)]).toEqual(["999 characters", "12.3 thousand characters", "5.2 million characters"]);
    expect(clock(Date.UTC(2031, 1, 3, 4, 5))).toMatch(/^\d\d:\d5$/);
  });
});

describe("the caret's quantifier", () => {
  const inner = { start: 1, end: 3, operator: { start: 2, end: 3 } };
  const outer = { start: 0, end: 5, operator: { start: 4, end: 5 } };

  test("is the one whose sign it touches, else the innermost around it, else none", () => {
    const at = (caret: number) => quantifierAtCaret([outer, inner], caret);
    expect([0, 1, 2, 3, 4, 5, 6].map(at)).toEqual([outer, inner, inner, inner, outer, outer, undefined]);
  });
});

describe("what a contrast compares", () => {
  const greedy = { start: 0, end: 2, operator: { start: 1, end: 2 }, mode: "greedy" as const };
  const lazy = { start: 2, end: 5, operator: { start: 3, end: 5 }, mode: "lazy" as const };
  const names = (choice: Partial<ContrastChoice>, chosen: readonly QuantifierMark[]) => columnsOf({ ...FIRST_CHOICE, ...choice }, chosen).map((c) => c.name);
  const other = (name: string) => ({ name, pattern: "x", flags: null });

  test("columns: the modes, the pattern as written where it is none of them, other patterns; four at most", () => {
    expect(names({}, [greedy])).toEqual(["greedy", "lazy"]);
    expect(names({ modes: ["possessive", "lazy"] }, [greedy])).toEqual(["as written", "lazy", "possessive"]);
    expect(names({}, [greedy, lazy])).toEqual(["as written", "greedy", "lazy"]);
    expect(names({}, [])).toEqual(["as written"]);
    expect(names({ others: [other("second")] }, [])).toEqual(["as written", "second"]);
    expect(names({ modes: ["greedy", "lazy", "possessive"], others: [other("second"), other("third")] }, [greedy])).toEqual([
      "greedy",
      "lazy",
      "possessive",
      "second",
    ]);
  });

  test("quantifiers: the caret's, or those that were chosen", () => {
    expect(chosenOf(FIRST_CHOICE, [greedy, lazy], lazy)).toEqual([lazy]);
    expect(chosenOf(FIRST_CHOICE, [greedy, lazy], undefined)).toEqual([]);
    expect(chosenOf({ ...FIRST_CHOICE, operators: [1, 99] }, [greedy, lazy], lazy)).toEqual([greedy]);
  });

  const table = (...spans: [number, number][]) => new MatchTable(0, Int32Array.from(spans.flat()));

  test("stretches in which the variants part ways", () => {
    expect(apart([table([0, 6], [8, 9]), table([0, 3], [3, 6], [8, 9])], 10)).toEqual([
      {
        start: 0,
        end: 6,
        matches: [
          [{ start: 0, end: 6 }],
          [
            { start: 0, end: 3 },
            { start: 3, end: 6 },
          ],
        ],
      },
    ]);
    expect(apart([table([1, 2]), table(), table([1, 2])], 10)).toMatchObject([{ start: 1, matches: [[{}], [], [{}]] }]);
    expect(apart([table([1, 2], [4, 4]), table([1, 2], [4, 4])], 10)).toEqual([]);
    expect(apart([table([2, 2]), table([1, 4])], 10)).toMatchObject([{ start: 1, end: 4, matches: [[{ start: 2, end: 2 }], [{ start: 1 }]] }]);
    expect(apart([table(...Array.from({ length: 99 }, (_, i): [number, number] => [2 * i, 2 * i + 1])), table()], 5)).toHaveLength(5);
  });
});

test("every way of winding has a key of its own and says what it does", () => {
  const windings = TRANSPORT.flatMap((t) => t.windings);
  expect(new Set(windings.map((w) => w.key)).size).toBe(windings.length);
  expect(new Set(windings.map((w) => w.label)).size).toBe(windings.length);
});

describe("the reel's place in the address", () => {
  const stops: Stop[] = [{ what: "part", part: { start: 5, end: 7 } }, { what: "offset", offset: 0 }, { what: "saved", count: 20 }, { what: "again" }];

  test("is written and read back", () => {
    const place = { step: 151, stops, sample: 1, asking: "start" as const, stage: "hazard" as const, desk: "drift" as const };
    expect(writePlace(place)).toBe("?view=hazard&desk=drift&sample=2&ask=start&step=152&stops=part.5-7_offset.0_saved.20_again");
    expect(readPlace(writePlace(place))).toEqual(place);
    expect(writePlace({})).toBe("");
    expect(readPlace("")).toEqual({ step: null, stops: [], sample: 0, asking: null, stage: "sample", desk: "ledger" });
  });

  test.each([
    ["?step=0", { step: null }],
    ["?step=-3&sample=x", { step: null, sample: 0 }],
    ["?step=1e400", { step: null }],
    ["?stops=part.9-2_offset_saved.0_moon.3_again.1_part.1.5_toString", { stops: [{ what: "again" }] }],
    [`?stops=${"again_".repeat(10_000)}`, { stops: new Array(20).fill({ what: "again" }) }],
  ])("what is none in it is left out: %.40s", (search, wanted) => {
    expect(readPlace(search)).toMatchObject(wanted);
  });

  test("every stop has words of its own", () => {
    const words = stops.map((stop) => stopWords(stop, "(.*)(\\d+)"));
    expect(words[0]).toContain("\\d");
    expect(new Set(words).size).toBe(stops.length);
  });
});

describe("what the bench shows", () => {
  const result = { generation: 1, reading: { diagnostics: [], groups: [], quantifiers: [] } } as unknown as RunResult;
  const view = { step: 3 } as StepView;
  const reel = { generation: 1, length: 10, rest: 9, complete: true, attempts: 1, matches: 0, backtracks: 0, deepest: 0, bytes: 0 };
  const start = benchReducer(undefined, left());

  test("a run replaces all that belonged to the one before; lanes hear of it first", () => {
    let state = benchReducer(start, asked(1));
    state = benchReducer(state, arrived(result));
    expect([state.arrived, state.result]).toEqual([result, null]);
    state = benchReducer(benchReducer(state, ran(result)), reelReady(reel));
    state = benchReducer(benchReducer(state, woundTo(view)), matchChosen(4));
    const again = { ...result, generation: 2 };
    state = benchReducer(benchReducer(state, asked(2)), ran(again));
    expect(state).toMatchObject({ result: again, reel: null, step: null, view: null, chosen: 0, answered: 2 });
  });

  test("a pattern that does not read keeps the last good result", () => {
    const good = benchReducer(benchReducer(start, ran(result)), reelReady(reel));
    const bad = benchReducer(good, refused({ generation: 2, reading: { ...result.reading, diagnostics: [] } }));
    expect(bad).toMatchObject({ result, reel: null, step: null, contrast: null, answered: 2 });
  });

  test("a step and its view come together; one that comes after the reel is gone is dropped", () => {
    const wind = benchReducer(benchReducer(start, reelReady(reel)), woundTo(view));
    expect(wind).toMatchObject({ step: 3, view });
    expect(benchReducer(wind, wound(null))).toMatchObject({ step: null, view: null });
    expect(benchReducer(start, woundTo(view)).view).toBeNull();
  });

  test("a caret that has not moved changes nothing", () => {
    const moved = benchReducer(start, caretMoved(3));
    expect(benchReducer(moved, caretMoved(3))).toBe(moved);
    expect(benchReducer(moved, contrastReady(null)).contrast).toBeNull();
  });
});

describe("the draft", () => {
  const specimen = {
    id: "s",
    title: "t",
    pattern: "p",
    dialect: "ecmascript",
    flags: "g",
    notes: "",
    template: "",
    expectations: "",
    setAside: "",
    revision: 1,
    createdAt: "",
    updatedAt: "",
    deletedAt: null,
  } as const;

  test("a specimen without a sample gets an empty one to write in", () => {
    expect(fieldsOf({ ...specimen, samples: [] }).samples).toEqual([{ key: "s", name: "sample", text: "" }]);
  });

  test("samples are added, shown and removed; one is always on show", () => {
    const fields = fieldsOf({ ...specimen, samples: [{ id: "a", name: "one", text: "1", length: 1 }] });
    let draft = draftReducer(undefined, opened({ id: "s", revision: 1, fields, keeping: { state: "kept", at: 0 }, held: "yes" }));
    draft = draftReducer(draft, sampleAdded("two", "2"));
    expect(shownSample(draft)?.name).toBe("two");
    draft = draftReducer(draft, sampleShown("a"));
    expect(shownSample(draft)?.text).toBe("1");
    draft = draftReducer(draft, sampleRemoved("a"));
    expect(shownSample(draft)?.name).toBe("two");
    draft = draftReducer(draft, edited({ flags: "gi" }));
    expect(draft.fields.flags).toBe("gi");
    expect(draftReducer(draft, closed()).id).toBeNull();
  });
});
