/** The contract's `whynot`: for a text that does not match, how far the pattern came and what would make it match. */
import { drained, findSlices, type MatchMode, type NearText, type PatternChange, type Reach, whyNot } from "../index.ts";
import { DEFAULT_STEP_LIMIT, untilTimeLimit } from "./limits.ts";
import { type Answer, type CommonRequest, cutShort, programOf } from "./request.ts";

export interface WhynotRequest extends CommonRequest {
  readonly mode: Exclude<MatchMode, "all">;
}

export interface WhynotAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly matches?: boolean;
  readonly reach?: Reach;
  readonly nearest?: readonly NearText[];
  readonly exact?: boolean;
  readonly changes?: readonly PatternChange[];
}

export function whynot({ mode, text, ...source }: WhynotRequest): WhynotAnswer {
  const [stop, half] = [untilTimeLimit(), untilTimeLimit(0.5)];
  const made = programOf(source);
  if ("refused" in made) return made.refused;
  const { program } = made;
  const { matches, cut } = drained(findSlices(program, text, { mode, stepLimit: DEFAULT_STEP_LIMIT, stop }));
  if (cut) return cutShort(cut);
  if (matches.length > 0) return { status: "ok", matches: true };
  const { reach, texts, exact, changes } = drained(whyNot(program, text, mode, stop, half));
  return { status: "ok", matches: false, ...(reach ? { reach } : {}), nearest: texts, exact, changes };
}
