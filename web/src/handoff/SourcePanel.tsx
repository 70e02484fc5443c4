/** The pattern as source text of its host, in every form, and the shortest program around it; each ready to copy. */
import { formsOf, programAround } from "@lamprey/core";
import { useMemo, useState } from "react";
import { copyText } from "../shared/clipboard.ts";
import { isBroken } from "../state/benchSlice.ts";
import { useAppSelector } from "../state/store.ts";

export function SourcePanel() {
  const { dialect, pattern, flags } = useAppSelector((s) => s.draft.fields);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const rows = useMemo(() => {
    const source = { dialect, pattern, flags };
    const forms = formsOf(dialect).map(({ name, label, write, note }) => ({ name, label, written: write(source), note: note(source) }));
    const program = programAround(source);
    return program === undefined
      ? forms
      : [...forms, { name: "program", label: "a program that prints its matches", written: program, note: "It reads its standard input." }];
  }, [dialect, pattern, flags]);
  if (broken) return <p className="p-4 text-ink-2">Only a pattern that reads is handed off. What is wrong stands under it.</p>;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Source text" data-part="source">
      {rows.map(({ name, label, written, note }) => (
        <section key={name} className="border-b border-rule-soft px-4 py-2" aria-label={label}>
          <header className="flex items-baseline gap-3 text-[12px] text-ink-2">
            <h3>{label}</h3>
            {typeof written === "string" && <Copy text={written} />}
          </header>
          {typeof written === "string" ? (
            <pre className="source mt-1 whitespace-pre-wrap text-[13px] [overflow-wrap:anywhere] leading-[19px]" data-form={name}>
              {written}
            </pre>
          ) : (
            <p className="mt-1 text-ink-2">{written.refused}</p>
          )}
          {typeof written === "string" && <p className="mt-1 text-[12px] text-ink-2">{note}</p>}
        </section>
      ))}
      <p className="px-4 py-2 text-[12px] text-ink-2">
        The other way: paste a literal, a call, or strings put together, into the pattern, and the line under it offers to read them.
      </p>
    </section>
  );
}

function Copy({ text }: { readonly text: string }) {
  const [said, setSaid] = useState<{ readonly text: string; readonly words: string } | null>(null);
  const copy = async () => {
    setSaid({ text, words: (await copyText(text)) ? "copied" : "the browser did not allow it" });
  };
  return (
    <>
      <button type="button" className="ml-auto underline hover:text-tide" onClick={() => void copy()}>
        copy
      </button>
      <span role="status">{said?.text === text ? said.words : ""}</span>
    </>
  );
}
