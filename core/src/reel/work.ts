/** What the steps of a reel were spent on: how often each offset of the text was read, and how often each part of the pattern acted. */
import { Kind } from "../machine/events.ts";
import type { Span } from "../syntax/tree.ts";
import type { Reel } from "./reel.ts";

export interface PartWork {
  /** Null for the search itself: attempts begun, given up and won. */
  readonly part: Span | null;
  readonly steps: number;
  /** Of them: items that matched, items that did not, and states taken up again. */
  readonly taken: number;
  readonly failed: number;
  readonly resumed: number;
}

export interface WorkDone {
  /** For each offset, how often an item was tried there: as many entries as the text has characters, and one for its end. */
  readonly reads: Uint32Array<ArrayBuffer>;
  /** The most in any entry. */
  readonly mostReads: number;
  /** Most steps first. */
  readonly parts: readonly PartWork[];
}

/** Events looked at in a slice. */
const SLICE = 500_000;

/** Counts the whole reel, in slices; yields the step it has come to. */
export function* workDone(reel: Reel): Generator<number, WorkDone> {
  const reads = new Uint32Array(reel.text.length + 1);
  // Rows by instruction: steps, taken, failed; resumed ones by the instruction whose state is taken up.
  const counts = new Float64Array(4 * reel.program.nodes.length);
  let search = 0;
  for (let first = 0; first < reel.length; first += SLICE) {
    const last = Math.min(reel.length, first + SLICE);
    for (let step = first; step < last; step++) {
      const kind = reel.kind(step);
      if (kind === Kind.Attempt || kind === Kind.GiveUp || kind === Kind.Match) {
        search++;
        continue;
      }
      const row = 4 * reel.actingInstruction(step);
      counts[row] = (counts[row] as number) + 1;
      if (kind === Kind.Consume || kind === Kind.Mismatch) {
        const at = reel.offsetBefore(step);
        reads[at] = (reads[at] as number) + 1;
        const column = row + (kind === Kind.Consume ? 1 : 2);
        counts[column] = (counts[column] as number) + 1;
      } else if (kind === Kind.Resume) counts[row + 3] = (counts[row + 3] as number) + 1;
    }
    yield last;
  }
  return { reads, mostReads: reads.reduce((most, n) => Math.max(most, n), 0), parts: partsOf(reel, counts, search) };
}

function partsOf({ program }: Reel, counts: Float64Array, search: number): PartWork[] {
  const byPart = new Map<string, PartWork>();
  program.nodes.forEach(({ start, end }, pc) => {
    const [steps = 0, taken = 0, failed = 0, resumed = 0] = counts.subarray(4 * pc, 4 * pc + 4);
    if (steps === 0) return;
    const key = `${start}-${end}`;
    const known = byPart.get(key) ?? { part: { start, end }, steps: 0, taken: 0, failed: 0, resumed: 0 };
    byPart.set(key, {
      ...known,
      steps: known.steps + steps,
      taken: known.taken + taken,
      failed: known.failed + failed,
      resumed: known.resumed + resumed,
    });
  });
  const parts = [...byPart.values(), { part: null, steps: search, taken: 0, failed: 0, resumed: 0 }];
  return parts.filter(({ steps }) => steps > 0).sort((a, b) => b.steps - a.steps);
}
