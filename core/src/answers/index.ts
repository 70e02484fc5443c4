/**
 * What Lamprey answers, as functions: a request in, an answer out. Each answers within about two seconds with what it knows by
 * then, and none throws for what is asked: a pattern that does not read is an answer, with `status` and `error`. Where a
 * request leaves the dialect out it is JavaScript's. Offsets are UTF-16 code units, half-open. `docs/api.md` shows each of them.
 */
import { across as answerAcross } from "./across.ts";
import { calls as answerCalls } from "./calls.ts";
import { carry as answerCarry } from "./carry.ts";
import { examples as answerExamples } from "./examples.ts";
import { forecast as answerForecast } from "./forecast.ts";
import { handoff as answerHandoff } from "./handoff.ts";
import { match as answerMatch } from "./match.ts";
import { rewrite as answerRewrite } from "./rewrite.ts";
import { risk as answerRisk } from "./risk.ts";
import { slips as answerSlips } from "./slips.ts";
import { trace as answerTrace } from "./trace.ts";
import { whynot as answerWhynot } from "./whynot.ts";

export { tablesFor } from "../index.ts";
export { handin } from "./handin.ts";
export { relate } from "./relate.ts";

const SOURCE = { dialect: "ecmascript", flags: "" } as const;

/** The function with what a request may leave out. */
function withDefaults<Request, Defaults extends Partial<Request>, Answer>(
  answer: (request: Request) => Answer,
  defaults: Defaults,
): (request: Omit<Request, keyof Defaults> & { readonly [Field in keyof Defaults & keyof Request]?: Request[Field] }) => Answer {
  // The fields that the request leaves out are those that the defaults have.
  return (request) => answer({ ...defaults, ...request } as unknown as Request);
}

/** Matches and captures of a pattern in a text. */
export const match = withDefaults(answerMatch, { ...SOURCE, mode: "all", machine: "auto", output: "matches" });
/** The events of a recorded run of the backtracking machine, a window of them at a time. */
export const trace = withDefaults(answerTrace, { ...SOURCE, mode: "first", eventLimit: 100_000, from: 0, count: 100 });
/** The exact number of steps of the backtracking machine, counted without running it. */
export const forecast = withDefaults(answerForecast, { ...SOURCE, mode: "first" });
/** How a pattern's work can grow with the text at worst, with the texts that make it. */
export const risk = withDefaults(answerRisk, { ...SOURCE, mode: "search" });
/** Likely mistakes that a pattern shows, and shorter ways to say the same. */
export const slips = withDefaults(answerSlips, SOURCE);
/** For a text that does not match, how far the pattern came and what would make it match. */
export const whynot = withDefaults(answerWhynot, { ...SOURCE, mode: "first" });
/** Texts that a pattern takes, telling ones first, and near misses. */
export const examples = withDefaults(answerExamples, { ...SOURCE, mode: "whole", count: 10, seed: 1 });
/** A text with what a template makes of a pattern's matches. */
export const rewrite = withDefaults(answerRewrite, { ...SOURCE, scope: "all" });
/** What the everyday calls of the dialect's host return. */
export const calls = withDefaults(answerCalls, SOURCE);
/** The pattern as source text of its dialect's host. */
export const handoff = withDefaults(answerHandoff, SOURCE);
/** One pattern read as several dialects, and where they differ. */
export const across = answerAcross;
/** A pattern rewritten for another dialect. */
export const carry = withDefaults(answerCarry, SOURCE);
