/**
 * The one line under the pattern: its first mistake; else what the item at the caret, or at the pointer, takes in this
 * dialect and in this sample, and what the quantifier there would do in its other mode.
 */
import { constructsAt, countOf, foreignSpellings, itemAt, MODE_WORDS, read, takenOf, visible } from "@lamprey/core";
import { useMemo } from "react";
import { shownSample } from "../draft/draftSlice.ts";
import type { MatchRows } from "../engine/messages.ts";
import { tableOf } from "../engine/tables.ts";
import { OfferLine, offerStands } from "../handoff/Offer.tsx";
import { usePattern } from "../run/patternHandle.ts";
import { useSmall } from "../shared/useMedia.ts";
import { useTables } from "../shared/useTables.ts";
import { number, plural } from "../shared/words.ts";
import { ShorterAtCaret, SlipAtCaret } from "../slips/AtCaret.tsx";
import { openPanel } from "../state/openPanel.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { DialectChanges, FlagsLeft, useDialectChanges, WrittenForIt } from "./DialectControl.tsx";
import { SetHolds } from "./SetHolds.tsx";

/** A longer pattern is not read for its line: that would take longer than ten milliseconds of every key. */
const LONGEST_PATTERN = 10_000;
/** Characters of the sample that are counted through: a caret that is moved along should not wait for more. */
const COUNTED = 200_000;

function useReading() {
  const { dialect, pattern, flags } = useAppSelector((s) => s.draft.fields);
  const tables = useTables(pattern);
  // biome-ignore lint/correctness/useExhaustiveDependencies: with more tables here, the same pattern reads otherwise.
  return useMemo(() => (pattern.length > LONGEST_PATTERN ? null : read({ dialect, pattern, flags })), [dialect, pattern, flags, tables]);
}

export function CaretLine() {
  const diagnostics = useAppSelector((s) => s.bench.reading?.diagnostics ?? NONE);
  const changes = useDialectChanges();
  const small = useSmall();
  const offer = useAppSelector((s) => s.host.offer !== null && offerStands(s.host.offer, s.draft.fields.pattern));
  const reading = useReading();
  const foreign = useMemo(() => (reading ? foreignSpellings(reading)[0] : undefined), [reading]);
  const [first] = diagnostics;
  if (offer) return <OfferLine />;
  if (first) {
    return (
      <>
        <p className="min-w-0 text-rust" role="alert" data-part="mistake" title={first.message}>
          <b className="font-semibold">{first.severity === "unsupported" ? "Not supported yet" : "Mistake"}</b> at {first.start}
          {first.end > first.start + 1 ? `–${first.end}` : ""}: {first.message}
          {diagnostics.length > 1 && <span className="text-ink-2"> And {plural(diagnostics.length - 1, "more mistake")} after it.</span>}
        </p>
        {foreign && <Correction foreign={foreign} />}
        <MayFollow />
        {changes && <FlagsLeft flags={changes.flags} />}
        {changes && <WrittenForIt />}
      </>
    );
  }
  if (changes) return <DialectChanges {...changes} />;
  if (foreign) {
    return (
      <>
        <p className="min-w-0 text-ink-2" role="status" data-part="foreign" title={foreign.message}>
          {foreign.message}
        </p>
        <Correction foreign={foreign} />
      </>
    );
  }
  return (
    <>
      <Item reading={reading} />
      <MayFollow />
      <SlipAtCaret />
      <ShorterAtCaret />
      {!small && <OtherMode />}
    </>
  );
}

const NONE: readonly never[] = [];

/** Where a construct begins at the caret: the key that lists what may follow. */
function MayFollow() {
  const { dialect, pattern, flags } = useAppSelector((s) => s.draft.fields);
  const caret = useAppSelector((s) => s.bench.caret);
  const begun = useMemo(() => pattern.length <= LONGEST_PATTERN && constructsAt({ dialect, pattern, flags }, caret) !== null, [dialect, pattern, flags, caret]);
  if (!begun) return null;
  return (
    <p className="shrink-0 whitespace-nowrap text-ink-2 max-[819px]:hidden" data-part="may-follow">
      <kbd className="rounded-sm border border-rule px-1 font-sans text-[12px]">Ctrl+Space</kbd> lists what may follow
    </p>
  );
}

/** Writes a spelling of another language as it is written here, where it can be. */
function Correction({ foreign }: { readonly foreign: ReturnType<typeof foreignSpellings>[number] }) {
  const pattern = usePattern();
  const flags = useAppSelector((s) => s.draft.fields.flags);
  const { start, end, instead, flags: added } = foreign;
  if (instead === null) return null;
  const words = [instead === "" ? "" : `Write ${visible(instead, 18)}`, added === "" ? "" : `set ${added}`].filter((word) => word !== "").join(", ");
  return (
    <button
      type="button"
      className="key shrink-0 whitespace-nowrap"
      onClick={() => {
        pattern.current?.apply([{ from: start, to: end, insert: instead }]);
        if (added !== "") pattern.current?.setFlags(flags + added);
      }}
    >
      {words || "Take it out"}
    </button>
  );
}

