/** Winding a reel to the next event of some kind, either way. */
import { Kind } from "../machine/events.ts";
import type { Span } from "../syntax/tree.ts";
import type { Reel } from "./reel.ts";

export type Sought =
  | { readonly what: "backtrack" | "attempt" | "match" }
  /** A change of one group's capture, or of any. */
  | { readonly what: "capture"; readonly group?: number }
  /** The machine comes to stand at a text offset. */
  | { readonly what: "offset"; readonly offset: number }
  /** A part of the pattern acts: the event's span lies within the part. */
  | { readonly what: "part"; readonly part: Span };

/**
 * The first step after `from` (before it, where `backwards`) at which what is sought happens, or null. Searching from
 * −1 forwards, or from the reel's length backwards, takes in its ends.
 */
export function find(reel: Reel, sought: Sought, from: number, backwards: boolean): number | null {
  const happens = test(reel, sought);
  const by = backwards ? -1 : 1;
  for (let step = from + by; step >= 0 && step < reel.length; step += by) if (happens(step)) return step;
  return null;
}

function test(reel: Reel, sought: Sought): (step: number) => boolean {
  switch (sought.what) {
    case "backtrack":
      return (step) => reel.kind(step) === Kind.Resume;
    case "attempt":
      return (step) => reel.kind(step) === Kind.Attempt;
    case "match":
      return (step) => reel.kind(step) === Kind.Match;
    case "capture":
      return (step) => reel.changesCapture(step, sought.group);
    case "offset":
      return (step) => reel.offset(step) === sought.offset && (step === 0 || reel.offset(step - 1) !== sought.offset);
    case "part":
      return (step) => {
        const kind = reel.kind(step);
        if (kind === Kind.Attempt || kind === Kind.Match || kind === Kind.GiveUp) return false;
        const node = reel.node(step);
        return node.start >= sought.part.start && node.end <= sought.part.end;
      };
  }
}
