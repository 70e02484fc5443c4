/**
 * A rewrite template: what a host puts in the place of a match, read into parts with their spans.
 *
 * A reader never throws. What the host refuses is a diagnostic; what it takes otherwise than it looks is a remark.
 */
import type { Diagnostic } from "../diagnostic/diagnostic.ts";
import type { Program } from "../program/program.ts";
import type { Span } from "../text/span.ts";
import type { ChangeKind } from "./changes.ts";
import type { Remark } from "./remarks.ts";

export type TemplatePart = Span &
  (
    | { readonly kind: "text"; readonly text: string }
    /** What a group holds; of several slots the first that took part. Nothing where none has. */
    | { readonly kind: "group"; readonly slots: readonly number[]; readonly label: string }
    /** What the group holds whose stretch ends last; of several that end there, the first slot. Nothing where none took part. */
    | { readonly kind: "latest-group"; readonly slots: readonly number[]; readonly label: string }
    | { readonly kind: "whole" }
    /** The text before the match, and behind it. */
    | { readonly kind: "before" }
    | { readonly kind: "after" }
  );

/** How what some parts put in is changed. */
export interface Change {
  readonly kind: ChangeKind;
  /** Half-open stretch of parts, by number. */
  readonly from: number;
  readonly to: number;
}

export interface Template {
  /** As written; spans lie in it. */
  readonly source: string;
  readonly parts: readonly TemplatePart[];
  /** In the order in which they are made: what is inside another comes before it. */
  readonly changes: readonly Change[];
  /** What its host refuses; a template with any is not used. */
  readonly diagnostics: readonly Diagnostic[];
  /** Where it does something else than it looks. */
  readonly remarks: readonly Remark[];
}

type TemplateReader = (source: string, program: Program) => Template;

/** How a host takes templates. */
export interface TemplateRules {
  readonly read: TemplateReader;
  /** The call that takes a template. */
  readonly call: string;
  /** Whether the host looks at a template only when it uses it: where nothing matches, it refuses none. */
  readonly refusedInUse: boolean;
  /** Whether the host rewrites line by line: then `first` is the first match on each line. */
  readonly byLines: boolean;
}
