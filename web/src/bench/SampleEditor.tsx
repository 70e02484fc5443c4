/** The sample: a text editor with lanes under its lines, offsets in its margin, and a ruler above it. */
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { type ChangeSet, Compartment, EditorState } from "@codemirror/state";
import { drawSelection, EditorView, GutterMarker, gutter, keymap, placeholder } from "@codemirror/view";
import { type Edit, type Holders, visible } from "@lamprey/core";
import { useEffect, useRef, useState } from "react";
import { sampleEdited, shownSample } from "../draft/draftSlice.ts";
import { tableOf } from "../engine/tables.ts";
import { lanes, setLength } from "../lanes/lanes.ts";
import { sampleChanged } from "../run/sampleEdits.ts";
import { sampleIs } from "../run/sampleHandle.ts";
import { sawUntil } from "../run/seen.ts";
import { editedAll } from "../shared/edits.ts";
import { useSwitch } from "../shared/remembered.ts";
import { number } from "../shared/words.ts";
import { type BenchState, isBroken, matchChosen, pointedAt, sampleCaretMoved } from "../state/benchSlice.ts";
import { afterPaint, hearFirst, store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { filesAsSamples, textAsSample } from "./droppedFiles.ts";
import { invisibles } from "./invisibles.ts";
import { lateExtension } from "./lateExtension.ts";
import { leaveSample, sampleState } from "./leftSamples.ts";
import { Ruler, type RulerPlace } from "./Ruler.tsx";
import { drawSample, laneRoom, openLines, SAMPLE_ROW, type SampleMarks, sampleMarks } from "./sampleLanes.ts";
import { INVISIBLE_SWITCH, NO_WRAP_SWITCH } from "./switches.ts";
import { type Oversize, oversizeOf, TooLarge } from "./TooLarge.tsx";

class OffsetMarker extends GutterMarker {
  readonly text: string;
  constructor(text: string) {
    super();
    this.text = text;
  }
  override eq(other: GutterMarker): boolean {
    return other instanceof OffsetMarker && other.text === this.text;
  }
  override toDOM(): Node {
    return document.createTextNode(this.text);
  }
}

/** A figure space is as wide as a digit: columns of numbers line up. */
const FIGURE_SPACE = "\u2007";
const marginOf = (offset: number, line: number): string => `${number(offset).padStart(7, FIGURE_SPACE)} ${String(line).padStart(5, FIGURE_SPACE)}`;

const offsets = gutter({
  class: "cm-offsets",
  lineMarker: (view, block) => new OffsetMarker(marginOf(block.from, view.state.doc.lineAt(block.from).number)),
  initialSpacer: (view) => new OffsetMarker(marginOf(view.state.doc.length, view.state.doc.lines)),
});

/** Line ends are kept as they are: offsets must be those of the text that is kept, `\r` included. */
const LINE_SEPARATOR = "\n";

/** Whether characters that cannot be seen have a sign, and whether long lines wrap. */
const signs = new Compartment();
const wrapping = new Compartment();
/** The search panel. */
const finding = lateExtension(() => import("./finding.ts"));

export function SampleEditor() {
  const dispatch = useAppDispatch();
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const [place, setPlace] = useState<RulerPlace>({ left: 0, columnWidth: 9, scrolled: 0 });
  const sampleKey = useAppSelector((s) => s.draft.shown);
  const loads = useAppSelector((s) => s.draft.loads);
  const [showSigns] = useSwitch(INVISIBLE_SWITCH);
  const [keepsLong] = useSwitch(NO_WRAP_SWITCH);
  const wraps = !keepsLong;
  const [oversize, setOversize] = useState<Oversize | null>(null);

  // One editor for each sample put on show: its undo history is its own, and is there when it comes back.
  // biome-ignore lint/correctness/useExhaustiveDependencies: `loads` says that the text was replaced from outside.
  useEffect(() => {
    const parent = host.current;
    if (!parent) return;
    const sample = shownSample(store.getState().draft);
    if (!sample) return;
    let { text } = sample;
    /** The text goes on as what changed: a text of millions of characters is not copied out of the editor for a letter. */
    const hand = (changes: ChangeSet) => {
      const edits: Edit[] = [];
      changes.iterChanges((from, to, _from, _to, inserted) => edits.push({ from, to, insert: inserted.sliceString(0, inserted.length, LINE_SEPARATOR) }));
      const after = editedAll(text, edits);
      sampleChanged({ before: text, after, edits });
      text = after;
      dispatch(afterPaint(sampleEdited({ key: sample.key, text })));
    };
    const measure = () => {
      const { scrollDOM, contentDOM } = editor;
      const left = contentDOM.getBoundingClientRect().left - scrollDOM.getBoundingClientRect().left + scrollDOM.scrollLeft + 10;
      const next = { left, columnWidth: editor.defaultCharacterWidth, scrolled: scrollDOM.scrollLeft };
      setPlace((before) => (before.left === next.left && before.columnWidth === next.columnWidth && before.scrolled === next.scrolled ? before : next));
    };
    /** What is too much is asked about, and not put into the editor, which would stand still for seconds. */
    const refuse = (event: Event, data: DataTransfer | null): boolean => {
      const found = oversizeOf(data);
      if (!found) return false;
      event.preventDefault();
      setOversize(found);
      return true;
    };
    const takeFiles = (event: DragEvent): boolean => {
      const files = [...(event.dataTransfer?.files ?? [])];
      if (files.length === 0) return false;
      event.preventDefault();
      void filesAsSamples(files);
      return true;
    };
    const editor = new EditorView({
      parent,
      state: sampleState(sample, [
        EditorState.lineSeparator.of(LINE_SEPARATOR),
        history(),
        drawSelection(),
        keymap.of([{ key: "Mod-f", run: finding.run }, ...defaultKeymap, ...historyKeymap]),
        finding.place,
        offsets,
        placeholder("Write or paste a text, or drop a file here."),
        EditorView.editorAttributes.of({ class: "sample-editor" }),
        sampleMarks.field,
        openLines,
        lanes(drawSample, SAMPLE_ROW),
        signs.of([]),
        wrapping.of([]),
        EditorView.contentAttributes.of({ "aria-label": "Sample text", tabindex: "0", spellcheck: "false", autocapitalize: "off" }),
        EditorView.updateListener.of((update) => {
          if (update.docChanged) hand(update.changes);
          if (update.selectionSet || update.docChanged) dispatch(afterPaint(caretIn(update.state)));
          if (update.selectionSet && !update.docChanged) chooseAt(update.state.selection.main.head);
          if (update.geometryChanged) update.view.requestMeasure({ key: "ruler", read: measure });
        }),
        EditorView.domEventHandlers({
          scroll: () => {
            measure();
          },
          mousemove: (event, own) => pointAt(own.posAtCoords({ x: event.clientX, y: event.clientY }, false)),
          mouseleave: () => pointAt(null),
          drop: (event) => refuse(event, event.dataTransfer) || takeFiles(event),
          paste: (event) => refuse(event, event.clipboardData),
        }),
      ]),
    });
    view.current = editor;
    sampleIs({
      goTo: (offset) => {
        const at = Math.min(offset, editor.state.doc.length);
        editor.dispatch({ selection: { anchor: at }, effects: EditorView.scrollIntoView(at, { y: "center" }) });
        editor.focus();
      },
      goToLine: (line) => {
        const { doc } = editor.state;
        const { from } = doc.line(Math.min(Math.max(1, line), doc.lines));
        editor.dispatch({ selection: { anchor: from }, effects: EditorView.scrollIntoView(from, { y: "center" }) });
        editor.focus();
      },
      find: () => void finding.run(editor),
      fill: (text) => editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: text }, selection: { anchor: 0 } }),
    });
    sawUntil(editor.viewport.to);
    dispatch(caretIn(editor.state));
    measure();
    const unfollow = followMarks(editor);
    return () => {
      unfollow();
      sampleIs(null);
      leaveSample(sample.key, editor.state);
      view.current = null;
      editor.destroy();
    };
  }, [sampleKey, loads, dispatch]);

  useFollowing(view);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor has to be told, too.
  useEffect(() => {
    view.current?.dispatch({ effects: [signs.reconfigure(showSigns ? invisibles : []), wrapping.reconfigure(wraps ? EditorView.lineWrapping : [])] });
  }, [showSigns, wraps, sampleKey, loads]);

  return (
    <section className="flex min-h-0 min-w-0 flex-1 flex-col" aria-label="Sample">
      {oversize && (
        <TooLarge
          oversize={oversize}
          take={(text) => {
            setOversize(null);
            textAsSample(oversize.file, text);
          }}
          leave={() => setOversize(null)}
        />
      )}
      <Ruler place={place} wraps={wraps} />
      <div ref={host} className="min-h-0 flex-1 [contain:strict]" />
    </section>
  );
}