function Item({ reading }: { readonly reading: ReturnType<typeof read> | null }) {
  const caret = useAppSelector((s) => s.bench.hovered ?? s.bench.caret);
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  const matches = useAppSelector((s) => s.bench.result?.matches);
  const chosen = useAppSelector((s) => s.bench.chosen);
  const item = useMemo(() => (reading ? itemAt(reading, caret) : null), [reading, caret]);
  const here = useMemo(() => {
    if (!item?.takes || !reading || text === "") return null;
    return takenOf(item.takes, text, reading.options.codePoints, COUNTED);
  }, [item, reading, text]);
  if (!item || !reading) return <p className="text-ink-2">{reading?.source.pattern === "" ? NO_PATTERN : ""}</p>;
  const table = matches && item.kind === "group" && item.group !== null ? tableOf(matches) : null;
  const took = table && item.group !== null && item.group <= table.groupCount && chosen < table.length ? { span: table.group(chosen, item.group) } : null;
  const isSet = item.kind === "set" || item.kind === "any" || (item.takes !== null && countOf(item.takes) > 1);
  const written = reading.source.pattern.slice(item.start, item.end);
  return (
    <>
      <p className="min-w-0" data-part="item" title={item.sentence}>
        <code className="source font-semibold text-tide">{visible(written, 24)}</code> {item.sentence}
        {here && (
          <span className="text-ink-2">
            {text.length > COUNTED ? "; of the first " : "; here "}
            {text.length > COUNTED ? `${number(here.of)} characters ${number(here.taken)}` : `${number(here.taken)} of ${plural(here.of, "character")}`}
          </span>
        )}
        {took && (
          <span className="text-ink-2">
            ; in match {number(chosen + 1)} it {took.span ? "took " : "took no part"}
            {took.span && <code className="source">“{visible(text.slice(took.span.start, took.span.end), 30)}”</code>}
          </span>
        )}
      </p>
      {isSet && item.takes && <SetHolds written={written} set={item.takes} />}
    </>
  );
}

const NO_PATTERN = "The pattern is empty: it asks for nothing, and no match is shown.";

/** The quantifier at the caret: its mode, and what it would find in the other; on a small screen a line of its own. */
export function OtherMode() {
  const dispatch = useAppDispatch();
  const pattern = usePattern();
  const contrast = useAppSelector((s) => s.bench.contrast);
  const source = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const [quantifier] = contrast?.quantifiers ?? [];
  const own = contrast?.variants.find((v) => v.own);
  const other = contrast?.variants.find((v) => !v.own && v.column.kind === "mode");
  if (!quantifier || !own || other?.column.kind !== "mode") return null;
  const { mode } = other.column;
  const showContrast = () => {
    openPanel(dispatch, "contrast");
  };
  const found = sameRows(own.matches.rows, other.matches.rows)
    ? "finds the same matches"
    : own.otherCaptures + other.otherCaptures > 0 && sameSpans(own.matches, other.matches)
      ? "finds the same matches with other captures"
      : "finds other matches";
  return (
    <p className="flex shrink-0 flex-wrap items-center gap-x-2 whitespace-nowrap min-[820px]:ml-auto" data-part="other-mode">
      <span className="text-ink-2">
        <code className="source inline-block max-w-[110px] truncate align-bottom font-semibold text-tide">
          {visible(source.slice(quantifier.start, quantifier.end), 18)}
        </code>{" "}
        is {MODE_WORDS[quantifier.mode]}; {MODE_WORDS[mode]}, it {other.complete ? found : "runs too long"}
      </span>
      {other.take && (
        <button
          type="button"
          className="key !py-0"
          onClick={() => {
            pattern.current?.apply(other.take ?? []);
            showContrast();
          }}
        >
          Make it {MODE_WORDS[mode]}
        </button>
      )}
      <button type="button" className="quiet-key underline" onClick={showContrast}>
        side by side
      </button>
    </p>
  );
}

const sameRows = (one: Int32Array, other: Int32Array): boolean => one.length === other.length && one.every((n, i) => n === other[i]);

function sameSpans(one: MatchRows, other: MatchRows): boolean {
  const width = 2 * (one.groupCount + 1);
  return one.rows.length === other.rows.length && one.rows.every((n, i) => i % width > 1 || n === other.rows[i]);
}
