/** What another dialect makes of the pattern at hand, and the pattern carried to it: worked out when its panel asks for it. */
import {
  carry,
  carryFlags,
  compile,
  type DialectName,
  deadline,
  dialectOf,
  differ,
  differOn,
  type MatchNumbers,
  meaningChanges,
  type Program,
  type Reading,
  read,
  type Witness,
} from "@lamprey/core";
import type { CarriedView, DialectView, WitnessView } from "./messages.ts";

/** A dialect has so long for each of its two answers (milliseconds): what is known by then is shown. */
const TIME_MS = 1500;
/** Sentences on what parts of the pattern mean there. */
const MOST_MEANINGS = 6;
/** A longer sample is compared up to here (UTF-16 code units). */
const MOST_COMPARED = 200_000;

/** The pattern written for another dialect, and what was found out about it. */
export function* carriedTo(reading: Reading, to: DialectName): Generator<number, CarriedView> {
  const carried = yield* carry(reading, to, deadline(TIME_MS));
  if (carried.kind === "refused") return { pattern: null, flags: "", same: "undecided", witness: null, lost: carried.lost.map(({ message }) => message) };
  const { pattern, flags, same, witness, lost } = carried;
  return { pattern, flags, same, witness: witness && viewOf(witness), lost: [...new Set(lost.map(({ message }) => message))] };
}

export function* asDialect(program: Program, sample: string, to: DialectName): Generator<number, DialectView> {
  const { source, reading } = program;
  const { flags } = carryFlags(source.flags, dialectOf(source.dialect), dialectOf(to));
  const there = read({ dialect: to, pattern: source.pattern, flags });
  const compiled = compile(there);
  const carriedView = yield* carriedTo(reading, to);
  if (!compiled.ok)
    return { dialect: to, flags, error: compiled.diagnostics[0]?.message ?? "", sample: null, anywhere: null, meanings: [], carried: carriedView };
  const text = sample.slice(0, MOST_COMPARED);
  const onSample = differOn(program, compiled.program, text);
  const anywhere = yield* differ(program, compiled.program, deadline(TIME_MS));
  return {
    dialect: to,
    flags,
    error: null,
    sample: onSample === undefined ? null : { same: onSample === null, ours: onSample?.left.length ?? 0, theirs: onSample?.right.length ?? 0 },
    anywhere: { same: anywhere.same, witness: anywhere.witness && viewOf(anywhere.witness), searched: anywhere.searched },
    meanings: meaningChanges(reading, there)
      .slice(0, MOST_MEANINGS)
      .map(({ start, end, message }) => ({ part: source.pattern.slice(start, end), message })),
    carried: carriedView,
  };
}

const viewOf = ({ text, left, right }: Witness): WitnessView => ({ text, ours: partsOf(left, text), theirs: partsOf(right, text) });

const partsOf = (matches: MatchNumbers, text: string): string[] => matches.map(([start = 0, end = 0]) => text.slice(start, end));
