/** A template while it is read: text that follows text is one part. */

import { type Diagnostic, type DiagnosticCode, diagnostic } from "../diagnostic/diagnostic.ts";
import { isDigit } from "../text/characters.ts";
import type { Span } from "../text/span.ts";
import type { ChangeKind } from "./changes.ts";
import { type Remark, type RemarkCode, remark } from "./remarks.ts";
import type { Change, Template, TemplatePart } from "./template.ts";

export class GrowingTemplate {
  private readonly parts: TemplatePart[] = [];
  private readonly changes: Change[] = [];
  private readonly diagnostics: Diagnostic[] = [];
  private readonly remarks: Remark[] = [];

  private readonly source: string;

  constructor(source: string) {
    this.source = source;
  }

  /** The written stretch stands for a text. */
  text(text: string, { start, end }: Span): void {
    const last = this.parts.at(-1);
    if (last?.kind === "text" && last.end === start) this.parts[this.parts.length - 1] = { kind: "text", text: last.text + text, start: last.start, end };
    else if (text !== "") this.parts.push({ kind: "text", text, start, end });
  }

  /** The written stretch stands for itself. */
  asWritten(start: number, end: number): void {
    this.text(this.source.slice(start, end), { start, end });
  }

  push(part: TemplatePart): void {
    this.parts.push(part);
  }

  get length(): number {
    return this.parts.length;
  }

  get isRefused(): boolean {
    return this.diagnostics.length > 0;
  }

  /** All parts from one on are changed. */
  change(kind: ChangeKind, from: number): void {
    const to = this.parts.length;
    if (to > from) this.changes.push({ kind, from, to });
  }

  refuse(code: DiagnosticCode, span: Span, ...words: readonly (string | number)[]): void {
    this.diagnostics.push(diagnostic(code, span, ...words));
  }

  remark(code: RemarkCode, span: Span, ...words: readonly (string | number)[]): void {
    this.remarks.push(remark(code, span, ...words));
  }

  finish(): Template {
    const { source, parts, changes, diagnostics, remarks } = this;
    return { source, parts, changes, diagnostics, remarks };
  }
}

/** Letters behind a backslash that change the case of what follows, in templates of other hosts. */
export const CASE_LETTERS = "ULEul";

/** What other hosts' templates, or none, can do: a function, or a condition on a group. */
export function remarkForeign(template: GrowingTemplate, source: string, byFunction: string): void {
  const start = source.length - source.trimStart().length;
  const opener = ["lambda ", "function", "(m) =>", "(match) =>", "m =>", "match =>"].find((each) => source.startsWith(each, start));
  if (opener !== undefined) template.remark("function-elsewhere", { start, end: start + opener.length });
  for (const sign of ["(?", "?"]) {
    for (let at = source.indexOf(sign); at >= 0; at = source.indexOf(sign, at + 1)) {
      const end = at + sign.length + 1;
      if ((sign === "(?" || source[at - 1] === "{") && isDigit(source[end - 1]))
        template.remark("condition-elsewhere", { start: at, end }, source.slice(at, end), byFunction);
    }
  }
}
