/** The risk list: patterns of a list or of source files, sorted by how bad they can get; a row opens on the bench. */
import {
  type DialectName,
  type GrowthKind,
  growthCode,
  growthWords,
  HAZARD_MODES,
  hazardModeOf,
  type MatchMode,
  READ_DIALECTS,
  rankInUse,
  textOf,
  visible,
} from "@lamprey/core";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { InBar } from "../app/Frame.tsx";
import { makeUnkept } from "../draft/unkept.ts";
import { type Judging, startJudging } from "../engine/risks/client.ts";
import type { RiskRow } from "../engine/risks/messages.ts";
import { timeOf } from "../hazard/words.ts";
import { writePlace } from "../run/address.ts";
import { ChooseFiles } from "../shared/ChooseFiles.tsx";
import { download, fileName } from "../shared/files.ts";
import { useDrop } from "../shared/useDrop.ts";
import { number, plural } from "../shared/words.ts";
import { judgingBegun, judgingEnded, judgingStopped, listPutAway, rowsKnown } from "../state/riskSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { riskTable } from "./table.ts";

/** A larger file is a bundle of what is read elsewhere. */
const MOST_BYTES = 3_000_000;
const MOST_FILES = 2000;
const ROW_HEIGHT = 30;
/** Growth, judged, place, pattern and attack; on a narrow screen without those that are told by opening a row. */
const COLUMNS =
  "grid gap-4 px-6 grid-cols-[132px_112px_minmax(110px,0.7fr)_minmax(200px,1.8fr)_minmax(190px,1.2fr)] max-[860px]:gap-3 max-[860px]:px-4 max-[860px]:grid-cols-[104px_minmax(80px,0.8fr)_minmax(140px,1.8fr)_minmax(120px,1fr)] max-[500px]:grid-cols-[88px_minmax(120px,1.6fr)_minmax(80px,1fr)]";
const JUDGED_COLUMN = "max-[860px]:hidden";
const PLACE_COLUMN = "max-[500px]:hidden";

/** The list being judged; one at a time, whichever screen is open. */
let judging: Judging | null = null;

export function RiskList() {
  const state = useAppSelector((s) => s.risks.state);
  useEffect(() => {
    document.title = "Risk list · Lamprey";
  }, []);
  return (
    <main className="flex h-full flex-col">
      <InBar>
        <Link to="/" className="text-ink-2 hover:text-tide max-[819px]:sr-only">
          Shelf
        </Link>
        <span className="text-ink-2 max-[819px]:hidden">/</span>
        <span className="part-name text-[16px] text-ink-2">Risk list</span>
      </InBar>
      <h1 className="sr-only">Risk list</h1>
      {state === "empty" ? <Intake /> : <Rows />}
    </main>
  );
}

function useJudge() {
  const dispatch = useAppDispatch();
  return (files: readonly { name: string; text: string }[], dialect: DialectName, leftOut = 0) => {
    judging?.stop();
    dispatch(judgingBegun(leftOut));
    const own = startJudging(files, dialect, (rows, done, total) => judging === own && dispatch(rowsKnown({ rows, done, total })));
    judging = own;
    own.done.then(
      (judged) => judging === own && dispatch(judgingEnded(judged)),
      (error: unknown) => judging === own && dispatch(judgingStopped(error instanceof Error ? error.message : String(error))),
    );
  };
}

/** Where a list is pasted, or files are dropped. */
function Intake() {
  const judge = useJudge();
  const [text, setText] = useState("");
  const [dialect, setDialect] = useState<DialectName>("ecmascript");
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (chosen: readonly File[]) => {
    const small = chosen.filter((file) => file.size <= MOST_BYTES).slice(0, MOST_FILES);
    if (small.length === 0) {
      setProblem(
        chosen.length === 0 ? "Nothing that was dropped is a file." : `Files of more than ${number(MOST_BYTES / 1_000_000)} million bytes are not read.`,
      );
      return;
    }
    const read = await Promise.all(small.map(async (file) => ({ name: file.webkitRelativePath || file.name, text: await file.text() })));
    judge(read, dialect, chosen.length - small.length);
  };
  const { over, handlers } = useDrop(({ files }) => void take([...files]));
  return (
    <section className="mx-auto flex w-full max-w-[900px] min-h-0 flex-1 flex-col gap-3 px-6 py-6" aria-label="A list to judge" {...handlers}>
      <p className="max-w-[70ch]">
        Paste patterns, one a line, as <code className="source">/literals/flags</code> or plain. Or drop source files here: programs in JavaScript, TypeScript,
        Python, Java, C#, PHP and Perl are read, and their patterns are found. Nothing leaves this browser.
      </p>
      <textarea
        className={`field source min-h-[220px] flex-1 resize-none !whitespace-pre text-[15px] ${over ? "!border-tide" : ""}`}
        aria-label="Patterns, one a line"
        spellCheck={false}
        value={text}
        onChange={({ target }) => setText(target.value)}
        placeholder={"/^(\\w+ ?)+$/m\n\\d{2}:\\d{2}"}
      />
      {problem && (
        <p className="text-rust" role="alert">
          {problem}
        </p>
      )}
      <div className="flex items-center gap-3">
        <label className="flex items-center gap-2 text-ink-2">
          dialect of the list
          <select className="field !py-[1px]" value={dialect} onChange={({ target }) => setDialect(target.value as DialectName)}>
            {READ_DIALECTS.map(({ name, title }) => (
              <option key={name} value={name}>
                {title}
              </option>
            ))}
          </select>
        </label>
        <ChooseFiles label="Files" take={(files) => void take(files)} className="key ml-auto">
          Choose files
        </ChooseFiles>
        <button
          type="button"
          className="key border-tide! text-tide!"
          disabled={text.trim() === ""}
          onClick={() => judge([{ name: "pasted list", text }], dialect)}
        >
          Judge them
        </button>
      </div>
    </section>
  );
}

