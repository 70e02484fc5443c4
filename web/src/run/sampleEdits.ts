/**
 * The last edits of the sample, as its editor made them: the worker is sent these, not the whole text, and nobody has to
 * compare two texts of millions of characters to know them.
 */
import type { Edit } from "@lamprey/core";

interface Change {
  readonly before: string;
  readonly after: string;
  /** In the order of their places, which are those of the text before. */
  readonly edits: readonly Edit[];
}

/** Between two questions to the worker there are a few; more are sent as the whole text. */
const MOST = 50;
/** Characters that all of them hold together: each holds a whole text. */
const MOST_HELD = 20_000_000;
let changes: Change[] = [];

export function sampleChanged(change: Change): void {
  const held = changes.length * change.after.length;
  if (changes.at(-1)?.after !== change.before || changes.length >= MOST || held > MOST_HELD) changes = [];
  changes.push(change);
}

/** The worker has the text: what led to it is not asked for again, and each change holds a whole text. */
export function editsSentUpTo(text: string): void {
  const sent = changes.findIndex(({ after }) => after === text);
  changes = changes.slice(sent + 1);
}

/** What made one text another, edit by edit; null where that is not known. */
export function editsBetween(before: string, after: string): readonly (readonly Edit[])[] | null {
  const last = changes.at(-1);
  const first = changes.findIndex((change) => change.before === before);
  return last?.after === after && first >= 0 ? changes.slice(first).map(({ edits }) => edits) : null;
}
