/**
 * The kinds of event that the backtracking machine makes. One event is one step; docs/step-model.md says when each
 * happens. The number of a kind is what a reel stores.
 */
export const EVENT_KINDS = [
  "attempt",
  "consume",
  "hold",
  "mismatch",
  "save",
  "resume",
  "open",
  "close",
  "loop",
  "enter",
  "leave",
  "cut",
  "match",
  "give-up",
  "call",
  "return",
  "verb",
] as const;

export type EventKind = (typeof EVENT_KINDS)[number];

/** An event in one number: its kind (5 bits), whether it cleared captures (1 bit), and its instruction (26 bits). */
export const KIND_MASK = 0x1f;
export const CLEARED = 0x20;
export const PC_SHIFT = 6;
export const PC_MASK = 0x3ffffff;

/** The numbers of the kinds, for the machine's loop. */
export const Kind = {
  Attempt: 0,
  Consume: 1,
  Hold: 2,
  Mismatch: 3,
  Save: 4,
  Resume: 5,
  Open: 6,
  Close: 7,
  Loop: 8,
  Enter: 9,
  Leave: 10,
  Cut: 11,
  Match: 12,
  GiveUp: 13,
  Call: 14,
  Return: 15,
  Verb: 16,
} as const;
