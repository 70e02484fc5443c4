/** The ledger: every match, and for the chosen one its groups and the turns that repeated groups took. */
import { MatchTable, visible } from "@lamprey/core";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";
import { useAppSelector } from "../app/store.ts";
import { shownSample } from "../draft/draftSlice.ts";
import type { GroupMark, TurnsAnswer } from "../engine/messages.ts";
import { GroupSwatch } from "../lanes/textures.tsx";
import { number, plural, span as spanText } from "../shared/words.ts";
import { useEngineControls } from "./useEngine.ts";

const ROW_HEIGHT = 26;

type Row =
  | { readonly kind: "match"; readonly match: number }
  | { readonly kind: "group"; readonly group: GroupMark; readonly value: { start: number; end: number } | null; readonly open: number | null }
  | { readonly kind: "turn"; readonly number: number; readonly last: boolean; readonly value: { start: number; end: number } };

export function Ledger() {
  const result = useAppSelector((s) => s.bench.result);
  const stale = useAppSelector((s) => (s.bench.reading?.diagnostics.length ?? 0) > 0);
  const chosen = useAppSelector((s) => s.bench.chosen);
  const step = useAppSelector((s) => s.bench.view);
  const text = useAppSelector((s) => shownSample(s.draft)?.text ?? "");
  const controls = useEngineControls();
  const scroller = useRef<HTMLDivElement>(null);
  const table = useMemo(() => (result ? new MatchTable(result.matches.groupCount, result.matches.rows) : null), [result]);
  const turns = useTurns(table, chosen);

  const inner = useMemo((): Row[] => {
    if (!result || !table || (table.length === 0 && !step)) return [];
    return result.reading.groups.flatMap((group): Row[] => {
      const value = step ? (step.captures[group.number - 1] ?? null) : table.group(chosen, group.number);
      const open = step?.opened[group.number - 1] ?? null;
      const own = step ? [] : (turns?.turns[group.number - 1] ?? []);
      return [{ kind: "group", group, value, open }, ...own.map((t, i): Row => ({ kind: "turn", number: i + 1, last: i === own.length - 1, value: t }))];
    });
  }, [result, table, chosen, step, turns]);

  const count = table?.length ?? 0;
  const atStep = step !== null;
  const rowAt = (index: number): Row => {
    if (atStep) return inner[index] as Row;
    if (index <= chosen) return { kind: "match", match: index };
    return inner[index - chosen - 1] ?? { kind: "match", match: index - inner.length };
  };
  const virtual = useVirtualizer({
    count: atStep ? inner.length : count === 0 ? 0 : count + inner.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 12,
  });

  useEffect(() => {
    if (!atStep && chosen > 0) virtual.scrollToIndex(chosen, { align: "auto" });
  }, [virtual, chosen, atStep]);

  const move = (event: React.KeyboardEvent) => {
    const by = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (by === 0 || count === 0) return;
    event.preventDefault();
    controls.chooseMatch(Math.min(count - 1, Math.max(0, chosen + by)));
  };

  if (!result || !table) return <p className="p-4 text-ink-2">No run yet.</p>;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="grid grid-cols-[44px_92px_1fr] border-b border-rule px-4 py-1 text-[12px] text-ink-2">
        <span>n°</span>
        <span className="pr-2 text-right">from–to</span>
        <span>{atStep ? `captures as of step ${number(step.step + 1)}` : stale ? "of the last good pattern" : "text"}</span>
      </div>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: its role, list or region, is set below. */}
      {/* biome-ignore lint/a11y/useAriaPropsSupportedByRole: both of its roles have names. */}
      <div
        ref={scroller}
        role={atStep || count === 0 ? "region" : "listbox"}
        aria-label={atStep ? "Captures" : "Matches"}
        aria-activedescendant={count > 0 && !atStep ? `match-${chosen}` : undefined}
        tabIndex={0}
        onKeyDown={move}
        className={`min-h-0 flex-1 overflow-auto ${stale ? "[&_*]:font-normal! [&_*]:text-ink-2! [&_svg]:opacity-40" : ""}`}
      >
        <div style={{ height: virtual.getTotalSize() }} className="relative">
          {virtual.getVirtualItems().map((item) => {
            const row = rowAt(item.index);
            return (
              <div
                key={item.key}
                className="absolute inset-x-0 grid grid-cols-[44px_92px_1fr] items-center border-b border-rule-soft px-4"
                style={{ top: item.start, height: ROW_HEIGHT }}
                {...(row.kind === "match"
                  ? {
                      id: `match-${row.match}`,
                      role: "option",
                      "aria-selected": row.match === chosen,
                      onClick: () => controls.chooseMatch(row.match),
                    }
                  : { role: "presentation" })}
              >
                {row.kind === "match" ? (
                  <MatchRow nth={row.match + 1} chosen={row.match === chosen} start={table.start(row.match)} end={table.end(row.match)} text={text} />
                ) : row.kind === "group" ? (
                  <GroupRow group={row.group} value={row.value} open={row.open} text={text} />
                ) : (
                  <TurnRow number={row.number} last={row.last} value={row.value} text={text} />
                )}
              </div>
            );
          })}
        </div>
        {count === 0 && !atStep && <NoMatch empty={text === ""} cut={result.cut !== null} />}
      </div>
    </div>
  );
}

