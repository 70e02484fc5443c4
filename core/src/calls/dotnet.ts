/** What the calls of System.Text.RegularExpressions return. Offsets are UTF-16 code units. */
import { capturesOf } from "../machine/captured.ts";
import type { MatchTable } from "../machine/matches.ts";
import type { Span } from "../text/span.ts";
import type { CallsContext, HostCalls, Outcome } from "./host.ts";
import { list, listOf, NOTHING, number, truth, type Value } from "./value.ts";

function capture(text: string, { start, end }: Span): readonly (readonly [string, Value])[] {
  return [
    ["index", number(start, start)],
    ["length", number(end - start)],
    ["value", { kind: "text", text: text.slice(start, end), from: { start, end } }],
  ];
}

const NO_TEXT: Value = { kind: "text", text: "", from: null };

function group(text: string, name: string, captures: readonly Span[]): Value {
  const last = captures.at(-1);
  return {
    kind: "record",
    type: "group",
    fields: [
      ["name", { kind: "text", text: name, from: null }],
      ["success", truth(last !== undefined)],
      ["value", last ? { kind: "text", text: text.slice(last.start, last.end), from: last } : NO_TEXT],
      ["captures", list(captures.map((span) => ({ kind: "record", type: "map", fields: capture(text, span) })))],
    ],
  };
}

/** A match with all that its groups captured; of the whole match that is itself. */
function result({ text, program, asked }: CallsContext, table: MatchTable, match: number): Value {
  const whole = table.group(match, 0) as Span;
  const place = { start: whole.start, searched: match === 0 ? 0 : table.end(match - 1) };
  const newest = Array.from({ length: table.groupCount }, (_, slot) => table.group(match, slot + 1)).map((span) => (span ? [span] : []));
  const captures = capturesOf(program, text, place, asked.stepLimit) ?? newest;
  const groups = program.slots.map((slot, i) => group(text, slot.name ?? String(slot.number), captures[i] ?? []));
  return { kind: "record", type: "match", fields: [...capture(text, whole), ["groups", list([group(text, "0", [whole]), ...groups])]] };
}

/**
 * The pieces between matches, with what groups hold among them: for each place in the row of groups that is set, the group
 * whose number is that place. Where numbers leave gaps that is another one, or none, which gives the empty text: Split does so.
 */
function* pieces({ asked, text, most, program }: CallsContext): Generator<number, Outcome> {
  const table = yield* asked.matches("all");
  const placed = program.slots.map((_, i) => program.slots.findIndex(({ number }) => number === i + 1) + 1);
  const found: Span[] = [];
  let at = 0;
  for (let match = 0; match < table.length; match++) {
    found.push({ start: at, end: table.start(match) });
    for (let slot = 1; slot <= table.groupCount; slot++) {
      const meant = placed[slot - 1] as number;
      if (table.group(match, slot)) found.push((meant > 0 ? table.group(match, meant) : null) ?? { start: at, end: at });
    }
    at = table.end(match);
  }
  found.push({ start: at, end: text.length });
  return { value: listOf(found.length, most, (i) => ({ kind: "text", text: text.slice(found[i]?.start, found[i]?.end), from: found[i] ?? null })) };
}

export const DOTNET_CALLS: HostCalls = {
  host: "C#",
  unit: "utf-16",
  unset: "",
  rows: [
    {
      name: "IsMatch",
      written: "re.IsMatch(text)",
      *run({ asked }) {
        return { value: truth((yield* asked.matches("first")).length > 0) };
      },
      remark: () => "It looks for a match anywhere in the text.",
    },
    {
      name: "Match",
      written: "re.Match(text)",
      *run(context) {
        const table = yield* context.asked.matches("first");
        return { value: table.length > 0 ? result(context, table, 0) : NOTHING };
      },
      remark: (_, outcome) => ("value" in outcome && outcome.value.kind === "nothing" ? "What comes back is never null: its Success is false." : undefined),
    },
    {
      name: "Matches",
      written: "re.Matches(text)",
      *run(context) {
        const table = yield* context.asked.matches("all");
        return { value: listOf(table.length, context.most, (match) => result(context, table, match)) };
      },
    },
    {
      name: "Split",
      written: "re.Split(text)",
      run: pieces,
      remark: ({ program }) => (program.slots.length > 0 ? "What groups hold comes between the pieces." : undefined),
    },
  ],
};
