/** A stretch of a text: `start` and `end` are offsets in UTF-16 code units, half-open. */
export interface Span {
  readonly start: number;
  readonly end: number;
}
