/** A text and where in a source each character of it is written: through escapes, and through pieces that were joined. */
import type { Span } from "./span.ts";

/**
 * A stretch of a text of `length` code units, written in the source from `start` to `end`. Where both are of the same
 * length they are the same, unit by unit; else the source has an escape there.
 */
export interface MappedPiece extends Span {
  readonly length: number;
}

export interface Mapped {
  readonly value: string;
  /** In the order of the value; their lengths add up to its length. */
  readonly pieces: readonly MappedPiece[];
}

const isUnitByUnit = ({ length, start, end }: MappedPiece): boolean => end - start === length;

/** Puts pieces together, and joins those that follow one another unit by unit. */
export class MappedText implements Mapped {
  value = "";
  readonly pieces: MappedPiece[] = [];

  /** A stretch that stands in the source as it is, from `start`. */
  asWritten(value: string, start: number): this {
    return this.escaped(value, { start, end: start + value.length });
  }

  /** What the span of the source stands for. */
  escaped(value: string, { start, end }: Span): this {
    if (value === "") return this;
    const piece = { length: value.length, start, end };
    const last = this.pieces.at(-1);
    if (last && last.end === start && isUnitByUnit(last) && isUnitByUnit(piece)) {
      this.pieces[this.pieces.length - 1] = { length: last.length + piece.length, start: last.start, end };
    } else this.pieces.push(piece);
    this.value += value;
    return this;
  }

  append(other: Mapped): this {
    let at = 0;
    for (const piece of other.pieces) {
      this.escaped(other.value.slice(at, at + piece.length), piece);
      at += piece.length;
    }
    return this;
  }
}

/** A part of a mapped text, from one offset in its value to another. */
export function slicedMap({ value, pieces }: Mapped, from: number, to: number): Mapped {
  const made = new MappedText();
  let at = 0;
  for (const piece of pieces) {
    const [start, end] = [Math.max(from, at), Math.min(to, at + piece.length)];
    if (start < end) {
      const text = value.slice(start, end);
      if (isUnitByUnit(piece)) made.asWritten(text, piece.start + start - at);
      else made.escaped(text, piece);
    }
    at += piece.length;
  }
  return made;
}

/** The same with a line feed for each CR LF of the source, as languages read those; an escape stays what it is. */
export function withLineFeeds(text: Mapped): Mapped {
  if (!text.value.includes("\r\n")) return text;
  const made = new MappedText();
  let at = 0;
  for (const piece of text.pieces) {
    const part = slicedMap(text, at, at + piece.length);
    at += piece.length;
    let from = 0;
    for (let end = part.value.indexOf("\r\n"); isUnitByUnit(piece) && end >= 0; end = part.value.indexOf("\r\n", from)) {
      made.append(slicedMap(part, from, end)).escaped("\n", { start: piece.start + end, end: piece.start + end + 2 });
      from = end + 2;
    }
    made.append(slicedMap(part, from, piece.length));
  }
  return made;
}

/**
 * Where a span of the value is written, as one span of the source; undefined where its characters stand in the source
 * in another order, so that no one span holds them. An empty span is written behind what stands before it, or before
 * what follows.
 */
export function writtenSpan(text: Mapped, { start, end }: Span): Span | undefined {
  if (start === end) {
    const after = slicedMap(text, start - 1, start).pieces[0]?.end;
    const at = after ?? slicedMap(text, start, start + 1).pieces[0]?.start;
    return at === undefined ? undefined : { start: at, end: at };
  }
  const { pieces } = slicedMap(text, start, end);
  const [first, last] = [pieces[0], pieces.at(-1)];
  if (!first || !last || pieces.some((piece, i) => i > 0 && piece.start < (pieces[i - 1] as MappedPiece).end)) return undefined;
  return { start: first.start, end: last.end };
}

/** The span of the value that is written where the source has this offset; undefined where none is. */
export function valueAt({ pieces }: Mapped, offset: number): Span | undefined {
  let at = 0;
  for (const piece of pieces) {
    if (offset >= piece.start && offset < piece.end) {
      const start = isUnitByUnit(piece) ? at + offset - piece.start : at;
      return { start, end: isUnitByUnit(piece) ? start + 1 : at + piece.length };
    }
    at += piece.length;
  }
  return undefined;
}
