/** Bounds of requests that name none. */
import { deadline, type Reading, type Stop, walk } from "../index.ts";

/** A run that is asked for no limit of steps stops here: a few seconds of the machine's time. */
export const DEFAULT_STEP_LIMIT = 100_000_000;

/** Every command answers with what it knows by then (milliseconds): a person waits so long for a line, and a pipeline for a file. */
const TIME_LIMIT_MS = 2000;

/** Parts of a pattern that are read, compiled and looked at in the time of a command. No person writes as many. */
const MOST_PARTS = 150_000;

/** Whether a pattern has so many parts that to compile it would take the time that its analysis has. */
export function takesTooLong({ root }: Reading): boolean {
  let parts = 0;
  for (const _ of walk(root)) if (++parts > MOST_PARTS) return true;
  return false;
}

/** A text is read at ten million characters a second at least, so a long one has more time (milliseconds for a character). */
const FOR_EACH_CHARACTER = 1e-4;

/** Says, from now on, whether the time for a run on a text is over. */
export const untilRunLimit = (text: string): Stop => deadline(TIME_LIMIT_MS + text.length * FOR_EACH_CHARACTER);

/** Says, from now on, whether the time is over, or that share of it. */
export const untilTimeLimit = (share = 1): Stop => deadline(share * TIME_LIMIT_MS);
