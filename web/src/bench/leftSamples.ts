/** The samples that were on show, as they were left: text, caret, and what can be undone. They go with the specimen. */
import { historyField } from "@codemirror/commands";
import { EditorState, type Extension } from "@codemirror/state";
import type { DraftSample } from "../draft/fields.ts";

/** Characters of all that were left together; the oldest go first. An undo is not worth more memory than this. */
const MOST_CHARACTERS = 10_000_000;

const left = new Map<string, EditorState>();

export function leaveSample(key: string, state: EditorState): void {
  left.delete(key);
  left.set(key, state);
  let characters = [...left.values()].reduce((sum, { doc }) => sum + doc.length, 0);
  for (const [oldest, { doc }] of left) {
    if (characters <= MOST_CHARACTERS) return;
    left.delete(oldest);
    characters -= doc.length;
  }
}

/** The bench is closed. */
export function forgetSamples(): void {
  left.clear();
}

/** The sample as it was left, where its text is still that; else its text, with nothing to undo. */
export function sampleState({ key, text }: DraftSample, extensions: Extension): EditorState {
  const known = left.get(key);
  if (known && known.doc.length === text.length && known.sliceDoc() === text) {
    return EditorState.fromJSON(known.toJSON({ history: historyField }), { extensions }, { history: historyField });
  }
  return EditorState.create({ doc: text, extensions });
}
