/** The strip at the top: the pattern, its flags, what is wrong with it, and what its quantifier at the caret would do otherwise. */
import { MODE_WORDS, visible } from "@lamprey/core";
import type { MatchRows } from "../engine/messages.ts";
import { usePattern } from "../run/patternHandle.ts";
import { useSmall } from "../shared/useMedia.ts";
import { plural } from "../shared/words.ts";
import { panelChosen } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { DialectChanges, DialectControl, useDialectChanges } from "./DialectControl.tsx";
import { Flags } from "./Flags.tsx";
import { PatternEditor } from "./PatternEditor.tsx";

export function PatternStrip() {
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  const small = useSmall();
  return (
    <section
      className={`grid shrink-0 gap-x-3 border-b-[3px] border-double border-rule bg-sheet pb-[2px] pt-[5px] ${small ? "grid-cols-1 px-2" : "grid-cols-[150px_minmax(0,1fr)] px-4"}`}
      aria-label="Pattern"
    >
      {!small && (
        <div className="flex items-baseline gap-2 whitespace-nowrap">
          <h2 className="part-name text-[16px] leading-6 text-ink-2">Pattern</h2>
          <DialectControl />
        </div>
      )}
      <div className="relative min-w-0">
        <PatternEditor />
        {empty && <p className="pointer-events-none absolute left-2 top-1 text-ink-2">Write a pattern: a word to look for is one already.</p>}
      </div>
      <div className="flex items-center gap-3">
        {small && <DialectControl />}
        <Flags />
      </div>
      <div className="flex h-[24px] min-w-0 items-center gap-3">
        <PatternWord />
      </div>
    </section>
  );
}

/** One line under the pattern: its first mistake, or the quantifier at the caret and its other mode. */
function PatternWord() {
  const pattern = usePattern();
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
