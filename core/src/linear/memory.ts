/** What the automata of the linear machine and its kernel share: where things lie in the memory, and what the numbers there mean. */

// Where things lie in the memory, in bytes.
export const CONTROL = 0;
/** Symbols of all code units, two bytes each. */
export const CLASSES = 0x400;
/** By symbol of the character behind: the row where a search starts, four bytes each. */
export const STARTS = 0x24000;
/** By state: which ASCII characters leave it, and which matter after those, each as two tables of nibbles. */
export const SKIPS = 0x64000;
export const SKIP_BYTES = 64;
export const TABLES = [0x80000, 0x480000] as const;
/** Entries of a table. */
export const TABLE_ENTRIES = 1 << 20;
export const TEXT = 0x880000;
/** Code units of a window: it stays in the processor's second cache. */
export const WINDOW = 0x10000;
/** Bits of the lookarounds at the offsets of the window, its end included. */
export const HELD = TEXT + 2 * WINDOW + 64;
/** UTF-8 of a window, three bytes a unit at most: read as it is where it is ASCII, else made Latin in its place, or UTF-16. */
export const UTF8 = HELD + WINDOW + 64;
const PAGE = 0x10000;
export const PAGES = Math.ceil((UTF8 + 3 * WINDOW) / PAGE) + 1;

/** States that can be skipped through are among the first of an automaton. */
export const MAX_SKIPPED_STATES = (TABLES[0] - SKIPS) / SKIP_BYTES;
/** Symbols have to fit the table of starts. */
export const MAX_SYMBOLS = (SKIPS - STARTS) / 4;

export const ASCII = 0x80;
export const LATIN = 0x100;
export const UNITS = 0x10000;
/** An offset that is in no window: what was found lies before it. */
export const NOT_HERE = 0x7fffff;

/** A symbol that no automaton has: the character has to be read with the one after it. */
export const WIDE = 0xffff;

/** Why a kernel stopped: `Full` where there is no room for what it finds. */
export const Stop = { Bound: 0, Dead: 1, Unknown: 2, Wide: 3, Full: 4 } as const;

/** Results, in the control block. */
export const Result = { at: CONTROL, row: CONTROL + 4, end: CONTROL + 8, count: CONTROL + 12 } as const;

export type Width = 1 | 2;

/** Flags of a transition: the state before matched here; nothing is alive any more. */
export const MATCHED = 1;
export const DEAD = 2;
/** The state that it leads to stays as it is on most characters: a flag of the row itself. */
export const SKIPS_ROW = 4;
/** The state only waits for an attempt, and attempts come to nothing but where the text that they begin with stands. */
export const WAITS_ROW = 8;
export const FLAGS = 15;
/** Where the tables of automata lie, for a kernel to read. */
export interface AutomatonMemory {
  /** The room for the table of transitions: along the text (0), or against it (1). */
  table(which: 0 | 1): Int32Array<ArrayBuffer>;
  /** Tells which ASCII characters leave a state, and which after one of those do not lead where they lead from it. */
  setSkip(state: number, leaves: (character: number) => boolean, matters: (character: number) => boolean): void;
}

/** Writes the tables of nibbles by which a state is skipped through. */
export function writeSkip(buffer: ArrayBuffer, state: number, leaves: (character: number) => boolean, matters: (character: number) => boolean): void {
  [leaves, matters].forEach((holds, i) => {
    const tables = new Uint8Array(buffer, SKIPS + state * SKIP_BYTES + 32 * i, 32).fill(0);
    for (let c = 0; c < ASCII; c++) if (holds(c)) tables[c & 15] = (tables[c & 15] as number) | (1 << (c >> 4));
    for (let high = 0; high < 8; high++) tables[16 + high] = 1 << high;
  });
}

/** What is left of a transition without its flags is where the row of its state begins. */
export const ROW = ~FLAGS;