/** What does not read stands between what is undecided and what is harmless. */
const UNREAD_RANK = 1.2;
/** Whether a comment in the source says that the finding is meant. */
function isMeant({ growth, peak, engine, found }: RiskRow): boolean {
  return growth !== null && (found.meant?.includes(growthCode({ growth, peak, engine })) ?? false);
}

/** What a comment in the source says is meant is as harmless as anything. */
const MEANT_RANK = 1;
function rankOf(row: RiskRow): number {
  const { growth } = row;
  if (growth === null) return UNREAD_RANK;
  return isMeant(row) ? MEANT_RANK : rankInUse({ ...row, growth });
}

type Order = "growth" | "place";

function Rows() {
  const dispatch = useAppDispatch();
  const { rows, done, total, state, judged, leftOut, problem } = useAppSelector((s) => s.risks);
  const [order, setOrder] = useState<Order>("growth");
  const [sought, setSought] = useState("");
  const open = useOpenRow();
  const shown = useMemo(() => {
    const found = sought === "" ? rows : rows.filter((row) => row.found.pattern.includes(sought) || row.file.includes(sought));
    return order === "place" ? found : [...found].sort((a, b) => rankOf(b) - rankOf(a) || a.number - b.number);
  }, [rows, order, sought]);
  const bad = rows.filter((row) => rankOf(row) >= 2).length;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-sheet px-6 py-2">
        <p className="min-w-[min(100%,24rem)] flex-1" role="status" data-part="risk-summary">
          {state === "judging" ? (
            <>
              {number(done)} of {number(total)} judged …
            </>
          ) : (
            <>
              {plural(rows.length, "pattern")}
              {judged ? ` in ${plural(judged.files, "file")}` : ""}: <b className={bad > 0 ? "text-rust" : ""}>{number(bad)}</b> {bad === 1 ? "grows" : "grow"}{" "}
              faster than the text
              {judged && judged.passed > 0 && (
                <span className="text-ink-2">
                  ; {plural(judged.passed, "place")} put{judged.passed === 1 ? "s its" : " their"} pattern together when the program runs
                </span>
              )}
              {judged && judged.beyond > 0 && <span className="text-ink-2">; {number(judged.beyond)} more patterns were not judged</span>}
              {leftOut > 0 && (
                <span className="text-ink-2">
                  ; {plural(leftOut, "file")} left out, beyond {number(MOST_BYTES / 1_000_000)} million bytes or {number(MOST_FILES)} files
                </span>
              )}
              {state === "stopped" && (
                <span className="text-ink-2">
                  ; stopped at {number(done)} of {number(total)}
                </span>
              )}
              {problem && <b className="text-rust">; {problem}</b>}
            </>
          )}
        </p>
        {state === "judging" && <progress className="h-2 w-52 accent-[var(--tide)]" value={done} max={Math.max(1, total)} aria-label="Patterns judged" />}
        <input
          type="search"
          className="field min-w-40 max-w-60 flex-1 !py-[1px]"
          aria-label="Search the list"
          placeholder="only patterns or files with …"
          value={sought}
          onChange={({ target }) => setSought(target.value)}
        />
        <label className="flex items-center gap-2 text-ink-2">
          sorted by
          <select className="field !py-[1px]" value={order} onChange={({ target }) => setOrder(target.value as Order)}>
            <option value="growth">growth</option>
            <option value="place">place</option>
          </select>
        </label>
        {state === "judging" ? (
          <button
            type="button"
            className="key"
            onClick={() => {
              judging?.stop();
              judging = null;
              dispatch(judgingStopped(null));
            }}
          >
            Stop
          </button>
        ) : (
          <>
            <button
              type="button"
              className="key"
              disabled={shown.length === 0}
              title="The rows that are shown, as a table"
              onClick={() => download(new Blob([riskTable(shown)], { type: "text/csv" }), fileName("risk list", "csv"))}
            >
              Save as CSV
            </button>
            <button type="button" className="key" onClick={() => dispatch(listPutAway())}>
              Another list
            </button>
          </>
        )}
      </div>
      <div className={`${COLUMNS} border-b border-rule py-1 text-[12px] text-ink-2`}>
        <span>growth</span>
        <span className={JUDGED_COLUMN}>judged</span>
        <span className={PLACE_COLUMN}>place</span>
        <span>pattern</span>
        <span>attack</span>
      </div>
      {shown.length === 0 ? (
        <p className="p-6 text-ink-2">{sought === "" ? (state === "judging" ? "" : "No pattern was found.") : "Nothing in the list holds that."}</p>
      ) : (
        <Table rows={shown} open={open} />
      )}
    </>
  );
}

