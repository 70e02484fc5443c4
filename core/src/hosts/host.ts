/**
 * A host: the language, with its library, that runs the patterns of a dialect. One complete record a dialect says what is
 * particular to it; what drives the records (calls, rewriting, source text) names no host.
 */
import type { HostCalls } from "../calls/host.ts";
import type { Notation } from "../calls/notation.ts";
import type { DialectName } from "../dialect/dialect.ts";
import type { SourceReader } from "../handoff/candidate.ts";
import type { Form } from "../handoff/form.ts";
import type { TemplateRules } from "../rewrite/template.ts";
import type { GuardRow } from "./guard.ts";

export interface Host {
  readonly dialect: DialectName;
  /** Its everyday calls, and what each returns. */
  readonly calls: HostCalls;
  /** How its language writes values. */
  readonly notation: Notation;
  /** How it takes templates. */
  readonly template: TemplateRules;
  /** How a pattern is written in its source text, the form first that most people write. */
  readonly forms: readonly [Form, ...Form[]];
  /** A whole program that prints all matches in its standard input, with a place for the pattern. */
  readonly program: {
    readonly text: string;
    /** A flag that the loop over all matches needs; empty where it needs none. */
    readonly flag: string;
  };
  /** Reads a pattern back from a piece of source text. */
  readonly readSource: SourceReader;
  /** What spares the host's own engine some growth; null where nothing does. */
  readonly guard: GuardRow | null;
}
