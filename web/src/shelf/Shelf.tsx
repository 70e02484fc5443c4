/** The shelf: every specimen that is kept, searched, opened, added, removed and restored. */

import { BOUNDS, SORTS, type Sort } from "@lamprey/api";
import { dialectOf } from "@lamprey/core";
import { useDeferredValue, useEffect, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { InBar } from "../app/Frame.tsx";
import { titleOf } from "../draft/fields.ts";
import { keepers } from "../draft/keepers.ts";
import { PathOffer } from "../path/Path.tsx";
import { Term } from "../shared/Term.tsx";
import { ASKED_AGAIN, useEvery } from "../shared/useEvery.ts";
import { number, plural, size } from "../shared/words.ts";
import { useAppDispatch } from "../state/store.ts";
import { ChosenBar } from "./ChosenBar.tsx";
import { Exchange } from "./Exchange.tsx";
import { NotKept } from "./NotKept.tsx";
import { RowFigures } from "./RowFigures.tsx";
import { ShelfCommands } from "./ShelfCommands.tsx";

export function Shelf() {
  const navigate = useNavigate();
  const [search, setSearch] = useState("");
  const [removed, setRemoved] = useState(false);
  const [sort, setSort] = useState<Sort>("changed");
  const [tag, setTag] = useState("");
  /** Those that were removed last, by their ids; and the title, where it was one. */
  const [lastRemoved, setLastRemoved] = useState<{ readonly ids: readonly string[]; readonly title: string } | null>(null);
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const asked = useDeferredValue(search);
  const {
    data: last,
    currentData,
    isError,
    refetch,
    hasNextPage,
    fetchNextPage,
    isFetchingNextPage,
  } = specimensApi.useListInfiniteQuery({ search: asked, removed, sort, tag }, { refetchOnMountOrArgChange: true });
  /** While a search is answered the last one stays; the removed ones are never shown among the others. */
  const shownRemoved = useRef(removed);
  if (currentData) shownRemoved.current = removed;
  const data = shownRemoved.current === removed ? (currentData ?? last) : undefined;
  const [total, items] = [data?.pages.at(-1)?.total, data?.pages.flatMap((page) => page.items)];
  const [purge] = specimensApi.usePurgeMutation();
  /** The one that is asked about once more. */
  const [going, setGoing] = useState<string | null>(null);
  const [create, creating] = specimensApi.useCreateMutation();
  const [many] = specimensApi.useManyMutation();
  const { data: tags } = specimensApi.useTagsQuery();
  const flip = (id: string) => setChosen(new Set(chosen.has(id) ? [...chosen].filter((each) => each !== id) : [...chosen, id]));
  // What cannot be seen is not done something to.
  // biome-ignore lint/correctness/useExhaustiveDependencies: another list has other rows.
  useEffect(() => setChosen(new Set()), [removed, asked, tag]);

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
    <main className="relative h-full overflow-auto">
      <InBar>
        <span className="part-name text-[16px] text-ink-2">Shelf</span>
      </InBar>
      <div className="mx-auto max-w-[1180px] px-6 pb-10 pt-6">
        <div className="flex flex-wrap items-end gap-3">
          <h1 className="part-name text-[26px] leading-none">{removed ? "Removed patterns" : "Saved patterns"}</h1>
          <span className="text-ink-2">{total === undefined ? "" : number(total)}</span>
          <input
            type="search"
            className="field ml-auto w-72 max-w-full"
            placeholder="search titles, patterns, notes, samples"
            aria-label="Search the shelf"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
          <label className="text-ink-2">
            <span className="sr-only">sorted by</span>
            <select className="field" aria-label="sorted by" value={sort} onChange={({ target }) => setSort(target.value as Sort)}>
              {SORTS.map((each) => (
                <option key={each} value={each}>
                  {SORT_WORDS[each]}
                </option>
              ))}
            </select>
          </label>
          {!removed && (tags?.items.length ?? 0) > 0 && (
            <select className="field max-w-40" aria-label="Only those tagged" value={tag} onChange={({ target }) => setTag(target.value)}>
              <option value="">all tags</option>
              {tags?.items.map((each) => (
                <option key={each.tag} value={each.tag}>
                  {each.tag} ({number(each.count)})
                </option>
              ))}
            </select>
          )}
          <button type="button" className="quiet-key" aria-pressed={removed} onClick={() => setRemoved(!removed)}>
            {removed ? "back to the shelf" : "removed ones"}
          </button>
          <Link to="/files" className="key">
            Search files
          </Link>
          <Link to="/risks" className="key">
            Risk list
          </Link>
          <Term word="saved pattern">
            <button type="button" className="key border-tide! text-tide!" onClick={() => void add()} disabled={creating.isLoading}>
              New pattern
            </button>
          </Term>
        </div>
        <PathOffer />
        <NotKept />
        {creating.isError && <p className="mt-3 text-rust">It could not be kept: the server does not answer.</p>}
        {lastRemoved && (
          <p className="mt-3 border-l-4 border-tide bg-sheet px-3 py-2" role="status">
            <i className="part-name">{lastRemoved.title}</i> {lastRemoved.ids.length === 1 ? "was" : "were"} removed.{" "}
            <button
              type="button"
              className="text-tide underline"
              onClick={() => {
                void many({ ids: lastRemoved.ids, act: "restore" });
                setLastRemoved(null);
              }}
            >
              Restore {lastRemoved.ids.length === 1 ? "it" : "them"}
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
                : "The shelf is empty. Add a pattern to begin."}
          </p>
        )}
        {items && items.length > 0 && (
          <ChosenBar
            chosen={chosen}
            all={items.map(({ id }) => id).slice(0, BOUNDS.many)}
            choose={(ids) => setChosen(new Set(ids))}
            removed={removed}
            done={(ids, act) => {
              setChosen(new Set());
              setLastRemoved(act === "remove" ? { ids, title: plural(ids.length, "pattern") } : null);
            }}
          />
        )}
        <ul className="border-t border-rule">
          {items?.map((item) => (
            <li
              key={item.id}
              className="group relative [contain-intrinsic-size:auto_56px] [content-visibility:auto] grid grid-cols-[20px_minmax(0,1fr)_auto] items-start gap-x-3 border-b border-rule py-[7px] hover:bg-sheet min-[820px]:grid-cols-[20px_260px_minmax(0,1fr)_210px_76px] min-[820px]:gap-x-4"
            >
              <input
                type="checkbox"
                className="relative z-10 mt-[5px] accent-[var(--tide)]"
                aria-label={`Choose ${item.title}`}
                checked={chosen.has(item.id)}
                onChange={() => flip(item.id)}
              />
              <div className="min-w-0">
                {removed ? (
                  <span className="part-name text-[17px]">{item.title}</span>
                ) : (
                  <Link to={`/bench/${item.id}`} className="part-name text-[17px] leading-tight after:absolute after:inset-0 hover:text-tide">
                    {item.title}
                  </Link>
                )}
                <p className="truncate text-[12px] text-ink-2">
                  {dialectOf(item.dialect).title}, revision {item.revision}
                  {item.tags.map((each) => (
                    <span key={each} className="ml-2 rounded-sm border border-rule px-1">
                      {each}
                    </span>
                  ))}
                </p>
              </div>
              <div className="min-w-0 max-[819px]:hidden">
                <code className="source block truncate text-[15px]">
                  {item.pattern || <i className="font-sans text-[13px] text-ink-2">no pattern yet</i>}
                  {item.flags && <span className="ml-3 text-[13px] text-tide">{item.flags}</span>}
                </code>
                <p className="truncate text-[13px] text-ink-2" title={item.notes}>
                  {item.notes}
                </p>
              </div>
              <div className="text-right text-[13px] text-ink-2 max-[819px]:hidden">
                <RowFigures figures={item.figures} />
                <p>
                  {plural(item.samples.length, "sample")}, {size(item.samples.reduce((sum, s) => sum + s.length, 0))}
                </p>
              </div>
              {removed && (
                <button
                  type="button"
                  className="quiet-key absolute right-[92px] top-[8px] z-10 "
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
                className={`quiet-key relative z-10 justify-self-end ${removed ? "" : "opacity-0 focus:opacity-100 group-hover:opacity-100"}`}
                aria-label={`${removed ? "Restore" : "Remove"} ${item.title}`}
                onClick={() => {
                  void many({ ids: [item.id], act: removed ? "restore" : "remove" });
                  if (!removed) setLastRemoved({ ids: [item.id], title: item.title });
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
        <ShelfCommands add={() => void add()} />
      </div>
    </main>
  );
}

const SORT_WORDS: Readonly<Record<Sort, string>> = { changed: "newest change first", title: "by title", growth: "worst growth first" };