/** The turns of the chosen match, asked of the worker when it changes. */
function useTurns(table: MatchTable | null, chosen: number): TurnsAnswer | null {
  const controls = useEngineControls();
  const [turns, setTurns] = useState<TurnsAnswer | null>(null);
  useEffect(() => {
    setTurns(null);
    if (!table || chosen >= table.length || table.groupCount === 0) return;
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

function MatchRow({ nth, chosen, start, end, text }: { nth: number; chosen: boolean; start: number; end: number; text: string }) {
  const weight = chosen ? "font-semibold" : "";
  return (
    <>
      <span className={chosen ? "font-semibold text-tide" : ""}>{number(nth)}</span>
      <span className={`pr-2 text-right text-ink-2 ${weight}`}>{spanText(start, end)}</span>
      <span className={`source truncate text-[13px] ${weight}`}>
        {start === end ? <i className="font-sans text-ink-2">empty</i> : visible(text.slice(start, end), 60)}
      </span>
    </>
  );
}

function GroupRow({ group, value, open, text }: { group: GroupMark; value: { start: number; end: number } | null; open: number | null; text: string }) {
  return (
    <>
      <span className="truncate text-right pr-2 text-[12px] text-ink-2" style={{ paddingLeft: group.depth * 6 }}>
        {group.number}
      </span>
      <span className="pr-2 text-right text-[13px] text-ink-2">{value ? spanText(value.start, value.end) : ""}</span>
      <span className="flex min-w-0 items-center gap-2 text-[13px]">
        <GroupSwatch group={group.number} />
        {group.name && <span className="shrink-0 text-ink-2">{group.name}</span>}
        <span className="source truncate">
          {value ? (
            value.start === value.end ? (
              <i className="font-sans text-ink-2">empty</i>
            ) : (
              visible(text.slice(value.start, value.end), 60)
            )
          ) : (
            <i className="font-sans text-ink-2">not set</i>
          )}
        </span>
        {open !== null && <span className="shrink-0 text-[12px] text-tide">open since {number(open)}</span>}
      </span>
    </>
  );
}

function TurnRow({ number, last, value, text }: { number: number; last: boolean; value: { start: number; end: number }; text: string }) {
  return (
    <>
      <span />
      <span className="pr-2 text-right text-[12px] text-ink-2">{spanText(value.start, value.end)}</span>
      <span className={`flex min-w-0 items-center gap-2 pl-7 text-[12px] ${last ? "" : "text-ink-2"}`}>
        <span className="shrink-0">turn {number}</span>
        <span className="source truncate">{value.start === value.end ? "empty" : visible(text.slice(value.start, value.end), 40)}</span>
        {last && <span className="shrink-0 text-tide">kept</span>}
      </span>
    </>
  );
}

function NoMatch({ empty, cut }: { readonly empty: boolean; readonly cut: boolean }) {
  const work = useAppSelector((s) => s.bench.work);
  const attempts = work && !work.trouble ? `${plural(work.attempts, "attempt")} in ${plural(work.taken, "step")}, and none came through. ` : "";
  return (
    <div className="p-4 text-ink-2">
      <p className="part-name text-lg text-ink">{cut ? "No match so far" : "No match"}</p>
      <p className="mt-1">
        {empty
          ? "The sample is empty. Write or paste a text on the left, or drop a file there."
          : cut
            ? "The run was cut short before it found one; whether there is one is not known."
            : `${attempts}Wind the reel to see where an attempt fails.`}
      </p>
    </div>
  );
}
