/** Patterns carried from one dialect to another, run in both dialects' own engines: they agree, or it was said that they do not. */
import { type Carried, carry, deadline, drained, read } from "@lamprey/core";
import type { Judge, Row, Verdict } from "./judges.ts";
import { type FuzzedDialect, fitsDialect, randomCase } from "./patterns.ts";
import type { Random } from "./random.ts";

export interface CarryTally {
  carried: number;
  /** Carried with the word that they differ. */
  differs: number;
  refused: number;
  /** Claims that engines refute. */
  wrong: number;
  /** Texts on which both engines were asked. */
  pairs: number;
}

export interface WrongClaim {
  readonly from: FuzzedDialect;
  readonly to: FuzzedDialect;
  readonly pattern: string;
  readonly flags: string;
  readonly carried: { readonly pattern: string; readonly flags: string; readonly same: true | false | "undecided" };
  readonly text: string;
  readonly theirs: readonly [Verdict, Verdict];
}

const PATTERNS = 20;
const TEXTS = 12;
const TIME_MS = 1500;

/** Compares a few patterns for a pair of dialects. */
export async function compareCarriedOnce(random: Random, judges: ReadonlyMap<FuzzedDialect, Judge>, tally: CarryTally): Promise<WrongClaim[]> {
  const names = [...judges.keys()];
  const from = random.pick(names);
  const to = random.pick(names.filter((name) => name !== from));
  const [source, target] = [judges.get(from) as Judge, judges.get(to) as Judge];
  const wrong: WrongClaim[] = [];
  for (let i = 0; i < PATTERNS; i++) {
    const { pattern, flags, texts } = randomCase(random, from, TEXTS, false);
    const reading = read({ dialect: from, pattern, flags });
    if (reading.diagnostics.length > 0) continue;
    const carried = drained(carry(reading, to, deadline(TIME_MS)));
    if (carried.kind === "refused") {
      tally.refused++;
      continue;
    }
    tally.carried++;
    if (carried.same === false) {
      tally.differs++;
      continue;
    }
    const fitting = texts.filter((text) => fitsDialect(from, { pattern, flags, text }) && fitsDialect(to, { ...carried, text }));
    const asked = await askBoth([source, target], { pattern, flags }, carried, fitting);
    tally.pairs += asked.length;
    const refuted = asked.find(({ theirs }) => !agree(theirs, source.partsOnly === true || target.partsOnly === true));
    if (!refuted) continue;
    tally.wrong++;
    wrong.push({ from, to, pattern, flags, carried: { pattern: carried.pattern, flags: carried.flags, same: carried.same }, ...refuted });
  }
  return wrong;
}

type CarriedPattern = Extract<Carried, { kind: "carried" }>;

async function askBoth(
  [source, target]: readonly [Judge, Judge],
  original: { readonly pattern: string; readonly flags: string },
  { pattern, flags }: CarriedPattern,
  texts: readonly string[],
): Promise<{ readonly text: string; readonly theirs: readonly [Verdict, Verdict] }[]> {
  const [one, other] = await Promise.all([
    source.ask(texts.map((text) => ({ ...original, text }))),
    target.ask(texts.map((text) => ({ pattern, flags, text }))),
  ]);
  return texts.map((text, i) => ({ text, theirs: [one[i] as Verdict, other[i] as Verdict] as const })).filter(({ theirs: [before] }) => Array.isArray(before));
}

/** Of one that tells no groups only the matches that are not empty are compared; groups that one does not have are not. */
function agree([one, other]: readonly [Verdict, Verdict], partsOnly: boolean): boolean {
  if (!Array.isArray(one) || !Array.isArray(other)) return other === "no answer" || typeof other === "string";
  const rows = (verdict: readonly Row[]): readonly Row[] =>
    partsOnly ? verdict.filter(([start, end]) => end > start).map(([start, end]) => [start, end]) : verdict;
  const [left, right] = [rows(one), rows(other)];
  if (left.length !== right.length) return false;
  return left.every((row, i) => {
    const also = right[i] as Row;
    const width = Math.min(row.length, also.length);
    return JSON.stringify(row.slice(0, width)) === JSON.stringify(also.slice(0, width));
  });
}
