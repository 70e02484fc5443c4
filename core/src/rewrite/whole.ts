/** A rewrite from beginning to end, as the host does it: the template read, the matches found, the text put together. */

import type { Diagnostic } from "../diagnostic/diagnostic.ts";
import { spelledLoosely } from "../host/bytes.ts";
import { type Cut, findSlices } from "../linear/find.ts";
import { MatchTable } from "../machine/matches.ts";
import { lineProgram } from "../program/by-lines.ts";
import { readsBytes } from "../program/in-bytes.ts";
import type { Program } from "../program/program.ts";
import { NEVER, type Stop } from "../slices.ts";
import { linesOf } from "../text/lines.ts";
import type { Remark } from "./remarks.ts";
import { rewriteSlices } from "./rewrite.ts";
import type { TemplateRules } from "./template.ts";

export type WholeRewrite =
  | { readonly kind: "made"; readonly text: string; readonly replacements: number; readonly remarks: readonly Remark[] }
  /** The host refuses the template. */
  | { readonly kind: "refused"; readonly fault: Diagnostic }
  | { readonly kind: "cut"; readonly cut: Cut }
  /** The text would be so long. */
  | { readonly kind: "too-long"; readonly length: number };

/** Rewrites a text. A host that reads bytes is handed those of UTF-8; what it leaves that is none becomes replacement characters. */
export function* rewriteWhole(
  { read: readTemplate, refusedInUse, byLines }: TemplateRules,
  program: Program,
  text: string,
  template: string,
  { first, stepLimit, stop = NEVER }: { readonly first: boolean; readonly stepLimit: number; readonly stop?: Stop },
): Generator<number, WholeRewrite> {
  const bytes = readsBytes(program, text);
  const own = bytes ?? { program, text };
  const read = readTemplate(bytes ? bytes.spell(template) : template, own.program);
  const [fault] = bytes ? readTemplate(template, program).diagnostics : read.diagnostics;
  const searched = byLines ? lineProgram(own.program, "part") : own.program;
  const found = yield* findSlices(searched, own.text, { mode: first && !byLines ? "first" : "all", stepLimit, stop });
  const { cut } = found;
  const matches = byLines ? inLines(found.matches, own.text, first) : found.matches;
  if (fault && !(refusedInUse && matches.length === 0 && !cut)) return { kind: "refused", fault };
  if (cut) return { kind: "cut", cut };
  const rewritten = yield* rewriteSlices(read, matches, own.text, { first: first && !byLines });
  if (!rewritten.ok) return { kind: "too-long", length: rewritten.length };
  const made = rewritten.pieces.join("");
  return { kind: "made", text: bytes ? spelledLoosely(made) : made, replacements: rewritten.replacements, remarks: read.remarks };
}

/** Matches that lie in a line: not the empty one behind the last line end. Of each line only the first, where that is asked for. */
function inLines(matches: MatchTable, text: string, first: boolean): MatchTable {
  const kept = new MatchTable(matches.groupCount);
  let match = 0;
  for (const { start, end } of linesOf(text)) {
    while (match < matches.length && matches.start(match) < start) match++;
    for (let taken = 0; match < matches.length && matches.start(match) <= end; match++, taken++) if (taken === 0 || !first) kept.copy(matches, match);
  }
  return kept;
}
