/** The real engines of the server's machine: which are there, and whether one finds the same on this sample. */
import type { Engine, EngineAnswer, EngineQuestion } from "@lamprey/api";
import { visible } from "@lamprey/core";
import { useEffect, useRef, useState } from "react";
import { ask } from "../api/send.ts";
import { specimensApi } from "../api/specimens.ts";
import { shownSample } from "../draft/draftSlice.ts";
import { tableOf } from "../engine/tables.ts";
import { download, fileName } from "../shared/files.ts";
import { number, plural, span } from "../shared/words.ts";
import { isBroken, matchChosen } from "../state/benchSlice.ts";
import { type Confirmed, confirmedBy } from "../state/hostSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { type Parting, partings, rowOf } from "./compare.ts";

/** An engine is ended after two seconds; with its start and the way there this is long enough (milliseconds). */
const PATIENCE = 60_000;

export function EnginesPanel() {
  const { data, isError } = specimensApi.useEnginesQuery();
  const dialect = useAppSelector((s) => s.draft.fields.dialect);
  if (isError) return <p className="p-4 text-ink-2">The server does not answer, so no engine can be asked.</p>;
  if (!data) return <p className="p-4 text-ink-2">The server is asked which engines there are …</p>;
  if (!data.on) return <p className="p-4 text-ink-2">Asking engines is switched off on this server (LAMPREY_ENGINES=off).</p>;
  const own = data.items.filter((each) => each.dialect === dialect);
  const others = data.items.filter((each) => each.dialect !== dialect);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Engines" data-part="engines">
      {own.map((engine) => (
        <Own key={engine.name} engine={engine} />
      ))}
      {own.length === 0 && <p className="p-4 text-ink-2">No engine of {dialect} is known here.</p>}
      <h3 className="border-y border-rule-soft px-4 py-1 text-[12px] text-ink-2">Engines of other dialects</h3>
      <ul className="px-4 py-1 text-[12px] text-ink-2">
        {others.map(({ name, title, version, install, asked }) => (
          <li key={name} className="py-[1px]">
            <span className="text-ink">{title}</span> {version ?? `is not here. ${install}`}
            {version !== null && !asked && ", not asked yet: its dialect is not read"}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Own({ engine }: { readonly engine: Engine }) {
  const dispatch = useAppDispatch();
  const confirmed = useAppSelector((s) => s.host.confirmed);
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const broken = useAppSelector((s) => isBroken(s.bench));
  const [asking, setAsking] = useState(false);
  const leaving = useRef<AbortController | null>(null);
  useEffect(() => () => leaving.current?.abort(), []);
  const { title, version, asked, install } = engine;
  if (!asked) {
    return (
      <p className="p-4">
        {title} is not on the server’s machine. <span className="text-ink-2">{install}</span>
      </p>
    );
  }
  const confirm = async () => {
    const { bench, draft } = store.getState();
    const { result } = bench;
    const sample = shownSample(draft);
    if (!result || !sample) return;
    const { pattern, flags } = result.source;
    const question: EngineQuestion = { pattern, flags, text: sample.text, mode: result.mode };
    leaving.current = new AbortController();
    setAsking(true);
    const answered = await ask(`/engines/${engine.name}`, {
      method: "POST",
      body: JSON.stringify(question),
      signal: leaving.current.signal,
      patience: PATIENCE,
    });
    setAsking(false);
    if (leaving.current.signal.aborted) return;
    const answer = "unreachable" in answered || answered.status >= 400 ? NO_ANSWER : (answered.data as EngineAnswer);
    const agrees = "matches" in answer ? partings(tableOf(result.matches), answer.matches, answer).length === 0 : "refused" in answer ? false : null;
    dispatch(confirmedBy({ generation: result.generation, engine, answer, agrees }));
  };
  const current = confirmed?.engine.name === engine.name && confirmed.generation === generation ? confirmed : null;
  return (
    <div className="px-4 py-2">
      <p className="flex items-baseline gap-3">
        <span>
          <b className="font-semibold">{title}</b> {version}
        </span>
        <button
          type="button"
          className="key ml-auto"
          disabled={broken || generation === 0}
          onClick={() => (asking ? leaving.current?.abort() : void confirm())}
        >
          {asking ? "Leave it" : "Confirm with it"}
        </button>
      </p>
      <div className="mt-1" role="status">
        {asking ? (
          <p className="text-ink-2">It is being asked …</p>
        ) : current ? (
          <Said confirmed={current} />
        ) : (
          <p className="text-ink-2">It has not been asked about this run.</p>
        )}
      </div>
    </div>
  );
}

const NO_ANSWER: EngineAnswer = { trouble: "died", message: "The server did not answer." };

function Said({ confirmed: { engine, answer } }: { readonly confirmed: Confirmed }) {
  const result = useAppSelector((s) => s.bench.result);
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  if (!result) return null;
  if ("trouble" in answer) return <p className="text-rust">{answer.message}</p>;
  if ("refused" in answer) {
    return (
      <>
        <p className="text-rust">It refuses the pattern, which is read here: {answer.refused}</p>
        <SaveCase engine={engine} answer={answer} />
      </>
    );
  }
  const table = tableOf(result.matches);
  const apart = partings(table, answer.matches, answer);
  const took = `${answer.ms < 10 ? answer.ms.toFixed(1) : number(Math.round(answer.ms))} ms`;
  if (apart.length === 0) {
    return (
      <p>
        <b className="font-semibold text-tide">It agrees</b>:{" "}
        {answer.more ? `the first ${plural(answer.matches.length, "match", "matches")}` : plural(table.length, "match", "matches")},{" "}
        {answer.parts ? "which tell neither empty matches nor groups," : "with all captures,"} in {took}.
      </p>
    );
  }
  return (
    <>
      <p>
        <b className="font-semibold text-rust">It does not agree</b>: it found {plural(answer.matches.length, "match", "matches")} in {took}, here are{" "}
        {number(table.length)}. They part first at:
      </p>
      <ol className="mt-1">
        {apart.slice(0, 5).map((parting) => (
          <PartingRow key={parting.match} parting={parting} text={text} name={engine.title} />
        ))}
      </ol>
      <SaveCase engine={engine} answer={answer} />
    </>
  );
}

/** Characters shown around a parting. */
const AROUND = 24;

/** A stretch of the sample with what each found under it, lane against lane. */
function PartingRow({ parting: { match, ours, theirs }, text, name }: { readonly parting: Parting; readonly text: string; readonly name: string }) {
  const dispatch = useAppDispatch();
  const from = Math.max(0, Math.min(ours?.[0] ?? Number.POSITIVE_INFINITY, theirs?.[0] ?? Number.POSITIVE_INFINITY) - AROUND / 2);
  const shown = text.slice(from, from + 2 * AROUND);
  return (
    <li className="border-t border-rule-soft py-1">
      <button type="button" className="text-[12px] text-ink-2 underline hover:text-tide" onClick={() => ours && dispatch(matchChosen(match))}>
        match {number(match + 1)}
      </button>
      <pre className="source overflow-hidden text-[13px] leading-[15px]">
        {`${visible(shown, Number.POSITIVE_INFINITY)}\n${laneUnder(ours, from, shown.length)}  here ${spanWords(ours)}\n${laneUnder(theirs, from, shown.length)}  ${name} ${spanWords(theirs)}`}
      </pre>
      {ours && theirs && ours[0] === theirs[0] && ours[1] === theirs[1] && <CapturesApart ours={ours} theirs={theirs} />}
    </li>
  );
}

type Row = NonNullable<Parting["ours"]>;

function CapturesApart({ ours, theirs }: { readonly ours: Row; readonly theirs: Row }) {
  const pairs = ours.slice(2).map((own, i) => [own, theirs[i + 2]] as readonly (readonly [number, number] | null)[]);
  const words = (held: readonly [number, number] | null | undefined) => (held ? span(held[0], held[1]) : "not set");
  return (
    <p className="text-[12px]">
      {pairs.flatMap(([own, other], i) => (words(own) === words(other) ? [] : [`group ${i + 1}: here ${words(own)}, there ${words(other)}`])).join("; ")}
    </p>
  );
}

const spanWords = (row: Row | null): string => (row ? span(row[0], row[1]) : "none");

/** A bracket under the letters, in letters. */
function laneUnder(row: Row | null, from: number, width: number): string {
  if (!row) return " ".repeat(width);
  const [start, end] = [Math.max(0, row[0] - from), Math.min(width, row[1] - from)];
  if (end <= start) return `${" ".repeat(start)}╵`.padEnd(width);
  const bar = end - start === 1 ? "╵" : `└${"─".repeat(end - start - 2)}┘`;
  return `${" ".repeat(start)}${bar}`.padEnd(width);
}

/** A disagreement as a file, for a report to us: the pattern, the sample, and what each found. */
function SaveCase({ engine, answer }: { readonly engine: Engine; readonly answer: EngineAnswer }) {
  const save = () => {
    const { bench, draft } = store.getState();
    const { result } = bench;
    if (!result) return;
    const table = tableOf(result.matches);
    const ours = Array.from({ length: table.length }, (_, match) => rowOf(table, match));
    const { name, version } = engine;
    const found = {
      format: "lamprey-case",
      version: 1,
      ...result.source,
      mode: result.mode,
      text: shownSample(draft)?.text ?? "",
      ours,
      engine: { name, version },
      theirs: answer,
    };
    download(new Blob([`${JSON.stringify(found, null, 1)}\n`], { type: "application/json" }), fileName(`${draft.fields.title} case`, "json"));
  };
  return (
    <p className="mt-1">
      <button type="button" className="underline hover:text-tide" onClick={save}>
        save this as a case
      </button>{" "}
      <span className="text-[12px] text-ink-2">for a report: pattern, sample and what each found</span>
    </p>
  );
}
