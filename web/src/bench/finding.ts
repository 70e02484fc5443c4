/** Finding a text in the sample: fetched when somebody looks for one. */
import { openSearchPanel, search, searchKeymap } from "@codemirror/search";
import { EditorState, type Extension } from "@codemirror/state";
import { type EditorView, keymap } from "@codemirror/view";

export const extension: Extension = [
  search({ top: true }),
  keymap.of(searchKeymap),
  EditorState.phrases.of({
    Find: "Find in the sample",
    Replace: "Put in its place",
    "match case": "same case",
    regexp: "as a JavaScript pattern",
    "by word": "whole words",
    "replace all": "replace all",
  }),
];

export const run = (view: EditorView): boolean => openSearchPanel(view);
