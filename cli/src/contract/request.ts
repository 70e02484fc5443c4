/** What every request of the JSON Lines contract shares: its source, its checks, and the forms of a failed answer. */
import { compile, DIALECT_NAMES, type Diagnostic, type Program, read, type Source } from "@lamprey/core";
import Joi from "joi";

export type Status = "ok" | "syntax-error" | "unsupported" | "step-limit" | "bad-request";

export interface ContractError {
  readonly code: string;
  readonly message: string;
  readonly start: number;
  readonly end: number;
}

export interface Answer {
  readonly id?: string;
  readonly status: Status;
  readonly error?: ContractError;
  readonly elapsedMs: number;
}

export interface PatternRequest extends Source {
  readonly id?: string;
}

export interface CommonRequest extends PatternRequest {
  readonly text: string;
}

/** The fields of a pattern with its dialect and flags. */
export const SOURCE_FIELDS = {
  dialect: Joi.string()
    .valid(...DIALECT_NAMES)
    .default("ecmascript"),
  pattern: Joi.string().allow("").required(),
  flags: Joi.string().allow("").default(""),
};

/** The fields of a `PatternRequest`. Unknown fields are ignored: the contract grows by adding. */
export const PATTERN_FIELDS = { id: Joi.string().allow(""), ...SOURCE_FIELDS };

/** The fields of `CommonRequest`; a command adds its own. */
export const COMMON_FIELDS = {
  ...PATTERN_FIELDS,
  text: Joi.string().allow("").required(),
};

/** A run that is asked for no limit of steps stops here: a few seconds of the machine's time. */
export const DEFAULT_STEP_LIMIT = 100_000_000;

export function failed(status: Status, code: string, message: string): Pick<Answer, "status" | "error"> {
  return { status, error: { code, message, start: 0, end: 0 } };
}

/** The answer where we fail ourselves: it is no end of a list. */
export function internal(fault: unknown): Pick<Answer, "status" | "error"> {
  return failed("bad-request", "internal", `Lamprey failed on this request: ${fault instanceof Error ? fault.message : String(fault)}`);
}

/** The program, or the answer that says why there is none. */
export function programOf(source: Source): { readonly program: Program } | { readonly refused: Pick<Answer, "status" | "error"> } {
  const compiled = compile(read(source));
  if (compiled.ok) return { program: compiled.program };
  // A mistake weighs more than what Lamprey does not read: mending the mistake comes first.
  const worst = compiled.diagnostics.find((d) => d.severity === "syntax-error") ?? (compiled.diagnostics[0] as Diagnostic);
  const { severity, code, message, start, end } = worst;
  return { refused: { status: severity, error: { code, message, start, end } } };
}
