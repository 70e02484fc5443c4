/**
 * Rewriting: a text with what a template makes of its matches.
 *
 * How long the result will be is reckoned before a character of it is written, so that one which would be too large is
 * refused with its size.
 */
import type { MatchTable } from "../machine/matches.ts";
import { unknownKey } from "../unknown.ts";
import { makeChanges } from "./changes.ts";
import type { Template, TemplatePart } from "./template.ts";

/** A result longer than this is refused: 256 million characters are near what a host's string can hold, and a page's memory. */
export const MOST_REWRITTEN = 256 * 1024 * 1024;

/** Matches put in between two slices. */
const SLICE = 5_000;
/** And characters, where they are changed one by one. */
const CHANGED_SLICE = 500_000;

/** Which matches of a table are replaced: the first, or all; those in `but`, by number from 0, are left alone. */
export interface Scope {
  readonly first: boolean;
  readonly but?: ReadonlySet<number>;
}

/** A stretch of a replacement, as one part of the template makes it. */
export interface Piece {
  readonly part: TemplatePart;
  /** Half-open stretch of the sample that it was taken from; null where the text is the template's own. */
  readonly from: { readonly start: number; readonly end: number } | null;
  /** What is put in. */
  readonly text: string;
}

/** The numbers of the matches that are replaced, in the order of the text. */
export function* replaced(matches: MatchTable, { first, but }: Scope): Generator<number> {
  const count = first ? Math.min(1, matches.length) : matches.length;
  for (let match = 0; match < count; match++) if (!but?.has(match)) yield match;
}

/** What comes in the place of a match, part by part. */
export function piecesOf(template: Template, matches: MatchTable, match: number, text: string): Piece[] {
  const from = template.parts.map((part) => stretchOf(part, matches, match, text.length));
  const texts = textsOf(template, matches, match, text);
  return template.parts.map((part, i) => ({ part, from: from[i] as Piece["from"], text: texts[i] as string }));
}

function textsOf({ parts, changes }: Template, matches: MatchTable, match: number, text: string): string[] {
  const texts = parts.map((part) => {
    if (part.kind === "text") return part.text;
    const from = stretchOf(part, matches, match, text.length);
    return from ? text.slice(from.start, from.end) : "";
  });
  makeChanges(texts, changes);
  return texts;
}

function stretchOf(part: TemplatePart, matches: MatchTable, match: number, textLength: number): Piece["from"] {
  switch (part.kind) {
    case "text":
      return null;
    case "whole":
      return { start: matches.start(match), end: matches.end(match) };
    case "before":
      return { start: 0, end: matches.start(match) };
    case "after":
      return { start: matches.end(match), end: textLength };
    case "group":
      for (const slot of part.slots) {
        const held = matches.group(match, slot);
        if (held) return held;
      }
      return null;
    case "latest-group": {
      let latest: Piece["from"] = null;
      for (const slot of part.slots) {
        const held = matches.group(match, slot);
        if (held && (!latest || held.end > latest.end)) latest = held;
      }
      return latest;
    }
    default:
      return unknownKey(part);
  }
}

/** What comes in the place of a match; nothing is made for it but the text. */
export function replacementOf(template: Template, matches: MatchTable, match: number, text: string): string {
  if (template.changes.length > 0) return textsOf(template, matches, match, text).join("");
  let out = "";
  for (const part of template.parts) {
    if (part.kind === "text") out += part.text;
    else {
      const from = stretchOf(part, matches, match, text.length);
      if (from) out += text.slice(from.start, from.end);
    }
  }
  return out;
}

export interface Size {
  readonly replacements: number;
  /** Code units of the whole result. */
  readonly length: number;
}

/**
 * How long the result is; yields how many matches were reckoned. What a change does to a length is known when it has been
 * made; of a result that is too large without it it is not.
 */
export function* sizeOf(template: Template, matches: MatchTable, text: string, scope: Scope): Generator<number, Size> {
  // What the template itself puts in is the same for every match.
  const own = template.parts.reduce((sum, part) => sum + (part.kind === "text" ? part.text.length : 0), 0);
  const taken = template.parts.filter(({ kind }) => kind !== "text");
  let [replacements, length, changed] = [0, text.length, 0];
  for (const match of replaced(matches, scope)) {
    let put = own;
    for (const part of taken) {
      const from = stretchOf(part, matches, match, text.length);
      if (from) put += from.end - from.start;
    }
    if (template.changes.length > 0 && length + put <= MOST_REWRITTEN) {
      put = replacementOf(template, matches, match, text).length;
      changed += put;
    }
    length += put - (matches.end(match) - matches.start(match));
    replacements++;
    if (replacements % SLICE !== 0 && changed < CHANGED_SLICE) continue;
    changed = 0;
    yield replacements;
  }
  return { replacements, length };
}

export type Rewritten = Size & ({ readonly ok: true; readonly pieces: readonly string[] } | { readonly ok: false });

/** The text as it would be, in pieces to be put one behind the other; not `ok` where it would be longer than `MOST_REWRITTEN`. */
export function* rewriteSlices(template: Template, matches: MatchTable, text: string, scope: Scope): Generator<number, Rewritten> {
  const size = yield* sizeOf(template, matches, text, scope);
  if (size.length > MOST_REWRITTEN) return { ok: false, ...size };
  const pieces: string[] = [];
  let [at, written, changed] = [0, 0, 0];
  let piece = "";
  for (const match of replaced(matches, scope)) {
    const put = replacementOf(template, matches, match, text);
    piece += text.slice(at, matches.start(match)) + put;
    at = matches.end(match);
    if (template.changes.length > 0) changed += put.length;
    if (++written % SLICE !== 0 && changed < CHANGED_SLICE) continue;
    pieces.push(piece);
    [piece, changed] = ["", 0];
    yield written;
  }
  pieces.push(piece + text.slice(at));
  return { ok: true, pieces, ...size };
}
