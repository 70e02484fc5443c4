/** The pattern: a text editor that wraps, with its groups as lanes and its mistakes underlined. */

import { defaultKeymap, history, historyKeymap, invertedEffects, redo, undo } from "@codemirror/commands";
import { EditorState, StateEffect, StateField } from "@codemirror/state";
import { drawSelection, EditorView, keymap } from "@codemirror/view";
import { useEffect, useImperativeHandle, useRef } from "react";
import { edited } from "../draft/draftSlice.ts";
import type { DraftFields } from "../draft/fields.ts";
import { lanes } from "../lanes/lanes.ts";
import { quantifierAtCaret } from "../run/contrast.ts";
import { type PatternHandle, usePattern } from "../run/patternHandle.ts";
import { useSmall } from "../shared/useMedia.ts";
import { caretMoved } from "../state/benchSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { foldFar, foldGroups } from "./patternFolds.ts";
import { drawPattern, patternLine, patternMarks } from "./patternLanes.ts";
import { restoredState, SAVED_AFTER, saveHistory } from "./undoHistory.ts";

/** A pattern longer than this is set smaller, so that more of it can be seen. */
const LONG_PATTERN = 200;

const NO_FAULTS: readonly never[] = [];

/** What the pattern is written in: it lives in the pattern's editor too, so that one undo takes back either. */
type Writing = Pick<DraftFields, "dialect" | "flags">;
const setWriting = StateEffect.define<Writing>();
const writingField = StateField.define<Writing>({
  create: () => {
    const { dialect, flags } = store.getState().draft.fields;
    return { dialect, flags };
  },
  update: (writing, transaction) => transaction.effects.reduce((w, e) => (e.is(setWriting) ? e.value : w), writing),
});
const undoWriting = invertedEffects.of((transaction) =>
  transaction.effects.some((e) => e.is(setWriting)) ? [setWriting.of(transaction.startState.field(writingField))] : [],
);

export function PatternEditor() {
  const handle = usePattern();
  const dispatch = useAppDispatch();
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const loads = useAppSelector((s) => s.draft.loads);

  // biome-ignore lint/correctness/useExhaustiveDependencies: `loads` says that the pattern was replaced from outside.
  useEffect(() => {
    const parent = host.current;
    if (!parent) return;
    const { id } = store.getState().draft;
    let saving: ReturnType<typeof setTimeout> | undefined;
    const save = () => {
      clearTimeout(saving);
      if (id) saveHistory(id, editor.state);
    };
    const editor = new EditorView({
      parent,
      state: restoredState(id, {
        doc: store.getState().draft.fields.pattern,
        extensions: [
          EditorState.lineSeparator.of("\n"),
          history({ minDepth: 100 }),
          writingField,
          undoWriting,
          drawSelection(),
          keymap.of([...defaultKeymap, ...historyKeymap]),
          EditorView.editorAttributes.of({ class: "pattern-editor" }),
          EditorView.lineWrapping,
          patternMarks.field,
          lanes(drawPattern, null),
          foldFar,
          EditorView.contentAttributes.of({ "aria-label": "Pattern", tabindex: "0", spellcheck: "false", autocapitalize: "off" }),
          EditorView.updateListener.of((update) => {
            const writing = update.state.field(writingField);
            if (writing !== update.startState.field(writingField)) dispatch(edited(writing));
            if (update.docChanged) {
              dispatch(edited({ pattern: update.state.sliceDoc() }));
              clearTimeout(saving);
              saving = setTimeout(save, SAVED_AFTER);
            }
            if (update.selectionSet || update.docChanged) dispatch(caretMoved(update.state.selection.main.head));
          }),
        ],
      }),
    });
    view.current = editor;
    window.addEventListener("pagehide", save);
    return () => {
      window.removeEventListener("pagehide", save);
      save();
      view.current = null;
      editor.destroy();
    };
  }, [loads, dispatch]);

  useImperativeHandle(
    handle,
    (): PatternHandle => ({
      apply: (edits) => {
        const last = edits[0];
        if (!last) return;
        // The caret goes behind the last of them, which the others before it move along.
        const moved = edits.slice(1).reduce((by, { from, to, insert }) => by + insert.length - (to - from), 0);
        view.current?.dispatch({ changes: [...edits], selection: { anchor: last.from + last.insert.length + moved }, userEvent: "input.mode" });
        view.current?.focus();
      },
      setFlags: (flags) => view.current?.dispatch({ effects: setWriting.of({ ...view.current.state.field(writingField), flags }) }),
      setDialect: (dialect, flags) => view.current?.dispatch({ effects: setWriting.of({ dialect, flags }) }),
      focus: () => view.current?.focus(),
      undo: () => view.current && undo(view.current),
      redo: () => view.current && redo(view.current),
    }),
    [],
  );

  const reading = useAppSelector((s) => s.bench.reading);
  const acting = useAppSelector((s) => (s.bench.view && s.bench.reel ? s.bench.view.part : null));
  const pointed = useAppSelector((s) => s.bench.pointed?.part ?? null);
  const stops = useAppSelector((s) => s.bench.stops);
  const work = useAppSelector((s) => (s.bench.aside === "work" ? (s.bench.workDone?.parts ?? null) : null));
  const faults = useAppSelector(
    (s) => (s.hazard.verdict?.generation === s.hazard.asked ? s.hazard.verdict.findings[s.hazard.chosen]?.parts : undefined) ?? NO_FAULTS,
  );
  const quantifier = useAppSelector((s) => quantifierAtCaret(s.bench.reading?.quantifiers ?? [], s.bench.caret) ?? null);
  const small = useSmall();
  const long = useAppSelector((s) => s.draft.fields.pattern.length > LONG_PATTERN);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor needs the marks again.
  useEffect(() => {
    const editor = view.current;
    if (!editor || !reading) return;
    const tight = long || small;
    host.current?.style.setProperty("--pattern-line", `${patternLine(reading.groups, tight ? "small" : "large")}px`);
    host.current?.style.setProperty("--pattern-row", tight ? "21px" : "30px");
    host.current?.classList.toggle("tight", tight);
    foldGroups(editor, reading.groups);
    patternMarks.set(editor, { groups: reading.groups, diagnostics: reading.diagnostics, acting, quantifier, pointed, stops, work, faults });
    editor.requestMeasure();
  }, [reading, acting, quantifier, pointed, stops, work, faults, long, small, loads]);

  return <div ref={host} className="max-h-[min(196px,34vh)] min-w-0 overflow-auto" data-part="pattern" />;
}
