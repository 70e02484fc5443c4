/**
 * What engines do against exponential growth besides backtracking: some remember where a turn of a loop failed, and do not
 * try it there again. A verdict is of backtracking alone; a guard says where the dialect's own engine is spared.
 */
import type { Guard } from "../hosts/guard.ts";
import { hostOf } from "../hosts/index.ts";
import type { Program } from "../program/program.ts";
import { type NodeOf, type Span, walk } from "../syntax/tree.ts";

/** What spares the dialect's own engine the growth that the parts of the pattern cause; null where nothing does. */
export function guardOf(program: Program, growth: "polynomial" | "exponential", parts: readonly Span[]): Guard | null {
  const row = hostOf(program.source.dialect).guard;
  if (!row || (growth !== "exponential" && row.linearIn === undefined)) return null;
  const quantifiers: NodeOf<"quantifier">[] = [];
  for (const node of walk(program.root)) {
    if (node.kind === "back-reference" || node.kind === "conditional") return null;
    if (node.kind === "quantifier" && parts.some((part) => isAt(node, part))) quantifiers.push(node);
  }
  // The outermost comes first.
  const [loop] = quantifiers;
  return loop && row.covers(loop, program) ? row.guard : null;
}

/** An engine whose time is linear in the text, and why, in full sentences. */
export interface LinearEngine {
  readonly name: string;
  readonly says: string;
}

/** The dialect's own engine, where it runs the pattern in time linear in the text; null where it backtracks. */
export function linearEngineOf(program: Program): LinearEngine | null {
  const row = hostOf(program.source.dialect).guard;
  return row?.linearIn !== undefined && program.references.length === 0 ? { name: row.linearIn, says: row.guard.says } : null;
}

const isAt = (node: Span, { start, end }: Span): boolean => node.start === start && node.end === end;
