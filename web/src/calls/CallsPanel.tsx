/** What the everyday calls of the dialect's host return on this sample, as its language writes values. A value that came from the sample marks where. */
import { hostOf, unitWords, type WrittenPiece } from "@lamprey/core";
import type { CallView } from "../engine/messages.ts";
import { tableOf } from "../engine/tables.ts";
import { isBroken, matchChosen, pointedAt } from "../state/benchSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";

export function CallsPanel() {
  const calls = useAppSelector((s) => s.host.calls);
  const dialect = useAppSelector((s) => s.bench.result?.source.dialect ?? s.draft.fields.dialect);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const host = hostOf(dialect).calls;
  if (!calls) return <p className="p-4 text-ink-2">There is no run to call yet.</p>;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="border-b border-rule px-4 py-1 text-[12px] text-ink-2">
        {host.host}, each on a fresh object. Offsets in {unitWords(host.unit)}.{calls.cut !== null && " The run was cut short: lists may go on."}
      </p>
      <dl className={`min-h-0 flex-1 overflow-auto ${broken ? "opacity-50" : ""}`} tabIndex={0} aria-label="Calls" data-part="calls">
        {calls.calls.map((call) => (
          <Call key={call.name} call={call} />
        ))}
      </dl>
    </div>
  );
}

function Call({ call }: { readonly call: CallView }) {
  return (
    <div className="border-b border-rule-soft px-4 py-[5px]" data-call={call.name}>
      <dt className="source text-[13px] text-tide">{call.written}</dt>
      <dd className="source mt-[2px] whitespace-pre-wrap pl-3 text-[13px] [overflow-wrap:anywhere] leading-[19px]">
        {call.error === null ? (
          call.pieces.map((piece, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces of a value have no other name.
            <Piece key={i} piece={piece} />
          ))
        ) : (
          <span className="text-rust">{call.error}</span>
        )}
      </dd>
      {call.remark && <dd className="mt-[2px] pl-3 text-[12px] text-ink-2">{call.remark}</dd>}
    </div>
  );
}

/** No part of the pattern: a value points into the sample alone. */
const NO_PART = { start: 0, end: 0 };

function Piece({ piece: { text, from } }: { readonly piece: WrittenPiece }) {
  const dispatch = useAppDispatch();
  if (!from) return text;
  const mark = () => {
    const { result } = store.getState().bench;
    const table = result ? tableOf(result.matches) : null;
    const match = table ? table.firstReaching(from.end) : 0;
    if (table && match < table.length && table.start(match) <= from.start) dispatch(matchChosen(match));
    dispatch(pointedAt({ part: NO_PART, stretch: from }));
  };
  return (
    <button
      type="button"
      className="inline whitespace-pre-wrap text-left underline decoration-rule decoration-1 underline-offset-[3px] hover:text-tide focus-visible:text-tide"
      title={from.end > from.start ? `${from.start}–${from.end} of the sample` : `offset ${from.start} of the sample`}
      onClick={mark}
    >
      {text}
    </button>
  );
}
