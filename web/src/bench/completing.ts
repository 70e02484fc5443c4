/** What may follow where a construct begins in the pattern, as a list at the caret: fetched when somebody asks for it. */
import { autocompletion, type Completion, type CompletionContext, type CompletionResult, startCompletion } from "@codemirror/autocomplete";
import type { Extension } from "@codemirror/state";
import { type EditorView, tooltips } from "@codemirror/view";
import { type Construct, constructsAt, escapeConstructs, groupConstructs } from "@lamprey/core";
import { store } from "../state/store.ts";

function completionOf({ text, caret, name, meaning }: Construct): Completion {
  return {
    label: text,
    detail: name === "" ? meaning : `${name}: ${meaning}`,
    apply: (view, _, from, to) => {
      view.dispatch({ changes: { from, to, insert: text }, selection: { anchor: from + caret }, userEvent: "input.complete" });
    },
  };
}

/** Where no construct has begun, all that the dialect has is offered. */
function source({ pos, state }: CompletionContext): CompletionResult {
  const { dialect, flags } = store.getState().draft.fields;
  const begun = constructsAt({ dialect, flags, pattern: state.sliceDoc() }, pos);
  const { from, constructs } = begun ?? { from: pos, constructs: [...groupConstructs(dialect), ...escapeConstructs(dialect, flags)] };
  return { from, options: constructs.map(completionOf), filter: false };
}

// Nothing lies over what is read unless somebody asks for it.
export const extension: Extension = [
  autocompletion({ override: [source], activateOnTyping: false, icons: false, tooltipClass: () => "menu" }),
  // The pattern's own frame would cut the list off.
  tooltips({ parent: document.body, position: "fixed" }),
];

export const run = (view: EditorView): boolean => startCompletion(view);
