/**
 * Shorter ways to say the same: parts of a pattern that can be written in fewer characters, each proved to change
 * nothing by its form (`form.ts`).
 */

import type { CharSet } from "../charset/charset.ts";
import { NEVER, type Stop } from "../slices.ts";
import { charactersOf } from "../syntax/characters.ts";
import { type Reading, read } from "../syntax/read.ts";
import { type Node, type Span, walkWritten } from "../syntax/tree.ts";
import { Forms } from "./form.ts";
import { type Place, PROPOSING, type Proposal, WAYS, type WayName } from "./ways.ts";

/** A part and what to write in its place. */
export interface Shorter extends Span {
  readonly way: WayName;
  readonly instead: string;
  /** Why it is the same, in a few words. */
  readonly because: string;
}

/** Every proposal is read with all that is around it: a longer pattern has none. */
const LONGEST_PATTERN = 4_000;
/** Proposals that are read for one pattern. */
const MOST_READ = 300;

/** Shorter ways to write parts of a pattern that reads, in its order, of those that were looked at before it was stopped; yields now and then. */
export function* shorterWays(reading: Reading, stop: Stop = NEVER): Generator<number, Shorter[]> {
  const { pattern } = reading.source;
  if (reading.diagnostics.length > 0 || pattern.length > LONGEST_PATTERN) return [];
  const place: Place = { reading, classes: classesOf(reading), written: ({ start, end }) => pattern.slice(start, end) };
  const forms = new Forms();
  const own = forms.of(reading.root);
  const found: Shorter[] = [];
  let looked = 0;
  for (const node of walkWritten(reading.root)) {
    if (stop()) break;
    for (const proposals of PROPOSING.map((way) => way(place, node))) {
      for (const each of proposals) {
        if (each.instead.length >= each.end - each.start || isOffered(found, each) || looked >= MOST_READ || stop()) continue;
        yield ++looked;
        if (isSame(reading, each, forms, own)) found.push({ ...each, because: WAYS[each.way] });
      }
    }
  }
  return found.sort((one, other) => one.start - other.start || other.end - one.end);
}

/** Of several ways for one stretch the first is offered. */
const isOffered = (found: readonly Shorter[], { start, end }: Proposal): boolean => found.some((each) => each.start === start && each.end === end);

function isSame({ source, options, groups }: Reading, { start, end, instead }: Proposal, forms: Forms, own: number): boolean {
  const other = read({ ...source, pattern: source.pattern.slice(0, start) + instead + source.pattern.slice(end) });
  if (other.diagnostics.length > 0 || other.groups.length !== groups.length) return false;
  return other.options.codePoints === options.codePoints && forms.of(other.root) === own;
}

/** Classes that are written with two signs, or one. */
const CLASSES = ["\\d", "\\D", "\\w", "\\W", "\\s", "\\S", "."];

function classesOf({ source }: Reading): readonly (readonly [string, CharSet])[] {
  return CLASSES.flatMap((pattern) => {
    const { root, diagnostics } = read({ ...source, pattern });
    const set = characterOf(root);
    return set && diagnostics.length === 0 ? [[pattern, set] as const] : [];
  });
}

const characterOf = (node: Node): CharSet | undefined => (node.kind === "set" || node.kind === "any" ? charactersOf(node) : undefined);
