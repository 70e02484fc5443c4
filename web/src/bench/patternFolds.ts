/** A long pattern shows in full what the caret is in: other outermost groups are folded to their beginning and a count. */
import { type EditorState, type Extension, RangeSetBuilder, StateEffect, StateField } from "@codemirror/state";
import { Decoration, type DecorationSet, EditorView, WidgetType } from "@codemirror/view";
import type { Span } from "@lamprey/core";
import { number } from "../shared/words.ts";

/** A pattern longer than this is folded where the caret is not. */
const LONG = 600;
/** A group shorter than this takes no room that would be worth a fold. */
const WORTH = 60;
/** Characters of a group that stay on show, so that it is known again. */
const SHOWN = 12;

class Fold extends WidgetType {
  readonly hidden: number;
  constructor(hidden: number) {
    super();
    this.hidden = hidden;
  }
  override eq(other: Fold): boolean {
    return other.hidden === this.hidden;
  }
  override toDOM(): HTMLElement {
    const sign = document.createElement("span");
    sign.className = "pattern-fold";
    sign.textContent = `… ${number(this.hidden)} …`;
    sign.title = `${number(this.hidden)} characters; put the caret here to see them`;
    return sign;
  }
  override ignoreEvent(): boolean {
    return false;
  }
}

interface Folds {
  readonly outermost: readonly Span[];
  readonly hidden: DecorationSet;
}

const setGroups = StateEffect.define<readonly Span[]>();

function hiddenIn(state: EditorState, outermost: readonly Span[]): DecorationSet {
  if (state.doc.length <= LONG) return Decoration.none;
  const builder = new RangeSetBuilder<Decoration>();
  for (const { start, end } of outermost) {
    const [from, to] = [start + SHOWN, end - 1];
    const atCaret = state.selection.ranges.some((range) => range.from <= end && range.to >= start);
    if (end <= state.doc.length && end - start >= WORTH && !atCaret) builder.add(from, to, Decoration.replace({ widget: new Fold(to - from) }));
  }
  return builder.finish();
}

const folds = StateField.define<Folds>({
  create: () => ({ outermost: [], hidden: Decoration.none }),
  update: (before, transaction) => {
    const told = transaction.effects.find((effect) => effect.is(setGroups));
    // While a pattern does not read, its groups go along with what is typed.
    const outermost =
      // They may be those of a pattern that is typed over already.
      told?.value.filter(({ end }) => end <= transaction.newDoc.length) ??
      (transaction.docChanged
        ? before.outermost.map(({ start, end }) => ({ start: transaction.changes.mapPos(start, 1), end: transaction.changes.mapPos(end, -1) }))
        : before.outermost);
    if (!told && !transaction.docChanged && !transaction.selection) return before;
    return { outermost, hidden: hiddenIn(transaction.state, outermost) };
  },
  provide: (field) => EditorView.decorations.from(field, ({ hidden }) => hidden),
});

/** A click on a fold puts the caret into what it hides, which opens it. */
const opening = EditorView.domEventHandlers({
  mousedown: (event, view) => {
    const sign = event.target instanceof Element ? event.target.closest(".pattern-fold") : null;
    if (!sign) return false;
    view.dispatch({ selection: { anchor: view.posAtDOM(sign) } });
    view.focus();
    return true;
  },
});

export const foldFar: Extension = [folds, opening];

/** What tells an editor the groups of its pattern, in the order of their beginnings. */
export function foldGroups(groups: readonly Span[]): StateEffect<readonly Span[]> {
  const outermost: Span[] = [];
  for (const { start, end } of groups) if (start >= (outermost.at(-1)?.end ?? 0)) outermost.push({ start, end });
  return setGroups.of(outermost);
}
