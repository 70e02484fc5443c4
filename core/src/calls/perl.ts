/** What Perl 5.36's own operators return in list context. Offsets are code points. */

import { inUnit } from "../host/units.ts";
import { append } from "../lists.ts";
import type { MatchTable } from "../machine/matches.ts";
import { sliceOf } from "./captures.ts";
import type { CallsContext, HostCalls } from "./host.ts";
import { list, listOf, number, UNSET, type Value } from "./value.ts";

const held = (text: string, table: MatchTable, match: number, slot: number): Value => sliceOf(text, table.group(match, slot)) ?? UNSET;

/** What the groups of a match hold. */
const groupsOf = (text: string, table: MatchTable, match: number): Value[] =>
  Array.from({ length: table.groupCount }, (_, i) => held(text, table, match, i + 1));

const ONE = number(1);

/**
 * The fields of split without a limit (perldoc -f split): an empty match parts nothing where the last one ended, groups come
 * between the fields, and empty fields at the end are left out.
 */
function* fields({ asked, text, program }: CallsContext): Generator<number, Value[]> {
  const found: Value[] = [];
  if (text === "") return found;
  // A circumflex alone means every line. Nothing says where the last field ended.
  const table = program.source.pattern === "^" ? yield* asked.matchesWith("all", "m") : yield* asked.matchesAsFirst("all");
  let from = 0;
  for (let match = 0; match < table.length && from < text.length; match++) {
    const [start, end] = [table.start(match), table.end(match)];
    if (end === from && start === end) continue;
    found.push(sliceOf(text, { start: from, end: start }) as Value);
    append(found, groupsOf(text, table, match));
    from = end;
  }
  found.push(sliceOf(text, { start: from, end: text.length }) as Value);
  while (isEmpty(found.at(-1))) found.pop();
  return found;
}

const isEmpty = (value: Value | undefined): boolean => value?.kind === "unset" || (value?.kind === "text" && value.text === "");

export const PERL_CALLS: HostCalls = {
  host: "Perl",
  unit: "code-points",
  unset: "A group that did not take part is undef.",
  rows: [
    {
      name: "list",
      written: "my @found = $text =~ /$re/",
      *run({ asked, text }) {
        const table = yield* asked.matches("first");
        return { value: list(table.length === 0 ? [] : table.groupCount === 0 ? [ONE] : groupsOf(text, table, 0)) };
      },
      remark: ({ program }, outcome) => {
        if ("value" in outcome && outcome.value.kind === "list" && outcome.value.items.length === 0) return "Where nothing matches the list is empty.";
        return program.slots.length === 0 ? "Without groups the list is (1): it says that there is a match, not which." : "It gives the groups, not the match.";
      },
    },
    {
      name: "list g",
      written: "my @found = $text =~ /$re/g",
      *run({ asked, text, most }) {
        const table = yield* asked.matches("all");
        const width = Math.max(1, table.groupCount);
        const value = (i: number): Value => held(text, table, Math.floor(i / width), table.groupCount === 0 ? 0 : (i % width) + 1);
        return { value: listOf(table.length * width, most, value) };
      },
      remark: ({ program }) => (program.slots.length > 1 ? "The groups of all matches stand in one list, one match behind the other." : undefined),
    },
    {
      name: "loop g",
      written: "while ($text =~ /$re/g) { … }",
      *run({ asked, text, most }) {
        const table = yield* asked.matches("all");
        const unit = inUnit(text, "code-points");
        const one = (match: number): Value => {
          const [start, end] = [table.start(match), table.end(match)];
          return {
            kind: "record",
            type: "match",
            fields: [
              ["start", number(unit(start), start)],
              ["end", number(unit(end), end)],
              ["values", list([held(text, table, match, 0), ...groupsOf(text, table, match)])],
            ],
          };
        };
        return { value: listOf(table.length, most, one) };
      },
    },
    {
      name: "split",
      written: "split /$re/, $text",
      *run(context) {
        const found = yield* fields(context);
        return { value: listOf(found.length, context.most, (i) => found[i] as Value) };
      },
      remark: ({ program }) =>
        program.slots.length > 0
          ? "What groups hold stands between the fields. Empty fields at the end are left out; with a limit of −1 they are kept."
          : "Empty fields at the end are left out. With a limit of −1 they are kept.",
    },
  ],
};
