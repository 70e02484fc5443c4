/** The pattern: a text editor that wraps, with its groups as lanes and its mistakes underlined. */

import { defaultKeymap, history, historyKeymap, invertedEffects, redo, undo } from "@codemirror/commands";
import { EditorState, StateEffect, StateField, type Transaction } from "@codemirror/state";
import { drawSelection, EditorView, keymap } from "@codemirror/view";
import { type DialectName, dialectOf, handin } from "@lamprey/core";
import { useEffect, useImperativeHandle, useRef } from "react";
import { edited } from "../draft/draftSlice.ts";
import type { DraftFields } from "../draft/fields.ts";
import { lanes, setLength } from "../lanes/lanes.ts";
import { quantifierAtCaret } from "../run/contrast.ts";
import { type PatternHandle, usePattern } from "../run/patternHandle.ts";
import { useSmall } from "../shared/useMedia.ts";
import { caretMoved, hoveredAt } from "../state/benchSlice.ts";
import { type Offer, offered } from "../state/hostSlice.ts";
import { slipsShown } from "../state/slipsSlice.ts";
import { afterPaint, hearFirst, type RootState, store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { invisibles } from "./invisibles.ts";
import { lateExtension } from "./lateExtension.ts";
import { foldFar, foldGroups } from "./patternFolds.ts";
import { drawPattern, type PatternMarks, patternLine, patternMarks } from "./patternLanes.ts";
import { restoredState, SAVED_AFTER, saveHistory } from "./undoHistory.ts";

/** A pattern longer than this is set smaller, so that more of it can be seen. */
const LONG_PATTERN = 200;
/** And so is one of more lines, which would leave the sample little room: a verbose pattern, or a list of strings. */
const LARGE_LINES = 2;

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

/** The list of what may follow at the caret. */
const completing = lateExtension(() => import("./completing.ts"));

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
          completing.place,
          keymap.of([{ key: "Enter", run: lineEnd }, { key: "Ctrl-Space", run: completing.run }, ...defaultKeymap, ...historyKeymap]),
          EditorView.editorAttributes.of({ class: "pattern-editor" }),
          EditorView.lineWrapping,
          patternMarks.field,
          lanes(drawPattern, null),
          foldFar,
          // A blank at the end is part of the pattern, and is not seen without a sign.
          invisibles,
          EditorView.contentAttributes.of({ "aria-label": "Pattern", tabindex: "0", spellcheck: "false", autocapitalize: "off" }),
          EditorView.domEventHandlers({
            mousemove: (event, own) => {
              hover(own.posAtCoords({ x: event.clientX, y: event.clientY }));
            },
            mouseleave: () => {
              hover(null);
            },
          }),
          EditorView.updateListener.of((update) => {
            const writing = update.state.field(writingField);
            if (writing !== update.startState.field(writingField)) dispatch(edited(writing));
            const pasted = update.transactions.find((t) => t.isUserEvent("input.paste"));
            if (pasted) offerPasted(pasted, store.getState().draft.fields.dialect);
            if (update.docChanged) {
              dispatch(afterPaint(edited({ pattern: update.state.sliceDoc() })));
              clearTimeout(saving);
              saving = setTimeout(save, SAVED_AFTER);
            }
            if (update.selectionSet || update.docChanged) dispatch(afterPaint(caretMoved(update.state.selection.main.head)));
          }),
        ],
      }),
    });
    view.current = editor;
    // A specimen that has just been made waits for its pattern.
    if (store.getState().layout.untouched) editor.focus();
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
      take: ({ from, to, insert }, writing) => {
        const editor = view.current;
        if (!editor) return;
        const effects = writing ? [setWriting.of({ dialect: writing.dialect, flags: writing.flags })] : [];
        editor.dispatch({ changes: { from, to, insert }, effects, selection: { anchor: from + insert.length }, userEvent: "input.take" });
        editor.focus();
      },
      insert: (text, caret) => {
        const editor = view.current;
        if (!editor) return;
        const { from, to } = editor.state.selection.main;
        editor.dispatch({ changes: { from, to, insert: text }, selection: { anchor: from + caret }, userEvent: "input.complete" });
        editor.focus();
      },
      setFlags: (flags) => view.current?.dispatch({ effects: setWriting.of({ ...view.current.state.field(writingField), flags }) }),
      setDialect: (dialect, flags) => view.current?.dispatch({ effects: setWriting.of({ dialect, flags }) }),
      focus: () => view.current?.focus(),
      undo: () => view.current && undo(view.current),
      redo: () => view.current && redo(view.current),
    }),
    [],
  );

  const small = useSmall();
  const long = useAppSelector((s) => s.draft.fields.pattern.length > LONG_PATTERN || s.draft.fields.pattern.split("\n", LARGE_LINES + 1).length > LARGE_LINES);
  const tight = small || long;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor has to be told, too.
  useEffect(() => {
    const editor = view.current;
    return editor ? followMarks(editor, tight) : undefined;
  }, [tight, loads]);

  return <div ref={host} className="max-h-[min(196px,34vh)] min-w-0 overflow-auto [contain:content]" data-part="pattern" />;
}

