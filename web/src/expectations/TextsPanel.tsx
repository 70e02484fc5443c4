/** Texts that the pattern must match, and that it must not: a list as quick as a text editor, judged with every edit. */
import type { Extension } from "@codemirror/state";
import { EditorView, placeholder } from "@codemirror/view";
import { readExpectations, visible } from "@lamprey/core";
import { useEffect, useMemo, useRef, useState } from "react";
import { expected, sampleAdded } from "../draft/draftSlice.ts";
import type { JudgedLine } from "../engine/messages.ts";
import { useEngineControls } from "../run/controls.ts";
import { useFieldEditor } from "../run/useFieldEditor.ts";
import { keyWords } from "../shared/keys.ts";
import { number, plural, span } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { holdMatches, judgedLines, marks } from "./listEditor.ts";
import { WhyNot } from "./WhyNot.tsx";

const HINT = "+ a text that must match\n- one that must not\n+= as a whole, +^ at its start, +2 so many times";
const NO_LINES: ReadonlyMap<number, JudgedLine> = new Map();

export function TextsPanel() {
  const [line, setLine] = useState(0);
  const view = useRef<EditorView | null>(null);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const go = (to: number) => {
    const editor = view.current;
    if (!editor || to >= editor.state.doc.lines) return;
    editor.dispatch({ selection: { anchor: editor.state.doc.line(to + 1).from }, scrollIntoView: true });
    editor.focus();
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <Sum go={go} />
      <div className={`min-h-0 flex-1 ${broken ? "opacity-60" : ""}`}>
        <ListEditor editor={view} setLine={setLine} />
      </div>
      <AtLine line={line} />
    </div>
  );
}

/** How many hold; those that changed with this edit first, then those that fail. */
function Sum({ go }: { readonly go: (line: number) => void }) {
  const judged = useAppSelector((s) => s.expectations.judged);
  const changed = useAppSelector((s) => s.expectations.changed);
  if (!judged) return <p className="border-b border-rule px-4 py-1 text-[12px] text-ink-2">A text a line; every edit of the pattern judges them all.</p>;
  const failing = judged.lines.filter(({ passed }) => !passed);
  return (
    <div className="border-b border-rule px-4 py-1 text-[12px] text-ink-2" data-part="judged">
      <p className="flex items-baseline gap-3">
        <span>
          <b className={`font-semibold ${failing.length > 0 ? "text-rust" : "text-ink"}`}>
            {number(judged.passed)} of {number(judged.lines.length)}
          </b>{" "}
          as expected
        </span>
        {failing[0] && (
          <button type="button" className="ml-auto underline hover:text-tide" onClick={() => go(failing[0]?.line ?? 0)}>
            to the first that fails
          </button>
        )}
      </p>
      {changed.length > 0 && (
        <p>
          By this edit{" "}
          {changed.slice(0, MOST_CHANGED).map(({ line, passed }) => (
            <button key={line} type="button" className={`mr-2 underline hover:text-tide ${passed ? "" : "text-rust"}`} onClick={() => go(line)}>
              line {number(line + 1)} {passed ? "passes" : "fails"}
            </button>
          ))}
          {changed.length > MOST_CHANGED && `and ${number(changed.length - MOST_CHANGED)} more`}
        </p>
      )}
    </div>
  );
}

/** Changes that are named one by one. */
const MOST_CHANGED = 6;

interface ListEditorProps {
  readonly editor: React.RefObject<EditorView | null>;
  readonly setLine: (line: number) => void;
}

