/**
 * Likely mistakes that a pattern shows: each with a sentence, a text that shows it, and how it is mended, with what was
 * proved of that.
 */

import { FULL_SET } from "../charset/charset.ts";
import { findSlices } from "../linear/find.ts";
import { append } from "../lists.ts";
import { compile, compileSource } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import { acceptsText, type RelationKind, relate } from "../relate/relate.ts";
import { drained, NEVER, type Stop } from "../slices.ts";
import { inSequence, repeated, setOf } from "../syntax/build.ts";
import type { Source } from "../syntax/read.ts";
import { anchorOf, type Node, type Span, walk } from "../syntax/tree.ts";
import { type SlipCode, slipMessage } from "./messages.ts";
import { type Mending, RULES, type Suspected } from "./rules.ts";
import { Shape } from "./shape.ts";

/** What is known of the texts in which the mended pattern finds a match, beside those of the pattern as it is. */
export type Proved = "equal" | "narrower" | "wider" | "differs" | "tried";

export interface Slip extends Span {
  readonly code: SlipCode;
  readonly message: string;
  /** A text that shows it; null where none is known. */
  readonly witness: string | null;
  readonly repair: { readonly pattern: string; readonly flags: string; readonly proved: Proved } | null;
}

const STEP_LIMIT = 100_000;
/** Moments of a comparison that are waited for, each of some milliseconds. */
const MOST_COMPARED = 12;
/** Parts of a pattern that the rules look at: each of them may look at all that is around it. A larger one was written by a program. */
const MOST_NODES = 5_000;
/** Slips of one kind that are said of one pattern. */
const MOST_OF_A_KIND = 5;

/** The slips of a program's pattern, in its order, of those that were looked at before it was stopped; yields now and then. */
export function* slipsOf(program: Program, stop: Stop = NEVER): Generator<number, Slip[]> {
  const shape = new Shape(program);
  const slips: Slip[] = [];
  for (const rule of shape.nodes.length > MOST_NODES ? [] : RULES) {
    for (const suspected of stop() ? [] : rule(shape).slice(0, MOST_OF_A_KIND)) {
      if (stop()) break;
      slips.push(yield* settled(program, suspected, stop));
      yield slips.length;
    }
  }
  if (!stop()) append(slips, yield* ofTheWhole(program, slips, stop));
  return slips.sort((one, other) => one.start - other.start || one.end - other.end);
}

function* settled(program: Program, { code, words, texts, mending, start, end }: Suspected, stop: Stop): Generator<number, Slip> {
  const mended = mending && mendedBy(program, mending);
  const other = mended && compileSource(mended);
  const taken = texts.filter((text) => finds(program, text));
  // A text that only one of them takes shows the most.
  const witness = taken.find((text) => other && !finds(other, text)) ?? taken.find((text) => other && !findsSame(program, other, text)) ?? taken[0] ?? null;
  const repair = mended && other ? { pattern: mended.pattern, flags: mended.flags, proved: yield* provedOf(program, other, stop) } : null;
  return { code, message: slipMessage(code, words), start, end, witness, repair };
}

function mendedBy(program: Program, { edits, flags }: Mending): Source {
  const { source } = program;
  const pattern = [...edits]
    .sort((one, other) => other.start - one.start)
    .reduce((text, { start, end, insert }) => text.slice(0, start) + insert + text.slice(end), source.pattern);
  return { ...source, pattern, flags: flags ?? source.flags };
}

const found = (program: Program, text: string) => drained(findSlices(program, text, { mode: "first", stepLimit: STEP_LIMIT })).matches;
const finds = (program: Program, text: string): boolean => found(program, text).length > 0;

function findsSame(one: Program, other: Program, text: string): boolean {
  const [mine, theirs] = [found(one, text).toArray(), found(other, text).toArray()];
  return mine.length === theirs.length && mine.every((n, i) => n === theirs[i]);
}

const PROVED: Readonly<Record<RelationKind, Proved>> = {
  equal: "equal",
  "left-within-right": "wider",
  "right-within-left": "narrower",
  overlapping: "differs",
  disjoint: "differs",
  undecided: "tried",
};

/** A program that takes, as a whole, every text in which the pattern finds a match; undefined where it is too large. */
function searching({ reading }: Program): Program | undefined {
  const anything = repeated(setOf(FULL_SET), 0, Number.POSITIVE_INFINITY);
  const compiled = compile({ ...reading, options: { ...reading.options, sticky: false }, root: inSequence(anything, reading.root, anything) });
  return compiled.ok ? compiled.program : undefined;
}

/** How the texts in which the one finds a match lie to those of the other. */
function* provedOf(program: Program, other: Program, stop: Stop): Generator<number, Proved> {
  const [left, right] = [searching(program), searching(other)];
  if (!left || !right) return "tried";
  const slices = relate(left, right, stop);
  for (let moments = 0; moments < MOST_COMPARED; moments++) {
    const next = slices.next();
    if (next.done) return PROVED[next.value.relation];
    yield next.value;
  }
  return "tried";
}

/** What is wrong with the pattern as a whole: nothing matches it, or the empty text does. */
function* ofTheWhole(program: Program, others: readonly Slip[], stop: Stop): Generator<number, Slip[]> {
  const { pattern } = program.source;
  const whole = { start: 0, end: pattern.length };
  if (pattern === "") return [];
  if (others.every(({ code }) => code !== "anchor-inside") && (yield* takesNothing(program, stop))) {
    return [{ ...whole, code: "matches-nothing", message: slipMessage("matches-nothing", []), witness: null, repair: null }];
  }
  // What only asserts is meant to take nothing, and so is what is held at both ends.
  const { root } = program;
  const items = root.kind === "sequence" ? root.items : [root];
  const takes = [...walk(root)].some(({ kind }) => TAKES.has(kind));
  const held = [...walk(root)].some((node) => anchorOf(node) !== undefined);
  // All there is may be meant, too.
  const everything = items.length === 1 && items[0]?.kind === "quantifier" && items[0].body.kind === "any";
  // Blanks, and what else there is between things, are skipped where there are any; a set alone is more likely one sign short.
  const alone = items.length === 1 && items[0]?.kind === "quantifier" && items[0].body.kind !== "group";
  const skips = !alone && acceptsText(program, " ") === true;
  if (!takes || held || everything || skips || items.some(({ kind }) => kind === "look") || acceptsText(program, "") !== true) return [];
  return [{ ...whole, code: "matches-empty", message: slipMessage("matches-empty", []), witness: "", repair: null }];
}

/** Kinds of node that take characters. */
const TAKES: ReadonlySet<Node["kind"]> = new Set(["character", "any", "set", "back-reference"]);

function* takesNothing(program: Program, stop: Stop): Generator<number, boolean> {
  const search = searching(program);
  if (!search) return false;
  const slices = relate(search, search, stop);
  for (let moments = 0; moments < MOST_COMPARED; moments++) {
    const next = slices.next();
    if (next.done) return next.value.relation === "equal" && next.value.both === null;
    yield next.value;
  }
  return false;
}
