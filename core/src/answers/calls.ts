/** The contract's `calls`: what the everyday calls of the dialect's host would return on a text. */
import { callsSlices, drained, hostFor, type Json, jsonOf } from "../index.ts";
import { DEFAULT_STEP_LIMIT, untilRunLimit } from "./limits.ts";
import { type Answer, type CommonRequest, cutShort, programOf } from "./request.ts";

export type CallResult = { readonly call: string; readonly remark?: string } & ({ readonly value: Json } | { readonly error: string });

export interface CallsAnswer extends Omit<Answer, "id" | "elapsedMs"> {
  readonly calls?: readonly CallResult[];
}

export function calls(request: CommonRequest): CallsAnswer {
  const stop = untilRunLimit(request.text);
  const made = programOf(request);
  if ("refused" in made) return made.refused;
  const { calls, cut } = drained(callsSlices(hostFor(made.program).calls, made.program, request.text, { stepLimit: DEFAULT_STEP_LIMIT, stop }));
  if (cut) return cutShort(cut);
  return {
    status: "ok",
    calls: calls
      .filter(({ fits }) => fits)
      .map(({ call, remark, ...outcome }) => ({
        call,
        ...("value" in outcome ? { value: jsonOf(outcome.value) } : { error: outcome.error }),
        ...(remark === null ? {} : { remark }),
      })),
  };
}