/** Where the caret stands, as the ruler says it. */
function caretIn({ doc, selection }: EditorState): ReturnType<typeof sampleCaretMoved> {
  const offset = selection.main.head;
  const line = doc.lineAt(offset);
  return sampleCaretMoved({ offset, line: line.number, column: offset - line.from + 1 });
}

/** Points at the part that holds the text at an offset, while who took what is on show. */
function pointAt(offset: number | null): void {
  const { panel, holders, pointed } = store.getState().bench;
  if (panel !== "takers") return;
  const found = offset === null ? undefined : holders?.holders.find(({ start, end }) => offset >= start && offset < end);
  if (found?.part.start === pointed?.part.start && found?.start === pointed?.stretch.start) return;
  store.dispatch(pointedAt(found ? { part: found.part, stretch: { start: found.start, end: found.end } } : null));
}

/** A caret set into a match chooses it in the ledger. */
function chooseAt(offset: number): void {
  const { result, chosen, view } = store.getState().bench;
  if (!result || view) return;
  const table = tableOf(result.matches);
  let match = table.firstReaching(offset);
  // Between two matches that touch, the caret means the one behind it.
  if (match + 1 < table.length && table.end(match) === offset && table.start(match + 1) === offset) match++;
  if (match < table.length && match !== chosen && table.start(match) <= offset) store.dispatch(matchChosen(match));
}

