/** What can be undone in the pattern, kept in the window's session: it is there again after a reload. */
import { historyField } from "@codemirror/commands";
import { EditorState, type EditorStateConfig } from "@codemirror/state";

/** The last edits that are kept. */
const MOST_EDITS = 100;
/** A session holds a few million characters; one specimen's share of it. */
const MOST_CHARACTERS = 500_000;
/** Saved so long after the last edit (milliseconds), and when the window goes. */
export const SAVED_AFTER = 500;

const keyOf = (specimen: string): string => `lamprey.undo ${specimen}`;

interface Saved {
  readonly doc: string;
  readonly history: { readonly done: readonly Step[]; readonly undone: readonly Step[] };
}

/** A step as the editor writes it; one that changed the flags alone cannot be kept. */
interface Step {
  readonly changes?: readonly unknown[];
}
const changesText = ({ changes }: Step): boolean => changes === undefined || changes.length !== 1 || typeof changes[0] !== "number";

/** Keeps what can be undone in the state. */
export function saveHistory(specimen: string, state: EditorState): void {
  const { history } = state.toJSON({ history: historyField }) as Saved;
  const last = (steps: readonly Step[]) => steps.filter(changesText).slice(-MOST_EDITS);
  const saved = JSON.stringify({ doc: state.sliceDoc(), history: { done: last(history.done), undone: last(history.undone) } });
  try {
    if (saved.length > MOST_CHARACTERS) sessionStorage.removeItem(keyOf(specimen));
    else sessionStorage.setItem(keyOf(specimen), saved);
  } catch (error) {
    console.warn("What can be undone could not be kept for a reload.", error);
  }
}

/** A state of the pattern, with what can be undone in it where that was kept of this very pattern. */
export function restoredState(specimen: string | null, config: EditorStateConfig & { readonly doc: string }): EditorState {
  const saved = specimen === null ? undefined : read(specimen);
  if (saved?.doc !== config.doc) return EditorState.create(config);
  const selection = { ranges: [{ anchor: 0, head: 0 }], main: 0 };
  try {
    return EditorState.fromJSON({ doc: saved.doc, selection, history: saved.history }, config, { history: historyField });
  } catch (error) {
    console.warn("What can be undone could not be read.", error);
    return EditorState.create(config);
  }
}

function read(specimen: string): Saved | undefined {
  try {
    const saved = sessionStorage.getItem(keyOf(specimen));
    return saved === null ? undefined : (JSON.parse(saved) as Saved);
  } catch {
    // A session that cannot be read holds nothing to be undone.
    return undefined;
  }
}
