/** Where the numbers of matches stand in the sample's lanes. */
import { expect, test } from "@jest/globals";
import { numberPlace } from "../src/bench/sampleLanes.ts";

/** Pixels of a letter of the sample. */
const LETTER = 8.4;

test.each<[name: string, x1: number, x2: number, next: number, digits: number, expected: { x: number; on: boolean } | null]>([
  ["behind the last match of a row", 0, 2 * LETTER, Number.POSITIVE_INFINITY, 3, { x: 2 * LETTER + 4, on: false }],
  ["behind a match that a letter parts from the next", LETTER, 2 * LETTER, 3 * LETTER, 1, { x: 2 * LETTER + 2.4, on: false }],
  ["on its bracket, where the next begins at its end", 0, 2 * LETTER, 2 * LETTER, 1, { x: LETTER, on: true }],
  ["on the bracket of one letter", 0, LETTER, LETTER, 1, { x: LETTER / 2, on: true }],
  ["nowhere, where two digits have the room of one letter", 0, LETTER, LETTER, 2, null],
  ["nowhere, at an empty match before another", 0, 0, 0, 1, null],
])("%s", (_, x1, x2, next, digits, expected) => {
  const place = numberPlace(x1, x2, next, digits);
  expect(place && { ...place, x: Math.round(place.x * 10) / 10 }).toEqual(expected);
});
