/** Why a text does not match: how far the pattern came, the nearest texts that would, and the least changes of the pattern. */
import { type MatchMode, type NearText, visible, type WhyNot as Why } from "@lamprey/core";
import { useEffect, useState } from "react";
import { useEngineControls } from "../run/controls.ts";
import { usePattern } from "../run/patternHandle.ts";
import { editBetween } from "../shared/edits.ts";
import { amongText, number, plural } from "../shared/words.ts";
import { pointedAt } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

export function WhyNot({ text, mode }: { readonly text: string; readonly mode: MatchMode }) {
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const source = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const [why, setWhy] = useState<Why | null>(null);
  useEffect(() => {
    let stale = false;
    void controls.whyNot(generation, text, mode).then((answer) => {
      if (!stale) setWhy(answer);
    });
    return () => {
      stale = true;
    };
  }, [controls, generation, text, mode]);
  if (!why) return <p className="border-t border-rule px-4 py-1 text-[12px] text-ink-2">It is being looked at …</p>;
  const { reach, texts, exact, changes } = why;
  const [first] = texts;
  return (
    <section className="max-h-[45%] shrink-0 overflow-auto border-t border-rule px-4 py-2 text-[13px]" aria-label="Why not" data-part="why-not">
      {reach && <Came reach={reach} source={source} text={text} />}
      {first && (
        <p className="mt-1 text-[12px] text-ink-2">
          The nearest {texts.length === 1 ? "text that matches" : "texts that match"}, {plural(first.edits, "character")} away
          {exact ? "" : "; there may be nearer ones"}:
        </p>
      )}
      <ul>
        {texts.map((near) => (
          <li key={near.text} className="source whitespace-pre-wrap leading-[20px] [overflow-wrap:anywhere]">
            <Changed text={text} near={near} />
          </li>
        ))}
      </ul>
      {!first && <p className="mt-1 text-[12px] text-ink-2">No text near it that matches was found.</p>}
      {changes.length > 0 && <p className="mt-2 text-[12px] text-ink-2">It would match with one of these in the pattern:</p>}
      <ul>
        {changes.map((change) => (
          <ChangeRow key={`${change.pattern} ${change.flags}`} change={change} source={source} />
        ))}
      </ul>
    </section>
  );
}

function Came({ reach, source, text }: { readonly reach: NonNullable<Why["reach"]>; readonly source: string; readonly text: string }) {
  const dispatch = useAppDispatch();
  const { attempt, offset, start, end } = reach;
  return (
    <p>
      It came from {number(attempt)} to {number(offset)}
      {offset > attempt && (
        <>
          {" "}
          (<code className="source">{visible(text.slice(attempt, offset), 40)}</code>)
        </>
      )}
      ; there{" "}
      <button
        type="button"
        className="source font-semibold text-tide underline decoration-dotted underline-offset-2"
        title="Shown in the pattern"
        onClick={() => dispatch(pointedAt({ part: { start, end }, stretch: { start: 0, end: 0 } }))}
      >
        {visible(source.slice(start, end), 24) || "the end"}
      </button>{" "}
      was not met.
    </p>
  );
}

/** The nearer text on the text as it is: what goes is struck through, what comes stands on a line. */
function Changed({ text, near }: { readonly text: string; readonly near: NearText }) {
  const pieces: React.ReactNode[] = [];
  let at = 0;
  for (const { start, end, insert } of near.changes) {
    pieces.push(amongText(text.slice(at, start)));
    if (end > start)
      pieces.push(
        <del key={`- ${start}`} className="goes">
          {amongText(text.slice(start, end))}
        </del>,
      );
    if (insert !== "")
      pieces.push(
        <ins key={`+ ${start}`} className="comes">
          {amongText(insert)}
        </ins>,
      );
    at = end;
  }
  pieces.push(amongText(text.slice(at)));
  return pieces;
}

function ChangeRow({ change, source }: { readonly change: Why["changes"][number]; readonly source: string }) {
  const handle = usePattern();
  const flags = useAppSelector((s) => s.bench.result?.source.flags ?? "");
  const { pattern, what, lets } = change;
  const take = () => {
    if (pattern !== source) handle.current?.apply([editBetween(source, pattern)]);
    if (change.flags !== flags) handle.current?.setFlags(change.flags);
  };
  return (
    <li className="flex items-baseline gap-2 py-[1px]">
      <span className="min-w-0 flex-1 truncate" title={pattern}>
        {what}
        {lets !== null && (
          <span className="text-[12px] text-ink-2">
            , which lets in <code className="source">{lets === "" ? "the empty text" : visible(lets, 24)}</code> too
          </span>
        )}
      </span>
      <button type="button" className="key !py-0 text-[12px]" onClick={take}>
        Take it
      </button>
    </li>
  );
}
