/** What PHP 8.2's preg functions return. Without the flag `u` they read bytes; offsets are bytes of UTF-8. */
import type { MatchTable } from "../machine/matches.ts";
import type { Program } from "../program/program.ts";
import { sliceOf } from "./captures.ts";
import type { CallsContext, HostCalls, Outcome } from "./host.ts";
import { list, listOf, map, number, type Value } from "./value.ts";

/** What stands for a group that did not take part. */
const EMPTY: Value = { kind: "text", text: "", from: null };

/** The name of each slot; undefined where it has none. */
function namesOf({ slots, groupNames }: Program): readonly (string | undefined)[] {
  const names: (string | undefined)[] = new Array(slots.length + 1).fill(undefined);
  for (const [name, numbers] of Object.entries(groupNames)) for (const slot of numbers) names[slot] ??= name;
  return names;
}

/** An array by numbers, and where groups have names by those too, each before its number. */
function array(program: Program, count: number, value: (slot: number) => Value, isSet: (slot: number) => boolean, mark?: Value): Value {
  const names = namesOf(program);
  const items = Array.from({ length: count }, (_, slot) => value(slot));
  if (!mark && names.slice(0, count).every((name) => name === undefined)) return list(items);
  const fields = new Map<string, Value>();
  items.forEach((item, slot) => {
    const name = names[slot];
    // Of several groups with one name, the one that took part stands under it.
    if (name !== undefined && (isSet(slot) || !fields.has(name))) fields.set(name, item);
    fields.set(String(slot), item);
  });
  if (mark) fields.set("MARK", mark);
  return map([...fields]);
}

const markValue = (name: string | null | undefined): Value | undefined => (name ? { kind: "text", text: name, from: null } : undefined);

/** The marks of all matches, by number where some have none; undefined where none has. */
function marksValue(marks: readonly (string | null)[]): Value | undefined {
  const found = marks.flatMap((name, match) => {
    const value = markValue(name);
    return value ? [[String(match), value] as const] : [];
  });
  if (found.length === 0) return undefined;
  const inOrder = found.every(([match], i) => match === String(i));
  return inOrder ? list(found.map(([, value]) => value)) : map(found);
}

/** A match as preg_match gives it: groups that did not take part are left out at the end, and empty before. */
function matchArray({ program, text }: CallsContext, table: MatchTable, match: number, mark: string | null | undefined): Value {
  let last = table.groupCount;
  while (last > 0 && !table.group(match, last)) last--;
  const isSet = (slot: number): boolean => table.group(match, slot) !== null;
  return array(program, last + 1, (slot) => sliceOf(text, table.group(match, slot)) ?? EMPTY, isSet, markValue(mark));
}

const answer = (result: number, matches: Value): Outcome => ({
  value: map([
    ["result", number(result)],
    ["matches", matches],
  ]),
});

export const PHP_CALLS: HostCalls = {
  host: "PHP",
  unit: "utf-8",
  unset: "",
  rows: [
    {
      name: "preg_match",
      written: "preg_match($re, $text, $m)",
      *run(context) {
        const table = yield* context.asked.matches("first");
        return answer(Math.min(1, table.length), table.length === 0 ? list([]) : matchArray(context, table, 0, context.asked.marks("first")?.[0]));
      },
      remark: ({ program }) =>
        program.slots.length > 0
          ? "A group that did not take part is an empty string, and left out at the end; with PREG_UNMATCHED_AS_NULL it is null."
          : undefined,
    },
    {
      name: "preg_match_all",
      written: "preg_match_all($re, $text, $m)",
      *run({ asked, program, text, most }) {
        const table = yield* asked.matches("all");
        const column = (slot: number): Value => listOf(table.length, most, (match) => sliceOf(text, table.group(match, slot)) ?? EMPTY);
        return answer(
          table.length,
          array(program, table.groupCount + 1, column, () => true, marksValue(asked.marks("all")?.slice(0, most) ?? [])),
        );
      },
      remark: ({ program }) => (program.slots.length > 0 ? "There is one list for each group, over all matches." : undefined),
    },
    {
      name: "preg_match_all set",
      written: "preg_match_all($re, $text, $m, PREG_SET_ORDER)",
      *run(context) {
        const table = yield* context.asked.matches("all");
        const marks = context.asked.marks("all");
        return answer(
          table.length,
          listOf(table.length, context.most, (match) => matchArray(context, table, match, marks?.[match])),
        );
      },
    },
    {
      name: "preg_split",
      written: "preg_split($re, $text)",
      *run({ asked, text, most }) {
        const table = yield* asked.matches("all");
        const piece = (i: number): Value => {
          const start = i === 0 ? 0 : table.end(i - 1);
          return sliceOf(text, { start, end: i < table.length ? table.start(i) : text.length }) as Value;
        };
        return { value: listOf(table.length + 1, most, piece) };
      },
      remark: () => "Empty pieces are kept; with PREG_SPLIT_NO_EMPTY they are left out.",
    },
  ],
};
