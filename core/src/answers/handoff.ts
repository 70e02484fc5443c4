/** The contract's `handoff`: the pattern with its flags as source text of its host. */
import { formsOf } from "../index.ts";
import { type Answer, failed, type PatternRequest, programOf } from "./request.ts";

export interface HandoffRequest extends PatternRequest {
  readonly form: string;
}

export interface HandoffAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly source?: string;
}

export function handoff(request: HandoffRequest): HandoffAnswer {
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const forms = formsOf(request.dialect);
  const form = forms.find(({ name }) => name === request.form);
  if (!form)
    return failed("bad-request", "form-unknown", `${request.dialect} has no form “${request.form}”. It has ${forms.map(({ name }) => name).join(", ")}.`);
  const source = form.write(request);
  return typeof source === "string" ? { status: "ok", source } : failed("unsupported", "form-unfit", source.refused);
}
