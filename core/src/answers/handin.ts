/** The contract's `handin`: a piece of source text read back into a pattern. */
import { type DialectName, handin as readSource } from "../index.ts";
import type { Answer } from "./request.ts";

export interface HandinRequest {
  readonly id?: string;
  readonly source: string;
  readonly dialect?: DialectName;
}

export interface HandinAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly dialect?: DialectName;
  readonly form?: string;
  readonly pattern?: string;
  readonly flags?: string;
  /** Backslashes that the source's own string takes from the pattern: an addition to the contract. */
  readonly taken?: readonly { readonly start: number; readonly end: number }[];
}

export function handin({ source, dialect }: HandinRequest): HandinAnswer {
  const found = readSource(source, dialect);
  if (!found.ok) {
    const { severity, code, message, start, end } = found.error;
    return { status: severity, error: { code, message, start, end } };
  }
  const { taken, form, pattern, flags } = found;
  return { status: "ok", dialect: found.dialect, form, pattern, flags, ...(taken.length > 0 ? { taken } : {}) };
}
