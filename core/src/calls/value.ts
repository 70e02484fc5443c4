/** What a host's call returns, as a value that knows where in the sample it came from. */

import { hexOf, textOfBytes } from "../host/bytes.ts";
import { append } from "../lists.ts";
import type { Span } from "../text/span.ts";
import { unknownKey } from "../unknown.ts";

/** How a host gathers values. */
export type ListType = "list" | "tuple";
/** What a value with named fields is to its host. */
type RecordType = "match" | "group" | "map";

export type Value =
  /** A string; `from` is the stretch of the sample that it is, null where it is none. */
  | { readonly kind: "text"; readonly text: string; readonly from: Span | null }
  /** Bytes that are no UTF-8, each one code unit. */
  | { readonly kind: "bytes"; readonly bytes: string; readonly from: Span | null }
  /** What stands for a group that did not take part, or for no match at all. */
  | { readonly kind: "unset" }
  | { readonly kind: "nothing" }
  | { readonly kind: "truth"; readonly value: boolean }
  /** An offset or a count in the host's units; `at` is the same place in UTF-16 code units, null where it is no place. */
  | { readonly kind: "number"; readonly value: number; readonly at: number | null }
  /** `more` items are left out at the end. */
  | { readonly kind: "list"; readonly type: ListType; readonly items: readonly Value[]; readonly more: number }
  | { readonly kind: "record"; readonly type: RecordType; readonly fields: readonly (readonly [name: string, value: Value])[] };

export const UNSET: Value = { kind: "unset" };
export const NOTHING: Value = { kind: "nothing" };
export const truth = (value: boolean): Value => ({ kind: "truth", value });
export const number = (value: number, at: number | null = null): Value => ({ kind: "number", value, at });
export const list = (items: readonly Value[], type: ListType = "list", more = 0): Value => ({ kind: "list", type, items, more });
export const map = (fields: readonly (readonly [string, Value])[]): Value => ({ kind: "record", type: "map", fields });

/** The first so many of a list's items, and how many more there are. */
export function listOf(count: number, most: number, item: (index: number) => Value): Value {
  const shown = Math.min(count, most);
  return list(
    Array.from({ length: shown }, (_, i) => item(i)),
    "list",
    count - shown,
  );
}

/** The value with every text of bytes as what it spells; `at` finds the place of a byte in the sample. */
export function spelled(value: Value, at: (byte: number) => number): Value {
  switch (value.kind) {
    case "text": {
      const from = value.from && { start: at(value.from.start), end: at(value.from.end) };
      const text = textOfBytes(value.text);
      return text === undefined ? { kind: "bytes", bytes: value.text, from } : { ...value, text, from };
    }
    case "list":
      return { ...value, items: value.items.map((item) => spelled(item, at)) };
    case "record":
      return { ...value, fields: value.fields.map(([name, field]) => [textOfBytes(name) ?? name, spelled(field, at)] as const) };
    default:
      return value;
  }
}

/** Whether a group that did not take part is in it. */
export function holdsUnset(value: Value): boolean {
  const waiting: Value[] = [value];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    if (next.kind === "unset") return true;
    if (next.kind === "list") append(waiting, next.items);
    if (next.kind === "record")
      append(
        waiting,
        next.fields.map(([, field]) => field),
      );
  }
  return false;
}

export type Json = null | boolean | number | string | readonly Json[] | { readonly [name: string]: Json };

/** The value as JSON: what is not there is null, tuples are lists. */
export function jsonOf(value: Value): Json {
  switch (value.kind) {
    case "text":
      return value.text;
    case "bytes":
      return { bytes: hexOf(value.bytes) };
    case "unset":
    case "nothing":
      return null;
    case "truth":
    case "number":
      return value.value;
    case "list":
      return value.items.map(jsonOf);
    case "record":
      return Object.fromEntries(value.fields.map(([name, field]) => [name, jsonOf(field)]));
    default:
      return unknownKey(value);
  }
}
