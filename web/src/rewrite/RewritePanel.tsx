/** The rewriting: every line that it changes, as it was and as it would be; how much it is; and the ways to take it along. */
import { BOUNDS } from "@lamprey/api";
import { type HunkPiece, type HunkView, visible } from "@lamprey/core";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, useState } from "react";
import { sampleAdded, shownSample } from "../draft/draftSlice.ts";
import type { RewriteAnswer } from "../engine/messages.ts";
import { inkOf, lineStyleOf } from "../lanes/textures.tsx";
import { useEngineControls } from "../run/controls.ts";
import { ChooseFiles } from "../shared/ChooseFiles.tsx";
import { download, fileName } from "../shared/files.ts";
import { amongText, number, plural } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { leftAlone, noneLeftAlone } from "../state/hostSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";

/** Pixels of a changed line before it is measured. */
const ROW = 58;
/** Rows asked for around those in view. */
const AROUND = 20;

export function RewritePanel() {
  const dispatch = useAppDispatch();
  const rewriting = useAppSelector((s) => s.host.rewriting);
  const left = useAppSelector((s) => s.host.but.length);
  const cut = useAppSelector((s) => s.bench.result?.cut ?? null);
  const stale = useAppSelector((s) => isBroken(s.bench) || s.host.rewriting?.diagnostics.length !== 0);
  const made = rewriting?.made;
  if (!made)
    return <p className="p-4 text-ink-2">{rewriting ? "The template has a mistake; there is nothing to show yet." : "There is no run to rewrite yet."}</p>;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="flex items-baseline gap-2 border-b border-rule px-4 py-1 text-[12px] text-ink-2" data-part="rewritten">
        <span>
          <b className="font-semibold text-ink">{plural(made.replacements, "replacement")}</b>
          {cut === "matches" ? ", and more that are not shown" : ""}
          {cut !== null && cut !== "matches" ? <span className="text-rust"> so far: the run was cut short, so the text cannot be taken along</span> : ""};{" "}
          {number(made.before)} characters become {number(made.after)}
        </span>
        {left > 0 && (
          <button type="button" className="ml-auto underline hover:text-tide" onClick={() => dispatch(noneLeftAlone())}>
            {plural(left, "match", "matches")} left alone; replace all
          </button>
        )}
      </p>
      <div className={`min-h-0 flex-1 ${stale ? "opacity-50" : ""}`}>{made.rows === 0 ? <NoRows /> : <Rows answer={rewriting} count={made.rows} />}</div>
      <TakeAlong answer={rewriting} />
    </div>
  );
}

const NoRows = () => <p className="p-4 text-ink-2">Nothing matches, so nothing is replaced.</p>;

