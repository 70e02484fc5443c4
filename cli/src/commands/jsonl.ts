/** Every command as JSON Lines, on standard input and output. */
import { answerLines } from "../contract/lines.ts";
import * as requests from "../contract/requests.ts";

const { stdin, stdout } = process;

const COMMANDS = {
  match: async () => answerLines(stdin, stdout, requests.matchRequest, (await import("@lamprey/core/answers/match")).match),
  forecast: async () => answerLines(stdin, stdout, requests.forecastRequest, (await import("@lamprey/core/answers/forecast")).forecast),
  trace: async () => answerLines(stdin, stdout, requests.traceRequest, (await import("@lamprey/core/answers/trace")).trace),
  risk: async () => answerLines(stdin, stdout, requests.riskRequest, (await import("@lamprey/core/answers/risk")).risk),
  relate: async () => answerLines(stdin, stdout, requests.relateRequest, (await import("@lamprey/core/answers/relate")).relate),
  across: async () => answerLines(stdin, stdout, requests.acrossRequest, (await import("@lamprey/core/answers/across")).across),
  carry: async () => answerLines(stdin, stdout, requests.carryRequest, (await import("@lamprey/core/answers/carry")).carry),
  sift: async () => answerLines(stdin, stdout, requests.siftRequest, (await import("../contract/sift.ts")).sift),
  check: async () => answerLines(stdin, stdout, requests.checkRequest, (await import("../contract/check.ts")).check),
  whynot: async () => answerLines(stdin, stdout, requests.whynotRequest, (await import("@lamprey/core/answers/whynot")).whynot),
  examples: async () => answerLines(stdin, stdout, requests.examplesRequest, (await import("@lamprey/core/answers/examples")).examples),
  slips: async () => answerLines(stdin, stdout, requests.slipsRequest, (await import("@lamprey/core/answers/slips")).slips),
  rewrite: async () => answerLines(stdin, stdout, requests.rewriteRequest, (await import("@lamprey/core/answers/rewrite")).rewrite),
  calls: async () => answerLines(stdin, stdout, requests.callsRequest, (await import("@lamprey/core/answers/calls")).calls),
  handoff: async () => answerLines(stdin, stdout, requests.handoffRequest, (await import("@lamprey/core/answers/handoff")).handoff),
  handin: async () => answerLines(stdin, stdout, requests.handinRequest, (await import("@lamprey/core/answers/handin")).handin),
} as const;

/** Answers every line of standard input. */
export const answerInput = (command: keyof typeof COMMANDS): Promise<void> => COMMANDS[command]();
