/** The worker's session: what the bench asks of it. */
import { describe, expect, test } from "@jest/globals";
import { MatchTable } from "@lamprey/core";
import { Session } from "../src/engine/session.ts";

const asked = (pattern: string, flags: string, generation: number) => ({ dialect: "ecmascript" as const, pattern, flags, generation });

describe("a session", () => {
  test("runs, records and winds", async () => {
    const session = new Session();
    session.setSample("gate 12, weir 3", 1);
    const answer = await session.run(asked("(\\w+) (\\d+)", "g", 1));
    if (answer.kind !== "ran") throw new Error(answer.kind);
    expect(new MatchTable(answer.matches.groupCount, answer.matches.rows).length).toBe(2);
    expect(answer).toMatchObject({ cut: null, everyMatch: true, trouble: null });
    const reel = await session.record(1);
    expect(reel).toMatchObject({ complete: true, length: answer.steps });
    expect(session.view(reel?.rest ?? 0)).toMatchObject({
      kind: "match",
      to: 7,
      captures: [
        { start: 0, end: 4 },
        { start: 5, end: 7 },
      ],
    });
    expect(session.matchStep(1)).toBeGreaterThan(reel?.rest ?? 0);
    expect(session.matchStep(2)).toBeNull();
    expect(session.view(1e9)).toBeNull();
    expect(session.profile(0, 10, 5)?.least).toHaveLength(5);
  });

  test("a pattern that does not read gives its mistakes and its groups", async () => {
    const answer = await new Session().run(asked("(a)(", "", 1));
    expect(answer).toMatchObject({ kind: "refused", reading: { diagnostics: [{ code: "group-open" }], groups: [{ number: 1 }, { number: 2 }] } });
  });

  test("an older run ends when a newer one is asked for", async () => {
    const session = new Session();
    session.setSample(`${"a".repeat(40)}!`, 1);
    const older = session.run(asked("(a+)+$", "", 1));
    const newer = session.run(asked("a", "", 2));
    expect(await older).toEqual({ kind: "superseded" });
    expect(await newer).toMatchObject({ kind: "ran", generation: 2 });
    expect(await session.record(1)).toBeNull();
  });

  test("a run that explodes is cut short, located and measured", async () => {
    const session = new Session();
    session.setSample(`fine\n${"a".repeat(60)}!\nfine`, 1);
    const answer = await session.run(asked("^(a+)+$", "m", 1));
    expect(answer).toMatchObject({ kind: "ran", cut: "steps", trouble: { start: 5, end: 65, scope: "attempt" } });
    const growth = await session.growth(1);
    const shape = growth?.shape;
    expect(shape?.kind === "exponential" ? shape.factor : null).toBeCloseTo(2, 1);
    const reel = await session.record(1);
    expect(reel?.complete).toBe(false);
  });

  test("compares a quantifier in both modes", async () => {
    const session = new Session();
    session.setSample("<a><b>", 1);
    const contrast = await session.contrast({ dialect: "ecmascript", pattern: "<.+>", flags: "g" }, { start: 2, end: 3 }, 1);
    expect(contrast).toMatchObject({
      left: { mode: "greedy", longest: 6 },
      right: { mode: "lazy", pattern: "<.+?>", longest: 3 },
      quantifier: { mode: "greedy" },
    });
    expect(await session.contrast({ dialect: "ecmascript", pattern: "<.+>", flags: "g" }, { start: 0, end: 1 }, 2)).toBeNull();
  });

  test("lists every turn of a repeated group", async () => {
    const session = new Session();
    session.setSample("1-2-3", 1);
    await session.run(asked("(?:(\\d)-?)+", "g", 1));
    expect(session.turns(0)).toMatchObject({ complete: true, turns: [[{ start: 0 }, { start: 2 }, { start: 4 }]] });
  });
});
