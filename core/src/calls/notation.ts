/** Values as a host's language writes them, in pieces that say where in the sample each came from. */
import type { DialectName } from "../dialect/dialect.ts";
import { hexOf } from "../host/bytes.ts";
import { csharpString, javaString, javascriptString, perlString, phpString, pythonRepr } from "../host/strings.ts";
import { isNumber } from "../text/characters.ts";
import type { Span } from "../text/span.ts";
import { unknownKey } from "../unknown.ts";
import type { ListType, Value } from "./value.ts";

export interface WrittenPiece {
  readonly text: string;
  /** The stretch of the sample that the piece is, or the place; null where it is neither. */
  readonly from: Span | null;
}

type Fields = ReadonlyMap<string, Value>;

interface Notation {
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

const field = (fields: Fields, name: string): Value => {
  const value = fields.get(name);
  if (!value) throw new RangeError(`A match has no field “${name}”.`);
  return value;
};

const commaed = (values: readonly Value[]): (string | Value)[] => values.flatMap((value, i) => (i === 0 ? [value] : [", ", value]));
const itemsOf = (value: Value): readonly Value[] => (value.kind === "list" ? value.items : []);

const NOTATIONS: Partial<Record<DialectName, Notation>> = {
  ecmascript: {
    text: javascriptString,
    unset: "undefined",
    nothing: "null",
    truths: ["false", "true"],
    lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
    map: ["{ ", " }", (name) => `${name}: `],
    match: (fields) => {
      const groups = field(fields, "groups");
      return [
        "[",
        ...commaed(itemsOf(field(fields, "values"))),
        ", index: ",
        field(fields, "index"),
        ", groups: ",
        groups.kind === "nothing" ? ({ kind: "unset" } as const) : groups,
        "]",
      ];
    },
  },
  python: {
    text: pythonRepr,
    unset: "None",
    nothing: "None",
    truths: ["False", "True"],
    lists: { list: ["[", "]", ""], tuple: ["(", ")", ","] },
    map: ["{", "}", (name) => `${pythonRepr(name)}: `],
    match: (fields) => {
      const values = itemsOf(field(fields, "values"));
      const groups = values.slice(1);
      const named = field(fields, "groupdict");
      return [
        "<re.Match object; span=",
        field(fields, "span"),
        ", match=",
        values[0] as Value,
        ">",
        ...(groups.length > 0 ? [" .groups() ", { kind: "list", type: "tuple", items: groups, more: 0 } as const] : []),
        ...(named.kind === "record" && named.fields.length > 0 ? [" .groupdict() ", named] : []),
      ];
    },
  },
  perl: {
    text: perlString,
    unset: "undef",
    nothing: "undef",
    truths: ["''", "1"],
    lists: { list: ["(", ")", ""], tuple: ["(", ")", ""] },
    map: ["{ ", " }", (name) => `${name} => `],
    match: (fields) => {
      const [whole, ...groups] = itemsOf(field(fields, "values"));
      const held = groups.length > 0 ? [", groups ", { kind: "list", type: "list", items: groups, more: 0 } as const] : [];
      return ["$-[0] ", field(fields, "start"), ", $+[0] ", field(fields, "end"), ", ", whole as Value, ...held];
    },
  },
  pcre: {
    text: phpString,
    bytes: (bytes) => `"${Array.from(bytes, (byte) => `\\x${hexOf(byte)}`).join("")}"`,
    unset: "null",
    nothing: "null",
    truths: ["false", "true"],
    lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
    map: ["[", "]", (name) => `${isNumber(name) ? name : phpString(name)} => `],
    match: () => [],
  },
  dotnet: {
    text: csharpString,
    unset: "null",
    nothing: "Success False",
    truths: ["False", "True"],
    lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
    map: ["{ ", " }", (name) => `${name} `],
    match: (fields) => {
      const groups = itemsOf(field(fields, "groups")).slice(1);
      const named = groups.length > 0 ? [", Groups ", { kind: "list", type: "tuple", items: groups, more: 0 } as const] : [];
      return ["Index ", field(fields, "index"), ", Length ", field(fields, "length"), ", ", field(fields, "value"), ...named];
    },
    group: (fields) => {
      const name = field(fields, "name");
      const captures = itemsOf(field(fields, "captures")).map((each) => (each.kind === "record" ? field(new Map(each.fields), "value") : each));
      const label = name.kind === "text" ? `${name.text}: ` : "";
      if (captures.length === 0) return [`${label}Success False`];
      const all = captures.length > 1 ? [" of ", { kind: "list", type: "tuple", items: captures, more: 0 } as const] : [];
      return [label, field(fields, "value"), ...all];
    },
  },
  java: {
    text: javaString,
    unset: "null",
    nothing: "null",
    truths: ["false", "true"],
    lists: { list: ["[", "]", ""], tuple: ["[", "]", ""] },
    map: ["{", "}", (name) => `${name}=`],
    match: (fields) => {
      const [whole, ...groups] = itemsOf(field(fields, "values"));
      const named = groups.length > 0 ? [", groups ", { kind: "list", type: "list", items: groups, more: 0 } as const] : [];
      return ["start ", field(fields, "start"), ", end ", field(fields, "end"), ", ", whole as Value, ...named];
    },
  },
};

/** Writes a value. Throws a RangeError where the host's way of writing is not known. */
export function written(value: Value, dialect: DialectName): WrittenPiece[] {
  const notation = NOTATIONS[dialect];
  if (!notation) throw new RangeError(`Values of ${dialect} are not written.`);
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
