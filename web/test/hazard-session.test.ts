/** The hazard's worker without the worker: verdicts, drift, repairs and curves as the page gets them. */
import { describe, expect, test } from "@jest/globals";
import type { Source } from "@lamprey/core";
import { HazardSession } from "../src/engine/hazard/session.ts";
import { growthClause, headline, safeClause } from "../src/hazard/words.ts";

const source = (pattern: string, flags = ""): Source => ({ dialect: "ecmascript", pattern, flags });

describe("the hazard's session", () => {
  test("a verdict is plain data, with the longest safe text of each finding", async () => {
    const session = new HazardSession();
    const verdict = await session.assess(source("^(a+)+$"), "search", 1);
    expect(verdict).toMatchObject({ generation: 1, growth: "exponential", mode: "search" });
    const [finding] = verdict?.findings ?? [];
    expect(JSON.parse(JSON.stringify(finding))).toEqual(finding);
    expect(finding?.safe?.length).toBeGreaterThan(finding?.safe?.pumps ?? 0);
    if (!verdict || !finding) throw new Error("none");
    expect([headline(verdict), growthClause(finding), safeClause(finding)]).toEqual([
      "exponential",
      "each further “a” multiplies the work by 2",
      `a second is enough up to ${finding.safe?.length} characters`,
    ]);
  });

  test("a pattern that does not read has no verdict; a newer one ends the older", async () => {
    const session = new HazardSession();
    expect(await session.assess(source("(a"), "search", 1)).toBeNull();
    const older = session.assess(source("^(\\w+\\s?)*(?:[a-z]+\\d*)*(?:x|y|xy)*$"), "search", 2);
    const newer = session.assess(source("^a$"), "search", 3);
    expect(await older).toBeNull();
    expect(await newer).toMatchObject({ generation: 3, growth: "linear" });
    expect(await session.repairs(2)).toBeNull();
    expect(await session.outlook({ generation: 2, attack: { prefix: "", pump: "a", suffix: "" }, pumps: [1], others: [] })).toBeNull();
  });

  test("drift gives a shortest text of each kind", async () => {
    const session = new HazardSession();
    expect(await session.drift(source("ab?"), source("ac?"), 1)).toMatchObject({
      relation: "overlapping",
      onlyLeft: "ab",
      onlyRight: "ac",
      before: { pattern: "ab?" },
    });
    expect(await session.drift(source("a("), source("a"), 1)).toBeNull();
  });

  test("the outlook has the pattern's modes and its repair, and runs that agree with the curve", async () => {
    const session = new HazardSession();
    const verdict = await session.assess(source("^(?:\\d+,?)+$"), "search", 1);
    const repairs = await session.repairs(1);
    const repaired = repairs?.repairs[0]?.pattern ?? "";
    const [finding] = verdict?.findings ?? [];
    if (!finding) throw new Error("none");
    const pumps = Array.from({ length: 24 }, (_, i) => i + 1);
    const outlook = await session.outlook({
      generation: 1,
      attack: finding.attack,
      pumps,
      others: [
        { name: "repaired", pattern: repaired },
        { name: "broken", pattern: "(" },
      ],
    });
    expect(outlook?.forms.map(({ name, points }) => [name, points?.length ?? null])).toEqual([
      ["as written", 24],
      ["all lazy", 24],
      ["repaired", 24],
      ["broken", null],
    ]);
    for (const { pumps: count, steps } of outlook?.measured ?? []) expect(outlook?.forms[0]?.points?.[count - 1]?.steps).toBe(steps);
    expect(outlook?.measured.length).toBeGreaterThan(10);
    const last = (form: number) => BigInt(outlook?.forms[form]?.points?.at(-1)?.steps ?? 0);
    expect(last(2) * 1000n < last(0)).toBe(true);
  });

  test("of a pattern whose calls end the steps are counted without them, and that is said", async () => {
    const session = new HazardSession();
    const called: Source = { dialect: "pcre", pattern: "(?(DEFINE)(?<word>\\w+))^((?&word)+)+$", flags: "" };
    const verdict = await session.assess(called, "search", 1);
    expect(verdict?.growth).toBe("exponential");
    const attack = verdict?.findings[0]?.attack ?? { prefix: "", pump: "a", suffix: "!" };
    const outlook = await session.outlook({ generation: 1, attack, pumps: [1, 2, 3, 4, 5, 6], others: [] });
    expect(outlook?.callsWrittenOut).toBe(true);
    expect(outlook?.measured).toHaveLength(6);
    for (const { pumps, steps } of outlook?.measured ?? []) {
      const counted = BigInt(outlook?.forms[0]?.points?.[pumps - 1]?.steps ?? 0);
      expect(BigInt(steps) > counted && BigInt(steps) < 3n * counted).toBe(true);
    }
  });
});
