/** Every command as JSON Lines, on standard input and output. */
import { answerLines } from "../contract/lines.ts";
import * as requests from "../contract/requests.ts";

const { stdin, stdout } = process;

const COMMANDS = {
  match: async () => answerLines(stdin, stdout, requests.matchRequest, (await import("../contract/match.ts")).match),
  forecast: async () => answerLines(stdin, stdout, requests.forecastRequest, (await import("../contract/forecast.ts")).forecast),
  trace: async () => answerLines(stdin, stdout, requests.traceRequest, (await import("../contract/trace.ts")).trace),
  risk: async () => answerLines(stdin, stdout, requests.riskRequest, (await import("../contract/risk.ts")).risk),
  relate: async () => answerLines(stdin, stdout, requests.relateRequest, (await import("../contract/relate.ts")).relate),
  across: async () => answerLines(stdin, stdout, requests.acrossRequest, (await import("../contract/across.ts")).across),
  carry: async () => answerLines(stdin, stdout, requests.carryRequest, (await import("../contract/carry.ts")).carry),
  sift: async () => answerLines(stdin, stdout, requests.siftRequest, (await import("../contract/sift.ts")).sift),
  check: async () => answerLines(stdin, stdout, requests.checkRequest, (await import("../contract/check.ts")).check),
  whynot: async () => answerLines(stdin, stdout, requests.whynotRequest, (await import("../contract/whynot.ts")).whynot),
  examples: async () => answerLines(stdin, stdout, requests.examplesRequest, (await import("../contract/examples.ts")).examples),
  slips: async () => answerLines(stdin, stdout, requests.slipsRequest, (await import("../contract/slips.ts")).slips),
  rewrite: async () => answerLines(stdin, stdout, requests.rewriteRequest, (await import("../contract/rewrite.ts")).rewrite),
  calls: async () => answerLines(stdin, stdout, requests.callsRequest, (await import("../contract/calls.ts")).calls),
  handoff: async () => answerLines(stdin, stdout, requests.handoffRequest, (await import("../contract/handoff.ts")).handoff),
  handin: async () => answerLines(stdin, stdout, requests.handinRequest, (await import("../contract/handin.ts")).handin),
} as const;

/** Answers every line of standard input. */
export const answerInput = (command: keyof typeof COMMANDS): Promise<void> => COMMANDS[command]();
