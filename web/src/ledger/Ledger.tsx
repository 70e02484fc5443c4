/** The ledger: every match, and for the chosen one its groups and the turns that repeated groups took. While the reel is wound it follows its step. */
import { dialectOf, lineColumn, lineStarts, type MatchTable, type Order, type StringsFound, type Value, type Values, visible } from "@lamprey/core";
import { useVirtualizer } from "@tanstack/react-virtual";
import { type CSSProperties, type RefObject, useCallback, useEffect, useMemo, useRef, useState } from "react";
import { shownSample } from "../draft/draftSlice.ts";
import type { GroupMark, StepView, TurnsAnswer } from "../engine/messages.ts";
import { tableOf } from "../engine/tables.ts";
import { useEngineControls } from "../run/controls.ts";
import { number, plural } from "../shared/words.ts";
import { followedChosen, isBroken, matchChosen } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { ColumnChoice, ColumnHeads } from "./ColumnHeads.tsx";
import { type Columns, shownIn, useColumns } from "./columns.ts";
import { FilterBar, NOTHING_SOUGHT, type Seeking, TakeAlong } from "./LedgerTools.tsx";
import { positionOf } from "./positions.ts";
import { GroupRow, MatchRow, TurnRow, WhereRow } from "./rows.tsx";

const ROW_HEIGHT = 26;
const HEAD_HEIGHT = 28;
/** Pixels on both sides of a row. */
const SIDES = 32;

type Stretch = { readonly start: number; readonly end: number };
type Row =
  | { readonly kind: "match"; readonly match: number }
  | { readonly kind: "where"; readonly match: number }
  | { readonly kind: "group"; readonly group: GroupMark; readonly value: Stretch | null; readonly open: number | null; readonly changed: boolean }
  | { readonly kind: "turn"; readonly number: number; readonly last: boolean; readonly value: Stretch };

export function Ledger() {
  const result = useAppSelector((s) => s.bench.result);
  const [seeking, setSeeking] = useState<Seeking>(NOTHING_SOUGHT);
  const table = result ? tableOf(result.matches) : null;
  const view = useAppSelector((s) => s.bench.view);
  const length = useAppSelector((s) => shownSample(s.draft)?.text.length ?? 0);
  const broken = useAppSelector((s) => isBroken(s.bench));
  useChosenByReel(table, view);
  const groups = useMemo(() => bySlot(result?.reading.groups ?? []), [result]);
  const sought = seeking.group <= (groups.at(-1)?.slot ?? 0) ? seeking : { ...seeking, group: 0 };
  const selected = useSelected(sought);
  const columns = useColumns(groups);
  const strings = useStringsFound();
  // Of a pattern that was empty there is nothing that could stay while another does not read yet.
  if (!result || !table || (broken && result.source.pattern === "")) return <NoRun />;
  // At the step that finds a match, the list shows what the reel does: the captures are those of the match.
  const midway = view !== null && view.kind !== "match";
  return (
    <div className="flex min-h-0 flex-1 flex-col" style={columnsFor(table.length, length)}>
      {!midway && table.length > 1 && (
        <FilterBar seeking={sought} seek={setSeeking} groups={groups}>
          <ColumnChoice columns={columns} />
        </FilterBar>
      )}
      {!midway && strings && strings.absent.length > 0 && (
        <NeverFound found={strings} show={table.length > 1 && !sought.counted ? () => setSeeking({ ...NOTHING_SOUGHT, counted: true }) : null} />
      )}
      {midway ? (
        <Midway view={view} groups={groups} />
      ) : sought.counted && table.length > 1 ? (
        <Equal seeking={sought} seek={setSeeking} absent={strings?.absent ?? NONE_ABSENT} />
      ) : (
        <Matches table={table} groups={groups} columns={columns} seeking={sought} selected={selected} />
      )}
      <TakeAlong count={table.length} only={selected} />
    </div>
  );
}

/** Of groups that share what they hold the first, in the order of their numbers. */
function bySlot(groups: readonly GroupMark[]): readonly GroupMark[] {
  const first = new Map<number, GroupMark>();
  for (const group of groups) if (!first.has(group.slot)) first.set(group.slot, group);
  return [...first.values()].sort((a, b) => a.slot - b.slot);
}

/** Widths of the numbers and spans of a table, in letters: at least what its heads need. */
function columnsFor(matches: number, length: number): CSSProperties {
  const numbers = Math.max(4, number(matches).length + 1);
  const spans = Math.max(9, 2 * number(length).length + 2);
  return { "--of-numbers": `${numbers}ch`, "--of-spans": `${spans}ch` } as CSSProperties;
}

