/** The worker's session: what the bench asks of it. */
import { describe, expect, test } from "@jest/globals";
import { type MatchMode, MatchTable } from "@lamprey/core";
import { sized } from "../../scripts/depth.mjs";
import type { Column } from "../src/engine/messages.ts";
import { Session } from "../src/engine/session.ts";

const asked = (pattern: string, flags: string, generation: number, asking: MatchMode | null = null) => ({
  ...{ dialect: "ecmascript" as const, pattern, flags },
  ...{ generation, asking },
});

const BOTH: readonly Column[] = [
  { kind: "mode", name: "greedy", mode: "greedy" },
  { kind: "mode", name: "lazy", mode: "lazy" },
];

describe("a session", () => {
  test("runs, records and winds", async () => {
    const session = new Session();
    session.setSample("gate 12, weir 3", 1);
    const answer = await session.run(asked("(\\w+) (\\d+)", "g", 1));
    if (answer.kind !== "ran") throw new Error(answer.kind);
    expect(new MatchTable(answer.matches.groupCount, answer.matches.rows).length).toBe(2);
    expect(answer).toMatchObject({ cut: null, mode: "all", choice: { machine: "linear" } });
    const reel = await session.record(1, "first");
    expect(reel).toMatchObject({ complete: true });
    expect(await session.work(1)).toMatchObject({ steps: String(reel?.length), exact: true, foreseen: false, trouble: null });
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
    const older = session.run(asked("(a+)+(b)?\\2$", "", 1));
    const newer = session.run(asked("a", "", 2));
    expect(await older).toEqual({ kind: "superseded" });
    expect(await newer).toMatchObject({ kind: "ran", generation: 2 });
    expect(await session.record(1, "first")).toBeNull();
  });

  test("a run that explodes is foreseen and located, while its matches are known", async () => {
    const session = new Session();
    session.setSample(`fine\n${"a".repeat(60)}!\nfine`, 1);
    const answer = await session.run(asked("^(a+)+$", "m", 1));
    expect(answer).toMatchObject({ kind: "ran", cut: null, choice: { machine: "linear" } });
    const work = await session.work(1);
    expect(work).toMatchObject({ exact: true, foreseen: true, trouble: { start: 5, end: 65, scope: "attempt" } });
    expect(BigInt(work?.steps ?? 0)).toBeGreaterThan(2n ** 60n);
    const reel = await session.record(1, "first");
    expect(reel?.complete).toBe(false);
  });

  const compared = (session: Session, pattern: string, operators: readonly number[], generation: number, columns: readonly Column[] = BOTH) =>
    session.compare({ source: { dialect: "ecmascript", pattern, flags: "g" }, asking: null, operators, columns, generation });

  test("compares a quantifier in its modes, another pattern, and one that does not read", async () => {
    const session = new Session();
    session.setSample("<a><b>\nnone", 1);
    const columns: Column[] = [
      ...BOTH,
      { kind: "mode", name: "possessive", mode: "possessive" },
      { kind: "pattern", name: "second", pattern: "<[^>]+>", flags: null },
      { kind: "pattern", name: "broken", pattern: "<(", flags: null },
    ];
    const contrast = await compared(session, "<.+>", [2], 1, columns);
    expect(contrast?.quantifiers).toMatchObject([{ mode: "greedy" }]);
    expect(contrast?.variants).toMatchObject([
      { own: true, take: [], longest: 6, mistake: null },
      { own: false, take: [{ from: 3, to: 3, insert: "?" }], longest: 3, totalLength: 6 },
      // ECMAScript cannot write it: it runs all the same, and takes all there is.
      { own: false, take: null, longest: 0, mistake: null },
      { own: false, take: [{ from: 0, to: 4, insert: "<[^>]+>" }], longest: 3 },
      { own: false, mistake: expect.stringContaining("(") },
    ]);
    const further = await session.compareFurther(1);
    expect(further?.reels).toHaveLength(4);
    expect(further?.curves[0]?.at(-1)).toEqual({ length: 11, steps: contrast?.variants[0]?.steps });
    expect(further?.sentences.join(" ")).toContain("Greedy gives back 1 character in 1 backtrack; lazy gives nothing back");
    expect(further?.sentences.join(" ")).toContain("on line 2, where neither matches");
    expect(session.variantView(1, 0, { by: "match", value: 0 })).toMatchObject({ to: 6 });
    expect(session.variantView(1, 1, { by: "offset", value: 3 })).toMatchObject({ to: 3 });
    expect(session.variantView(1, 3, { by: "step", value: 1e9 })?.step).toBe((further?.reels[3]?.length ?? 0) - 1);
    expect(session.variantProfile(1, 0, 0, 1e9, 20)?.least).toHaveLength(20);
    expect([session.variantView(2, 0, { by: "step", value: 0 }), session.variantProfile(1, 9, 0, 9, 9), await session.compareFurther(2)]).toEqual([
      null,
      null,
      null,
    ]);
  });

  test("a pattern that does not read is not compared; several quantifiers are changed at once", async () => {
    const session = new Session();
    session.setSample("aabb", 1);
    expect(await compared(session, "<.+>(", [2], 1)).toBeNull();
    const contrast = await compared(session, "a+b+", [1, 3], 2);
    expect(contrast?.variants[1]?.take).toEqual([
      { from: 4, to: 4, insert: "?" },
      { from: 2, to: 2, insert: "?" },
    ]);
    expect(contrast?.variants.map((v) => v.totalLength)).toEqual([4, 3]);
  });

  test("a variant that explodes still has its matches, and its steps to the last digit", async () => {
    const session = new Session();
    session.setSample(`${"a".repeat(60)}!`, 1);
    const contrast = await compared(session, "(a+)+$", [2], 1);
    expect(contrast?.variants).toMatchObject([{ complete: true }, { complete: true }]);
    expect(BigInt(contrast?.variants[0]?.steps ?? 0)).toBeGreaterThan(2n ** 60n);
  });

  test("lists every turn of a repeated group", async () => {
    const session = new Session();
    session.setSample("1-2-3", 1);
    await session.run(asked("(?:(\\d)-?)+", "g", 1));
    expect(session.turns(0)).toMatchObject({ complete: true, turns: [[{ start: 0 }, { start: 2 }, { start: 4 }]] });
  });
});

