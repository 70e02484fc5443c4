/**
 * The kinds of event that the backtracking machine makes. One event is one step; docs/step-model.md says when each
 * happens. The number of a kind is what a reel stores. And who is told of them.
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

/** An event in one number: its kind (5 bits), a bit that is explained below, and its instruction (26 bits). */
export const KIND_MASK = 0x1f;
/** The event cleared captures; or it is a match that is better than all candidates before. */
export const MARKED = 0x20;
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

/** Told of every event, if there is one. Arguments are numbers only, so that a call costs no allocation. */
export interface Recorder {
  /**
   * @param to text offset after the event; for a cut, the number of saved states still held
   * @param word kind and instruction, packed by `packEvent`
   * @param top step of the newest saved state still held, −1 where none is
   * @param saved number of saved states held after the event
   * @param attempt offset at which this attempt began
   */
  write(to: number, word: number, top: number, saved: number, attempt: number): void;
  /** The event just written also cleared captures; or it is a match that is better than all candidates before. */
  mark(): void;
  /** Called once, before the run, with the registers that the machine will work on. */
  watch(registers: Int32Array): void;
}

/** An event's kind and instruction in one number. */
export const packEvent = (kind: number, pc: number): number => (pc << PC_SHIFT) | kind;
