/** An editor of one field of the draft: what is typed goes into the draft, and what is changed elsewhere comes into the editor. */
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { EditorState, type Extension } from "@codemirror/state";
import { drawSelection, EditorView, keymap } from "@codemirror/view";
import { type RefObject, useEffect, useRef } from "react";
import { edited } from "../draft/draftSlice.ts";
import { editBetween } from "../shared/edits.ts";
import { afterPaint, store, useAppDispatch, useAppSelector } from "../state/store.ts";

interface FieldEditor {
  readonly field: "template" | "expectations";
  readonly label: string;
  /** Keys of its own come before those of every editor. Must stay the same object. */
  readonly extensions: Extension;
}

export function useFieldEditor({ field, label, extensions }: FieldEditor): {
  readonly host: RefObject<HTMLDivElement | null>;
  readonly view: RefObject<EditorView | null>;
} {
  const dispatch = useAppDispatch();
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const loads = useAppSelector((s) => s.draft.loads);
  const value = useAppSelector((s) => s.draft.fields[field]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: `loads` says that the field was replaced from outside.
  useEffect(() => {
    const parent = host.current;
    if (!parent) return;
    const editor = new EditorView({
      parent,
      state: EditorState.create({
        doc: store.getState().draft.fields[field],
        extensions: [
          extensions,
          EditorState.lineSeparator.of("\n"),
          history({ minDepth: 100 }),
          drawSelection(),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ "aria-label": label, tabindex: "0", spellcheck: "false", autocapitalize: "off" }),
          EditorView.updateListener.of((update) => {
            const text = update.docChanged ? update.state.sliceDoc() : null;
            if (text !== null && text !== store.getState().draft.fields[field]) dispatch(afterPaint(edited({ [field]: text })));
          }),
        ],
      }),
    });
    view.current = editor;
    return () => {
      view.current = null;
      editor.destroy();
    };
  }, [loads, dispatch, field, label, extensions]);

  // What was put in elsewhere, as by a key on the sample.
  useEffect(() => {
    const editor = view.current;
    const now = store.getState().draft.fields[field];
    // Of what is being typed the editor knows more than what is rendered.
    if (!editor || value !== now || editor.state.sliceDoc() === now) return;
    editor.dispatch({ changes: editBetween(editor.state.sliceDoc(), now) });
  }, [value, field]);

  return { host, view };
}
