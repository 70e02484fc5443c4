/**
 * Winding a reel to the next event of some kind, either way. Blocks that cannot hold what is sought are passed over,
 * so that a search through ten million events takes a fraction of a second at worst.
 */
import { Kind } from "../machine/events.ts";
import type { Span } from "../syntax/tree.ts";
import { BLOCK } from "./blocks.ts";
import type { Reel } from "./reel.ts";

export type Sought =
  | { readonly what: "backtrack" | "attempt" | "match" | "cut" }
  /** A change of one group's capture, or of any. */
  | { readonly what: "capture"; readonly group?: number }
  /** The machine comes to stand at a text offset. */
  | { readonly what: "offset"; readonly offset: number }
  /** A part of the pattern acts: the event's span lies within the part. */
  | { readonly what: "part"; readonly part: Span }
  /** The number of saved states held comes up to a count. */
  | { readonly what: "saved"; readonly count: number }
  /** An item is tried at an offset where it was tried before in the same attempt. */
  | { readonly what: "again" };

/**
 * The first step after `from` (before it, where `backwards`) at which what is sought happens, or null. Searching from
 * −1 forwards, or from the reel's length backwards, takes in its ends.
 */
export function find(reel: Reel, sought: Sought, from: number, backwards: boolean): number | null {
  if (sought.what === "again") return backwards ? triedAgainBefore(reel, from) : triedAgainAfter(reel, from);
  const { happens, mayHold } = test(reel, sought);
  if (backwards) {
    for (let step = Math.min(from, reel.length) - 1; step >= 0; step--) {
      const block = Math.floor(step / BLOCK);
      if (!mayHold(block)) step = block * BLOCK;
      else if (happens(step)) return step;
    }
    return null;
  }
  for (let step = Math.max(from, -1) + 1; step < reel.length; step++) {
    const block = Math.floor(step / BLOCK);
    if (!mayHold(block)) step = (block + 1) * BLOCK - 1;
    else if (happens(step)) return step;
  }
  return null;
}

/** The step, of those that any of several things are sought at, that comes first in the direction of the search. */
export function findAny(reel: Reel, sought: readonly Sought[], from: number, backwards: boolean): number | null {
  let best: number | null = null;
  for (const each of sought) {
    const step = find(reel, each, from, backwards);
    if (step !== null && (best === null || (backwards ? step > best : step < best))) best = step;
  }
  return best;
}

interface Test {
  readonly happens: (step: number) => boolean;
  readonly mayHold: (block: number) => boolean;
}

const KIND_SOUGHT = { backtrack: Kind.Resume, attempt: Kind.Attempt, match: Kind.Match, cut: Kind.Cut } as const;

function test(reel: Reel, sought: Exclude<Sought, { what: "again" }>): Test {
  const { blocks } = reel;
  switch (sought.what) {
    case "backtrack":
    case "attempt":
    case "match":
    case "cut": {
      const kind = KIND_SOUGHT[sought.what];
      return { happens: (step) => reel.kind(step) === kind, mayHold: (block) => (blocks.kinds.at(block) & (1 << kind)) !== 0 };
    }
    case "capture":
      return { happens: (step) => reel.changesCapture(step, sought.group), mayHold: () => true };
    case "offset": {
      const { offset } = sought;
      return {
        happens: (step) => reel.offset(step) === offset && (step === 0 || reel.offset(step - 1) !== offset),
        mayHold: (block) => blocks.least.at(block) <= offset && blocks.greatest.at(block) >= offset,
      };
    }
    case "part":
      return { happens: reel.actsIn(sought.part), mayHold: () => true };
    case "saved": {
      const { count } = sought;
      return {
        happens: (step) => reel.savedAt(step) >= count && (step === 0 || reel.savedAt(step - 1) < count),
        // It rises to the count where the block holds as many, and fewer in it or just before it.
        mayHold: (block) => blocks.most.at(block) >= count && Math.min(blocks.fewest.at(block), blocks.before.at(block)) < count,
      };
    }
  }
}

/** Pairs of an instruction and an offset are marked in a table up to this many of them (16 MiB), else in a set. */
const MOST_MARKED = 1 << 22;

/** Says of an instruction at an offset whether it was there before, and notes that it was. */
function pairsOf(reel: Reel): { seen(pc: number, offset: number): boolean; clear(): void } {
  const width = reel.text.length + 1;
  if (reel.program.nodes.length * width > MOST_MARKED) {
    const pairs = new Set<number>();
    return {
      seen: (pc, offset) => {
        const before = pairs.size;
        return pairs.add(pc * width + offset).size === before;
      },
      clear: () => pairs.clear(),
    };
  }
  const marks = new Int32Array(reel.program.nodes.length * width);
  let round = 1;
  return {
    seen: (pc, offset) => {
      const pair = pc * width + offset;
      const known = marks[pair] === round;
      marks[pair] = round;
      return known;
    },
    clear: () => {
      round++;
    },
  };
}

function triedAgainAfter(reel: Reel, from: number): number | null {
  const pairs = pairsOf(reel);
  const first = reel.attemptStep(Math.max(0, reel.attemptAt(Math.max(0, from))));
  for (let step = first; step < reel.length; step++) {
    const kind = reel.kind(step);
    if (kind === Kind.Attempt) pairs.clear();
    if ((kind === Kind.Consume || kind === Kind.Mismatch) && pairs.seen(reel.pc(step), reel.offsetBefore(step)) && step > from) return step;
  }
  return null;
}

function triedAgainBefore(reel: Reel, from: number): number | null {
  const pairs = pairsOf(reel);
  const end = Math.min(from, reel.length);
  for (let attempt = reel.attemptAt(end - 1), last = end; attempt >= 0; attempt--) {
    const first = reel.attemptStep(attempt);
    pairs.clear();
    let found: number | null = null;
    for (let step = first; step < last; step++) {
      const kind = reel.kind(step);
      if ((kind === Kind.Consume || kind === Kind.Mismatch) && pairs.seen(reel.pc(step), reel.offsetBefore(step))) found = step;
    }
    if (found !== null) return found;
    last = first;
  }
  return null;
}
