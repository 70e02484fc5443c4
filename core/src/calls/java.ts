/** What the calls of java.util.regex return (JDK 17). Offsets are UTF-16 code units. */

import type { MatchTable } from "../machine/matches.ts";
import type { MatchMode } from "../search/policy.ts";
import { sliceOf } from "./captures.ts";
import type { CallsContext, HostCalls, Outcome } from "./host.ts";
import { list, listOf, number, truth, UNSET, type Value } from "./value.ts";

function result({ text }: CallsContext, table: MatchTable, match: number): Value {
  const values = Array.from({ length: table.groupCount + 1 }, (_, slot) => sliceOf(text, table.group(match, slot)) ?? UNSET);
  const [start, end] = [table.start(match), table.end(match)];
  return {
    kind: "record",
    type: "match",
    fields: [
      ["start", number(start, start)],
      ["end", number(end, end)],
      ["values", list(values)],
    ],
  };
}

function* asks(context: CallsContext, mode: MatchMode): Generator<number, Outcome> {
  return { value: truth((yield* context.asked.matches(mode)).length > 0) };
}

const isTrue = (outcome: Outcome): boolean => "value" in outcome && outcome.value.kind === "truth" && outcome.value.value;

/**
 * The pieces of Pattern.split without a limit, as stretches: an empty match at the very start parts nothing, and empty
 * pieces at the end are left out.
 */
function pieces(table: MatchTable, length: number): readonly { readonly start: number; readonly end: number }[] {
  const found: { start: number; end: number }[] = [];
  let at = 0;
  for (let match = 0; match < table.length; match++) {
    const [start, end] = [table.start(match), table.end(match)];
    if (at === 0 && start === 0 && end === 0) continue;
    found.push({ start: at, end: start });
    at = end;
  }
  if (at === 0) return [{ start: 0, end: length }];
  found.push({ start: at, end: length });
  while (found.at(-1)?.start === found.at(-1)?.end && found.length > 0) found.pop();
  return found;
}

export const JAVA_CALLS: HostCalls = {
  host: "Java",
  unit: "utf-16",
  unset: "A group that did not take part is null.",
  rows: [
    {
      name: "matches",
      written: "p.matcher(text).matches()",
      run: (context) => asks(context, "whole"),
      remark: (_, outcome) => (isTrue(outcome) ? undefined : "It asks for a match of the whole text. To find one anywhere use find()."),
    },
    {
      name: "lookingAt",
      written: "p.matcher(text).lookingAt()",
      run: (context) => asks(context, "start"),
      remark: (_, outcome) => (isTrue(outcome) ? undefined : "It asks at the start of the text only."),
    },
    {
      name: "find",
      written: "while (m.find()) …",
      *run(context) {
        const table = yield* context.asked.matches("all");
        return { value: listOf(table.length, context.most, (match) => result(context, table, match)) };
      },
    },
    {
      name: "split",
      written: "p.split(text)",
      *run({ asked, text, most }) {
        const found = pieces(yield* asked.matches("all"), text.length);
        return { value: listOf(found.length, most, (i) => sliceOf(text, found[i] ?? null) as Value) };
      },
      remark: () => "Empty pieces at the end are left out. With a limit of −1 they are kept.",
    },
  ],
};
