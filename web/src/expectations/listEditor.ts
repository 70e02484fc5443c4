/** The list of texts as an editor: a line each, and in its margin what came of it. */
import { EditorView, GutterMarker, gutter, type ViewUpdate } from "@codemirror/view";
import type { JudgedLine } from "../engine/messages.ts";
import { laneState, redrawLanes } from "../lanes/lanes.ts";
import type { EngineControls } from "../run/controls.ts";

/** What came of each line, by its number from 0. */
export const judgedLines = laneState<ReadonlyMap<number, JudgedLine>>(new Map());

class Mark extends GutterMarker {
  readonly row: JudgedLine;

  constructor(row: JudgedLine) {
    super();
    this.row = row;
  }

  override eq(other: GutterMarker): boolean {
    return other instanceof Mark && other.row.passed === this.row.passed && other.row.count === this.row.count;
  }

  override toDOM(): Node {
    const mark = document.createElement("span");
    const { passed, count, cut } = this.row;
    mark.className = passed ? "holds-mark" : "fails-mark";
    mark.textContent = passed ? "passes" : "fails";
    mark.title = cut ? "the run was cut short" : count === 1 ? "1 match" : `${count} matches`;
    return mark;
  }
}

export const marks = gutter({
  class: "cm-judged",
  lineMarker: (view, block) => {
    const row = view.state.field(judgedLines.field).get(view.state.doc.lineAt(block.from).number - 1);
    return row ? new Mark(row) : null;
  },
  lineMarkerChange: (update: ViewUpdate) => update.docChanged || update.transactions.some((t) => t.effects.some((e) => e.is(redrawLanes))),
  initialSpacer: () => new Mark({ line: 0, passed: true, count: 0, first: null, cut: false }),
});

const listView = (): EditorView | null => {
  const content = document.querySelector<HTMLElement>(".list-editor .cm-content");
  return content && EditorView.findFromDOM(content);
};

/**
 * The line at the caret asks for the matches that are found there now, with what their groups hold; one that does so
 * already does not any more.
 */
export async function holdMatches(controls: EngineControls, generation: number): Promise<void> {
  const view = listView();
  if (!view) return;
  const { from, to, text } = view.state.doc.lineAt(view.state.selection.main.head);
  const tab = text.indexOf("\t");
  const made = tab >= 0 ? text.slice(0, tab) : await controls.asFound(generation, text);
  // The answer is of the line as it was.
  if (made === null || view.state.sliceDoc(from, to) !== text) return;
  view.dispatch({ changes: { from, to, insert: made }, selection: { anchor: from + made.length }, userEvent: "input.hold" });
}

/** In the lines at the caret, what must match must not, and the other way round. */
export function flipLines(): void {
  const view = listView();
  if (!view) return;
  const { doc, selection } = view.state;
  const [first, last] = [doc.lineAt(selection.main.from).number, doc.lineAt(selection.main.to).number];
  const changes = Array.from({ length: last - first + 1 }, (_, i) => doc.line(first + i)).flatMap(({ from, text }) => {
    if (text.trim() === "" || text.startsWith("#")) return [];
    const signed = /^[+-][=^]?\d*(?= |$)/.test(text);
    return [signed ? { from, to: from + 1, insert: text.startsWith("+") ? "-" : "+" } : { from, to: from, insert: "- " }];
  });
  view.dispatch({ changes, userEvent: "input.flip" });
}
