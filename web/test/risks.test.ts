/** The risk list without its worker: rows in batches, in order, and what was left out. */
import { describe, expect, test } from "@jest/globals";
import { sized } from "../../scripts/depth.mjs";
import { judgeList, MOST_PATTERNS } from "../src/engine/risks/list.ts";
import type { RiskRow } from "../src/engine/risks/messages.ts";
import { judgingBegun, judgingEnded, judgingStopped, listPutAway, riskReducer, rowsKnown } from "../src/state/riskSlice.ts";

async function judged(files: readonly { name: string; text: string }[], dialect: "ecmascript" | "python" = "ecmascript") {
  const rows: RiskRow[] = [];
  const told: [done: number, total: number][] = [];
  const end = await judgeList(files, dialect, async (more, done, total) => {
    rows.push(...more);
    told.push([done, total]);
  });
  return { rows, told, end };
}

describe("judging a list", () => {
  test("a pasted list: each line a pattern, what does not read with its mistake, the worst with its attack", async () => {
    const { rows, end } = await judged([{ name: "pasted list", text: "/^(\\w+ ?)+$/m\n\n\\d{2}:\\d{2}\n/tag (\\d/\n/\\s+$/g" }]);
    expect(end).toEqual({ patterns: 4, files: 1, passed: 0, beyond: 0 });
    expect(rows.map(({ number, found, growth, degree }) => [number, found.line, found.pattern, growth, degree])).toEqual([
      [0, 1, "^(\\w+ ?)+$", "exponential", null],
      [1, 3, "\\d{2}:\\d{2}", "linear", null],
      [2, 4, "tag (\\d", null, null],
      [3, 5, "\\s+$", "polynomial", 2],
    ]);
    expect(rows[0]?.worst?.attack.pump).not.toBe("");
    expect(rows[2]).toMatchObject({ mistake: expect.stringContaining("("), worst: null, reason: null });
    expect(rows[3]?.worst?.restarts).toBe(true);
  });

  test("sources are read as programs; a call that puts its pattern together is counted", async () => {
    const files = [
      { name: "gate.ts", text: 'const a = /a+b/;\nexport const b = new RegExp("x" + a);\n' },
      { name: "weir.py", text: 'import re\nre.compile(r"(a+)+$")\n' },
    ];
    const { rows, end } = await judged(files);
    expect(end).toMatchObject({ patterns: 2, files: 2, passed: 1 });
    expect(rows.map(({ file, found }) => [file, found.dialect, found.line])).toEqual([
      ["gate.ts", "ecmascript", 1],
      ["weir.py", "python", 2],
    ]);
  });

  test("what a comment says is meant comes along; where characters are written does not", async () => {
    const { rows } = await judged([
      { name: "Gate.java", text: 'class Gate {\n  // lamprey: meant exponential\n  Object p = Pattern.compile("^(a|a)*$");\n}\n' },
    ]);
    expect(rows.map(({ found, growth }) => [found.dialect, found.meant, growth])).toEqual([["java", ["exponential"], "exponential"]]);
    expect(Object.keys(rows[0]?.found ?? {})).not.toContain("pieces");
  });

  test("progress never goes back, and ends where all is judged", async () => {
    const text = Array.from({ length: 170 }, (_, i) => `weir ${i}`).join("\n");
    const { rows, told } = await judged([{ name: "list", text }]);
    expect(rows.map(({ number }) => number)).toEqual(Array.from({ length: 170 }, (_, i) => i));
    expect(told.map(([done]) => done)).toEqual([...told.map(([done]) => done)].sort((a, b) => a - b));
    expect(told.at(-1)).toEqual([170, 170]);
    // Handed over in pieces, so that the first are on the screen while the rest is judged.
    expect(told.length).toBeGreaterThan(3);
  });

  test("an empty list has no rows", async () => {
    expect((await judged([{ name: "list", text: "\n\n" }])).end).toEqual({ patterns: 0, files: 1, passed: 0, beyond: 0 });
  });

  sized(test.skip, test)("what is beyond the most is counted", async () => {
    const { end } = await judged([{ name: "list", text: "a\n".repeat(MOST_PATTERNS + 7) }]);
    expect(end).toMatchObject({ patterns: MOST_PATTERNS, beyond: 7 });
  });
});

test("the list's state: rows gather while it is judged, and none comes after it was stopped", () => {
  const row = { number: 0, file: "list" } as RiskRow;
  let state = riskReducer(undefined, judgingBegun(2));
  expect(state).toMatchObject({ state: "judging", leftOut: 2, rows: [] });
  state = riskReducer(state, rowsKnown({ rows: [row], done: 1, total: 3 }));
  expect(state).toMatchObject({ done: 1, total: 3 });
  const stopped = riskReducer(state, judgingStopped("the worker ended"));
  expect(riskReducer(stopped, rowsKnown({ rows: [row], done: 2, total: 3 }))).toBe(stopped);
  expect(stopped).toMatchObject({ state: "stopped", problem: "the worker ended" });
  const end = { patterns: 1, files: 1, passed: 0, beyond: 0 };
  expect(riskReducer(state, judgingEnded(end))).toMatchObject({ state: "judged", judged: end, rows: [row] });
  expect(riskReducer(state, listPutAway())).toMatchObject({ state: "empty", rows: [] });
});
