/**
 * Hand-in: a piece of source text read back into a pattern with its dialect and flags.
 *
 * Each language looks for what it knows in the piece, and says how sure it is; the surest one is taken. Nothing is run.
 */
import { type Diagnostic, diagnostic } from "../diagnostic/diagnostic.ts";
import type { DialectName } from "../dialect/dialect.ts";
import type { Candidate } from "../handoff/candidate.ts";
import type { Span } from "../text/span.ts";
import { ALL_HOSTS } from "./index.ts";

export type HandIn =
  | {
      readonly ok: true;
      readonly dialect: DialectName;
      /** As `formsOf` names it. */
      readonly form: string;
      readonly pattern: string;
      readonly flags: string;
      /** Backslashes in the source that its string takes from the pattern, as in "\d", which is the letter d. */
      readonly taken: readonly Span[];
      /** Whether the source is plainly a call or a literal of patterns, and not a string of any kind. */
      readonly plain: boolean;
    }
  /** Its span lies in the source. */
  | { readonly ok: false; readonly error: Diagnostic };

/** How sure a language is. */
const RANKS = { call: 4, literal: 3, taking: 2, string: 1 } as const satisfies Record<Candidate["sure"], number>;

/** More source than anyone copies for one pattern. */
export const LONGEST_SOURCE = 100_000;

/** Reads a piece of source text; the hint is the dialect that is taken where the piece could be of it. Never throws. */
export function handin(source: string, hint?: DialectName): HandIn {
  const whole = { start: 0, end: source.length };
  if (source.length > LONGEST_SOURCE) return { ok: false, error: diagnostic("handin-long", whole, LONGEST_SOURCE) };
  let best: { readonly dialect: DialectName; readonly candidate: Candidate; readonly rank: number } | undefined;
  for (const { dialect, readSource } of ALL_HOSTS) {
    const candidate = readSource(source);
    if (!candidate) continue;
    // What can be read comes before what cannot, and the dialect hinted at before the others.
    const rank = RANKS[candidate.sure] + (dialect === hint ? 10 : 0) + ("fault" in candidate ? 0 : 100);
    if (!best || rank > best.rank) best = { dialect, candidate, rank };
  }
  if (!best) return { ok: false, error: diagnostic("handin-none", whole) };
  const { dialect, candidate } = best;
  if ("fault" in candidate) return { ok: false, error: diagnostic(candidate.fault.code, candidate.fault) };
  const { form, pattern, flags, taken, sure } = candidate;
  // A string that stands alone may be anybody's.
  return { ok: true, dialect: sure === "string" ? (hint ?? dialect) : dialect, form, pattern, flags, taken, plain: sure !== "string" };
}
