/** Every kind of part that can hold another, as deep as a pattern may nest, through every command: answered, each of them. */
import { describe, expect, test } from "@jest/globals";
import { examples } from "@lamprey/core/answers/examples";
import { forecast } from "@lamprey/core/answers/forecast";
import { match } from "@lamprey/core/answers/match";
import { relate } from "@lamprey/core/answers/relate";
import { risk } from "@lamprey/core/answers/risk";
import { slips } from "@lamprey/core/answers/slips";
import { trace } from "@lamprey/core/answers/trace";
import { onlyDeep, portion, sized } from "../../scripts/depth.mjs";
import { answerLine } from "../src/contract/lines.ts";
import { examplesRequest, forecastRequest, matchRequest, relateRequest, riskRequest, slipsRequest, traceRequest } from "../src/contract/requests.ts";

/** As deep as a pattern may nest, and less for what need not be asked twice; in `npm test` half as deep, which is beyond the host's stack too. */
const DEEP = sized(20_000, 99_999);
const A_FIFTH = sized(10_000, 20_000);
const TEXT = "xaab";

type Made = (depth: number) => string;

const nest =
  (open: string, inside: string, close: string, before = ""): Made =>
  (depth) =>
    before + open.repeat(depth) + inside + close.repeat(depth);
const numbered = (depth: number, write: (n: number) => string): string => Array.from({ length: depth }, (_, n) => write(n + 1)).join("");

/** A short name for each number: a pattern of a hundred thousand of them is just within its bound. */
const nameOf = (n: number): string => (n > 26 ? nameOf(Math.floor((n - 1) / 26)) : "") + String.fromCharCode(97 + ((n - 1) % 26));

const outside = (depth: number): string => `${"(?:(a|b)".repeat(depth)}a${numbered(depth, (n) => `\\${depth + 1 - n})`)}`;

/** What takes fifteen characters a level is just within the bound so deep. */
const LESS_DEEP = 66_000;

const KINDS: readonly (readonly [name: string, made: Made, dialect?: string, flags?: string])[] = [
  ["brackets that do not capture", nest("(?:", "a", ")")],
  ["groups", nest("(", "a", ")")],
  ["named groups", (depth) => `${numbered(depth, (n) => `(?P<${nameOf(n)}>`)}a${")".repeat(depth)}`, "python"],
  ["modifiers", nest("(?i:", "a", ")")],
  ["lookaheads", nest("(?=", "a", ")")],
  ["lookaheads, negated", nest("(?!", "a", ")")],
  ["lookbehinds", nest("(?<=", "a", ")")],
  ["lookbehinds, negated", nest("(?<!", "a", ")")],
  ["lookbehinds of one width", nest("(?<=", "a", ")"), "python"],
  ["atomic groups", nest("(?>", "a", ")"), "python"],
  ["conditions", nest("(?(1)", "a", "|b)", "(x)?"), "python"],
  ["alternatives, in the first", nest("(?:", "a", "|b)")],
  ["alternatives, in the last", nest("(?:b|", "a", ")")],
  ["greedy quantifiers", nest("(?:", "a", ")*")],
  ["lazy quantifiers", nest("(?:", "a", ")+?")],
  ["possessive quantifiers", nest("(?:", "a", ")*+"), "python"],
  ["counts", nest("(?:", "a", "){2}")],
  ["ranges of counts", nest("(?:", "a", "){0,2}")],
  ["references to the group around", nest("(", "a", "\\1)")],
  ["references to groups outside", (depth) => outside(Math.min(depth, LESS_DEEP))],
  ["sets", nest("[", "a", "]"), "ecmascript", "v"],
  ["sets, negated", nest("[^", "a", "]"), "ecmascript", "v"],
  ["sets, intersected", nest("[a&&", "[a]", "]"), "ecmascript", "v"],
];

/** In `npm test` one kind in seven is matched, and one in three goes through the other commands too. */
const THROUGH_ALL: ReadonlySet<string> = new Set(portion(KINDS, 3).map(([name]) => name));

describe.each(portion(KINDS, 7))("%s", (name, made, dialect = "ecmascript", flags = "") => {
  const deepest = { dialect, pattern: made(DEEP), flags };
  const source = { dialect, pattern: made(A_FIFTH), flags };
  const commands = [
    ["match", () => answerLine(JSON.stringify({ ...deepest, text: TEXT, stepLimit: 1_000_000 }), matchRequest, match)],
    ["trace", () => answerLine(JSON.stringify({ ...source, text: TEXT, count: 3 }), traceRequest, trace)],
    ["forecast", () => answerLine(JSON.stringify({ ...source, text: TEXT, mode: "start" }), forecastRequest, forecast)],
    ["risk", () => answerLine(JSON.stringify(source), riskRequest, risk)],
    ["relate", () => answerLine(JSON.stringify({ left: source, right: { ...source, pattern: "a" } }), relateRequest, relate)],
  ] as const;

  test.each(commands.filter(([command]) => command === "match" || THROUGH_ALL.has(name)))("%s", (_command, ask) => {
    const { status, error } = JSON.parse(ask()) as { readonly status: string; readonly error?: { readonly message: string } };
    // A run that takes more steps than it may is an answer, too.
    expect([status === "step-limit" ? "ok" : status, error?.message ?? ""]).toEqual(["ok", status === "step-limit" ? error?.message : ""]);
  });
});

/** What walks the tree in ways of its own, on one kind of each shape. */
describe.each(
  KINDS.filter(([name]) => ["greedy quantifiers", ...onlyDeep("brackets that do not capture", "groups", "lookaheads", "conditions")].includes(name)),
)("%s", (_name, made, dialect = "ecmascript", flags = "") => {
  const source = { dialect, pattern: made(A_FIFTH), flags };
  test.each([
    ["slips", () => answerLine(JSON.stringify(source), slipsRequest, slips)],
    ["examples", () => answerLine(JSON.stringify({ ...source, count: 2 }), examplesRequest, examples)],
  ] as const)("%s", (_command, ask) => {
    expect(JSON.parse(ask())).toMatchObject({ status: "ok" });
  });
});
