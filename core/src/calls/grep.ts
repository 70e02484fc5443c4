/**
 * What GNU grep 3.8 prints with its everyday switches, read line by line. Offsets are bytes of UTF-8. A pattern of several
 * lines is several patterns; an empty match is no part.
 */
import { GREP_SWITCHES, type GrepDialect } from "../host/grep.ts";
import { inUnit } from "../host/units.ts";
import type { MatchTable } from "../machine/matches.ts";
import type { LinePart } from "../program/by-lines.ts";
import { linesOf } from "../text/lines.ts";
import type { CallsContext, HostCalls } from "./host.ts";
import { list, listOf, number, type Value } from "./value.ts";

interface Line {
  readonly start: number;
  readonly end: number;
  /** Counted from 1. */
  readonly number: number;
}

/** The lines in which something matches, or nothing does. */
function* selected({ asked, text }: CallsContext, part: LinePart, others = false): Generator<number, Line[]> {
  const table = yield* asked.matchesByLine(part);
  const lines: Line[] = [];
  let match = 0;
  for (const [index, { start, end }] of linesOf(text).entries()) {
    while (match < table.length && table.start(match) < start) match++;
    const found = match < table.length && table.start(match) <= end;
    if (found !== others) lines.push({ start, end, number: index + 1 });
  }
  return lines;
}

const lineText = (text: string, { start, end }: Omit<Line, "number">): Value => ({ kind: "text", text: text.slice(start, end), from: { start, end } });

/** The matches that are not empty. */
function* parts({ asked }: CallsContext): Generator<number, { readonly table: MatchTable; readonly rows: number[] }> {
  const table = yield* asked.matchesByLine("part");
  const rows: number[] = [];
  for (let row = 0; row < table.length; row++) if (table.end(row) > table.start(row)) rows.push(row);
  return { table, rows };
}

const lineRows = (part: LinePart, others = false) =>
  function* (context: CallsContext): Generator<number, { value: Value }> {
    const lines = yield* selected(context, part, others);
    return { value: listOf(lines.length, context.most, (i) => lineText(context.text, lines[i] as Line)) };
  };

/** The calls of grep for one kind of pattern. */
export function grepCalls(dialect: GrepDialect): HostCalls {
  const written = (switches: string): string => `grep ${GREP_SWITCHES[dialect]}${switches === "" ? "" : ` ${switches}`} -e "$pattern" file`;
  return {
    host: "grep",
    unit: "utf-8",
    unset: "",
    rows: [
      { name: "grep", written: written(""), run: lineRows("part") },
      {
        name: "grep -n",
        written: written("-n"),
        *run(context) {
          const lines = yield* selected(context, "part");
          return { value: listOf(lines.length, context.most, (i) => list([number((lines[i] as Line).number), lineText(context.text, lines[i] as Line)])) };
        },
      },
      {
        name: "grep -c",
        written: written("-c"),
        *run(context) {
          return { value: number((yield* selected(context, "part")).length) };
        },
        remark: () => "It counts lines, not matches.",
      },
      { name: "grep -v", written: written("-v"), run: lineRows("part", true) },
      {
        name: "grep -o",
        written: written("-o"),
        *run(context) {
          const { table, rows } = yield* parts(context);
          return { value: listOf(rows.length, context.most, (i) => lineText(context.text, spanOf(table, rows[i] as number))) };
        },
        remark: () => "Empty matches are left out.",
      },
      {
        name: "grep -bo",
        written: written("-bo"),
        *run(context) {
          const { table, rows } = yield* parts(context);
          const unit = inUnit(context.text, "utf-8");
          return {
            value: listOf(rows.length, context.most, (i) => {
              const span = spanOf(table, rows[i] as number);
              return list([number(unit(span.start), span.start), lineText(context.text, span)]);
            }),
          };
        },
      },
      { name: "grep -x", written: written("-x"), run: lineRows("line") },
      { name: "grep -w", written: written("-w"), run: lineRows("word"), remark: () => "No word character stands before the match or behind it." },
    ],
  };
}

const spanOf = (table: MatchTable, row: number) => ({ start: table.start(row), end: table.end(row) });