function Table({ rows, open }: { readonly rows: readonly RiskRow[]; readonly open: (row: RiskRow) => void }) {
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: () => ROW_HEIGHT, overscan: 12 });
  return (
    <div ref={scroller} className="min-h-0 flex-1 overflow-auto" data-own-keys>
      <ul className="relative" style={{ height: virtual.getTotalSize() }} aria-label="Patterns">
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows[index] as RiskRow;
          return (
            <li key={row.number} className="absolute inset-x-0 border-b border-rule-soft" style={{ transform: `translateY(${start}px)`, height: ROW_HEIGHT }}>
              <button type="button" className={`${COLUMNS} h-full w-full items-center text-left hover:bg-sheet`} onClick={() => open(row)}>
                <Growth row={row} />
                <span className={`truncate text-ink-2 ${JUDGED_COLUMN}`}>{row.growth !== null && HAZARD_MODES[row.found.mode].words}</span>
                <span className={`truncate text-ink-2 ${PLACE_COLUMN}`} title={row.file}>
                  {row.file}:{row.found.line}
                </span>
                <code className="source truncate" title={row.found.pattern}>
                  <Marked row={row} />
                </code>
                <Attack row={row} />
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

function Growth({ row: { growth, ...row } }: { readonly row: RiskRow }) {
  if (growth === null) return <span className="text-brass">has a mistake</span>;
  const words = growthWords({ ...row, growth });
  if (isMeant({ ...row, growth })) {
    return (
      <span className="truncate text-ink-2" title={`${words}; a comment in the source says that it is meant`}>
        meant: {words}
      </span>
    );
  }
  return <span className={`truncate ${row.peak ? "text-rust" : INKS[growth]}`}>{words}</span>;
}

const INKS: Readonly<Record<GrowthKind, string>> = {
  linear: "text-ink-2",
  undecided: "text-brass",
  polynomial: "font-semibold text-rust",
  exponential: "font-semibold text-rust",
};

/** The pattern with the part at fault marked. */
function Marked({ row: { found, worst } }: { readonly row: RiskRow }) {
  const { pattern, flags } = found;
  return (
    <>
      {worst ? (
        <>
          {visible(pattern.slice(0, worst.start), 60)}
          <span className="border-b-2 border-rust">{visible(pattern.slice(worst.start, worst.end), 60)}</span>
          {visible(pattern.slice(worst.end), 60)}
        </>
      ) : (
        visible(pattern, 120)
      )}
      {flags && <span className="ml-2 text-tide">{flags}</span>}
    </>
  );
}

function Attack({ row: { worst, mistake, peak } }: { readonly row: RiskRow }) {
  if (mistake) {
    return (
      <span className="truncate text-ink-2" title={mistake}>
        {mistake}
      </span>
    );
  }
  if (peak) {
    return (
      <span className="truncate">
        <code className="source text-rust">{visible(peak.text, 16)}</code>
        <span className="text-ink-2">
          , {plural(peak.text.length, "character")} take {timeOf(peak.steps)}
        </span>
      </span>
    );
  }
  if (!worst) return <span />;
  const { prefix, pump, suffix } = worst.attack;
  return (
    <span className="truncate">
      {prefix && <code className="source">{visible(prefix, 16)} </code>}
      <code className="source text-rust">{visible(pump, 16)}</code> × n{suffix && <code className="source"> {visible(suffix, 8)}</code>}
      {worst.restarts && <span className="text-ink-2">, with the search’s restarts</span>}
    </span>
  );
}

/** How the bench has to ask for the same to be judged; null where it does by the flags. */
function askingOf({ found }: RiskRow): MatchMode | null {
  return found.mode === hazardModeOf(found) ? null : HAZARD_MODES[found.mode].asks;
}

/** Puts a row on the bench, with its attack as the sample; the shelf has it only when somebody edits it there. */
function useOpenRow(): (row: RiskRow) => void {
  const navigate = useNavigate();
  return (row) => {
    const { pattern, flags, dialect } = row.found;
    const text = row.worst ? textOf(row.worst.attack, row.growth === "exponential" ? 16 : 200) : (row.peak?.text ?? "");
    const title = `${row.file}:${row.found.line}`.slice(-120);
    const id = makeUnkept({ title, pattern, dialect, flags, samples: [{ name: row.worst ? "attack" : row.peak ? "peak" : "sample", text }] });
    void navigate(`/bench/${id}${writePlace({ stage: row.worst !== null || row.peak !== null ? "hazard" : "sample", asking: askingOf(row) })}`);
  };
}
