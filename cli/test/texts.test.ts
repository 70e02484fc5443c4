/** `whynot`, `examples` and `slips` by the contract, and as a person has them. */
import { spawnSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { describe, expect, test } from "@jest/globals";
import { examples } from "@lamprey/core/answers/examples";
import { slips } from "@lamprey/core/answers/slips";
import { whynot } from "@lamprey/core/answers/whynot";
import { answerLine } from "../src/contract/lines.ts";
import { examplesRequest, slipsRequest, whynotRequest } from "../src/contract/requests.ts";

type Answer = Record<string, unknown>;
const ask = {
  whynot: (request: object) => JSON.parse(answerLine(JSON.stringify(request), whynotRequest, whynot)) as Answer,
  examples: (request: object) => JSON.parse(answerLine(JSON.stringify(request), examplesRequest, examples)) as Answer,
  slips: (request: object) => JSON.parse(answerLine(JSON.stringify(request), slipsRequest, slips)) as Answer,
};

describe("by the contract", () => {
  test("whynot", () => {
    expect(ask.whynot({ id: "w", pattern: "gate \\d$", text: "gate x" })).toMatchObject({
      id: "w",
      status: "ok",
      matches: false,
      reach: { attempt: 0, offset: 5, start: 5, end: 7 },
      nearest: [{ text: expect.stringMatching(/^gate \d$/), edits: 1 }],
      exact: true,
      changes: [{ pattern: "gate \\w$", flags: "", what: "\\w for \\d", lets: expect.stringMatching(/^gate \w$/) }],
    });
    expect(ask.whynot({ pattern: "a", text: "ba" })).toMatchObject({ status: "ok", matches: true });
    expect(ask.whynot({ pattern: "a", text: "ba", mode: "start" })).toMatchObject({
      matches: false,
      nearest: expect.arrayContaining([expect.objectContaining({ text: "a", edits: 1 })]),
    });
    expect(ask.whynot({ pattern: "(", text: "" })).toMatchObject({ status: "syntax-error" });
    expect(ask.whynot({ pattern: "a", text: "", mode: "all" })).toMatchObject({ status: "bad-request" });
  });

  test("examples", () => {
    expect(ask.examples({ pattern: "(?:up|down) \\d", seed: 0 })).toMatchObject({
      status: "ok",
      texts: expect.arrayContaining([expect.stringMatching(/^up \d$/), expect.stringMatching(/^down \d$/)]),
      covers: [
        { start: 3, end: 5, used: true },
        { start: 6, end: 10, used: true },
      ],
    });
    expect(ask.examples({ pattern: "a", count: 0 })).toMatchObject({ status: "bad-request" });
    expect(ask.examples({ pattern: "(*NOTEMPTY)a", dialect: "pcre" })).toMatchObject({ status: "unsupported" });
  });

  test("slips", () => {
    expect(ask.slips({ pattern: "^gate|weir$" })).toMatchObject({
      status: "ok",
      slips: [{ code: "outer-alternatives", start: 0, end: 11, witness: "gatex", repair: { pattern: "^(?:gate|weir)$", flags: "", proved: "narrower" } }],
    });
    expect(ask.slips({ pattern: "gate" })).toMatchObject({ status: "ok", slips: [] });
  });
});

describe("for a person", () => {
  const main = fileURLToPath(new URL("../dist/main.js", import.meta.url));
  test.each<[readonly string[], number, string]>([
    [["whynot", "gate \\d", "gate x"], 1, "The best attempt began at 0 and came to 5, where “\\d” was not met.\nThe nearest text"],
    [["whynot", "gate", "gate"], 0, "It matches.\n"],
    [["examples", "(?:up|down)"], 0, "+ up\n+ down\n- "],
    [["slips", "3.14"], 1, "The dot takes any character here, where a point seems to be meant.\n  shown by “3-14”\n  instead 3\\.14 (narrower)\n"],
    [["slips", "gate"], 0, ""],
  ])("%j", (args, status, out) => {
    const { stdout, status: ended } = spawnSync(process.execPath, [main, ...args], { encoding: "utf8" });
    expect([ended, stdout]).toEqual([status, expect.stringContaining(out)]);
  });
});
