/**
 * Least changes of a pattern after which a text matches: one table of what people forget, tried one by one at every part
 * of the pattern; each with a shortest text that it lets in besides.
 */
import { dialectOf } from "../dialect/index.ts";
import { findSlices } from "../linear/find.ts";
import { compileSource } from "../program/compile.ts";
import type { Program } from "../program/program.ts";
import { relate } from "../relate/relate.ts";
import type { MatchMode } from "../search/policy.ts";
import { drained, type Stop } from "../slices.ts";
import type { Reading, Source } from "../syntax/read.ts";
import { type Node, walkWritten } from "../syntax/tree.ts";

export interface PatternChange {
  readonly pattern: string;
  readonly flags: string;
  /** What is changed, in a few words. */
  readonly what: string;
  /** A shortest whole text that it takes and the pattern as it is does not; null where none is known. */
  readonly lets: string | null;
}

/** A change that is tried: what takes the place of a stretch of the pattern. */
interface Tried {
  readonly start: number;
  readonly end: number;
  readonly insert: string;
  readonly what: string;
}

/** Parts of a pattern at which changes are tried; changes that are given. */
const MOST_PARTS = 300;
const MOST_CHANGES = 6;
const STEP_LIMIT = 200_000;
/** Moments of a comparison that are waited for, each of some milliseconds. */
const MOST_COMPARED = 4;

/** Classes by what is a little wider. */
const WIDER: Readonly<Record<string, string>> = { "\\d": "\\w", "\\w": "\\S", "\\s": "[\\s\\S]" };

/** What can be forgotten at a part; `quantified` says that a quantifier follows it already. */
type Rule = (node: Node, written: string, quantified: boolean) => readonly Tried[];

const at = (node: { readonly start: number; readonly end: number }, insert: string, what: string): Tried => ({
  start: node.start,
  end: node.end,
  insert,
  what,
});

const RULES: readonly Rule[] = [
  // An anchor too many.
  (node, written) => (node.kind === "assertion" ? [at(node, "", `without ${written}`)] : []),
  // What is there sometimes only, or several times.
  (node, written, quantified) => {
    if (quantified || !["character", "any", "set", "group"].includes(node.kind)) return [];
    return [at(node, `${written}?`, `${written} need not be there`), at(node, `${written}+`, `${written} several times`)];
  },
  (node, written) => {
    if (node.kind !== "quantifier") return [];
    const body = written.slice(0, node.operator.start - node.start);
    const { min, max } = node;
    return [
      ...(min > 0 ? [at(node.operator, max === 1 ? "?" : max === Number.POSITIVE_INFINITY ? "*" : `{0,${max}}`, `${body} need not be there`)] : []),
      ...(max !== Number.POSITIVE_INFINITY ? [at(node.operator, min === 0 ? "*" : min === 1 ? "+" : `{${min},}`, `${body} more often`)] : []),
      ...(min > 1 ? [at(node.operator, max === Number.POSITIVE_INFINITY ? "+" : `{1,${max}}`, `${body} less often`)] : []),
    ];
  },
  // A class too narrow.
  (node, written) => {
    const wider = node.kind === "set" ? WIDER[written] : undefined;
    return wider === undefined ? [] : [at(node, wider, `${wider} for ${written}`)];
  },
  // A set that lacks the other case, digits, or a hyphen.
  (node, written) => {
    if (node.kind !== "set" || !written.startsWith("[") || node.negated) return [];
    const inside = written.slice(1, -1);
    return ["a-z", "A-Z", "0-9", "_", "\\-", " "]
      .filter((each) => !inside.includes(each))
      .map((each) => at(node, `[${inside}${each}]`, `${each === " " ? "a blank" : each} in ${written}`));
  },
  // A sign that was meant as it is.
  (node, written) => {
    if (node.kind === "assertion" && (written === "$" || written === "^")) return [at(node, `\\${written}`, `“${written}” itself`)];
    if (node.kind !== "quantifier" || !["*", "+", "?"].includes(written.slice(-1))) return [];
    const sign = written.slice(-1);
    return [at(node.operator, `\\${sign}`, `“${sign}” itself`)];
  },
];

/** Flags that let more match, in words. */
const FLAGS: readonly (readonly [option: "ignoreCase" | "lineAnchors" | "dotTakesAll", what: string])[] = [
  ["ignoreCase", "in either case"],
  ["lineAnchors", "lines by themselves"],
  ["dotTakesAll", "the dot takes line ends too"],
];

/** Changes after which the text matches, the smallest first, of those that were tried before it was stopped; yields now and then. */
export function* changesFor(reading: Reading, program: Program, text: string, mode: MatchMode, stop: Stop): Generator<number, PatternChange[]> {
  const found: (Source & { readonly what: string; readonly size: number })[] = [];
  const seen = new Set<string>();
  let tried = 0;
  for (const { size, what, ...changed } of candidates(reading)) {
    const key = JSON.stringify([changed.pattern, changed.flags]);
    if (seen.has(key)) continue;
    seen.add(key);
    if (stop()) break;
    if (++tried % 20 === 0) yield tried;
    if (matchesIn(changed, text, mode)) found.push({ ...changed, what, size });
  }
  found.sort((one, other) => one.size - other.size);
  const changes: PatternChange[] = [];
  for (const { what, size: _, ...changed } of found.slice(0, MOST_CHANGES)) {
    changes.push({ pattern: changed.pattern, flags: changed.flags, what, lets: stop() ? null : yield* letsIn(program, changed, stop) });
  }
  return changes;
}

function* candidates(reading: Reading): Generator<Source & { readonly what: string; readonly size: number }> {
  const { source, dialect, root, options } = reading;
  const flags = dialectOf(source.dialect).flags ?? [];
  for (const [option, what] of FLAGS) {
    const flag = flags.find(({ sets }) => sets[option] === true);
    if (flag && dialect && !options[option]) yield { ...source, flags: source.flags + flag.letter, what, size: 1 };
  }
  const quantified = new Set<Node>();
  let parts = 0;
  for (const node of walkWritten(root)) {
    if (++parts > MOST_PARTS) return;
    if (node.kind === "quantifier") quantified.add(node.body);
    if (node.end <= node.start) continue;
    const written = source.pattern.slice(node.start, node.end);
    for (const rule of RULES) {
      for (const { start, end, insert, what } of rule(node, written, quantified.has(node))) {
        const pattern = source.pattern.slice(0, start) + insert + source.pattern.slice(end);
        yield { ...source, pattern, what, size: 1 + Math.abs(insert.length - (end - start)) };
      }
    }
  }
}

function matchesIn(source: Source, text: string, mode: MatchMode): boolean {
  const program = compileSource(source);
  if (!program) return false;
  return drained(findSlices(program, text, { mode: mode === "all" ? "first" : mode, stepLimit: STEP_LIMIT })).matches.length > 0;
}

/** A shortest text that the change lets in. */
function* letsIn(program: Program, changed: Source, stop: Stop): Generator<number, string | null> {
  const other = compileSource(changed);
  if (!other) return null;
  const slices = relate(program, other, stop);
  for (let moments = 0; moments < MOST_COMPARED; moments++) {
    const next = slices.next();
    if (next.done) return next.value.onlyRight;
    yield next.value;
  }
  return null;
}
