/** What the page finds out by itself within a frame: the same as its worker, as far as it goes. */
import { afterEach, describe, expect, test } from "@jest/globals";
import type { Asked } from "../src/engine/messages.ts";
import { forgetDearRuns, runQuickly } from "../src/engine/quick.ts";
import { Session } from "../src/engine/session.ts";

const asked = (pattern: string, flags = "g", more: Partial<Asked> = {}): Asked => ({
  dialect: "ecmascript",
  pattern,
  flags,
  generation: 1,
  asking: null,
  ...more,
});

afterEach(forgetDearRuns);

describe("a run on the page", () => {
  test.each([
    ["\\w+ \\d+", "g"],
    ["(\\w)(?:\\w*)\\1", "gi"],
    ["(?<=gate )\\d|^weir", "gm"],
    ["", ""],
    ["a*", "g"],
  ])("of %s with %s is the worker's", async (pattern, flags) => {
    const text = "gate 1\nweir 22\nGate 3 abba\n".repeat(8);
    const session = new Session();
    session.setSample(text, 1);
    const whole = await session.run(asked(pattern, flags));
    const quick = runQuickly(asked(pattern, flags), text);
    if (whole.kind !== "ran" || quick?.kind !== "ran") throw new Error(`${whole.kind}, ${quick?.kind}`);
    expect(quick.reach).toBe(text.length);
    const { elapsedMs: _, ...rest } = quick.result;
    expect(whole).toMatchObject(rest);
  });

  test("of a pattern that does not read says why, at once", () => {
    expect(runQuickly(asked("(weir"), "weir")).toMatchObject({ kind: "refused", reading: { diagnostics: [{ code: "group-open" }] } });
  });

  test("of a text that is too long for a frame has the first matches, and says how far", () => {
    const text = "gate 7 open, weir 12 shut; ".repeat(400_000);
    const quick = runQuickly(asked("\\w+ (\\d+)"), text);
    if (quick?.kind !== "ran") throw new Error("not run");
    expect(quick.reach).toBeLessThan(text.length);
    expect([...quick.result.matches.rows.slice(0, 4)]).toEqual([0, 6, 5, 6]);
    expect(quick.result.matches.rows.length).toBeGreaterThan(40);
  });

  test("that would explode is left to the worker, and so is a pattern that takes long to read", () => {
    expect(runQuickly(asked("(a+)+\\1b"), "a".repeat(60))).toBeNull();
    expect(runQuickly(asked("weir|".repeat(2_000)), "weir")).toBeNull();
  });
});
