/** The shelf: every specimen that is kept, searched, opened, added, removed and restored. */

import type { SpecimenExcerpt } from "@lamprey/api";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { InBar } from "../app/Frame.tsx";
import { titleOf } from "../draft/fields.ts";
import { keepers } from "../draft/keepers.ts";
import { PathOffer } from "../path/Path.tsx";
import { ASKED_AGAIN, useEvery } from "../shared/useEvery.ts";
import { number, plural, size } from "../shared/words.ts";
import { useAppDispatch } from "../state/store.ts";
import { Exchange } from "./Exchange.tsx";
import { NotKept } from "./NotKept.tsx";

export function Shelf() {
  const navigate = useNavigate();
  const [search, setSearch] = useState("");
  const [removed, setRemoved] = useState(false);
  const [lastRemoved, setLastRemoved] = useState<SpecimenExcerpt | null>(null);
  const asked = useDeferredValue(search);
  const {
    data: last,
    currentData,
    isError,
    refetch,
    hasNextPage,
    fetchNextPage,
    isFetchingNextPage,
  } = specimensApi.useListInfiniteQuery({ search: asked, removed }, { refetchOnMountOrArgChange: true });
  /** While a search is answered the last one stays; the removed ones are never shown among the others. */
  const shownRemoved = useRef(removed);
  if (currentData) shownRemoved.current = removed;
  const data = shownRemoved.current === removed ? (currentData ?? last) : undefined;
  const [total, items] = [data?.pages.at(-1)?.total, data?.pages.flatMap((page) => page.items)];
  const [purge] = specimensApi.usePurgeMutation();
  /** The one that is asked about once more. */
  const [going, setGoing] = useState<string | null>(null);
  const [create, creating] = specimensApi.useCreateMutation();
  const [remove] = specimensApi.useRemoveMutation();
  const [restore] = specimensApi.useRestoreMutation();

  useEffect(() => {
    document.title = "Shelf · Lamprey";
  }, []);
  const dispatch = useAppDispatch();
  // What is kept while one looks at the shelf is seen there.
  useEffect(() => keepers.onChange(({ keeping }) => keeping.state === "kept" && dispatch(specimensApi.util.invalidateTags(["list"]))), [dispatch]);
  // A server that is back is noticed.
  useEvery(ASKED_AGAIN, isError, () => void refetch());
  const end = useRef<HTMLLIElement>(null);
  useEffect(() => {
    const last = end.current;
    if (!last || !hasNextPage || isFetchingNextPage) return;
    const near = new IntersectionObserver(([seen]) => seen?.isIntersecting && void fetchNextPage(), { rootMargin: "600px" });
    near.observe(last);
    return () => near.disconnect();
  }, [hasNextPage, isFetchingNextPage, fetchNextPage]);

  const add = async () => {
    const made = await create({ title: titleOf(""), flags: "g", samples: [{ name: "sample", text: "" }] });
    if (made.data) void navigate(`/bench/${made.data.id}`);
  };

  return (
    <main className="h-full overflow-auto">
      <InBar>
        <span className="part-name text-[16px] text-ink-2">Shelf</span>
      </InBar>
      <div className="mx-auto max-w-[1180px] px-6 pb-10 pt-6">
        <div className="flex items-end gap-3">
          <h1 className="part-name text-[26px] leading-none">{removed ? "Removed specimens" : "Specimens"}</h1>
          <span className="text-ink-2">{total === undefined ? "" : number(total)}</span>
          <input
            type="search"
            className="field ml-auto w-72"
            placeholder="search titles, patterns, notes, samples"
            aria-label="Search the shelf"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          <button type="button" className="quiet-key" aria-pressed={removed} onClick={() => setRemoved(!removed)}>
            {removed ? "back to the shelf" : "removed ones"}
          </button>
          <Link to="/risks" className="key">
            Risk list
          </Link>
          <button type="button" className="key border-tide! text-tide!" onClick={() => void add()} disabled={creating.isLoading}>
            New specimen
          </button>
        </div>
        <PathOffer />
        <NotKept />
        {creating.isError && <p className="mt-3 text-rust">It could not be kept: the server does not answer.</p>}
        {lastRemoved && (
          <p className="mt-3 border-l-4 border-tide bg-sheet px-3 py-2" role="status">
            <i className="part-name">{lastRemoved.title}</i> was removed.{" "}
            <button
              type="button"
              className="text-tide underline"
              onClick={() => {
                void restore(lastRemoved.id);
                setLastRemoved(null);
              }}
            >
              Restore it
            </button>
          </p>
        )}
        {isError && (
          <p className="mt-6 text-rust" role="alert">
            The server does not answer.{" "}
            <button type="button" className="key text-ink!" onClick={() => void refetch()}>
              Try again
            </button>
          </p>
        )}
        {items?.length === 0 && (
          <p className="mt-8 text-ink-2">
            {search !== ""
              ? `Nothing on the shelf speaks of “${search}”.`
              : removed
                ? "Nothing has been removed."
                : "The shelf is empty. Add a specimen to begin."}
          </p>
        )}
        <ul className="mt-4 border-t border-rule">
          {items?.map((item) => (
            <li
              key={item.id}
              className="group relative [contain-intrinsic-size:auto_56px] [content-visibility:auto] grid grid-cols-[270px_1fr_150px_76px] items-start gap-5 border-b border-rule py-[9px] hover:bg-sheet"
            >
              <div className="min-w-0">
                {removed ? (
                  <span className="part-name text-[17px]">{item.title}</span>
                ) : (
                  <Link to={`/bench/${item.id}`} className="part-name text-[17px] leading-tight after:absolute after:inset-0 hover:text-tide">
                    {item.title}
                  </Link>
                )}
                <p className="text-[12px] text-ink-2">
                  {item.dialect}, revision {item.revision}
                </p>
              </div>
              <div className="min-w-0">
                <code className="source block truncate text-[15px]">
                  {item.pattern || " "}
                  {item.flags && <span className="ml-3 text-[13px] text-tide">{item.flags}</span>}
                </code>
                <p className="truncate text-[13px] text-ink-2" title={item.notes}>
                  {item.notes}
                </p>
              </div>
              <p className="text-right text-[13px] text-ink-2">
                {plural(item.samples.length, "sample")}
                <br />
                {size(item.samples.reduce((sum, s) => sum + s.length, 0))}
              </p>
              {removed && (
                <button
                  type="button"
                  className="quiet-key absolute right-[92px] top-[8px] z-10 opacity-0 focus:opacity-100 group-hover:opacity-100"
                  onBlur={() => setGoing(null)}
                  onClick={() => {
                    if (going === item.id) void purge(item.id);
                    else setGoing(item.id);
                  }}
                >
                  {going === item.id ? <b className="text-rust">for good: sure?</b> : "Remove for good"}
                </button>
              )}
              <button
                type="button"
                className="quiet-key relative z-10 justify-self-end opacity-0 focus:opacity-100 group-hover:opacity-100"
                aria-label={`${removed ? "Restore" : "Remove"} ${item.title}`}
                onClick={() => {
                  if (removed) void restore(item.id);
                  else {
                    void remove(item.id);
                    setLastRemoved(item);
                  }
                }}
              >
                {removed ? "Restore" : "Remove"}
              </button>
            </li>
          ))}
          {hasNextPage && (
            <li ref={end} className="py-3 text-center text-ink-2">
              {isFetchingNextPage ? "more is being fetched …" : `${number((total ?? 0) - (items?.length ?? 0))} more`}
            </li>
          )}
        </ul>
        {removed && <p className="mt-4 text-[13px] text-ink-2">What was removed can be restored for ninety days.</p>}
        <Exchange />
      </div>
    </main>
  );
}
