/** Likely mistakes of the pattern, each with a text that shows it and how to mend it; and shorter ways to say the same. */
import { type Shorter, type Slip, type Source, visible, withAside } from "@lamprey/core";
import { edited, expected, sampleAdded } from "../draft/draftSlice.ts";
import { usePattern } from "../run/patternHandle.ts";
import { editBetween } from "../shared/edits.ts";
import { number, plural } from "../shared/words.ts";
import { isBroken, pointedAt } from "../state/benchSlice.ts";
import { slipsNow, slipsShown } from "../state/slipsSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { PROVED_WORDS } from "./words.ts";

export function SlipsPanel() {
  const shown = useAppSelector(slipsShown);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const empty = useAppSelector((s) => s.draft.fields.pattern === "");
  if (empty) return <p className="p-4 text-ink-2">The pattern is empty: nothing can be wrong with it yet.</p>;
  if (broken) return <p className="p-4 text-ink-2">The pattern has a mistake, which is said under it. Likely mistakes are looked for when it has none.</p>;
  if (!shown) return <p className="p-4 text-ink-2">The pattern is being looked at …</p>;
  const { source, said, aside, shorter } = shown;
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Slips">
      <p className="px-4 py-2 text-ink-2" role="status" data-part="slips-said">
        {said.length === 0 ? "No likely mistake is seen in this pattern." : `${plural(said.length, "likely mistake")}, each with a text that shows it.`}
      </p>
      <ol aria-label="Likely mistakes">
        {said.map((slip) => (
          <SlipRow key={keyOf(slip)} slip={slip} source={source} />
        ))}
      </ol>
      {aside.length > 0 && <SetAside slips={aside} source={source} />}
      {shorter.length > 0 && <ShorterWays ways={shorter} pattern={source.pattern} />}
    </section>
  );
}

/** What is shown stays until the next is known: it is not written into a pattern that is another by now. */
const isCurrent = (): boolean => slipsNow(store.getState()) !== null;

const keyOf = ({ code, start, end }: Slip): string => `${code} ${start} ${end}`;

/** Marks a part of the pattern while a row that speaks of it has the pointer or the focus. */
function usePointing(part: { readonly start: number; readonly end: number }) {
  const dispatch = useAppDispatch();
  const { start, end } = part;
  const on = () => dispatch(pointedAt({ part: { start, end }, stretch: { start: 0, end: 0 } }));
  const off = () => dispatch(pointedAt(null));
  return { onMouseEnter: on, onMouseLeave: off, onFocus: on, onBlur: off };
}

interface SlipProps {
  readonly slip: Slip;
  /** What it is a slip of. */
  readonly source: Source;
}

function SlipRow({ slip, source }: SlipProps) {
  const dispatch = useAppDispatch();
  const { pattern } = source;
  const setAside = useAppSelector((s) => s.draft.fields.setAside);
  const { start, end, message, witness } = slip;
  return (
    <li className="border-t border-rule-soft px-4 py-2" data-part="slip" {...usePointing(slip)}>
      <p className="leading-[20px]">
        {end - start < pattern.length && (
          <code className="source mr-2 whitespace-pre-wrap font-semibold text-brass [overflow-wrap:anywhere]">{visible(pattern.slice(start, end), 60)}</code>
        )}
        {message}
      </p>
      {witness !== null && <Witness text={witness} />}
      <Repair slip={slip} source={source} />
      <p className="mt-1 text-right text-[12px]">
        <button
          type="button"
          className="text-ink-2 underline hover:text-tide"
          onClick={() => dispatch(edited({ setAside: withAside(slip, pattern, setAside, true) }))}
        >
          it is meant: set it aside
        </button>
      </p>
    </li>
  );
}

function Witness({ text }: { readonly text: string }) {
  const dispatch = useAppDispatch();
  const shown = text === "" ? "the empty text" : visible(text, 60);
  return (
    <p className="mt-1 text-[13px]">
      <span className="text-ink-2">shown by </span>
      <code className={`whitespace-pre-wrap [overflow-wrap:anywhere] ${text === "" ? "font-sans" : "source"}`}>{shown}</code>
      <span className="ml-2 whitespace-nowrap text-[12px] text-ink-2">
        <button type="button" className="underline hover:text-tide" onClick={() => dispatch(sampleAdded(visible(text, 24).trim() || "empty", text))}>
          as a sample
        </button>{" "}
        <button type="button" className="underline hover:text-tide" onClick={() => dispatch(expected({ text, mode: "all", expect: "no-match" }))}>
          must not match
        </button>
      </span>
    </p>
  );
}

