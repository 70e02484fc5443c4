/** One pattern across dialects: what each other engine would find, where it differs, and the pattern as it is written there. */
import { dialectOf, READ_DIALECTS, visible } from "@lamprey/core";
import { useEffect, useState } from "react";
import type { DialectView } from "../engine/messages.ts";
import { useEngineControls } from "../run/controls.ts";
import { number, plural } from "../shared/words.ts";
import { isBroken } from "../state/benchSlice.ts";
import { useAppSelector } from "../state/store.ts";
import { CarriedPattern, Differs } from "./CarriedPattern.tsx";

interface Known {
  readonly generation: number;
  readonly views: readonly DialectView[];
}

/** The other dialects, asked one after the other: the first answer is there at once, and a newer run ends the rest. */
function useViews(): Known {
  const controls = useEngineControls();
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const own = useAppSelector((s) => s.bench.result?.source.dialect);
  const [known, setKnown] = useState<Known>({ generation: 0, views: [] });
  useEffect(() => {
    let stale = generation === 0;
    setKnown({ generation, views: [] });
    void (async () => {
      for (const { name } of READ_DIALECTS) {
        if (stale) return;
        if (name === own) continue;
        const view = await controls.asDialect(generation, name);
        if (stale || !view) return;
        setKnown((before) => ({ ...before, views: [...before.views, view] }));
      }
    })();
    return () => {
      stale = true;
    };
  }, [controls, generation, own]);
  return known;
}

export function DialectsPanel() {
  const { views } = useViews();
  const broken = useAppSelector((s) => isBroken(s.bench));
  const own = useAppSelector((s) => s.bench.result?.source.dialect);
  if (broken) return <p className="p-4 text-ink-2">Only a pattern that reads is compared. What is wrong stands under it.</p>;
  const others = READ_DIALECTS.filter(({ name }) => name !== own);
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: it scrolls.
    <section className="min-h-0 flex-1 overflow-auto" tabIndex={0} aria-label="Dialects" data-part="dialects">
      <p className="border-b border-rule-soft px-4 py-1 text-[12px] text-ink-2" role="status">
        {views.length < others.length ? `${number(views.length)} of ${number(others.length)} dialects have been compared …` : summary(views)}
      </p>
      <ol>
        {views.map((view) => (
          <li key={view.dialect} className="border-b border-rule-soft px-4 py-2 text-[13px]" data-dialect={view.dialect}>
            <Dialect view={view} />
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What the others make of the sample, and of all texts. */
function summary(views: readonly DialectView[]): string {
  const count = (holds: (view: DialectView) => boolean): number => views.filter(holds).length;
  const unread = count(({ error }) => error !== null);
  const alike = count(({ sample }) => sample?.same === true);
  const same = count(({ anywhere }) => anywhere?.same === true);
  const differing = count(({ anywhere }) => anywhere?.same === false);
  const those = (some: number): string => (some === views.length ? `all ${number(some)}` : number(some));
  return [
    `In this sample ${alike === 0 ? "none" : number(alike)} of ${number(views.length)} other dialects ${alike === 1 ? "finds" : "find"} the same.`,
    same > 0 && `On every text ${those(same)} ${same === 1 ? "does" : "do"}.`,
    differing > 0 && `On some text ${those(differing)} ${differing === 1 ? "differs" : "differ"}.`,
    unread > 0 && `${number(unread)} ${unread === 1 ? "does" : "do"} not read it.`,
  ]
    .filter((sentence) => sentence !== false)
    .join(" ");
}

function Dialect({ view }: { readonly view: DialectView }) {
  const { dialect, error, meanings, carried, flags } = view;
  const pattern = useAppSelector((s) => s.draft.fields.pattern);
  const isUnchanged = carried.pattern === pattern && carried.flags === flags;
  return (
    <>
      <p>
        <b className="font-semibold">{dialectOf(dialect).title}</b>:{" "}
        {error === null ? <Finds view={view} /> : <span className="text-rust">does not read it. {error}</span>}
      </p>
      {meanings.length > 0 && (
        <ul className="mt-1 pl-3 text-[12px] text-ink-2">
          {meanings.map(({ part, message }) => (
            <li key={`${part} ${message}`}>
              <code className="source text-tide">{visible(part, 24)}</code>: {message}.
            </li>
          ))}
        </ul>
      )}
      {carried.pattern === null ? (
        <p className="mt-1 text-[12px] text-ink-2">It cannot be written there: {carried.lost[0]}</p>
      ) : (
        !isUnchanged && <CarriedPattern dialect={dialect} carried={{ ...carried, pattern: carried.pattern }} take={`go on in ${dialectOf(dialect).title}`} />
      )}
    </>
  );
}

function Finds({ view: { anywhere, sample } }: { readonly view: DialectView }) {
  if (!anywhere) return null;
  const here =
    sample === null ? null : sample.same ? (
      "the same in this sample"
    ) : (
      <b className="font-semibold text-rust">
        {sample.ours === sample.theirs ? "others" : `${plural(sample.theirs, "match", "matches")}, not ${number(sample.ours)},`} in this sample
      </b>
    );
  if (anywhere.same === true) return <>finds the same on every text.</>;
  if (anywhere.witness)
    return (
      <>
        finds {here ?? "something else"}; <Differs witness={anywhere.witness} />
      </>
    );
  return (
    <>
      finds {here ?? "the same"}; no difference was found
      {anywhere.searched !== null && anywhere.searched > 0 && <> on texts of up to {plural(anywhere.searched, "character")}</>}.
    </>
  );
}
