/** What JavaScript's calls return: ECMA-262 (2025) §22.2.6 and §22.1.3. Each is made on a fresh object. */
import type { MatchTable } from "../machine/matches.ts";
import type { Program } from "../program/program.ts";
import { sliceOf, slotNames } from "./captures.ts";
import type { CallsContext, HostCalls, Outcome } from "./host.ts";
import { list, listOf, map, NOTHING, number, truth, UNSET, type Value } from "./value.ts";

const NOT_FOUND = -1;

const isGlobal = (flags: string): boolean => flags.includes("g");
const isSticky = (flags: string): boolean => flags.includes("y");
const keepsPlace = (flags: string): boolean => isGlobal(flags) || isSticky(flags);
const flagsOf = ({ program }: CallsContext): string => program.source.flags;

/** A match array: the whole and its groups, where it begins, and its groups by name. */
function matchArray(program: Program, text: string, table: MatchTable, match: number): Value {
  const held = (slot: number): Value => sliceOf(text, table.group(match, slot)) ?? UNSET;
  const names = slotNames(program);
  const byName = names.map(([name, slots]) => [name, held(slots.find((slot) => table.group(match, slot)) ?? (slots[0] as number))] as const);
  return {
    kind: "record",
    type: "match",
    fields: [
      ["values", list(Array.from({ length: table.groupCount + 1 }, (_, slot) => held(slot)))],
      ["index", number(table.start(match), table.start(match))],
      ["groups", names.length > 0 ? map(byName) : NOTHING],
    ],
  };
}

function* first({ asked, program, text }: CallsContext): Generator<number, Value> {
  const table = yield* asked.matches("first");
  return table.length > 0 ? matchArray(program, text, table, 0) : NOTHING;
}

function* every({ asked, program, text, most }: CallsContext): Generator<number, Value> {
  const table = yield* asked.matches("all");
  return listOf(table.length, most, (match) => matchArray(program, text, table, match));
}

function* strings({ asked, text, most }: CallsContext): Generator<number, Value> {
  const table = yield* asked.matches("all");
  return table.length > 0 ? listOf(table.length, most, (match) => sliceOf(text, table.group(match, 0)) as Value) : NOTHING;
}

/** RegExp.prototype[Symbol.split]: it asks at every place by itself, so the flag y does not count, nor a match that is empty where the last one ended. */
function* split({ asked, text, most }: CallsContext): Generator<number, Value> {
  const table = yield* asked.matches("all", "y");
  if (text === "") return table.length > 0 ? list([]) : list([sliceOf(text, { start: 0, end: 0 }) as Value]);
  const items: (() => Value)[] = [];
  let from = 0;
  const cut = (start: number, end: number): void => void items.push(() => sliceOf(text, { start, end }) as Value);
  for (let match = 0; match < table.length; match++) {
    if (table.start(match) >= text.length || table.end(match) === from) continue;
    cut(from, table.start(match));
    for (let slot = 1; slot <= table.groupCount; slot++) items.push(() => sliceOf(text, table.group(match, slot)) ?? UNSET);
    from = table.end(match);
  }
  cut(from, text.length);
  return listOf(items.length, most, (i) => (items[i] as () => Value)());
}

function* valued(value: Generator<number, Value>): Generator<number, Outcome> {
  return { value: yield* value };
}

const groupsCount = ({ program }: CallsContext): number => program.slots.length;
const isNothing = (outcome: Outcome): boolean => "value" in outcome && outcome.value.kind === "nothing";

export const ECMASCRIPT_CALLS: HostCalls = {
  host: "JavaScript",
  unit: "utf-16",
  unset: "A group that did not take part is undefined.",
  rows: [
    {
      name: "test",
      written: "re.test(text)",
      *run({ asked }) {
        return { value: truth((yield* asked.matches("first")).length > 0) };
      },
      remark: (context) =>
        keepsPlace(flagsOf(context))
          ? `With the flag ${isGlobal(flagsOf(context)) ? "g" : "y"} the object keeps its place: asked again, it goes on from lastIndex, and can say false.`
          : undefined,
    },
    {
      name: "exec",
      written: "re.exec(text)",
      run: (context) => valued(first(context)),
      remark: (context, outcome) =>
        isNothing(outcome)
          ? "Where nothing matches it is null: take no property of it before you have looked."
          : keepsPlace(flagsOf(context))
            ? "Asked again, the same object goes on from lastIndex."
            : undefined,
    },
    {
      name: "exec loop",
      written: "while ((m = re.exec(text)) !== null) …",
      fits: keepsPlace,
      run: (context) => (keepsPlace(flagsOf(context)) ? valued(every(context)) : neverEnds()),
    },
    {
      name: "match",
      written: "text.match(re)",
      run: (context) => valued(isGlobal(flagsOf(context)) ? strings(context) : first(context)),
      remark: (context, outcome) => {
        if (!isGlobal(flagsOf(context))) return "Without the flag g it gives the first match, as exec does.";
        if (isNothing(outcome)) return "Where nothing matches it is null, no empty list.";
        return groupsCount(context) > 0 ? "With the flag g it gives whole matches: the groups are lost. matchAll has them." : undefined;
      },
    },
    {
      name: "matchAll",
      written: "[...text.matchAll(re)]",
      fits: isGlobal,
      *run(context) {
        if (!isGlobal(flagsOf(context))) return { error: "TypeError: String.prototype.matchAll called with a non-global RegExp argument" };
        return { value: yield* every(context) };
      },
      remark: (context) => (isGlobal(flagsOf(context)) ? undefined : "It asks for the flag g."),
    },
    {
      name: "search",
      written: "text.search(re)",
      *run({ asked }) {
        const table = yield* asked.matches("first");
        return { value: table.length > 0 ? number(table.start(0), table.start(0)) : number(NOT_FOUND) };
      },
      remark: (_, outcome) =>
        "value" in outcome && outcome.value.kind === "number" && outcome.value.value === NOT_FOUND
          ? "Where nothing matches it is -1, which counts as true."
          : undefined,
    },
    {
      name: "split",
      written: "text.split(re)",
      run: (context) => valued(split(context)),
      remark: (context) => (groupsCount(context) > 0 ? "What the groups hold stands between the pieces. A group “(?:…)” leaves it out." : undefined),
    },
  ],
};

// biome-ignore lint/correctness/useYield: it is one of the calls, which are generators.
function* neverEnds(): Generator<number, Outcome> {
  return { error: "Without the flag g or y it never ends: each call begins at 0 again." };
}
