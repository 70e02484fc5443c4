/** The rows of a search, of which only those in view are drawn. A row is chosen with the arrow keys; Enter opens it on the bench, T adds it to the tests. */
import { visible } from "@lamprey/core";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type KeyboardEvent, useEffect, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { type FoundRow, MOST_SHOWN } from "../engine/files/messages.ts";
import { notify } from "../shared/notice.ts";
import { amongText, number } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";
import { addToTests, openOnBench } from "./opening.ts";
import { onGoTo } from "./places.ts";
import { chooseRow, foundRows, rowChosen, searchedFiles } from "./searching.ts";

const ROW_HEIGHT = 24;
const TWO_LINES = 44;
/** Rows that PageUp and PageDown go. */
const PAGE = 20;

export function Rows() {
  useAppSelector((s) => s.files.rows);
  const run = useAppSelector((s) => s.files.run);
  const question = useAppSelector((s) => s.files.question);
  const navigate = useNavigate();
  const rows = foundRows();
  const [chosen, setOwnChosen] = useState(rowChosen);
  const setChosen = (row: number) => {
    chooseRow(row);
    setOwnChosen(row);
  };
  const scroller = useRef<HTMLDivElement>(null);
  const height = question?.shown.kind === "replaced" ? TWO_LINES : ROW_HEIGHT;
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: () => height, overscan: 12 });
  // biome-ignore lint/correctness/useExhaustiveDependencies: another question has other rows.
  useEffect(() => setOwnChosen(rowChosen()), [question]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the heights are those of the question.
  useEffect(() => virtual.measure(), [height]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only where the screen is opened again.
  useEffect(() => {
    if (rowChosen() > 0) virtual.scrollToIndex(rowChosen(), { align: "center" });
  }, []);
  const choose = (to: number) => {
    const row = Math.max(0, Math.min(rows.length - 1, to));
    setChosen(row);
    virtual.scrollToIndex(row);
  };
  useEffect(
    () =>
      onGoTo((row) => {
        chooseRow(row);
        setOwnChosen(row);
        virtual.scrollToIndex(row, { align: "center" });
        scroller.current?.focus();
      }),
    [virtual],
  );
  const row = rows[chosen];
  const open = (own = row) => {
    if (own) openOnBench(own).then((path) => void navigate(path), say);
  };
  const add = () => {
    if (row) addToTests(row).then(notify, say);
  };
  const keys: Readonly<Record<string, () => void>> = {
    ArrowDown: () => choose(chosen + 1),
    ArrowUp: () => choose(chosen - 1),
    PageDown: () => choose(chosen + PAGE),
    PageUp: () => choose(chosen - PAGE),
    Home: () => choose(0),
    End: () => choose(rows.length - 1),
    Enter: () => open(),
    t: add,
    T: add,
  };
  const press = (event: KeyboardEvent) => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const act = keys[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  if (rows.length === 0) {
    return <p className="p-6 text-ink-2">{run === "ended" ? "Nothing in these files is like that." : ""}</p>;
  }
  return (
    <>
      <div
        ref={scroller}
        role="listbox"
        tabIndex={0}
        aria-label="Found"
        aria-activedescendant={`found-${chosen}`}
        className="min-h-0 flex-1 overflow-auto focus-visible:outline-offset-[-2px]"
        data-own-keys
        onKeyDown={press}
      >
        <div className="relative min-w-full" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => (
            // biome-ignore lint/a11y/useKeyWithClickEvents: the list has the keys.
            <div
              key={index}
              id={`found-${index}`}
              role="option"
              tabIndex={-1}
              aria-selected={index === chosen}
              className="absolute left-0 min-w-full border-b border-rule-soft aria-selected:bg-tide-wash"
              style={{ transform: `translateY(${start}px)`, height }}
              onClick={() => setChosen(index)}
              onDoubleClick={() => open(rows[index])}
            >
              <Row row={rows[index] as FoundRow} before={rows[index - 1]} />
            </div>
          ))}
        </div>
      </div>
      <div className="flex flex-wrap items-center gap-3 border-t border-rule px-5 py-1 text-[12px] text-ink-2">
        {row && "line" in row ? (
          <>
            <span className="min-w-0 truncate">{placeOf(row)}</span>
            <button type="button" className="key ml-auto" onClick={() => open()}>
              Open on the bench <kbd className="source text-ink-2">Enter</kbd>
            </button>
            <button type="button" className="key" onClick={add}>
              Add to the tests <kbd className="source text-ink-2">T</kbd>
            </button>
          </>
        ) : (
          <>
            <span>{number(rows.length)} shown</span>
            {row?.kind === "value" && (
              <button type="button" className="key ml-auto" onClick={add}>
                Add to the tests <kbd className="source text-ink-2">T</kbd>
              </button>
            )}
          </>
        )}
      </div>
    </>
  );
}