function Rows({ answer, count }: { readonly answer: RewriteAnswer; readonly count: number }) {
  const controls = useEngineControls();
  const scroller = useRef<HTMLDivElement>(null);
  const [page, setPage] = useState<{ readonly from: number; readonly rows: readonly HunkView[] }>({ from: 0, rows: [] });
  const virtual = useVirtualizer({ count, getScrollElement: () => scroller.current, estimateSize: () => ROW, overscan: 6 });
  const items = virtual.getVirtualItems();
  const [first, last] = [items[0]?.index ?? 0, items.at(-1)?.index ?? 0];
  const from = Math.max(0, first - AROUND);
  const wanted = last - from + 1 + AROUND;
  // biome-ignore lint/correctness/useExhaustiveDependencies: another answer has other rows.
  useEffect(() => {
    let stale = false;
    void controls.rewriteRows(from, wanted).then((rows) => {
      if (!stale) setPage({ from, rows });
    });
    return () => {
      stale = true;
    };
  }, [controls, from, wanted, answer]);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section ref={scroller} className="h-full overflow-auto" tabIndex={0} aria-label="Lines that change" data-part="hunks">
      <ol className="relative" style={{ height: virtual.getTotalSize() }}>
        {items.map(({ index, start }) => {
          const row = page.rows[index - page.from];
          return (
            <li
              key={index}
              ref={virtual.measureElement}
              data-index={index}
              className="absolute left-0 w-full border-b border-rule-soft px-4 py-[3px]"
              style={{ transform: `translateY(${start}px)`, minHeight: row ? undefined : ROW }}
            >
              {row && <Hunk row={row} />}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

function Hunk({ row }: { readonly row: HunkView }) {
  return (
    <div className="grid grid-cols-[34px_28px_1fr] gap-x-1 text-[13px]">
      <span className="text-right text-[12px] leading-[20px] text-ink-2">{number(row.line)}</span>
      <span className="text-[12px] leading-[20px] text-ink-2">was</span>
      <Side pieces={row.was} />
      <span />
      <span className="text-[12px] leading-[20px] text-tide">is</span>
      <Side pieces={row.is} now />
    </div>
  );
}

function Side({ pieces, now = false }: { readonly pieces: readonly HunkPiece[]; readonly now?: boolean }) {
  return (
    <p className={`source min-w-0 whitespace-pre-wrap leading-[20px] [overflow-wrap:anywhere] ${now ? "" : "text-ink-2"}`}>
      {pieces.map((piece, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: pieces of a line have no other name.
        <Piece key={i} piece={piece} now={now} />
      ))}
    </p>
  );
}

function Piece({ piece: { kind, text, match, group }, now }: { readonly piece: HunkPiece; readonly now: boolean }) {
  const dispatch = useAppDispatch();
  const shown = kind === "kept" ? text : amongText(text);
  switch (kind) {
    case "kept":
      return shown;
    case "left":
      return <span className="text-ink-2"> … </span>;
    case "come":
      return (
        <ins
          className="comes"
          style={group === null ? undefined : { borderBottom: `3px ${lineStyleOf(group)} var(--${inkOf(group)})` }}
          title={group === null ? "put in" : `put in from group ${group}`}
        >
          {shown}
        </ins>
      );
    case "gone":
    case "alone": {
      if (now) return <span className="underline decoration-dotted">{shown}</span>;
      const alone = kind === "alone";
      return (
        <button
          type="button"
          className={alone ? "underline decoration-dotted underline-offset-2" : "goes"}
          aria-pressed={alone}
          aria-label={`Match ${(match ?? 0) + 1}, ${visible(text, 30) || "empty"}: leave it alone`}
          title={alone ? "Left alone; press to replace it" : "Press to leave this one alone"}
          onClick={() => match !== null && dispatch(leftAlone(match))}
        >
          {shown || "▏"}
        </button>
      );
    }
  }
}

function TakeAlong({ answer }: { readonly answer: RewriteAnswer }) {
  const dispatch = useAppDispatch();
  const controls = useEngineControls();
  const title = useAppSelector((s) => s.draft.fields.title);
  const name = useAppSelector((s) => shownSample(s.draft)?.name ?? "sample");
  const broken = useAppSelector((s) => isBroken(s.bench));
  const cut = useAppSelector((s) => s.bench.result?.cut ?? null);
  const [said, setSaid] = useState("");
  const { made, generation } = answer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was said is of the rewriting that was there.
  useEffect(() => setSaid(""), [answer]);
  if (!made) return null;
  const take = async (way: "copy" | "save" | "sample") => {
    if (made.tooLarge) return setSaid(`The text would have ${number(made.after)} characters; that is more than is written.`);
    if (way === "sample" && made.after > BOUNDS.sample) return setSaid(`A sample holds ${number(BOUNDS.sample)} characters; save it as a file.`);
    setSaid("being written …");
    const blob = await controls.rewritten(generation);
    if (!blob) return setSaid("the pattern has changed meanwhile");
    if (way === "save") {
      download(blob, fileName(`${title} rewritten`, "txt"));
      return setSaid("saved");
    }
    const text = await blob.text();
    if (way === "sample") {
      dispatch(sampleAdded(`${name}, rewritten`, text));
      return setSaid("");
    }
    const copied = await navigator.clipboard.writeText(text).then(
      () => true,
      () => false,
    );
    setSaid(copied ? "copied" : "the browser did not allow it");
  };
  // Where not all matches are known, a text with some of them replaced is not what anyone asks for.
  const usable = !broken && answer.diagnostics.length === 0 && (cut === null || cut === "matches");
  const key = "underline hover:text-tide disabled:no-underline disabled:opacity-50";
  return (
    <div className="flex flex-wrap items-center gap-x-3 border-t border-rule px-4 py-1 text-[12px] text-ink-2">
      <button type="button" className={key} disabled={!usable} onClick={() => void take("copy")}>
        copy the text
      </button>
      <button type="button" className={key} disabled={!usable} onClick={() => void take("save")}>
        save it
      </button>
      <button type="button" className={key} disabled={!usable} onClick={() => void take("sample")}>
        put it in as a sample
      </button>
      <FileRewriting usable={usable} say={setSaid} />
      <span role="status" className="ml-auto">
        {said}
      </span>
    </div>
  );
}

/** A file that is too large for a sample, or one of many: rewritten and saved, without being shown. */
function FileRewriting({ usable, say }: { readonly usable: boolean; readonly say: (words: string) => void }) {
  const controls = useEngineControls();
  const { dialect, pattern, flags, template } = useAppSelector((s) => s.draft.fields);
  const mode = useAppSelector((s) => s.bench.result?.mode ?? "all");
  const [share, setShare] = useState<number | null>(null);
  const rewrite = async (file: File) => {
    setShare(0);
    const answer = await controls.rewriteFile({ dialect, pattern, flags, template, file, first: mode !== "all" }, setShare);
    setShare(null);
    if (!answer) return say("There is no worker yet.");
    if (!answer.ok) return say(answer.why);
    download(answer.blob, file.name);
    say(`${file.name}: ${plural(answer.replacements, "replacement")}, saved`);
  };
  if (share !== null) {
    return (
      <span className="flex items-center gap-2">
        <progress className="h-[8px] w-[80px] accent-[var(--tide)]" value={share} aria-label="The file is being rewritten" />
        <button type="button" className="underline hover:text-tide" onClick={controls.leaveFile}>
          leave it
        </button>
      </span>
    );
  }
  return (
    <ChooseFiles
      label="A file to rewrite"
      take={([file]) => void rewrite(file)}
      single
      disabled={!usable}
      className="underline hover:text-tide disabled:no-underline disabled:opacity-50"
    >
      rewrite a file …
    </ChooseFiles>
  );
}
