/** What calls return, as the page shows it. */
import { type CallsAnswer, type Host, written } from "@lamprey/core";
import type { CallsView } from "./messages.ts";

export function callsView({ calls, cut }: CallsAnswer, { notation }: Host): CallsView {
  return {
    cut,
    calls: calls.map((call) => ({
      name: call.call,
      written: call.written,
      remark: call.remark,
      error: "error" in call ? call.error : null,
      pieces: "value" in call ? written(call.value, notation) : [],
    })),
  };
}