const say = (error: unknown): void => notify(error instanceof Error ? error.message : String(error));

const nameOf = (file: number): string => searchedFiles()[file]?.name ?? "";

const placeOf = (row: FoundRow): string => ("line" in row ? `${nameOf(row.file)}, line ${number(row.line)}` : "");

const GUTTER = "grid h-full grid-cols-[230px_64px_max-content] items-center gap-3 pl-5 pr-4 max-[819px]:grid-cols-[110px_48px_max-content] max-[819px]:pl-2";

function Row({ row, before }: { readonly row: FoundRow; readonly before: FoundRow | undefined }) {
  if (row.kind === "value") {
    return (
      <div className="grid h-full grid-cols-[90px_max-content] items-center gap-4 pl-5">
        <span className="text-right text-ink-2">{number(row.count)}</span>
        <code className="source">{row.text === "" ? <i className="part-name text-ink-2">empty</i> : visible(row.text, Number.POSITIVE_INFINITY)}</code>
      </div>
    );
  }
  const name = nameOf(row.file);
  if (row.kind === "file") return <code className="source flex h-full items-center pl-5">{name}</code>;
  if (row.kind === "count") {
    return (
      <div className="grid h-full grid-cols-[90px_max-content] items-center gap-4 pl-5">
        <span className={`text-right ${row.count === 0 ? "text-ink-2" : ""}`}>{number(row.count)}</span>
        <code className={`source ${row.count === 0 ? "text-ink-2" : ""}`}>{name}</code>
      </div>
    );
  }
  const isSame = before !== undefined && "file" in before && before.file === row.file;
  return (
    <div className={GUTTER}>
      {/* The end of a path says more than its beginning. */}
      <span className={`truncate text-left text-[13px] [direction:rtl] ${isSame ? "text-ink-2" : "font-semibold"}`} title={name}>
        <bdi>{name}</bdi>
      </span>
      <span className="text-right text-ink-2">{number(row.line)}</span>
      <Text row={row} />
    </div>
  );
}

function Text({ row }: { readonly row: Extract<FoundRow, { readonly line: number }> }) {
  if (row.kind === "part") return <code className="source">{amongText(row.text)}</code>;
  if (row.kind === "replaced") {
    return (
      <code className="source grid text-[13px] leading-[19px]">
        <span className="text-rust">− {amongText(row.text)}</span>
        <span className="text-moss">+ {amongText(row.becomes)}</span>
      </code>
    );
  }
  const pieces: React.ReactNode[] = [];
  let at = 0;
  for (let i = 0; i < row.spans.length; i += 2) {
    const [start, end] = [row.spans[i] as number, row.spans[i + 1] as number];
    pieces.push(amongText(row.text.slice(at, start)));
    pieces.push(
      <mark key={start} className="border-b-2 border-tide bg-transparent text-inherit">
        {amongText(row.text.slice(start, end))}
      </mark>,
    );
    at = end;
  }
  pieces.push(amongText(row.text.slice(at)));
  // The whole of it is on the bench, and in what is saved.
  if (row.text.length >= MOST_SHOWN) pieces.push("…");
  return <code className={`source ${row.near ? "text-ink-2" : ""}`}>{pieces}</code>;
}
