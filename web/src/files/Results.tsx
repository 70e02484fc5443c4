/** What was found: the answer in a sentence, where it lies, and the rows, which appear as they are found. */
import type { ShownKind } from "@lamprey/core";
import { lazy, Suspense, useState } from "react";
import type { FilesProgress, Remark, SavedForm } from "../engine/files/messages.ts";
import { MOST_ROWS } from "../engine/files/messages.ts";
import { download, fileName } from "../shared/files.ts";
import { notify } from "../shared/notice.ts";
import { number, plural, size } from "../shared/words.ts";
import { type FilesState, questionOf } from "../state/filesSlice.ts";
import { useAppSelector } from "../state/store.ts";
import { givenFiles } from "./given.ts";
import { Rows } from "./Rows.tsx";
import { currentSearch, foundRows } from "./searching.ts";

const Charts = lazy(() => import("./Charts.tsx").then((module) => ({ default: module.Charts })));

export function Results() {
  const files = useAppSelector((s) => s.files);
  const { run, progress, question } = files;
  if (run === "none" || !question) return <Waiting />;
  const kind = question.shown.kind;
  const isOld = run !== "running" && JSON.stringify(questionOf(files.form)) !== JSON.stringify(question);
  return (
    <section className="flex min-h-0 min-w-0 flex-col max-[819px]:h-[90vh]" aria-label="What was found">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-5 py-2">
        <p role="status" data-part="files-summary" className="text-[15px]">
          <Summary files={files} kind={kind} />
          {isOld && <b className="font-semibold text-brass">; of the search before: the pattern or what is shown was changed since</b>}
        </p>
        {run === "running" && (
          <progress className="h-2 w-40 accent-[var(--tide)]" value={progress?.bytes ?? 0} max={Math.max(1, files.total.bytes)} aria-label="Bytes searched" />
        )}
        {run !== "running" && foundRows().length > 0 && <Save kind={kind} />}
      </div>
      <Remarks name="hanging" remarks={files.hanging} words="A backtracking engine would hang on" />
      <Remarks name="faults" remarks={files.faults} words="Not searched, or not all of it" />
      {progress && progress.found > 0 && kind !== "files" && (
        <Suspense fallback={<div className="h-[118px] shrink-0" />}>
          <Charts progress={progress} running={run === "running"} />
        </Suspense>
      )}
      <Rows />
    </section>
  );
}

function Waiting() {
  // The list of files says by this number that it has changed.
  useAppSelector((s) => s.files.given);
  const hasFiles = givenFiles().files.length > 0;
  return (
    <section className="flex flex-col justify-center gap-2 p-10 text-ink-2" aria-label="What was found">
      <p className="part-name text-[22px] text-ink">
        {hasFiles ? "Write a pattern: what it finds appears here." : "Which lines, in which files, and how many?"}
      </p>
      <p className="max-w-[62ch]">
        A pattern is run over every line of the files: logs, sources, packed ones too (.gz, .zst), of any size. Each line is a text of its own, so ^ and $ are
        its ends.
      </p>
    </section>
  );
}

const LINES_OF: Readonly<Record<ShownKind, string>> = {
  lines: "line",
  parts: "line",
  distinct: "line",
  count: "line",
  files: "file",
  replaced: "line",
};

function Summary({ files: { run, progress, total, question, failure }, kind }: { readonly files: FilesState; readonly kind: ShownKind }) {
  const found = progress?.found ?? 0;
  const others = question?.others === true;
  if (run === "failed") return <b className="text-rust">The search failed: {failure}</b>;
  return (
    <>
      <b className="font-semibold">{kind === "distinct" ? plural(progress?.values ?? 0, "distinct value") : plural(found, LINES_OF[kind])}</b>
      {kind === "distinct"
        ? ` in ${plural(found, "line")}`
        : others
          ? " without a match"
          : found === 1
            ? " matches"
            : kind === "files"
              ? " hold a match"
              : " match"}
      {kind !== "files" && ` in ${number(progress?.filesWith ?? 0)} of ${plural(progress?.files ?? 0, "file")}`}
      <span className="text-ink-2">{wayOf(run, progress, total)}</span>
      {foundRows().length >= MOST_ROWS && <span className="text-ink-2">; the first {number(MOST_ROWS)} are shown, all are saved</span>}
    </>
  );
}

