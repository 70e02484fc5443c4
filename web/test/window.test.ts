/** The window of the depth profile over its reel. */
import { describe, expect, test } from "@jest/globals";
import fc from "fast-check";
import { DEPTH } from "../../scripts/depth.mjs";
import { around, firstView, panned, pinched, type View, zoomed } from "../src/reel/window.ts";

const LENGTH = 10_000;

describe("the window", () => {
  test("a short reel is shown whole, a longer one around where it rests", () => {
    expect(firstView(5, 400)).toEqual({ from: 0, to: 400 });
    expect(firstView(5_000, LENGTH)).toEqual({ from: 4_850, to: 5_050 });
    expect(firstView(10, LENGTH)).toEqual({ from: 0, to: 200 });
    expect(around(9_999, 200, LENGTH)).toEqual({ from: 9_800, to: 10_000 });
  });

  test("zooming keeps the step under the pointer where it is", () => {
    const before = { from: 1_000, to: 2_000 };
    const after = zoomed(before, 0.5, 1_250, LENGTH);
    expect(after).toEqual({ from: 1_125, to: 1_625 });
    expect((1_250 - after.from) / (after.to - after.from)).toBe(0.25);
    expect(zoomed(before, 1_000, 1_250, LENGTH)).toEqual({ from: 0, to: LENGTH });
    expect(zoomed(before, 0.000_1, 1_500, LENGTH)).toEqual({ from: 1_494, to: 1_506 });
  });

  test("panning stops at the ends", () => {
    expect(panned({ from: 100, to: 300 }, -50, LENGTH)).toEqual({ from: 50, to: 250 });
    expect(panned({ from: 100, to: 300 }, -500, LENGTH)).toEqual({ from: 0, to: 200 });
    expect(panned({ from: 100, to: 300 }, 1e9, LENGTH)).toEqual({ from: 9_800, to: 10_000 });
  });

  test("a pinch keeps the steps under both fingers", () => {
    const view = { from: 2_000, to: 3_000 };
    const left = 40;
    const stepAt = ({ from, to }: View, x: number) => from + ((x - left) / 500) * (to - from);
    const after = pinched(view, [140, 340], [90, 490], 500, left, LENGTH);
    expect(stepAt(after, 90)).toBeCloseTo(stepAt(view, 140));
    expect(stepAt(after, 490)).toBeCloseTo(stepAt(view, 340));
    expect(pinched(view, [100, 100], [90, 490], 500, left, LENGTH)).toBe(view);
  });

  test("whatever is done, it lies in the reel and is not empty", () => {
    const number = fc.double({ min: -2e4, max: 2e4, noNaN: true });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20_000 }), number, number, fc.double({ min: 0.001, max: 1_000, noNaN: true }), (length, a, b, factor) => {
        const view = firstView(Math.min(length - 1, Math.max(0, Math.floor(a))), length);
        for (const next of [zoomed(view, factor, b, length), panned(view, a, length), pinched(view, [a, b], [b, a + 5], 500, 40, length)]) {
          expect(next.from).toBeGreaterThanOrEqual(0);
          expect(next.to).toBeLessThanOrEqual(length + 1e-6);
          expect(next.to - next.from).toBeGreaterThan(0);
        }
      }),
      { numRuns: 60 * DEPTH, seed: 4317 },
    );
  });
});
