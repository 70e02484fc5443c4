/** Stops: written into an address and read out of it again, and said in words. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { benchReducer, stopAdded, stopRemoved, stopsSet } from "../src/state/benchSlice.ts";
import { readStops, type Stop, sameStop, stopWords, writeStops } from "../src/state/stops.ts";

const stop: fc.Arbitrary<Stop> = fc.oneof(
  fc.tuple(fc.nat(500), fc.nat(40)).map(([start, length]): Stop => ({ what: "part", part: { start, end: start + length } })),
  fc.nat(10_000_000).map((offset): Stop => ({ what: "offset", offset })),
  fc.integer({ min: 1, max: 1_000_000 }).map((count): Stop => ({ what: "saved", count })),
  fc.constant<Stop>({ what: "again" }),
);

describe("in an address", () => {
  test("what is written is read back", () => {
    fc.assert(
      fc.property(fc.array(stop, { maxLength: 20 }), (stops) => {
        const written = writeStops(stops);
        expect(readStops(written)).toEqual(stops);
        // Nothing in it has to be escaped.
        expect(encodeURIComponent(written)).toBe(written);
      }),
      { numRuns: 40 * DEPTH, seed: 4317 },
    );
  });

  test.each([
    ["", []],
    ["part.3-2", []],
    ["part.3", []],
    ["saved.0", []],
    ["offset.-1", []],
    ["offset.x", []],
    ["toString.1_again", [{ what: "again" }]],
    ["offset.1e3", []],
    [
      "nothing_offset.7_part.1-2-3",
      [
        { what: "offset", offset: 7 },
        { what: "part", part: { start: 1, end: 2 } },
      ],
    ],
  ])("of %j only what is a stop is read", (text, stops) => {
    expect(readStops(text)).toEqual(stops);
  });

  test("no more are read than a bench would set", () => {
    expect(readStops(Array.from({ length: 100 }, (_, i) => `offset.${i}`).join("_"))).toHaveLength(20);
  });
});

describe("on the bench", () => {
  const after = (...actions: readonly Parameters<typeof benchReducer>[1][]) =>
    actions.reduce((state, action) => benchReducer(state, action), benchReducer(undefined, { type: "begin" })).stops;

  test("the same stop is set once, and taken away by what it is", () => {
    const [one, other]: Stop[] = [{ what: "offset", offset: 4 }, { what: "again" }];
    expect(after(stopAdded(one as Stop), stopAdded({ what: "offset", offset: 4 }), stopAdded(other as Stop))).toEqual([one, other]);
    expect(after(stopsSet([one as Stop, other as Stop]), stopRemoved({ what: "offset", offset: 4 }))).toEqual([other]);
    expect([sameStop(one as Stop, { what: "offset", offset: 4 }), sameStop(one as Stop, other as Stop)]).toEqual([true, false]);
  });

  test.each<[Stop, string]>([
    [{ what: "part", part: { start: 1, end: 3 } }, "b+ acts, 1–3 of the pattern"],
    [{ what: "part", part: { start: 2, end: 2 } }, "(empty) acts, 2–2 of the pattern"],
    [{ what: "offset", offset: 1234 }, "stands at 1,234"],
    [{ what: "saved", count: 20 }, "holds 20 saved states"],
    [{ what: "again" }, "tries an item where the attempt tried it before"],
  ])("%j in words", (each, words) => {
    expect(stopWords(each, "ab+c")).toBe(words);
  });
});