/** Winding to where a match is found chooses it. */
function useChosenByReel(table: MatchTable | null, view: StepView | null): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    if (!table || view?.kind !== "match") return;
    let match = table.firstReaching(view.attempt);
    while (match < table.length && table.start(match) < view.attempt) match++;
    if (match < table.length && table.end(match) === view.to) dispatch(matchChosen(match));
  }, [table, view, dispatch]);
}

/** Columns are as wide as their longest number. */
const COLUMNS = "grid grid-cols-[var(--of-numbers)_var(--of-spans)_1fr]";
const HEADS = `${COLUMNS} border-b border-rule px-4 py-1 text-[12px] text-ink-2`;

/** The captures as of a step that is on its way. */
function Midway({ view, groups }: { readonly view: StepView; readonly groups: readonly GroupMark[] }) {
  const rows = groups.map((group): Row => {
    const { slot } = group;
    return { kind: "group", group, value: view.captures[slot - 1] ?? null, open: view.opened[slot - 1] ?? null, changed: view.changed.includes(slot) };
  });
  return (
    <>
      <div className={HEADS}>
        <span>n°</span>
        <span className="pr-2 text-right">from–to</span>
        <span>captures as of step {number(view.step + 1)}</span>
      </div>
      {rows.length === 0 && <p className="p-4 text-ink-2">The pattern has no groups. Wind on to see where it matches.</p>}
      <Rows rows={{ count: rows.length, at: (index) => rows[index] as Row }} name="Captures" />
    </>
  );
}

/**
 * The numbers of matches that the worker answers with. Null where nothing is asked, and until the answer is there: numbers
 * of an earlier question may be of matches that there are not any more.
 */
function useNumbers(ask: () => Promise<Int32Array | null> | null): Int32Array | null {
  const [answered, setAnswered] = useState<{ readonly ask: typeof ask; readonly numbers: Int32Array | null } | null>(null);
  useEffect(() => {
    let left = false;
    void ask()?.then((numbers) => {
      if (!left) setAnswered({ ask, numbers });
    });
    return () => {
      left = true;
    };
  }, [ask]);
  return answered?.ask === ask ? answered.numbers : null;
}

/** The numbers of the matches that a filter lets through; null where all are, or where that is not known yet. */
function useSelected(seeking: Seeking): Int32Array | null {
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const { group, holds } = seeking;
  return useNumbers(
    useCallback(() => (holds === "" ? null : controls.select(generation, { group, holds, exact: false })), [controls, generation, group, holds]),
  );
}

/** The numbers of the matches as a column sorts them; `listed` again where none does, or where their order is not known yet. */
function useOrdered(order: Order | null, listed: Int32Array | null): Int32Array | null {
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const { group, descending } = order ?? { group: -1, descending: false };
  const ordered = useNumbers(
    useCallback(() => (group < 0 ? null : controls.order(generation, { group, descending }, listed)), [controls, generation, group, descending, listed]),
  );
  return ordered ?? listed;
}

interface MatchesProps {
  readonly table: MatchTable;
  readonly groups: readonly GroupMark[];
  readonly columns: Columns;
  readonly seeking: Seeking;
  /** The matches that the filter lets through; null for all. */
  readonly selected: Int32Array | null;
}

