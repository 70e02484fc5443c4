/** The contract's `rewrite`: a text with what a template makes of a pattern's matches. */
import { drained, findSlices, MOST_REWRITTEN, readTemplate, rewriteSlices } from "@lamprey/core";
import { DEFAULT_STEP_LIMIT } from "./limits.ts";
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
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const { program } = made;
  const template = readTemplate(request.template, program);
  const [fault] = template.diagnostics;
  if (fault) {
    const { severity, code, message, start, end } = fault;
    return { status: severity, error: { code, message, start, end, in: "template" } };
  }
  const first = request.scope === "first";
  const { matches, cut } = drained(findSlices(program, request.text, { mode: first ? "first" : "all", stepLimit: DEFAULT_STEP_LIMIT }));
  if (cut) return cutShort(cut);
  const rewritten = drained(rewriteSlices(template, matches, request.text, { first }));
  if (!rewritten.ok) {
    return failed("step-limit", "too-large", `The text would grow to ${rewritten.length} characters; Lamprey writes up to ${MOST_REWRITTEN}.`);
  }
  const remarks = template.remarks.length > 0 ? { remarks: template.remarks } : {};
  return { status: "ok", text: rewritten.pieces.join(""), replacements: rewritten.replacements, ...remarks };
}
