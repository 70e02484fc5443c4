/** The pattern: a text editor that wraps, with its groups as lanes and its mistakes underlined. */
import { defaultKeymap, history, historyKeymap, invertedEffects, redo, undo } from "@codemirror/commands";
import { EditorState, StateEffect, StateField } from "@codemirror/state";
import { drawSelection, EditorView, keymap } from "@codemirror/view";
import type { Edit } from "@lamprey/core";
import { useEffect, useImperativeHandle, useRef } from "react";
import { store, useAppDispatch, useAppSelector } from "../app/store.ts";
import { edited } from "../draft/draftSlice.ts";
import { lanes } from "../lanes/lanes.ts";
import { caretMoved } from "./benchSlice.ts";
import { drawPattern, patternLine, patternMarks } from "./patternLanes.ts";
import { quantifierAtCaret } from "./useEngine.ts";

/** A pattern longer than this is set smaller, so that more of it can be seen. */
const LONG_PATTERN = 200;

/** Flags live in the pattern's editor too, so that one undo takes back either. */
const setFlags = StateEffect.define<string>();
const flagsField = StateField.define<string>({
  create: () => store.getState().draft.fields.flags,
  update: (flags, transaction) => transaction.effects.reduce((f, e) => (e.is(setFlags) ? e.value : f), flags),
});
const undoFlags = invertedEffects.of((transaction) =>
  transaction.effects.some((e) => e.is(setFlags)) ? [setFlags.of(transaction.startState.field(flagsField))] : [],
);

export interface PatternHandle {
  readonly apply: (edit: Edit) => void;
  readonly setFlags: (flags: string) => void;
  readonly focus: () => void;
  readonly undo: () => void;
  readonly redo: () => void;
}

export function PatternEditor({ handle }: { readonly handle: React.Ref<PatternHandle> }) {
  const dispatch = useAppDispatch();
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const loads = useAppSelector((s) => s.draft.loads);

  // biome-ignore lint/correctness/useExhaustiveDependencies: `loads` says that the pattern was replaced from outside.
  useEffect(() => {
    const parent = host.current;
    if (!parent) return;
    const editor = new EditorView({
      parent,
      state: EditorState.create({
        doc: store.getState().draft.fields.pattern,
        extensions: [
          EditorState.lineSeparator.of("\n"),
          history(),
          flagsField,
          undoFlags,
          drawSelection(),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          EditorView.editorAttributes.of({ class: "pattern-editor" }),
          EditorView.lineWrapping,
          patternMarks.field,
          lanes(drawPattern),
          EditorView.contentAttributes.of({ "aria-label": "Pattern", tabindex: "0", spellcheck: "false", autocapitalize: "off" }),
          EditorView.updateListener.of((update) => {
            const flags = update.state.field(flagsField);
            if (flags !== update.startState.field(flagsField)) dispatch(edited({ flags }));
            if (update.docChanged) dispatch(edited({ pattern: update.state.sliceDoc() }));
            if (update.selectionSet || update.docChanged) dispatch(caretMoved(update.state.selection.main.head));
          }),
        ],
      }),
    });
    view.current = editor;
    return () => {
      view.current = null;
      editor.destroy();
    };
  }, [loads, dispatch]);

  useImperativeHandle(
    handle,
    () => ({
      apply: ({ from, to, insert }) => {
        view.current?.dispatch({ changes: { from, to, insert }, selection: { anchor: from + insert.length }, userEvent: "input.mode" });
        view.current?.focus();
      },
      setFlags: (flags) => view.current?.dispatch({ effects: setFlags.of(flags) }),
      focus: () => view.current?.focus(),
      undo: () => view.current && undo(view.current),
      redo: () => view.current && redo(view.current),
    }),
    [],
  );

  const reading = useAppSelector((s) => s.bench.reading);
  const acting = useAppSelector((s) => (s.bench.view && s.bench.reel ? s.bench.view.part : null));
  const quantifier = useAppSelector((s) => quantifierAtCaret(s.bench.reading?.quantifiers ?? [], s.bench.caret) ?? null);
  const long = useAppSelector((s) => s.draft.fields.pattern.length > LONG_PATTERN);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor needs the marks again.
  useEffect(() => {
    const editor = view.current;
    if (!editor || !reading) return;
    host.current?.style.setProperty("--pattern-line", `${patternLine(reading.groups)}px`);
    host.current?.classList.toggle("long-pattern", long);
    patternMarks.set(editor, { groups: reading.groups, diagnostics: reading.diagnostics, acting, quantifier });
    editor.requestMeasure();
  }, [reading, acting, quantifier, long, loads]);

  return <div ref={host} className="max-h-[150px] min-w-0 overflow-auto" data-part="pattern" />;
}