function labelled({ holders }: Holders, pattern: string): SampleMarks["holders"] {
  return holders.map(({ start, end, looking, part }) => ({ start, end, looking, label: visible(pattern.slice(part.start, part.end), 24) }));
}

function marksOf({ arrived, result: shown, chosen, view, contrast, panel, reading, holders, pointed, stops, workDone, aside }: BenchState): SampleMarks | null {
  const result = arrived ?? shown;
  if (!result) return null;
  // What belongs to the run before says nothing of one that has just arrived.
  const fresh = result !== shown;
  const variants = !fresh && contrast && panel === "contrast" ? contrast.variants : [];
  return {
    matches: tableOf(result.matches),
    groups: result.reading.groups,
    chosen: fresh ? 0 : chosen,
    variants: variants.flatMap(({ own, mistake, matches, column }, index) =>
      own || mistake !== null ? [] : [{ index, name: column.name, matches: tableOf(matches) }],
    ),
    view: fresh ? null : view,
    holders: fresh || panel !== "takers" || !holders ? null : labelled(holders, result.source.pattern),
    pointed: fresh ? null : (pointed?.stretch ?? null),
    stops,
    work: fresh || aside !== "work" ? null : workDone,
    stale: !fresh && isBroken({ reading }),
  };
}

const MARK_PARTS = ["arrived", "result", "chosen", "view", "contrast", "panel", "reading", "holders", "pointed", "stops", "workDone", "aside"] as const;

/**
 * Hands what the bench knows to an editor's lanes as soon as the store has it, ahead of everything that React renders:
 * these are what a person who types is waiting for.
 */
function followMarks(editor: EditorView): () => void {
  let last: BenchState | null = null;
  const follow = () => {
    const { bench } = store.getState();
    if (last && MARK_PARTS.every((part) => last?.[part] === bench[part])) return;
    last = bench;
    const marks = marksOf(bench);
    if (!marks) return;
    if (editor.dom.parentElement) setLength(editor.dom.parentElement, "--lane-room", laneRoom(marks));
    sampleMarks.set(editor, marks);
  };
  follow();
  return hearFirst(follow);
}

/** Keeps the place that the reel or the ledger speaks of in view. */
function useFollowing(view: React.RefObject<EditorView | null>): void {
  const stepTo = useAppSelector((s) => s.bench.view?.to ?? null);
  const chosenStart = useAppSelector(({ bench: { result, chosen } }) => {
    const table = result && chosen > 0 ? tableOf(result.matches) : null;
    return table && chosen < table.length ? table.start(chosen) : null;
  });
  const target = stepTo ?? chosenStart;
  useEffect(() => {
    const editor = view.current;
    if (!editor || target === null || target > editor.state.doc.length) return;
    editor.dispatch({ effects: EditorView.scrollIntoView(target, { y: "nearest", x: "nearest", yMargin: 60, xMargin: 60 }) });
  }, [view, target]);
}
