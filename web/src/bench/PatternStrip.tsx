/** The strip at the top: the pattern, its flags, what is wrong with it, and what its quantifier at the caret would do otherwise. */
import { countWords, type DialectName, dialectOf, MODE_WORDS, visible } from "@lamprey/core";
import type { RefObject } from "react";
import { edited } from "../draft/draftSlice.ts";
import type { MatchRows } from "../engine/messages.ts";
import type { PatternHandle } from "../run/patternHandle.ts";
import { plural } from "../shared/words.ts";
import { panelChosen } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { DialectChanges, DialectControl, useDialectChanges } from "./DialectControl.tsx";
import { PatternEditor } from "./PatternEditor.tsx";

export function PatternStrip({ pattern }: { readonly pattern: RefObject<PatternHandle | null> }) {
  const dispatch = useAppDispatch();
  const dialect = useAppSelector((s) => s.draft.fields.dialect);
  const notes = useAppSelector((s) => s.draft.fields.notes);
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  return (
    <section className="flex shrink-0 border-b-[3px] border-double border-rule bg-sheet" aria-label="Pattern">
      <div className="flex min-w-0 flex-1 flex-col px-4 pb-1 pt-2">
        <div className="flex items-start gap-3">
          <div className="w-[92px] shrink-0">
            <h2 className="part-name text-[16px] leading-6 text-ink-2">Pattern</h2>
            <DialectControl pattern={pattern} />
          </div>
          <div className="relative min-w-0 flex-1">
            <PatternEditor handle={pattern} />
            {empty && <p className="pointer-events-none absolute left-2 top-2 text-ink-2">Write a pattern: a word to look for is one already.</p>}
          </div>
        </div>
        <div className="flex min-h-[26px] items-center gap-3">
          <span className="w-[92px] shrink-0" />
          <PatternWord pattern={pattern} />
        </div>
        <div className="flex items-center gap-3">
          <label htmlFor="notes" className="w-[92px] shrink-0 text-[12px] text-ink-2">
            what to look at
          </label>
          <input
            id="notes"
            className="min-w-0 flex-1 text-ellipsis rounded-sm bg-transparent px-1 text-ink-2 hover:bg-paper focus:text-ink"
            value={notes}
            title={notes}
            placeholder="a line on what this specimen is for"
            onChange={(event) => dispatch(edited({ notes: event.target.value }))}
          />
        </div>
      </div>
      <Flags dialect={dialect} pattern={pattern} />
    </section>
  );
}

/** One line under the pattern: its first mistake, or the quantifier at the caret and its other mode. */
function PatternWord({ pattern }: { readonly pattern: RefObject<PatternHandle | null> }) {
  const dispatch = useAppDispatch();
  const diagnostics = useAppSelector((s) => s.bench.reading?.diagnostics ?? NONE);
  const contrast = useAppSelector((s) => s.bench.contrast);
  const source = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const changes = useDialectChanges();
  const [first] = diagnostics;
  if (first) {
    return (
      <p className="min-w-0 flex-1 text-rust" role="alert" data-part="mistake">
        <b className="font-semibold">{first.severity === "unsupported" ? "Not read yet" : "Does not read"}</b> at {first.start}
        {first.end > first.start + 1 ? `–${first.end}` : ""}: {first.message}
        {diagnostics.length > 1 && <span className="text-ink-2"> And {plural(diagnostics.length - 1, "more mistake")} after it.</span>}
      </p>
    );
  }
  if (changes) return <DialectChanges {...changes} />;
  if (!contrast) return <p className="text-ink-2">{NO_QUANTIFIER}</p>;
  const [quantifier] = contrast.quantifiers;
  const own = contrast.variants.find((v) => v.own);
  const other = contrast.variants.find((v) => !v.own && v.column.kind === "mode");
  if (!quantifier || !own || other?.column.kind !== "mode") return <p className="text-ink-2">{NO_QUANTIFIER}</p>;
  const { mode } = other.column;
  const found = sameRows(own.matches.rows, other.matches.rows)
    ? "finds the same matches"
    : own.otherCaptures + other.otherCaptures > 0 && sameSpans(own.matches, other.matches)
      ? "finds the same matches with other captures"
      : "finds other matches";
  return (
    <p className="flex min-w-0 items-center gap-2 whitespace-nowrap">
      <code className="source max-w-[180px] truncate font-semibold text-tide">{visible(source.slice(quantifier.start, quantifier.end), 24)}</code>
      <span>is {MODE_WORDS[quantifier.mode]};</span>
      <span className="truncate text-ink-2">
        {MODE_WORDS[mode]}, it {other.complete ? found : "runs too long"}
      </span>
      {other.take && (
        <button
          type="button"
          className="key"
          onClick={() => {
            pattern.current?.apply(other.take ?? []);
            dispatch(panelChosen("contrast"));
          }}
        >
          Make it {MODE_WORDS[mode]}
        </button>
      )}
      <button type="button" className="quiet-key underline" onClick={() => dispatch(panelChosen("contrast"))}>
        side by side
      </button>
    </p>
  );
}

