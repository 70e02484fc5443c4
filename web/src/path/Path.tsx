/** The path on the screen: one line over the bench, and on the shelf the offer to begin. Once ended it is not shown again. */
import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { keyWords } from "../shared/keys.ts";
import { remember, useRecalled } from "../shared/remembered.ts";
import { useAppSelector } from "../state/store.ts";
import { PLACES } from "./places.ts";

const KEY = "path";

/** The place that one is at; null before the path is begun, "ended" when it was walked or skipped. */
export type Walked = number | null | "ended";

const placeOf = (kept: unknown): Walked => (kept === "ended" ? kept : typeof kept === "number" && kept >= 0 && kept < PLACES.length ? Math.floor(kept) : null);

export const endPath = (): void => remember(KEY, "ended");

/** Opens the specimen of a place, and is at it. */
function useGoTo() {
  const navigate = useNavigate();
  const [find] = specimensApi.useLazyFindQuery();
  const [lost, setLost] = useState<string | null>(null);
  const go = async (place: number) => {
    const { title } = PLACES[place] ?? PLACES[0] ?? { title: "" };
    const { data } = await find(title);
    const found = data?.items.find((item) => item.title === title);
    if (!found) return setLost(title);
    setLost(null);
    remember(KEY, place);
    void navigate(`/bench/${found.id}`);
  };
  return { go, lost };
}

/** On the shelf of a first visit. */
export function PathOffer() {
  const at = placeOf(useRecalled(KEY));
  const { go, lost } = useGoTo();
  if (at === "ended") return null;
  return (
    <aside className="mt-4 flex flex-wrap items-center gap-3 border-l-4 border-tide bg-sheet px-4 py-2" aria-label="The path through the demo">
      <p>
        <b className="part-name text-[16px]">{at === null ? "New here?" : "On the path"}</b>{" "}
        {lost
          ? `The demo’s “${lost}” is not on the shelf any more.`
          : `Five places in the demo, each with one thing to do and to see: ${PLACES.map(({ name }) => name.toLowerCase()).join(", ")}.`}
      </p>
      <button type="button" className="key ml-auto border-tide! text-tide!" onClick={() => void go(at ?? 0)}>
        {at === null ? "Begin" : `Go on at ${at + 1}`}
      </button>
      <button type="button" className="quiet-key underline" onClick={endPath}>
        No, thank you
      </button>
    </aside>
  );
}

/** Over the bench, while one is at a place of the path. */
export function PathLine() {
  const at = placeOf(useRecalled(KEY));
  const { specimenId } = useParams();
  const title = useAppSelector((s) => (s.draft.id === specimenId ? s.draft.fields.title : ""));
  const place = typeof at === "number" ? PLACES[at] : undefined;
  const done = useAppSelector((s) => place?.done(s) === true);
  const [shown, setShown] = useState(false);
  const { go, lost } = useGoTo();
  // What was seen stays said, whatever is done next.
  useEffect(() => {
    if (done) setShown(true);
  }, [done]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another place has its own to be done.
  useEffect(() => setShown(false), [at]);
  if (!place || typeof at !== "number") return null;
  const last = at === PLACES.length - 1;
  /** Another specimen is on the bench than the one that the place is at. */
  const astray = title !== "" && title !== place.title;
  return (
    <aside className="flex shrink-0 items-center gap-3 border-b border-rule bg-tide-wash px-4 py-[3px]" aria-label="The path through the demo" data-part="path">
      <span className="whitespace-nowrap text-ink-2">
        {at + 1} of {PLACES.length}
      </span>
      <b className="part-name whitespace-nowrap text-[15px]">{place.name}</b>
      <p className="min-w-0 flex-1" aria-live="polite">
        {lost ? `The demo’s “${lost}” is not on the shelf any more.` : astray ? `It goes on at “${place.title}”.` : shown ? place.seen : place.act}
      </p>
      <button
        type="button"
        className={`key whitespace-nowrap ${shown ? "border-tide! text-tide!" : ""}`}
        onClick={() => (last ? endPath() : void go(astray ? at : at + 1))}
      >
        {last ? "That was the path" : astray ? "Go there" : "On to the next"}
      </button>
      <button type="button" className="quiet-key whitespace-nowrap underline" title={`Leave the path (${keyWords("endPath")})`} onClick={endPath}>
        leave, {keyWords("endPath")}
      </button>
    </aside>
  );
}
