/** Under the pattern: what comes in the place of a match, as the dialect's host writes it, with the marks of the groups that it takes. */
import type { Extension } from "@codemirror/state";
import { EditorView, keymap, placeholder } from "@codemirror/view";
import { hostOf } from "@lamprey/core";
import { useEffect } from "react";
import { lanes } from "../lanes/lanes.ts";
import { useFieldEditor } from "../run/useFieldEditor.ts";
import { plural } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";
import { drawTemplate, NO_TEMPLATE_MARKS, templateMarks } from "./templateLanes.ts";

export function TemplateLine() {
  const dialect = useAppSelector((s) => s.draft.fields.dialect);
  return (
    <>
      <h3 className="flex items-baseline gap-2 self-center whitespace-nowrap text-ink-2">
        <span className="part-name text-[15px]">Replace</span>
        <span className="text-[12px]">by {hostOf(dialect).template.call ?? "a template"}</span>
      </h3>
      <div className="flex min-w-0 items-center gap-3 max-[819px]:flex-col max-[819px]:items-stretch max-[819px]:gap-1">
        <TemplateEditor />
        <Said />
      </div>
    </>
  );
}

const EXTENSIONS: Extension = [
  // A line end is a character that would be put in: it is not written by the way.
  keymap.of([{ key: "Enter", run: () => true }]),
  placeholder("Nothing: each match is taken out."),
  EditorView.editorAttributes.of({ class: "template-editor" }),
  templateMarks.field,
  lanes(drawTemplate, null),
];

function TemplateEditor() {
  const loads = useAppSelector((s) => s.draft.loads);
  const rewriting = useAppSelector((s) => s.host.rewriting);
  const { host, view } = useFieldEditor({ field: "template", label: "Template", extensions: EXTENSIONS });

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new editor has to be told, too.
  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    // Marks of what was typed before are none of this.
    templateMarks.set(editor, rewriting && rewriting.source === editor.state.sliceDoc() ? rewriting : NO_TEMPLATE_MARKS);
  }, [rewriting, loads, view]);

  return (
    <div
      ref={host}
      className="max-h-[92px] min-w-[40%] max-w-[70%] flex-1 overflow-auto rounded-sm border border-rule bg-paper [contain:content] max-[819px]:max-w-full"
      data-part="template"
    />
  );
}

/** The template's first mistake; else what it does that does not show. */
function Said() {
  const rewriting = useAppSelector((s) => s.host.rewriting);
  const template = useAppSelector((s) => s.draft.fields.template);
  if (rewriting?.source !== template) return null;
  const [fault] = rewriting.diagnostics;
  const [remark, ...more] = rewriting.remarks;
  if (fault) {
    return (
      <p className="min-w-0 flex-1 text-[13px] leading-[17px] text-rust" role="alert" data-part="template-mistake">
        <b className="font-semibold">Refused</b> at {fault.start}: {fault.message}
      </p>
    );
  }
  return (
    <p className="min-w-0 flex-1 text-[13px] leading-[17px] text-ink-2" role="status">
      {remark?.message}
      {more.length > 0 && <span title={more.map(({ message }) => message).join("\n")}> And {plural(more.length, "more remark")}.</span>}
    </p>
  );
}
