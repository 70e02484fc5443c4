/** Characters that cannot be seen, each with a sign where it stands and its name on hover; nothing moves for them. */
import type { Extension } from "@codemirror/state";
import { Decoration, type DecorationSet, type EditorView, MatchDecorator, ViewPlugin, type ViewUpdate } from "@codemirror/view";

/** The sign of each, and what it is called. */
const INVISIBLES: Readonly<Record<string, readonly [sign: string, name: string]>> = {
  "\t": ["→", "tab, U+0009"],
  "\r": ["←", "carriage return, U+000D"],
  "\v": ["↓", "line tabulation, U+000B"],
  "\f": ["⇟", "form feed, U+000C"],
  "\u0085": ["↵", "next line, U+0085"],
  "\u00a0": ["°", "no-break space, U+00A0"],
  "\u00ad": ["-", "soft hyphen, U+00AD"],
  "\u2007": ["°", "figure space, U+2007"],
  "\u200b": ["|", "zero width space, U+200B"],
  "\u200c": ["|", "zero width non-joiner, U+200C"],
  "\u200d": ["|", "zero width joiner, U+200D"],
  "\u200e": ["›", "left-to-right mark, U+200E"],
  "\u200f": ["‹", "right-to-left mark, U+200F"],
  "\u2028": ["↵", "line separator, U+2028"],
  "\u2029": ["¶", "paragraph separator, U+2029"],
  "\u202f": ["°", "narrow no-break space, U+202F"],
  "\u2060": ["|", "word joiner, U+2060"],
  "\u3000": ["□", "ideographic space, U+3000"],
  "\ufeff": ["|", "byte order mark, U+FEFF"],
};
const TRAILING: readonly [sign: string, name: string] = ["·", "space at the end of a line, U+0020"];

const marks = new Map(
  [...Object.entries(INVISIBLES), [" ", TRAILING] as const].map(([character, [sign, name]]) => [
    character,
    Decoration.mark({ class: "unseen", attributes: { "data-sign": sign, title: name } }),
  ]),
);

const FOUND = /[\t\r\v\f\u0085\u00a0\u00ad\u2007\u200b-\u200f\u2028\u2029\u202f\u2060\u3000\ufeff]| +(?=\r?$)/gm;

const decorator = new MatchDecorator({
  regexp: FOUND,
  decorate: (add, from, _to, [found]) => {
    for (let i = 0; i < found.length; i++) {
      const mark = marks.get(found.charAt(i));
      if (mark) add(from + i, from + i + 1, mark);
    }
  },
});

export const invisibles: Extension = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;

    constructor(view: EditorView) {
      this.decorations = decorator.createDeco(view);
    }

    update(update: ViewUpdate): void {
      this.decorations = decorator.updateDeco(update, this.decorations);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);