const NONE: readonly never[] = [];
const NO_QUANTIFIER = "Put the caret on a quantifier to see what it would do in its other mode.";

const sameRows = (one: Int32Array, other: Int32Array): boolean => one.length === other.length && one.every((n, i) => n === other[i]);

function sameSpans(one: MatchRows, other: MatchRows): boolean {
  const width = 2 * (one.groupCount + 1);
  return one.rows.length === other.rows.length && one.rows.every((n, i) => i % width > 1 || n === other.rows[i]);
}

function Flags({ dialect, pattern }: { readonly dialect: DialectName; readonly pattern: RefObject<PatternHandle | null> }) {
  const flags = useAppSelector((s) => s.draft.fields.flags);
  const known = dialectOf(dialect)?.flags ?? NONE;
  const result = useAppSelector((s) => s.bench.result);
  const work = useAppSelector((s) => s.bench.work);
  const behind = useAppSelector((s) => s.bench.asked > s.bench.answered);
  const broken = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  const toggle = (letter: string) => pattern.current?.setFlags(flags.includes(letter) ? flags.replace(letter, "") : flags + letter);
  return (
    <div className="flex w-[318px] shrink-0 flex-col border-l border-rule px-4 py-2">
      <fieldset className="grid grid-cols-2 gap-x-3 gap-y-[3px]">
        <legend className="sr-only">Flags</legend>
        {known.map(({ letter, label }) => (
          <label
            key={letter}
            className={`flex cursor-pointer items-center gap-[6px] whitespace-nowrap ${flags.includes(letter) ? "font-semibold text-tide" : "text-ink-2"}`}
          >
            <input type="checkbox" className="accent-[var(--tide)]" checked={flags.includes(letter)} onChange={() => toggle(letter)} />
            {label} <code className="source">{letter}</code>
          </label>
        ))}
      </fieldset>
      <p className="mt-auto border-t border-rule-soft pt-1 text-ink-2" data-part="work" aria-busy={behind}>
        {result && (
          <>
            <span title={`It was chosen because ${result.choice.reason}.`}>
              {result.choice.machine} machine, {result.elapsedMs < 10 ? result.elapsedMs.toFixed(1) : Math.round(result.elapsedMs)} ms
            </span>
            <span className="running">, running …</span>
            <br />
            {work ? (
              <span title={work.steps.length > 15 ? `${work.steps} steps` : undefined}>
                a backtracker:{" "}
                <b className={work.trouble ? "text-rust" : "text-ink"}>
                  {work.exact ? "" : "over "}
                  {countWords(work.steps)}
                </b>{" "}
                {work.steps === "1" ? "step" : "steps"}
              </span>
            ) : (
              // A pattern that does not read is not run, so there is nothing under way.
              !broken && "a backtracker: counting …"
            )}
          </>
        )}
      </p>
    </div>
  );
}
