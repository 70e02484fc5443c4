/** What the calls of Python's `re` return (3.11). Offsets are code points. */
import { inUnit } from "../host/units.ts";
import type { MatchTable } from "../machine/matches.ts";
import type { MatchMode } from "../search/policy.ts";
import type { Span } from "../text/span.ts";
import { sliceOf, slotNames } from "./captures.ts";
import type { CallsContext, HostCalls, Outcome } from "./host.ts";
import { list, listOf, map, NOTHING, number, UNSET, type Value } from "./value.ts";

const NOT_SET = -1;

/** What stands in lists for a group that did not take part. */
const EMPTY: Value = { kind: "text", text: "", from: null };

/** Whether that very value is in a list, or in a list of it. */
function holdsText(value: Value, sought: Value): boolean {
  return value === sought || (value.kind === "list" && value.items.some((item) => item === sought || (item.kind === "list" && item.items.includes(sought))));
}

function matchObject({ program, text }: CallsContext, table: MatchTable, match: number, unit: (offset: number) => number): Value {
  const spans = Array.from({ length: table.groupCount + 1 }, (_, slot) => table.group(match, slot));
  const pair = (span: Span | null): Value =>
    list(span ? [number(unit(span.start), span.start), number(unit(span.end), span.end)] : [number(NOT_SET), number(NOT_SET)], "tuple");
  const held = (slot: number): Value => sliceOf(text, spans[slot] ?? null) ?? UNSET;
  return {
    kind: "record",
    type: "match",
    fields: [
      ["span", pair(spans[0] ?? null)],
      ["values", list(spans.map((_, slot) => held(slot)))],
      ["spans", list(spans.map(pair))],
      ["groupdict", map(slotNames(program).map(([name, slots]) => [name, held(slots[0] as number)]))],
    ],
  };
}

function* one(context: CallsContext, mode: MatchMode): Generator<number, Outcome> {
  const table = yield* context.asked.matches(mode);
  return { value: table.length > 0 ? matchObject(context, table, 0, inUnit(context.text, "code-points")) : NOTHING };
}

const found = (outcome: Outcome): boolean => "value" in outcome && outcome.value.kind !== "nothing";

export const PYTHON_CALLS: HostCalls = {
  host: "Python",
  unit: "code-points",
  unset: "A group that did not take part is None, and its span (-1, -1).",
  rows: [
    {
      name: "search",
      written: "re.search(p, text)",
      run: (context) => one(context, "first"),
      remark: (_, outcome) => (found(outcome) ? undefined : "Where nothing matches it is None: ask before you take .group() of it."),
    },
    {
      name: "match",
      written: "re.match(p, text)",
      run: (context) => one(context, "start"),
      remark: (_, outcome) => (found(outcome) ? undefined : "It asks at the start of the text only, whatever the flag m. To find a match anywhere use search."),
    },
    {
      name: "fullmatch",
      written: "re.fullmatch(p, text)",
      run: (context) => one(context, "whole"),
      remark: (_, outcome) => (found(outcome) ? undefined : "It asks for a match of the whole text, its last line end included."),
    },
    {
      name: "findall",
      written: "re.findall(p, text)",
      *run({ asked, text, most, program }) {
        const table = yield* asked.matches("all");
        const held = (match: number, slot: number): Value => sliceOf(text, table.group(match, slot)) ?? EMPTY;
        const groups = program.slots.length;
        return {
          value: listOf(table.length, most, (match) => {
            if (groups < 2) return held(match, groups);
            return list(
              Array.from({ length: groups }, (_, i) => held(match, i + 1)),
              "tuple",
            );
          }),
        };
      },
      remark: ({ program }, outcome) => {
        if (program.slots.length === 0) return undefined;
        const told =
          program.slots.length === 1
            ? "With a group it gives what the group holds, not the match"
            : "With groups it gives a tuple of them for each match, not the match";
        const empty = "value" in outcome && holdsText(outcome.value, EMPTY) ? " A group that did not take part is an empty string here." : "";
        return `${told}. For the whole match write “(?:…)”, or use finditer.${empty}`;
      },
    },
    {
      name: "finditer",
      written: "list(re.finditer(p, text))",
      *run(context) {
        const table = yield* context.asked.matches("all");
        const unit = inUnit(context.text, "code-points");
        return { value: listOf(table.length, context.most, (match) => matchObject(context, table, match, unit)) };
      },
    },
    {
      name: "split",
      written: "re.split(p, text)",
      *run({ asked, text, most }) {
        const table = yield* asked.matches("all");
        const width = table.groupCount + 1;
        const item = (index: number): Value => {
          const match = Math.floor(index / width);
          const slot = index % width;
          if (slot > 0) return sliceOf(text, table.group(match, slot)) ?? UNSET;
          const start = match === 0 ? 0 : table.end(match - 1);
          const end = match === table.length ? text.length : table.start(match);
          return sliceOf(text, { start, end }) as Value;
        };
        return { value: listOf(table.length * width + 1, most, item) };
      },
      remark: ({ program }) => (program.slots.length > 0 ? "What the groups hold stands between the pieces. A group “(?:…)” leaves it out." : undefined),
    },
  ],
};
