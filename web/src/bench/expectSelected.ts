/** What is selected in the sample, or else the chosen match, as an expectation. */
import { EditorView } from "@codemirror/view";
import { expected, shownSample } from "../draft/draftSlice.ts";
import { tableOf } from "../engine/tables.ts";
import { store } from "../state/store.ts";

/** The text that is meant; undefined where nothing is selected and nothing matches. */
function selectedText(): string | undefined {
  const content = document.querySelector<HTMLElement>(".sample-editor .cm-content");
  const view = content && EditorView.findFromDOM(content);
  const selection = view?.state.selection.main;
  if (view && selection && !selection.empty) return view.state.sliceDoc(selection.from, selection.to);
  const { bench, draft } = store.getState();
  const table = bench.result && tableOf(bench.result.matches);
  const held = table && bench.chosen < table.length ? table.group(bench.chosen, 0) : null;
  return held ? shownSample(draft)?.text.slice(held.start, held.end) : undefined;
}

export function expectSelected(expect: "match" | "no-match"): void {
  const text = selectedText();
  if (text !== undefined) store.dispatch(expected({ text, mode: "all", expect }));
}