/** A longer paste is no pattern out of a program; reading it would be felt. */
const LONGEST_PASTE = 20_000;

/** Offers to read what was pasted as the source text that it plainly is. */
function offerPasted({ changes, state }: Transaction, dialect: DialectName): void {
  let offer: Offer | null = null;
  changes.iterChanges((_from, _to, from, to, inserted) => {
    if (inserted.length > LONGEST_PASTE) return;
    const source = inserted.sliceString(0, inserted.length, "\n");
    const found = handin(source, dialect);
    if (!found.ok || found.pattern === source) return;
    offer = { from, to, whole: from === 0 && to === state.doc.length, source, found };
  });
  store.dispatch(afterPaint(offered(offer)));
}

/** A pointer moves many times a second, and over the same letter most of them. */
function hover(offset: number | null): void {
  if (store.getState().bench.hovered !== offset) store.dispatch(hoveredAt(offset));
}

/** A line end in a pattern is a character that it asks for, and hard to see: Enter writes none where no line ends are expected. */
function lineEnd(view: EditorView): boolean {
  const { dialect, flags } = view.state.field(writingField);
  const own = dialectOf(dialect);
  const isSpaced = own.flags.some(({ letter, sets }) => sets.verbose === true && flags.includes(letter));
  const isList = own.syntax.operators.some(([text]) => text === "\n");
  return !isSpaced && !isList;
}

function marksOf(state: RootState): PatternMarks | null {
  const { bench, hazard } = state;
  const { reading, view, reel, caret, pointed, stops, aside, workDone } = bench;
  if (!reading) return null;
  return {
    groups: reading.groups,
    diagnostics: reading.diagnostics,
    acting: view && reel ? view.part : null,
    quantifier: quantifierAtCaret(reading.quantifiers, caret) ?? null,
    pointed: pointed?.part ?? null,
    stops,
    work: aside === "work" ? (workDone?.parts ?? null) : null,
    faults: (hazard.verdict?.generation === hazard.asked ? hazard.verdict.findings[hazard.chosen]?.parts : undefined) ?? NO_FAULTS,
    slips: slipsShown(state)?.marks ?? NO_FAULTS,
  };
}

/** Hands what is known of the pattern to its lanes as soon as the store has it, ahead of everything that React renders. */
function followMarks(editor: EditorView, tight: boolean): () => void {
  let last: PatternMarks | null = null;
  let seen: RootState | null = null;
  const follow = () => {
    const state = store.getState();
    if (seen && seen.bench === state.bench && seen.hazard === state.hazard && seen.slips === state.slips && seen.draft === state.draft) return;
    seen = state;
    const marks = marksOf(state);
    if (!marks || (last && MARK_PARTS.every((part) => last?.[part] === marks[part]))) return;
    const host = editor.dom.parentElement;
    if (host) {
      setLength(host, "--pattern-line", patternLine(marks.groups, tight ? "small" : "large"));
      setLength(host, "--pattern-row", tight ? 21 : 30);
      host.classList.toggle("tight", tight);
    }
    const folds = marks.groups === last?.groups ? [] : [foldGroups(marks.groups)];
    last = marks;
    patternMarks.set(editor, marks, folds);
  };
  follow();
  return hearFirst(follow);
}

const MARK_PARTS = ["groups", "diagnostics", "acting", "quantifier", "pointed", "stops", "work", "faults", "slips"] as const;
