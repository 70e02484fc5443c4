/** The contract's `carry`: a pattern rewritten for another dialect. */
import { carry as carrySlices, type DialectName, drained, type Lost } from "../index.ts";
import { type AcrossPair, shown } from "./across.ts";
import { takesTooLong, untilTimeLimit } from "./limits.ts";
import { type Answer, failed, type PatternRequest, readingOf } from "./request.ts";

export interface CarryRequest extends PatternRequest {
  readonly to: DialectName;
}

export interface CarryAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly pattern?: string;
  readonly flags?: string;
  readonly lost?: readonly Lost[];
  readonly same?: AcrossPair["same"];
  readonly witness?: AcrossPair["witness"];
  /** Up to which length all texts of one character for each class were tried: an addition to the contract. */
  readonly searched?: number;
}

export function carry({ to, ...source }: CarryRequest): CarryAnswer {
  const stop = untilTimeLimit();
  const made = readingOf(source);
  if ("refused" in made) return made.refused;
  if (takesTooLong(made.reading)) return failed("unsupported", "too-large", "The pattern is too large to be carried.");
  const carried = drained(carrySlices(made.reading, to, stop));
  if (carried.kind === "refused") {
    const [first] = carried.lost;
    return {
      status: "unsupported",
      error: { code: "not-carried", message: first?.message ?? "", start: first?.start ?? 0, end: first?.end ?? 0 },
      lost: carried.lost,
    };
  }
  const { pattern, flags, lost, same, witness, searched } = carried;
  return { status: "ok", pattern, flags, lost, same, witness: witness && shown(witness), ...(searched === null ? {} : { searched }) };
}
