/**
 * The everyday calls of a dialect's host, and what each returns on a text. Which calls there are is the host's table.
 *
 * A call is a generator over the runs that it needs, so that a long text can be left. What would surprise is a remark.
 */
import type { Found } from "../linear/find.ts";
import { readsBytes } from "../program/in-bytes.ts";
import type { Program } from "../program/program.ts";
import { NEVER, type Stop } from "../slices.ts";
import { Asked } from "./asked.ts";
import type { CallsContext, HostCalls, Outcome } from "./host.ts";
import { holdsUnset, spelled } from "./value.ts";

export type CallAnswer = { readonly call: string; readonly written: string; readonly remark: string | null; readonly fits: boolean } & Outcome;

export interface CallsAnswer {
  readonly calls: readonly CallAnswer[];
  /** Why not all of it is known; null where it is. */
  readonly cut: Found["cut"];
}

export interface CallsOptions {
  /** Items of a list that are made; all where left out. */
  readonly most?: number;
  readonly stepLimit?: number;
  readonly matchLimit?: number;
  readonly stop?: Stop;
}

/** What each call of the program's host returns. */
export function* callsSlices(host: HostCalls, program: Program, text: string, options: CallsOptions = {}): Generator<number, CallsAnswer> {
  const { most = Number.POSITIVE_INFINITY, stepLimit = Number.POSITIVE_INFINITY, matchLimit = Number.MAX_SAFE_INTEGER, stop = NEVER } = options;
  const bytes = readsBytes(program, text);
  const own = bytes ?? { program, text };
  const asked = new Asked(own.program, own.text, { stepLimit, matchLimit, stop });
  const context: CallsContext = { asked, ...own, most };
  const calls: CallAnswer[] = [];
  for (const { name, written, fits = () => true, run, remark } of host.rows) {
    const told = yield* run(context);
    const outcome = bytes && "value" in told ? { value: spelled(told.value, bytes.placeOf) } : told;
    const unset = host.unset !== "" && "value" in outcome && holdsUnset(outcome.value) ? host.unset : undefined;
    const said = [remark?.(context, outcome), unset].filter((each) => each !== undefined);
    calls.push({ call: name, written, remark: said.length === 0 ? null : said.join(" "), fits: fits(program.source.flags), ...outcome });
  }
  return { calls, cut: asked.cut };
}