describe("a session, further", () => {
  test("a new sample drops what was made of the old one", async () => {
    const session = new Session();
    session.setSample("gate", 1);
    await session.run(asked("gate", "g", 1));
    await session.record(1, "first");
    expect(session.view(0)).not.toBeNull();
    session.setSample("weir", 2);
    expect([session.view(0), session.find([{ what: "attempt" }], -1, false), session.profile(0, 9, 9), session.turns(0), session.matchStep(0)]).toEqual([
      null,
      null,
      null,
      null,
      null,
    ]);
    expect(await session.record(1, "first")).toBeNull();
  });

  test("knows the part at a caret, and winds to the nearest of several things", async () => {
    const session = new Session();
    session.setSample("ab", 1);
    await session.run(asked("a(b)", "", 1));
    await session.record(1, "first");
    expect(session.partAt(3)).toEqual({ start: 2, end: 3 });
    expect(session.partAt(0)).toEqual({ start: 0, end: 1 });
    const step = session.find([{ what: "match" }, { what: "part", part: { start: 2, end: 3 } }], -1, false);
    expect(session.view(step ?? -1)).toMatchObject({ kind: "consume", part: { start: 2, end: 3 } });
    expect(session.find([], -1, false)).toBeNull();
  });

  test("says who took what, lists attempts, and counts what the steps were spent on", async () => {
    const session = new Session();
    session.setSample("x gate 12", 1);
    await session.run(asked("(.*)(\\d)", "", 1));
    expect(await session.whereItWent()).toBeNull();
    const reel = await session.record(1, "first");
    expect(session.holders(reel?.rest ?? -1)?.holders).toMatchObject([
      { start: 0, end: 8, first: 9 },
      { start: 8, end: 9 },
    ]);
    expect(session.attempts(0, 10)).toMatchObject([{ start: 0, reach: 9, end: "match" }]);
    expect((await session.whereItWent())?.parts.reduce((sum, p) => sum + p.steps, 0)).toBe(reel?.length);
    expect(session.holders(1e9)).toBeNull();
    expect(session.savedStates(reel?.rest ?? 0, 3)).toHaveLength(3);
  });

  test("is asked in four ways", async () => {
    const session = new Session();
    session.setSample("12 345", 1);
    const found = async (asking: MatchMode | null, flags: string, pattern = "\\d+") => {
      const answer = await session.run(asked(pattern, flags, 1, asking));
      return answer.kind === "ran" ? [answer.mode, ...answer.matches.rows] : answer.kind;
    };
    expect(await found(null, "g")).toEqual(["all", 0, 2, 3, 6]);
    expect(await found(null, "")).toEqual(["first", 0, 2]);
    expect(await found("start", "g")).toEqual(["start", 0, 2]);
    expect(await found("start", "g", "345")).toEqual(["start"]);
    expect(await found("whole", "g")).toEqual(["whole"]);
    expect(await found("whole", "", "[\\d ]+")).toEqual(["whole", 0, 6]);
  });

  test("says which groups a step has changed", async () => {
    const session = new Session();
    session.setSample("ab", 1);
    await session.run(asked("(?:(a)|(b))+", "", 1));
    const reel = await session.record(1, "first");
    const changed = Array.from({ length: reel?.length ?? 0 }, (_, step) => session.view(step)?.changed.join(" "));
    // The second turn clears group 1 and sets group 2; a third one clears that, fails, and gives it back.
    expect(changed.filter((c) => c !== "")).toEqual(["1", "1", "2", "2", "2"]);
  });

  test("the ledger is filtered, counted and saved for the run that it is of", async () => {
    const session = new Session();
    session.setSample("gate 1\nweir 22\nGate 3", 1);
    await session.run(asked("(\\w+) (\\d+)", "g", 1));
    expect([...(session.select(1, { group: 1, holds: "GATE", exact: false }) ?? [])]).toEqual([0, 2]);
    expect(session.values(1, 1)?.different).toBe(3);
    expect(await (await session.save(1, "text", false, null))?.text()).toBe("gate 1\tgate\t1\nweir 22\tweir\t22\nGate 3\tGate\t3\n");
    const filtered = await session.save(1, "json", false, Int32Array.of(0, 2));
    expect(JSON.parse((await filtered?.text()) ?? "[]").map(({ text }: { text: string }) => text)).toEqual(["gate 1", "Gate 3"]);
    expect(await (await session.save(1, "text", false, new Int32Array()))?.text()).toBe("");
    expect([session.select(2, { group: 0, holds: "", exact: true }), session.values(2, 0), await session.save(2, "csv", false, null)]).toEqual([
      null,
      null,
      null,
    ]);
  });

  test("the sample is edited as its editor says, list after list", async () => {
    const session = new Session();
    session.setSample("weir 1\r\ngate 2", 1);
    session.changeSample(
      [
        [
          { from: 0, to: 4, insert: "pool" },
          { from: 13, to: 14, insert: "22" },
        ],
        [{ from: 0, to: 0, insert: "a " }],
      ],
      2,
    );
    const answer = await session.run(asked("\\w+ \\d+", "g", 2));
    expect(answer.kind === "ran" ? [...answer.matches.rows] : answer).toEqual([2, 8, 10, 17]);
  });

  test("a run that is left off ends without an answer", async () => {
    const session = new Session();
    session.setSample("a".repeat(40), 1);
    const run = session.run(asked("(a+)+\\1b", "", 1));
    session.leaveOff(2);
    expect(await run).toEqual({ kind: "superseded" });
  });

  sized(test.skip, test)("a longer reel of the same run has the same steps", async () => {
    const session = new Session();
    session.setSample(`${"a".repeat(40)}!`, 1);
    await session.run(asked("(a+)+$", "", 1));
    const first = await session.record(1, "first");
    const view = session.view(500_000);
    const whole = await session.record(1, "whole");
    expect([first?.length, whole?.length]).toEqual([1_000_000, 10_000_000]);
    const { savedStates: _, ...later } = session.view(500_000) ?? { savedStates: [] };
    expect(view).toMatchObject(later);
  });

  test("keeps so many matches and says that there may be more", async () => {
    const session = new Session();
    session.setSample("a".repeat(260_000), 1);
    const answer = await session.run(asked("a", "g", 1));
    expect(answer).toMatchObject({ kind: "ran", cut: "matches" });
    expect(await session.work(1)).toMatchObject({ exact: false, trouble: null });
    if (answer.kind === "ran") expect(answer.matches.rows).toHaveLength(500_000);
  });

  test("a search whose attempts all run on is blamed as a whole", async () => {
    const session = new Session();
    session.setSample("ab".repeat(9000), 1);
    const answer = await session.run(asked(".*x", "", 1));
    expect(answer).toMatchObject({ kind: "ran", cut: null });
    expect(await session.work(1)).toMatchObject({ exact: true, trouble: { scope: "search", start: 0, end: 18_000 } });
  });

  sized(test.skip, test)("with a back-reference the backtracker finds the matches, as far as it may go", async () => {
    const session = new Session();
    session.setSample(`${"a".repeat(60)}!`, 1);
    const answer = await session.run(asked("^(?:(a+)(a+)(a+)(a+))+\\1\\2\\3\\4$", "m", 1));
    expect(answer).toMatchObject({ kind: "ran", cut: "steps", choice: { machine: "backtracking" } });
    expect(await session.work(1)).toMatchObject({ exact: false, foreseen: false, trouble: { scope: "attempt" } });
    // Where it can be counted, every match is there.
    const counted = await session.run(asked("^(a+)+(.)?\\2$|!", "g", 2));
    expect(counted).toMatchObject({ kind: "ran", cut: null, choice: { machine: "backtracking" } });
    if (counted.kind === "ran") expect([...counted.matches.rows]).toEqual([60, 61, -1, -1, -1, -1]);
    const work = await session.work(2);
    expect(work).toMatchObject({ exact: true, foreseen: true, trouble: { scope: "attempt" } });
    expect(BigInt(work?.steps ?? 0)).toBeGreaterThan(10n ** 15n);
  });

  test("a newer contrast ends an older one; turns of a match too long are left out", async () => {
    const session = new Session();
    session.setSample(`${"a".repeat(40)}!`, 1);
    const source = { dialect: "ecmascript" as const, pattern: "(a+)+$", flags: "" };
    const asking = (pattern: string, operator: number, generation: number) =>
      session.compare({ source: { ...source, pattern }, asking: null, operators: [operator], columns: BOTH, generation });
    const older = asking(source.pattern, 2, 1);
    const newer = asking("a+", 1, 2);
    expect(await older).toBeNull();
    expect(await newer).toMatchObject({ generation: 2, variants: [{ longest: 40 }, { longest: 1 }] });
    await session.run(asked("(a+)+$", "", 3));
    expect(session.turns(0)).toEqual({ turns: [], complete: false });
  });

  test("without g, the first match is asked for", async () => {
    const session = new Session();
    session.setSample("aa", 1);
    const answer = await session.run(asked("a", "", 1));
    expect(answer).toMatchObject({ kind: "ran", mode: "first" });
    if (answer.kind === "ran") expect([...answer.matches.rows]).toEqual([0, 1]);
  });
});
