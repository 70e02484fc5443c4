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
  read,
  type Witness,
} from "@lamprey/core";
import type { DialectView, WitnessView } from "./messages.ts";

/** A dialect has so long for each of its two answers (milliseconds): what is known by then is shown. */
const TIME_MS = 1500;
/** Sentences on what parts of the pattern mean there. */
const MOST_MEANINGS = 6;
/** A longer sample is compared up to here (UTF-16 code units). */
const MOST_COMPARED = 200_000;

export function* asDialect(program: Program, sample: string, to: DialectName): Generator<number, DialectView> {
  const { source, reading } = program;
  const { flags } = carryFlags(source.flags, dialectOf(source.dialect), dialectOf(to));
  const there = read({ dialect: to, pattern: source.pattern, flags });
  const compiled = compile(there);
  const carried = yield* carry(reading, to, deadline(TIME_MS));
  const carriedView: DialectView["carried"] =
    carried.kind === "refused"
      ? { pattern: null, flags: "", same: "undecided", witness: null, lost: carried.lost.map(({ message }) => message) }
      : {
          pattern: carried.pattern,
          flags: carried.flags,
          same: carried.same,
          witness: carried.witness && viewOf(carried.witness),
          lost: [...new Set(carried.lost.map(({ message }) => message))],
        };
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