function Matches({ table, groups, columns, seeking, selected: listed }: MatchesProps) {
  const selected = useOrdered(columns.order, listed);
  const result = useAppSelector((s) => s.bench.result);
  const stale = useAppSelector((s) => isBroken(s.bench));
  const chosen = useAppSelector((s) => s.bench.chosen);
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  const controls = useEngineControls();
  const dispatch = useAppDispatch();
  const turns = useTurns(table, chosen);
  const count = selected?.length ?? table.length;
  const matchAt = (position: number): number => selected?.[position] ?? position;
  const position = useMemo(
    () => (!selected ? chosen : columns.order ? selected.indexOf(chosen) : positionOf(selected, chosen)),
    [selected, chosen, columns.order],
  );

  const inner = useMemo((): Row[] => {
    if (chosen >= table.length) return [];
    const own = groups.flatMap((group): Row[] => {
      const took = turns?.turns[group.slot - 1] ?? [];
      const value = table.group(chosen, group.slot);
      return [
        { kind: "group", group, value, open: null, changed: false },
        ...took.map((t, i): Row => ({ kind: "turn", number: i + 1, last: i === took.length - 1, value: t })),
      ];
    });
    return [{ kind: "where", match: chosen }, ...own];
  }, [table, chosen, groups, turns]);

  const shown = position >= 0 && position < count ? inner : [];
  const at = (index: number): Row => {
    if (shown.length === 0 || index <= position) return { kind: "match", match: matchAt(index) };
    return shown[index - position - 1] ?? { kind: "match", match: matchAt(index - shown.length) };
  };
  const move = (event: React.KeyboardEvent) => {
    if (event.key === "Enter" && event.target === event.currentTarget && position >= 0) controls.chooseMatch(chosen);
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key] ?? 0;
    if (by === 0 || count === 0) return;
    event.preventDefault();
    const from = position >= 0 ? position : by > 0 ? -1 : 0;
    dispatch(matchChosen(matchAt(Math.min(count - 1, Math.max(0, from + by)))));
  };
  return (
    <>
      {(stale || listed) && (
        <p className="border-b border-rule-soft px-4 py-1 text-[12px] text-ink-2">
          {stale ? "of the last good pattern" : `${plural(count, "match", "matches")} of ${number(table.length)}`}
        </p>
      )}
      <Rows
        rows={{ count: count + shown.length, at }}
        name="Matches"
        columns={columns}
        groups={groups}
        filter={selected}
        chosenRow={position}
        onKeyDown={move}
        stale={stale}
      >
        {table.length === 0 && <NoMatch empty={text === ""} cut={result?.cut !== null} />}
        {table.length > 0 && count === 0 && <p className="p-4 text-ink-2">No match holds “{seeking.holds}”.</p>}
      </Rows>
    </>
  );
}

interface RowsProps {
  readonly rows: { readonly count: number; readonly at: (index: number) => Row };
  readonly name: string;
  /** Of a table with columns; where left out, the rows are those of a step. */
  readonly columns?: Columns;
  readonly groups?: readonly GroupMark[];
  /** With another one the rows are seen from the top; null where there is none. */
  readonly filter?: Int32Array | null;
  /** The row that is kept in view; −1 for none. */
  readonly chosenRow?: number;
  readonly onKeyDown?: (event: React.KeyboardEvent) => void;
  readonly stale?: boolean;
  readonly children?: React.ReactNode;
}

