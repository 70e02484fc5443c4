/** Names of groups: how they are written, and which groups may share one. */
import type { Reader } from "../reading/reader.ts";

/** Reads a name up to its end mark, which is passed; undefined where it is none, and then the reading place is behind what could be read. */
export function readName(reader: Reader, end: string, braced = false): string | undefined {
  const blanks = braced && reader.dialect.syntax.quantifiers.blanks === true;
  if (blanks) reader.takeBlanks();
  let name = "";
  while (!reader.ended) {
    const ends = blanks && name !== "" && reader.takeBlanks() !== "";
    if (reader.pass(end)) return name === "" ? undefined : name;
    if (ends) return undefined;
    const codePoint = nameCharacter(reader, name === "");
    if (codePoint === undefined) return undefined;
    name += String.fromCodePoint(codePoint);
  }
  return undefined;
}

/** One character of a name, passed only where the name may go on with it. */
function nameCharacter(reader: Reader, first: boolean): number | undefined {
  const { starts, continues, escapes } = reader.dialect.syntax.names;
  const start = reader.at;
  reader.settle();
  const escaped = escapes && reader.pass("\\u");
  const codePoint = escaped ? reader.unicodeEscape(true) : reader.pattern.codePointAt(reader.at);
  if (codePoint === undefined || !(first ? starts : continues)(codePoint, reader.options)) {
    reader.at = start;
    return undefined;
  }
  if (!escaped) reader.at += codePoint > 0xffff ? 2 : 1;
  return codePoint;
}

/**
 * Where something stands among the alternatives around it: one alternative of a bracket, inside one alternative of the
 * bracket around that, and so on outwards. Two places of one bracket share their `bracket`, not their `Place`.
 */
export interface Place {
  readonly bracket: object;
  readonly outer: Place | null;
}

interface Known {
  readonly numbers: number[];
  /** The same numbers, to be asked for one: thousands of groups may share a name. */
  readonly held: Set<number>;
  readonly first: Place;
  /** Alternatives that hold a group of this name, and their brackets; made when a second one comes. */
  marked: Set<object> | undefined;
}

/** The named groups of a pattern. */
export class NameTable {
  private readonly known = new Map<string, Known>();

  numbers(name: string): readonly number[] | undefined {
    return this.known.get(name)?.numbers;
  }

  holds(name: string, number: number): boolean {
    return this.known.get(name)?.held.has(number) ?? false;
  }

  /**
   * Adds a group; false where another of this name can take part in the same match (ECMA-262 MightBothParticipate).
   * Of all groups of the name it is enough to look at the innermost alternative or bracket shared with any of them:
   * those further out have been told apart before.
   */
  add(name: string, number: number, place: Place): boolean {
    const known = this.known.get(name);
    if (!known) {
      this.known.set(name, { numbers: [number], held: new Set([number]), first: place, marked: undefined });
      return true;
    }
    known.numbers.push(number);
    known.held.add(number);
    if (!known.marked) {
      known.marked = new Set();
      mark(known.marked, known.first);
    }
    let at: Place | null = place;
    while (at && !known.marked.has(at) && !known.marked.has(at.bracket)) at = at.outer;
    const together = at !== null && known.marked.has(at);
    mark(known.marked, place);
    return !together;
  }
}

function mark(marked: Set<object>, place: Place): void {
  for (let at: Place | null = place; at && !marked.has(at); at = at.outer) marked.add(at).add(at.bracket);
}