function wayOf(run: FilesState["run"], progress: FilesProgress | null, total: FilesState["total"]): string {
  if (run === "running") return `; ${size(progress?.bytes ?? 0, "bytes")} of ${size(total.bytes, "bytes")} searched`;
  if (run === "cancelled") return `; stopped after ${number(progress?.files ?? 0)} of ${plural(total.files, "file")}`;
  return `; ${plural(progress?.lines ?? 0, "line")} searched`;
}

/** Remarks that are shown before somebody wants more. */
const SHOWN_REMARKS = 3;

function Remarks({ name, remarks, words }: { readonly name: string; readonly remarks: readonly Remark[]; readonly words: string }) {
  const [all, setAll] = useState(false);
  if (remarks.length === 0) return null;
  const shown = all ? remarks : remarks.slice(0, SHOWN_REMARKS);
  return (
    <div className="max-h-40 shrink-0 overflow-auto border-b border-l-4 border-rule border-l-rust bg-sheet px-4 py-1 text-[13px]" data-part={name}>
      <b className="font-semibold text-rust">{words}:</b>
      <ul>
        {shown.map(({ file, line, words: own }) => (
          <li key={`${file}:${line}:${own}`} className="[overflow-wrap:anywhere]">
            <code className="source !whitespace-pre-wrap">
              {file}
              {line === null ? "" : `:${line}`}
            </code>{" "}
            {own}
          </li>
        ))}
      </ul>
      {remarks.length > SHOWN_REMARKS && (
        <button type="button" className="text-ink-2 underline hover:text-tide" onClick={() => setAll(!all)}>
          {all ? "fewer" : `${number(remarks.length - SHOWN_REMARKS)} more`}
        </button>
      )}
    </div>
  );
}

const FORMS: Readonly<Record<SavedForm, { readonly words: string; readonly name: string; readonly ending: string }>> = {
  text: { words: "Text", name: "found", ending: "txt" },
  csv: { words: "CSV", name: "found", ending: "csv" },
  json: { words: "JSON Lines", name: "found", ending: "jsonl" },
  patch: { words: "Patch", name: "changes", ending: "patch" },
  zip: { words: "Changed files (zip)", name: "changed-files", ending: "zip" },
};

function Save({ kind }: { readonly kind: ShownKind }) {
  const [busy, setBusy] = useState(false);
  const forms: readonly SavedForm[] = kind === "replaced" ? ["zip", "patch", "text", "csv", "json"] : ["text", "csv", "json"];
  const save = async (form: SavedForm) => {
    const search = currentSearch();
    if (!search) return;
    setBusy(true);
    try {
      const { blob, faults } = await search.save(form);
      const { name, ending } = FORMS[form];
      download(blob, fileName(name, ending));
      if (faults.length > 0) notify(`Left out: ${faults.slice(0, 3).join("; ")}${faults.length > 3 ? `; and ${number(faults.length - 3)} more` : ""}`);
    } catch (error) {
      notify(`It could not be saved: ${error instanceof Error ? error.message : String(error)}`);
    } finally {
      setBusy(false);
    }
  };
  return (
    <fieldset className="ml-auto flex flex-wrap items-center gap-2" disabled={busy}>
      <legend className="sr-only">Save everything that was found</legend>
      <span className="text-ink-2">{busy ? "saving …" : "save as"}</span>
      {forms.map((form) => (
        <button key={form} type="button" className="key" onClick={() => void save(form)}>
          {FORMS[form].words}
        </button>
      ))}
    </fieldset>
  );
}