/** Rows of which only those in view are made. */
function Rows({ rows, name, columns, groups = [], filter = null, chosenRow = -1, onKeyDown, stale = false, children }: RowsProps) {
  const dispatch = useAppDispatch();
  const scroller = useRef<HTMLDivElement>(null);
  const result = useAppSelector((s) => s.bench.result);
  const chosen = useAppSelector((s) => s.bench.chosen);
  const followed = useAppSelector((s) => s.bench.followed);
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  const table = result ? tableOf(result.matches) : null;
  const showsCaptures = result !== null && dialectOf(result.source.dialect).semantics.showsCaptures === true;
  const virtual = useRowVirtualizer(rows.count, scroller, columns ? HEAD_HEIGHT : 0);
  const shown = columns?.table.getVisibleLeafColumns().map(({ id }) => shownIn(id)) ?? [];
  const showsLines = shown.includes("line");
  const starts = useMemo(() => (showsLines ? lineStarts(text) : null), [showsLines, text]);
  useEffect(() => {
    if (chosenRow > 0) virtual.scrollToIndex(chosenRow, { align: "auto" });
  }, [virtual, chosenRow]);
  useEffect(() => {
    if (filter) virtual.scrollToOffset(0);
  }, [virtual, filter]);
  if (!table) return null;
  const stretch = (match: number): Stretch => ({ start: table.start(match), end: table.end(match) });
  return (
    // biome-ignore lint/a11y/useAriaPropsSupportedByRole: only the grid has an active row.
    // biome-ignore lint/a11y/noStaticElementInteractions: its role, grid or region, is set below.
    <div
      ref={scroller}
      role={rows.count > 0 ? "grid" : "region"}
      aria-label={name}
      aria-rowcount={rows.count > 0 ? rows.count : undefined}
      aria-activedescendant={chosenRow >= 0 && rows.count > 0 ? `match-${chosen}` : undefined}
      tabIndex={0}
      onKeyDown={onKeyDown}
      className={`min-h-0 flex-1 overflow-auto ${stale ? "[&_*]:font-normal! [&_*]:text-ink-2! [&_svg]:opacity-40" : ""}`}
    >
      {columns && rows.count > 0 && (
        // biome-ignore lint/a11y/useSemanticElements: as for the rows.
        <div
          role="row"
          tabIndex={-1}
          className="sticky top-0 z-[1] grid min-w-max items-center border-b border-rule bg-sheet px-4 text-[12px] text-ink-2"
          style={{ height: HEAD_HEIGHT, gridTemplateColumns: columns.widths }}
        >
          <ColumnHeads columns={columns} groups={groups} />
        </div>
      )}
      <div
        role={rows.count > 0 ? "rowgroup" : undefined}
        style={{ height: virtual.getTotalSize(), minWidth: columns ? columns.table.getTotalSize() + SIDES : undefined }}
        className="relative"
      >
        {virtual.getVirtualItems().map((item) => {
          const row = rows.at(item.index);
          const own = row.kind === "match" && columns ? columns.widths : undefined;
          return (
            // biome-ignore lint/a11y/useSemanticElements: of a hundred thousand rows only those in view are made, which a table element does not allow for.
            <div
              key={item.key}
              className={`absolute inset-x-0 ${own ? "grid" : COLUMNS} items-center border-b border-rule-soft px-4`}
              style={{ top: item.start - (columns ? HEAD_HEIGHT : 0), height: ROW_HEIGHT, gridTemplateColumns: own }}
              role="row"
              tabIndex={-1}
              aria-rowindex={item.index + 1}
              data-row={row.kind}
              {...(row.kind === "match"
                ? { id: `match-${row.match}`, "aria-selected": row.match === chosen, onClick: () => dispatch(matchChosen(row.match)) }
                : {})}
            >
              {row.kind === "match" ? (
                <MatchRow
                  nth={row.match + 1}
                  chosen={row.match === chosen}
                  shown={shown}
                  heldBy={(group) => table.group(row.match, group)}
                  line={(offset) => (starts ? lineColumn(starts, offset).line : 0)}
                  text={text}
                />
              ) : row.kind === "where" ? (
                <WhereRow match={row.match} value={stretch(row.match)} text={text} />
              ) : row.kind === "group" ? (
                <GroupRow
                  {...row}
                  followed={followed === row.group.slot}
                  follow={() => dispatch(followedChosen(followed === row.group.slot ? null : row.group.slot))}
                  text={text}
                />
              ) : (
                <TurnRow number={row.number} last={row.last} value={row.value} text={text} captured={showsCaptures} />
              )}
            </div>
          );
        })}
      </div>
      {children}
    </div>
  );
}

/** @param head pixels of a head above the rows that stays in view */
function useRowVirtualizer(count: number, scroller: RefObject<HTMLDivElement | null>, head = 0) {
  return useVirtualizer({
    count,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
    scrollMargin: head,
    scrollPaddingStart: head,
  });
}

const NONE_ABSENT: readonly string[] = [];

/** Of a pattern that is a list of strings: which were found in the run that is shown. */
function useStringsFound(): StringsFound | null {
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const [known, setKnown] = useState<{ readonly generation: number; readonly found: StringsFound | null } | null>(null);
  useEffect(() => {
    let left = false;
    void controls.stringsFound(generation).then((found) => {
      if (!left) setKnown({ generation, found });
    });
    return () => {
      left = true;
    };
  }, [controls, generation]);
  return known?.generation === generation ? known.found : null;
}

/** Strings that are named in the line itself. */
const MOST_NAMED = 2;

/** @param show opens the list of all of them; null where there is no such list */
function NeverFound({ found: { strings, absent }, show }: { readonly found: StringsFound; readonly show: (() => void) | null }) {
  return (
    <p className="flex items-baseline gap-2 border-b border-rule-soft px-4 py-1 text-[12px] text-ink-2" data-part="never-found" role="status">
      <span className="min-w-0 truncate">
        {number(absent.length)} of {plural(strings, "string")} {absent.length === 1 ? "is" : "are"} never found
        {absent.length <= MOST_NAMED && (
          <>
            : <span className="source">{absent.map((string) => visible(string, 60)).join(", ")}</span>
          </>
        )}
      </span>
      {show && absent.length > MOST_NAMED && (
        <button type="button" className="min-h-[24px] shrink-0 underline hover:text-tide" onClick={show}>
          count them
        </button>
      )}
    </p>
  );
}

