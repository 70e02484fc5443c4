/** The contract's `rewrite`: a text with what a template makes of a pattern's matches. */
import { drained, hostFor, MOST_REWRITTEN, rewriteWhole } from "../index.ts";
import { DEFAULT_STEP_LIMIT, untilRunLimit } from "./limits.ts";
import { type Answer, type CommonRequest, type ContractError, cutShort, failed, programOf } from "./request.ts";

export interface RewriteRequest extends CommonRequest {
  readonly template: string;
  readonly scope: "first" | "all";
}

export interface RewriteAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly error?: ContractError & { readonly in?: "template" };
  readonly text?: string;
  readonly replacements?: number;
  /** Where the template does something else than it looks: an addition to the contract. */
  readonly remarks?: readonly ContractError[];
}

export function rewrite(request: RewriteRequest): RewriteAnswer {
  const stop = untilRunLimit(request.text);
  const compiled = programOf(request);
  if ("refused" in compiled) return compiled.refused;
  const { program } = compiled;
  const made = drained(
    rewriteWhole(hostFor(program).template, program, request.text, request.template, {
      first: request.scope === "first",
      stepLimit: DEFAULT_STEP_LIMIT,
      stop,
    }),
  );
  switch (made.kind) {
    case "refused": {
      const { severity, code, message, start, end } = made.fault;
      return { status: severity, error: { code, message, start, end, in: "template" } };
    }
    case "cut":
      return cutShort(made.cut);
    case "too-long":
      return failed("step-limit", "too-large", `The text would grow to ${made.length} characters; Lamprey writes up to ${MOST_REWRITTEN}.`);
    case "made":
      return { status: "ok", text: made.text, replacements: made.replacements, ...(made.remarks.length > 0 ? { remarks: made.remarks } : {}) };
  }
}
