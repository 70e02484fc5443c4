/** The attempts of the run, a row for each start offset: how far it came, what it cost, how it ended. */
import { type Attempt, visible } from "@lamprey/core";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, useState } from "react";
import { useEngineControls } from "../run/controls.ts";
import { number } from "../shared/words.ts";
import { useAppSelector } from "../state/store.ts";

const ROW_HEIGHT = 22;
/** A browser's boxes end at some thirty million pixels. */
const MOST_ROWS = 1_000_000;
/** Rows fetched at a time. */
const PAGE = 64;

const ENDS: Readonly<Record<Attempt["end"], string>> = { match: "match", "gave-up": "failed", unfinished: "cut short" };

export function Attempts() {
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const own = useAppSelector((s) => s.bench.view?.attemptIndex ?? null);
  const pattern = useAppSelector((s) => s.bench.result?.source.pattern ?? "");
  const controls = useEngineControls();
  const scroller = useRef<HTMLDivElement>(null);
  const [pages, setPages] = useState<ReadonlyMap<number, readonly Attempt[]>>(new Map());
  const count = Math.min(reel?.attempts ?? 0, MOST_ROWS);
  const virtual = useVirtualizer({ count, getScrollElement: () => scroller.current, estimateSize: () => ROW_HEIGHT, overscan: 6 });
  const items = virtual.getVirtualItems();
  const wanted = [...new Set(items.map((item) => Math.floor(item.index / PAGE)))].filter((page) => !pages.has(page));
  const asked = wanted.join(" ");
  useEffect(() => {
    if (own !== null && own < count) virtual.scrollToIndex(own);
  }, [own, count, virtual]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another reel has other attempts.
  useEffect(() => setPages(new Map()), [reel]);
  useEffect(() => {
    if (asked === "") return;
    let left = false;
    for (const page of asked.split(" ").map(Number)) {
      void controls.attempts(page * PAGE, PAGE).then((rows) => {
        if (!left && rows.length > 0) setPages((before) => new Map([...before, [page, rows]]));
      });
    }
    return () => {
      left = true;
    };
  }, [asked, controls]);

  if (!reel) return null;
  return (
    <>
      <div className="grid grid-cols-[62px_58px_1fr_100px] border-b border-rule px-4 py-[2px] text-right text-[12px] text-ink-2">
        <span>began at</span>
        <span>reached</span>
        <span>steps</span>
        <span className="pl-3 text-left">ended by</span>
      </div>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls. */}
      <section ref={scroller} className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Attempts">
        <div className="relative" style={{ height: virtual.getTotalSize() }}>
          {items.map((item) => {
            const row = pages.get(Math.floor(item.index / PAGE))?.[item.index % PAGE];
            if (!row) return null;
            const here = step !== null && step >= row.from && step < row.to;
            return (
              <button
                key={item.key}
                type="button"
                className={`absolute inset-x-0 grid grid-cols-[62px_58px_1fr_100px] items-center border-b border-rule-soft px-4 text-right hover:text-tide ${here ? "font-semibold text-tide" : ""}`}
                style={{ top: item.start, height: ROW_HEIGHT }}
                title={`Wind to step ${number((row.end === "match" ? row.to - 1 : row.from) + 1)}`}
                onClick={() => controls.wind(row.end === "match" ? row.to - 1 : row.from)}
              >
                <span>{number(row.start)}</span>
                <span className="text-ink-2">{number(row.reach)}</span>
                <span>{number(row.to - row.from)}</span>
                <span className={`truncate pl-3 text-left text-[12px] ${row.end === "match" ? "text-tide" : "text-ink-2"}`}>
                  {row.failed ? (
                    <>
                      failed <code className="source">{visible(pattern.slice(row.failed.start, row.failed.end), 8)}</code>
                    </>
                  ) : (
                    ENDS[row.end]
                  )}
                </span>
              </button>
            );
          })}
        </div>
      </section>
      {reel.attempts > MOST_ROWS && (
        <p className="px-4 py-1 text-[12px] text-ink-2">
          the first {number(MOST_ROWS)} of {number(reel.attempts)}
        </p>
      )}
    </>
  );
}
