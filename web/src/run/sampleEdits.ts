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
let changes: Change[] = [];

export function sampleChanged(change: Change): void {
  if (changes.at(-1)?.after !== change.before || changes.length >= MOST) changes = [];
  changes.push(change);
}

/** What made one text another, edit by edit; null where that is not known. */
export function editsBetween(before: string, after: string): readonly (readonly Edit[])[] | null {
  const last = changes.at(-1);
  const first = changes.findIndex((change) => change.before === before);
  return last?.after === after && first >= 0 ? changes.slice(first).map(({ edits }) => edits) : null;
}
