/** Every command answers within its time, with what it knows by then, whatever it is asked. */
import { afterAll, beforeAll, expect, test } from "@jest/globals";
import { compile, read } from "@lamprey/core";
import { calls } from "@lamprey/core/answers/calls";
import { examples } from "@lamprey/core/answers/examples";
import { forecast } from "@lamprey/core/answers/forecast";
import { match } from "@lamprey/core/answers/match";
import { relate } from "@lamprey/core/answers/relate";
import { rewrite } from "@lamprey/core/answers/rewrite";
import { slips } from "@lamprey/core/answers/slips";
import { whynot } from "@lamprey/core/answers/whynot";
import { onlyDeep } from "../../scripts/depth.mjs";
import { answerLine } from "../src/contract/lines.ts";
import {
  callsRequest,
  examplesRequest,
  forecastRequest,
  matchRequest,
  relateRequest,
  rewriteRequest,
  slipsRequest,
  whynotRequest,
} from "../src/contract/requests.ts";

const COMMANDS = {
  whynot: (line: string) => answerLine(line, whynotRequest, whynot),
  match: (line: string) => answerLine(line, matchRequest, match),
  examples: (line: string) => answerLine(line, examplesRequest, examples),
  slips: (line: string) => answerLine(line, slipsRequest, slips),
  forecast: (line: string) => answerLine(line, forecastRequest, forecast),
  calls: (line: string) => answerLine(line, callsRequest, calls),
  rewrite: (line: string) => answerLine(line, rewriteRequest, rewrite),
  relate: (line: string) => answerLine(line, relateRequest, relate),
};

const many = (piece: (i: number) => string, count: number): string => Array.from({ length: count }, (_, i) => piece(i)).join("");
const FAMILY = "👨‍👩‍👧‍👦";
const CLUSTERS = { dialect: "perl", pattern: many(() => "\\X", 3000) };

type Line = [what: string, command: keyof typeof COMMANDS, request: object];
const LINES: Line[] = [
  ["3,000 families", "whynot", { pattern: many(() => FAMILY, 3000), text: "x" }],
  ...onlyDeep<Line>(
    ["5,000 clusters", "match", { dialect: "perl", pattern: many(() => "\\X", 5000), text: "a" }],
    ["references to 500 groups", "examples", { dialect: "perl", pattern: `${many(() => "(a*)", 500)}${many((i) => `\\g{${i + 1}}`, 500)}` }],
    ["20,000 alternatives", "whynot", { pattern: many((i) => `w${i}|`, 20_000), text: "x", mode: "whole" }],
    ["3,000 clusters", "slips", CLUSTERS],
    ["300 lookaheads", "whynot", { pattern: `${many(() => "(?=.*a)", 300)}b`, text: "c" }],
    ["12,000 letters in either case", "whynot", { dialect: "python", pattern: `(?i)${many(() => "abcdefghijkl", 1000)}`, text: "x" }],
    ["100,000 lookaheads in each other", "match", { pattern: `${many(() => "(?=", 99_000)}a${many(() => ")", 99_000)}`, text: "aa" }],
    ["300 lookaheads on 5,000 characters", "match", { pattern: many(() => "(?=.*a)", 300), text: "b".repeat(5000) }],
    ["3,000 clusters and one less", "relate", { left: CLUSTERS, right: { ...CLUSTERS, pattern: CLUSTERS.pattern.slice(2) } }],
    ["20 lookaheads on 400,000 characters", "calls", { pattern: `${many(() => "(?=.*a)", 20)}x?`, text: "ab".repeat(200_000) }],
    ["the same, rewritten", "rewrite", { pattern: `${many(() => "(?=.*a)", 20)}x?`, text: "ab".repeat(200_000), template: "y" }],
    ["the same, counted", "forecast", { pattern: `${many(() => "(?=.*a)", 20)}x?`, text: "ab".repeat(200_000) }],
    ["loops in loops", "match", { dialect: "python", pattern: `${many(() => "(?:", 500)}a*${many(() => ")*", 500)}b`, text: "a".repeat(200_000) }],
    ["500 subtractions", "slips", { dialect: "dotnet", pattern: many(() => "[a-z-[aeiou]]", 500) }],
  ),
];

/** Seconds of the processor that this process has had. */
function seconds(): number {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1e6;
}

const fixedWork = () => compile(read({ dialect: "ecmascript", pattern: many((i) => `w${i}|`, 20_000), flags: "" }));
/** What that takes on a quiet machine. */
const QUIET_SECONDS = 0.25;
/** How many times as long as a quiet machine this one takes now for a fixed piece of work, and 1 at least. */
function slowness(): number {
  // Once before it counts: code that runs for the first time is slower on any machine.
  fixedWork();
  const before = seconds();
  fixedWork();
  return Math.max(1, (seconds() - before) / QUIET_SECONDS);
}

/** Two to three times what a quiet machine takes; what has no end takes minutes. */
const MOST_SECONDS = 10;

// Deadlines go by the time that the process has, which is what is measured here: others may have the processor meanwhile.
const { now } = performance;
beforeAll(() => {
  performance.now = () => seconds() * 1000;
});
afterAll(() => {
  performance.now = now;
});

test.each(LINES)("%s: %s", (_, command, request) => {
  const slower = slowness();
  const before = seconds();
  const { status } = JSON.parse(COMMANDS[command](JSON.stringify(request))) as { status: string };
  const taken = (seconds() - before) / slower;
  expect([["ok", "step-limit"].includes(status), taken < MOST_SECONDS ? "in time" : `${taken} s`]).toEqual([true, "in time"]);
});