interface EqualProps {
  readonly seeking: Seeking;
  readonly seek: (seeking: Seeking) => void;
  /** Strings of the pattern that have no match: listed last. */
  readonly absent: readonly string[];
}

/** Equal values put together, the most frequent first; choosing one shows its matches. */
function Equal({ seeking, seek, absent }: EqualProps) {
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const dispatch = useAppDispatch();
  const [found, setFound] = useState<Values | null>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const { group, holds } = seeking;
  useEffect(() => {
    let left = false;
    void controls.values(generation, group).then((answer) => {
      if (!left) setFound(answer);
    });
    return () => {
      left = true;
    };
  }, [controls, generation, group]);
  const values = useMemo(() => {
    const all = found ? [...found.values, ...absent.map((text): Value => ({ text, count: 0, first: 0 }))] : [];
    return all.filter(({ text }) => holds === "" || text?.toLowerCase().includes(holds.toLowerCase()));
  }, [found, absent, holds]);
  const virtual = useRowVirtualizer(values.length, scroller);
  return (
    <>
      <div className="grid grid-cols-[64px_1fr] border-b border-rule px-4 py-1 text-[12px] text-ink-2">
        <span className="pr-3 text-right">count</span>
        <span>{found ? plural(found.different, "value") : "being counted …"}</span>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <section ref={scroller} tabIndex={0} aria-label="Values" className="min-h-0 flex-1 overflow-auto">
        <div style={{ height: virtual.getTotalSize() }} className="relative">
          {virtual.getVirtualItems().map((item) => {
            const value = values[item.index];
            if (!value) return null;
            return (
              <button
                key={item.key}
                type="button"
                className="absolute inset-x-0 grid grid-cols-[64px_1fr] items-center border-b border-rule-soft px-4 text-left hover:text-tide"
                style={{ top: item.start, height: ROW_HEIGHT }}
                title={value.count > 0 ? "Show the matches that hold this" : "No match is this string"}
                disabled={value.count === 0}
                onClick={() => {
                  dispatch(matchChosen(value.first));
                  seek({ group, holds: value.text ?? "", counted: false });
                }}
              >
                <span className="pr-3 text-right font-semibold">{number(value.count)}</span>
                <span className="source truncate text-[13px]">
                  {value.text ? visible(value.text, 60) : <i className="pr-0.5 font-sans text-ink-2">{value.text === null ? "not set" : "empty"}</i>}
                </span>
              </button>
            );
          })}
        </div>
      </section>
    </>
  );
}

/** The turns of the chosen match, asked of the worker when it changes. */
function useTurns(table: MatchTable, chosen: number): TurnsAnswer | null {
  const controls = useEngineControls();
  const [turns, setTurns] = useState<TurnsAnswer | null>(null);
  useEffect(() => {
    setTurns(null);
    if (chosen >= table.length || table.groupCount === 0) return;
    let left = false;
    void controls.turns(table.start(chosen)).then((answer) => {
      if (!left) setTurns(answer);
    });
    return () => {
      left = true;
    };
  }, [controls, table, chosen]);
  return turns;
}

function NoRun() {
  const broken = useAppSelector((s) => isBroken(s.bench));
  return (
    <div className="p-4 text-ink-2">
      <p className="part-name text-lg text-ink">{broken ? "Nothing to list yet" : "Running …"}</p>
      {broken && <p className="mt-1">Its matches stand here as soon as the pattern has no mistake.</p>}
    </div>
  );
}

function NoMatch({ empty, cut }: { readonly empty: boolean; readonly cut: boolean }) {
  const work = useAppSelector((s) => s.bench.work);
  const nothing = useAppSelector((s) => s.draft.fields.pattern === "");
  const untouched = useAppSelector((s) => s.layout.untouched);
  const attempts = work && !untouched && !work.trouble ? `${plural(work.attempts, "attempt")} in ${plural(work.taken, "step")}, and none came through. ` : "";
  return (
    <div className="p-4 text-ink-2">
      <p className="part-name text-lg text-ink">{nothing ? "Nothing is asked for yet" : cut ? "No match so far" : "No match"}</p>
      <p className="mt-1">
        {nothing
          ? "The pattern is empty. Write one above: a word to look for is a pattern already."
          : empty
            ? "The sample is empty. Write or paste a text on the left, or drop a file there."
            : cut
              ? "The run was cut short before it found one; whether there is one is not known."
              : `${attempts}Wind the reel to see where an attempt fails.`}
      </p>
    </div>
  );
}
