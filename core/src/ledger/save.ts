/**
 * The ledger as a file or as text: CSV by RFC 4180, JSON, and lines with tabs for pasting. Offsets are UTF-16 code
 * units, half-open; lines and columns count from 1.
 */
import type { MatchTable } from "../machine/matches.ts";
import type { Slot } from "../syntax/tree.ts";
import { csvField as field, harmless, quoted } from "../text/csv.ts";
import { lineColumn, lineStarts } from "../text/visible.ts";

export interface LedgerSource {
  readonly table: MatchTable;
  readonly text: string;
  /** The slots of the matches. */
  readonly groups: readonly Slot[];
  /** Numbers of the matches that are written, from 0; all where it is left out. */
  readonly only?: Int32Array | null;
  /** In CSV: a text that a spreadsheet would run as a formula gets an apostrophe before it, which spreadsheets do not show. */
  readonly harmless?: boolean;
}

/** Forms that a ledger is saved in. */
export const LEDGER_FORMS = {
  csv: { name: "CSV", type: "text/csv", write: csv },
  json: { name: "JSON", type: "application/json", write: json },
  text: { name: "text", type: "text/plain", write: lines },
} as const;
export type LedgerForm = keyof typeof LEDGER_FORMS;

/** Matches written between two pieces. */
const PIECE = 2_000;

/** The ledger in pieces, to be put one behind the other. */
export function* saveLedger(form: LedgerForm, source: LedgerSource): Generator<string, void> {
  yield* LEDGER_FORMS[form].write(source);
}

interface Row {
  readonly match: number;
  readonly start: number;
  readonly end: number;
  readonly line: number;
  readonly column: number;
  readonly text: string;
  /** Null where the group is not set. */
  readonly groups: readonly ({ readonly start: number; readonly end: number; readonly text: string } | null)[];
}

function* rowsOf({ table, text, groups, only = null }: LedgerSource): Generator<Row> {
  const starts = lineStarts(text);
  for (let i = 0; i < (only?.length ?? table.length); i++) {
    const match = only?.[i] ?? i;
    const [start, end] = [table.start(match), table.end(match)];
    yield {
      match: match + 1,
      start,
      end,
      ...lineColumn(starts, start),
      text: text.slice(start, end),
      groups: groups.map((_, slot) => {
        const span = table.group(match, slot + 1);
        return span && { ...span, text: text.slice(span.start, span.end) };
      }),
    };
  }
}

function* inPieces(rows: Generator<Row>, write: (row: Row) => string): Generator<string, void> {
  let piece: string[] = [];
  for (const row of rows) {
    piece.push(write(row));
    if (piece.length < PIECE) continue;
    yield piece.join("");
    piece = [];
  }
  yield piece.join("");
}

const nameOf = ({ number, name }: LedgerSource["groups"][number]): string => name ?? String(number);

function* csv(source: LedgerSource): Generator<string, void> {
  const cell = (text: string): string => quoted(source.harmless ? harmless(text) : text);
  const columns = source.groups.flatMap((group) => [`${nameOf(group)} start`, `${nameOf(group)} end`, nameOf(group)]);
  yield `${["match", "start", "end", "line", "column", "length", "text", ...columns].map(field).join(",")}\r\n`;
  yield* inPieces(rowsOf(source), ({ match, start, end, line, column, text, groups }) => {
    const own = groups.flatMap((group) => (group ? [group.start, group.end, cell(group.text)] : ["", "", ""]));
    return `${[match, start, end, line, column, end - start, cell(text), ...own].join(",")}\r\n`;
  });
}

function* json(source: LedgerSource): Generator<string, void> {
  yield "[";
  let first = true;
  yield* inPieces(rowsOf(source), ({ groups, ...row }) => {
    const own = groups.map((group, i) => {
      const { number, name } = source.groups[i] as LedgerSource["groups"][number];
      return { number, ...(name === null ? {} : { name }), ...(group ?? { notSet: true }) };
    });
    const line = `${first ? "" : ","}\n  ${JSON.stringify({ ...row, groups: own })}`;
    first = false;
    return line;
  });
  yield "\n]\n";
}

/** One match a line: its text and its groups, tabs between them; tabs and line ends within are written as escapes. */
function* lines(source: LedgerSource): Generator<string, void> {
  const plain = (text: string) => ESCAPES.reduce((plainer, [character, written]) => plainer.replaceAll(character, written), text);
  yield* inPieces(rowsOf(source), ({ text, groups }) => `${[text, ...groups.map((group) => group?.text ?? "")].map(plain).join("\t")}\n`);
}

/** The backslash first: the others bring one. */
const ESCAPES: readonly (readonly [character: string, written: string])[] = [
  ["\\", "\\\\"],
  ["\t", "\\t"],
  ["\n", "\\n"],
  ["\r", "\\r"],
];