/** The mended pattern: only what differs, with what was proved of the whole. */
function Repair({ slip: { repair }, source: { pattern, dialect, flags } }: SlipProps) {
  const handle = usePattern();
  if (!repair) return null;
  const edit = editBetween(pattern, repair.pattern);
  const take = () => {
    if (!isCurrent()) return;
    if (repair.pattern !== pattern) handle.current?.take(edit, { dialect, flags: repair.flags });
    else handle.current?.setFlags(repair.flags);
  };
  const otherFlags = repair.flags === flags ? "" : repair.flags === "" ? "no flags" : `the flags ${repair.flags}`;
  return (
    <div className="mt-1 flex items-start gap-2">
      <p className="min-w-0 flex-1 text-[13px]">
        <span className="text-ink-2">instead </span>
        {repair.pattern !== pattern && (
          <code className="source whitespace-pre-wrap font-semibold [overflow-wrap:anywhere]" title={repair.pattern}>
            {visible(repair.pattern, 120)}
          </code>
        )}
        {otherFlags && (
          <>
            {repair.pattern !== pattern && " with "}
            <b className="font-semibold">{otherFlags}</b>
          </>
        )}
        <span className="block text-[12px] text-ink-2">{PROVED_WORDS[repair.proved]}</span>
      </p>
      <button type="button" className="key shrink-0 !py-0" onClick={take}>
        Take it
      </button>
    </div>
  );
}

function SetAside({ slips, source }: { readonly slips: readonly Slip[]; readonly source: Source }) {
  return (
    <details className="border-t border-rule px-4 py-2">
      <summary className="cursor-pointer text-[13px] text-ink-2">{number(slips.length)} set aside for this pattern</summary>
      <ul className="mt-1">
        {slips.map((slip) => (
          <AsideRow key={keyOf(slip)} slip={slip} source={source} />
        ))}
      </ul>
    </details>
  );
}

function AsideRow({ slip, source: { pattern } }: SlipProps) {
  const dispatch = useAppDispatch();
  const setAside = useAppSelector((s) => s.draft.fields.setAside);
  return (
    <li className="flex items-baseline gap-2 py-[2px] text-[13px]" {...usePointing(slip)}>
      <span className="min-w-0 flex-1 truncate text-ink-2" title={slip.message}>
        <code className="source mr-2 text-ink">{visible(pattern.slice(slip.start, slip.end), 24)}</code>
        {slip.message}
      </span>
      <button
        type="button"
        className="shrink-0 underline hover:text-tide"
        onClick={() => dispatch(edited({ setAside: withAside(slip, pattern, setAside, false) }))}
      >
        say it again
      </button>
    </li>
  );
}

function ShorterWays({ ways, pattern }: { readonly ways: readonly Shorter[]; readonly pattern: string }) {
  return (
    <section className="border-t border-rule" aria-label="Shorter, and the same">
      <h3 className="px-4 pb-1 pt-2 text-[12px] text-ink-2">Shorter, and proved to be the same</h3>
      <ul>
        {ways.map((way) => (
          <ShorterRow key={`${way.start} ${way.end} ${way.instead}`} way={way} pattern={pattern} />
        ))}
      </ul>
    </section>
  );
}

function ShorterRow({ way, pattern }: { readonly way: Shorter; readonly pattern: string }) {
  const handle = usePattern();
  const { start, end, instead, because } = way;
  return (
    <li className="flex items-baseline gap-2 border-t border-rule-soft px-4 py-[5px] text-[13px]" data-part="shorter-row" {...usePointing(way)}>
      <span className="min-w-0 flex-1">
        <code className="source whitespace-pre-wrap [overflow-wrap:anywhere]">{visible(pattern.slice(start, end), 40)}</code>{" "}
        {instead === "" ? (
          <b className="font-semibold">left out</b>
        ) : (
          <>
            <span className="text-ink-2">as</span> <code className="source font-semibold [overflow-wrap:anywhere]">{visible(instead, 40)}</code>
          </>
        )}
        <span className="text-[12px] text-ink-2">: {because}</span>
      </span>
      <button type="button" className="key shrink-0 !py-0" onClick={() => isCurrent() && handle.current?.apply([{ from: start, to: end, insert: instead }])}>
        Write it so
      </button>
    </li>
  );
}