function ListEditor({ editor, setLine }: ListEditorProps) {
  const loads = useAppSelector((s) => s.draft.loads);
  const list = useAppSelector((s) => s.draft.fields.expectations);
  const judged = useAppSelector((s) => s.expectations.judged);
  const extensions = useMemo(
    (): Extension => [
      placeholder(HINT),
      judgedLines.field,
      marks,
      EditorView.editorAttributes.of({ class: "list-editor" }),
      EditorView.updateListener.of((update) => {
        if (update.docChanged || update.selectionSet) setLine(update.state.doc.lineAt(update.state.selection.main.head).number - 1);
      }),
    ],
    [setLine],
  );
  const { host, view } = useFieldEditor({ field: "expectations", label: "Texts that must and must not match", extensions });
  // biome-ignore lint/correctness/useExhaustiveDependencies: there is a new editor with every load.
  useEffect(() => {
    editor.current = view.current;
  }, [editor, view, loads]);

  const lines = useMemo(() => (judged && judged.list === list ? new Map(judged.lines.map((row) => [row.line, row])) : null), [judged, list]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor has to be told, too.
  useEffect(() => {
    // Until it is judged, what is typed has no mark; a mark of what stood there would be wrong.
    if (view.current) judgedLines.set(view.current, lines ?? NO_LINES);
  }, [lines, loads, view]);

  return <div ref={host} className="h-full" data-part="list" />;
}

/** What came of the line at the caret: why it fails, and the text as a sample to look into; and texts by example. */
function AtLine({ line }: { readonly line: number }) {
  const dispatch = useAppDispatch();
  const controls = useEngineControls();
  const list = useAppSelector((s) => s.draft.fields.expectations);
  const judged = useAppSelector((s) => s.expectations.judged);
  const row = judged?.list === list ? judged.lines.find((each) => each.line === line) : undefined;
  const expectation = useMemo(() => {
    const written = list.split("\n")[line];
    return written === undefined ? undefined : readExpectations(written)[0]?.expectation;
  }, [list, line]);
  return (
    <>
      {row && expectation && !row.passed && row.count === 0 && !row.cut && <WhyNot text={expectation.text} mode={expectation.mode} />}
      <div className="flex min-h-[28px] flex-wrap items-center gap-x-3 border-t border-rule px-4 py-1 text-[12px] text-ink-2">
        {row && expectation ? (
          <>
            <span data-part="at-line">
              line {number(line + 1)}: {row.cut ? "the run was cut short" : plural(row.count, "match", "matches")}
              {row.first && `, the first at ${span(row.first.start, row.first.end)}`}
            </span>
            {row.count > 0 && !row.cut && expectation.expect === "match" && (
              <button
                type="button"
                className="underline hover:text-tide"
                title={keyWords("holdMatches")}
                onClick={() => void holdMatches(controls, judged?.generation ?? 0)}
              >
                {expectation.matches ? "any matches will do" : "just these, with their groups"}
              </button>
            )}
            <button
              type="button"
              className="underline hover:text-tide"
              onClick={() => dispatch(sampleAdded(visible(expectation.text, 24).trim() || "empty", expectation.text))}
            >
              put it in as a sample
            </button>
          </>
        ) : (
          <span>
            {keyWords("expectMatch")} and {keyWords("expectNone")} add what is selected in the sample; {keyWords("flipExpectation")} flips a line.
          </span>
        )}
        <ByExample />
      </div>
    </>
  );
}

/** Texts that the pattern takes now, and near misses, added to the list: to be read, and kept where they are right. */
function ByExample() {
  const dispatch = useAppDispatch();
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const [said, setSaid] = useState("");
  const seed = useRef(0);
  const add = async () => {
    setSaid("being made …");
    const made = await controls.examples(generation, seed.current++);
    setSaid(made && made.texts.length === 0 ? "no text that it takes was found" : "");
    for (const text of made?.texts ?? []) dispatch(expected({ text, mode: "whole", expect: "match" }));
    for (const { text } of made?.misses ?? []) dispatch(expected({ text, mode: "whole", expect: "no-match" }));
  };
  return (
    <>
      <button type="button" className="ml-auto underline hover:text-tide disabled:opacity-50" disabled={broken || generation === 0} onClick={() => void add()}>
        texts by example
      </button>
      <span role="status">{said}</span>
    </>
  );
}
