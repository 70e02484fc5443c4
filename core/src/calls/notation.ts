/** Values as a host's language writes them, in pieces that say where in the sample each came from. */
import { hexOf } from "../host/bytes.ts";
import type { Span } from "../text/span.ts";
import { unknownKey } from "../unknown.ts";
import type { ListType, Value } from "./value.ts";

export interface WrittenPiece {
  readonly text: string;
  /** The stretch of the sample that the piece is, or the place; null where it is neither. */
  readonly from: Span | null;
}

export type Fields = ReadonlyMap<string, Value>;

/** How values are written in the language of a host. */
export interface Notation {
  readonly text: (text: string) => string;
  /** Bytes that are no text. */
  readonly bytes?: (bytes: string) => string;
  readonly unset: string;
  readonly nothing: string;
  readonly truths: readonly [no: string, yes: string];
  /** Marks around a list, and what follows the only item of one. */
  readonly lists: Readonly<Record<ListType, readonly [open: string, close: string, lone: string]>>;
  /** Marks around named values, how a name is written, and what stands behind it. */
  readonly map: readonly [open: string, close: string, name: (name: string) => string];
  /** A match: texts as they are, and the names of fields. */
  readonly match: (fields: Fields) => readonly (string | Value)[];
  /** A group of a match, where it has fields of its own. */
  readonly group?: (fields: Fields) => readonly (string | Value)[];
}

/** Strings that are longer are cut where they are shown. */
const LONGEST_SHOWN = 200;

export const field = (fields: Fields, name: string): Value => {
  const value = fields.get(name);
  if (!value) throw new RangeError(`A match has no field “${name}”.`);
  return value;
};

export const commaed = (values: readonly Value[]): (string | Value)[] => values.flatMap((value, i) => (i === 0 ? [value] : [", ", value]));
/** A list with words before it; nothing where it would be empty. */
export const listedAfter = (words: string, type: ListType, items: readonly Value[]): (string | Value)[] =>
  items.length === 0 ? [] : [words, { kind: "list", type, items, more: 0 }];
export const itemsOf = (value: Value): readonly Value[] => (value.kind === "list" ? value.items : []);

/** A value as the notation writes it. */
export function written(value: Value, notation: Notation): WrittenPiece[] {
  const pieces: WrittenPiece[] = [];
  const waiting: (string | Value)[] = [value];
  const plain = (text: string, from: Span | null = null): void => void pieces.push({ text, from });
  for (let next = waiting.pop(); next !== undefined; next = waiting.pop()) {
    if (typeof next === "string") plain(next);
    else {
      const parts = writeOne(next, notation, plain);
      for (let i = parts.length - 1; i >= 0; i--) waiting.push(parts[i] as string | Value);
    }
  }
  return joined(pieces);
}

/** Writes what is no gathering of values; hands back the parts of one that is. */
function writeOne(value: Value, notation: Notation, plain: (text: string, from?: Span | null) => void): readonly (string | Value)[] {
  switch (value.kind) {
    case "text": {
      const cut = value.text.length > LONGEST_SHOWN;
      plain(notation.text(cut ? `${value.text.slice(0, LONGEST_SHOWN)}…` : value.text), value.from);
      return [];
    }
    case "number":
      plain(String(value.value), value.at === null ? null : { start: value.at, end: value.at });
      return [];
    case "bytes":
      plain(notation.bytes?.(value.bytes) ?? hexOf(value.bytes), value.from);
      return [];
    case "unset":
      plain(notation.unset);
      return [];
    case "nothing":
      plain(notation.nothing);
      return [];
    case "truth":
      plain(notation.truths[value.value ? 1 : 0]);
      return [];
    case "list": {
      const [open, close, lone] = notation.lists[value.type];
      const { items, more } = value;
      // A list of lists, or of matches, has a line for each.
      if (items.length > 1 && items.some(({ kind }) => kind === "list" || kind === "record") && value.type === "list") {
        return [open, ...items.flatMap((item) => ["\n  ", item, ","]), more > 0 ? `\n  … ${more} more` : "", "\n", close];
      }
      return [open, ...commaed(items), items.length === 1 ? lone : "", more > 0 ? `, … ${more} more` : "", close];
    }
    case "record": {
      if (value.type === "match") return notation.match(new Map(value.fields));
      if (value.type === "group" && notation.group) return notation.group(new Map(value.fields));
      const [open, close, name] = notation.map;
      return [open, ...value.fields.flatMap(([key, inner], i) => [i === 0 ? name(key) : `, ${name(key)}`, inner]), close];
    }
    default:
      return unknownKey(value);
  }
}

/** Neighbours without a place in the sample are one piece. */
function joined(pieces: readonly WrittenPiece[]): WrittenPiece[] {
  const out: WrittenPiece[] = [];
  for (const piece of pieces) {
    const last = out.at(-1);
    if (last && !last.from && !piece.from) out[out.length - 1] = { text: last.text + piece.text, from: null };
    else if (piece.text !== "") out.push(piece);
  }
  return out;
}
