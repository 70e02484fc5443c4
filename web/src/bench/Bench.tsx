/** The bench: the pattern, the answer and the verdicts above, the sample with its panels in the middle, the reel along the bottom. */

import { isProblem, type Specimen } from "@lamprey/api";
import { skipToken } from "@reduxjs/toolkit/query";
import { type ReactNode, useEffect, useMemo, useRef } from "react";
import { Link, useParams } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { InBar } from "../app/Frame.tsx";
import { edited } from "../draft/draftSlice.ts";
import { unkept } from "../draft/unkept.ts";
import { useUnsent } from "../draft/useUnsent.ts";
import { HazardProvider, useHazard } from "../hazard/useHazard.ts";
import { VerdictStrip } from "../hazard/VerdictStrip.tsx";
import { PathLine } from "../path/Path.tsx";
import { EngineProvider } from "../run/controls.ts";
import { type PatternHandle, PatternProvider } from "../run/patternHandle.ts";
import { EngineFollowers, useEngine } from "../run/useEngine.ts";
import { KEYS, type KeyName, keyWords } from "../shared/keys.ts";
import { ASKED_AGAIN, useEvery } from "../shared/useEvery.ts";
import { menuOpened } from "../state/menuSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { BenchMenus } from "./BenchMenus.tsx";
import { Keeping } from "./Keeping.tsx";
import { Parts } from "./Parts.tsx";
import { PatternStrip } from "./PatternStrip.tsx";
import { ResultLine } from "./ResultLine.tsx";
import { SaveMenu } from "./SaveMenu.tsx";
import { useDraft } from "./useDraft.ts";
import { useFigures } from "./useFigures.ts";
import { useBenchKeys } from "./useKeys.ts";

export function Bench() {
  const { specimenId } = useParams();
  const own = useMemo(() => (specimenId ? unkept(specimenId) : undefined), [specimenId]);
  const { data, error, isError, refetch } = specimensApi.useReadQuery(own ? skipToken : (specimenId ?? skipToken), { refetchOnMountOrArgChange: true });
  // The bench is made anew for each specimen: nothing of one leaks into the next.
  if (own) return <OpenBench key={own.id} specimen={own} />;
  if (data?.deletedAt && data.id === specimenId) return <WasRemoved specimen={data} again={() => void refetch()} />;
  if (data && data.id === specimenId) return <OpenBench key={data.id} specimen={data} />;
  if (isError && specimenId) {
    const body = error && "data" in error ? error.data : undefined;
    return <CannotOpen specimen={specimenId} why={isProblem(body) ? body.detail : null} again={() => void refetch()} />;
  }
  return <p className="p-10 text-ink-2">The pattern is being fetched …</p>;
}

/** What stands where there is no bench: why, and what can be done. */
function InsteadOfBench({
  title,
  actName,
  act,
  children,
}: {
  readonly title: string;
  readonly actName: string;
  readonly act: () => void;
  readonly children: ReactNode;
}) {
  return (
    <main className="p-10">
      <h1 className="part-name text-2xl">{title}</h1>
      <div className="mt-2 space-y-2">{children}</div>
      <p className="mt-3 flex gap-3">
        <button type="button" className="key" onClick={act}>
          {actName}
        </button>
        <Link to="/" className="key">
          To the shelf
        </Link>
      </p>
    </main>
  );
}

/** A specimen that was removed is not opened as if it were there. */
function WasRemoved({ specimen, again }: { readonly specimen: Specimen; readonly again: () => void }) {
  const [restore, { isError }] = specimensApi.useRestoreMutation();
  return (
    <InsteadOfBench title={specimen.title} actName="Restore it" act={() => void restore(specimen.id).then(again)}>
      <p>This pattern was removed. It can be restored for ninety days, as it was.</p>
      <pre className="source max-h-40 overflow-auto whitespace-pre-wrap break-all">{specimen.pattern}</pre>
      {isError && <p className="text-rust">It could not be restored: the server does not answer.</p>}
    </InsteadOfBench>
  );
}

/** @param why what the server says; null where it does not answer */
function CannotOpen({ specimen, why, again }: { readonly specimen: string; readonly why: string | null; readonly again: () => void }) {
  const held = useUnsent()?.some((entry) => entry.specimen === specimen) === true;
  useEvery(ASKED_AGAIN, why === null, again);
  return (
    <InsteadOfBench title="This pattern cannot be opened" actName="Try again" act={again}>
      <p>{why ?? "The server does not answer; it is asked again."}</p>
      {held && <p>What was typed and not kept yet is held in this browser. It is sent, and shown here, when the server answers.</p>}
    </InsteadOfBench>
  );
}

/** Opens one of the menus, and says with which key it opens too. */
function MenuKey({ menu, keyName, children }: { readonly menu: "commands" | "words"; readonly keyName: KeyName; readonly children: string }) {
  const dispatch = useAppDispatch();
  return (
    <button type="button" className="key shrink-0 whitespace-nowrap max-[819px]:hidden" title={keyWords(keyName)} onClick={() => dispatch(menuOpened(menu))}>
      {children} <kbd className="font-sans text-[12px] text-ink-2 max-[1179px]:hidden">{keyName === "words" ? KEYS.words.outside : keyWords(keyName)}</kbd>
    </button>
  );
}

/** While there is a risk list, the way back to it. */
function BackToRisks() {
  const rows = useAppSelector((s) => s.risks.rows.length);
  if (rows === 0) return null;
  return (
    <>
      <Link to="/risks" className="whitespace-nowrap text-ink-2 hover:text-tide">
        Risk list
      </Link>
      <span className="text-ink-2 max-[819px]:hidden">/</span>
    </>
  );
}

function OpenBench({ specimen }: { readonly specimen: Specimen }) {
  const dispatch = useAppDispatch();
  const keeper = useDraft(specimen);
  const { controls, engine } = useEngine();
  const hazard = useHazard();
  const pattern = useRef<PatternHandle>(null);
  const open = useAppSelector((s) => s.draft.id === specimen.id);
  const title = useAppSelector((s) => s.draft.fields.title);
  const notes = useAppSelector((s) => s.draft.fields.notes);
  const loads = useAppSelector((s) => s.draft.loads);
  useBenchKeys(controls, pattern);
  useFigures();

  useEffect(() => {
    document.title = title ? `${title} · Lamprey` : "Lamprey";
  }, [title]);

  if (!open) return <p className="p-10 text-ink-2">The pattern is being opened …</p>;
  return (
    <EngineProvider value={controls}>
      <PatternProvider value={pattern}>
        <HazardProvider value={hazard}>
          <EngineFollowers engine={engine} />
          <InBar>
            <Link to="/" className="text-ink-2 hover:text-tide max-[819px]:sr-only">
              Shelf
            </Link>
            <span className="text-ink-2 max-[819px]:hidden">/</span>
            <BackToRisks />
            <input
              className="part-name field-sizing-content min-w-20 max-w-[340px] rounded-sm bg-transparent px-1 text-[16px] hover:bg-sheet"
              aria-label="Title of the pattern"
              value={title}
              onChange={(event) => dispatch(edited({ title: event.target.value }))}
            />
            <input
              id="notes"
              className="min-w-0 flex-1 text-ellipsis rounded-sm bg-transparent px-1 text-ink-2 hover:bg-sheet focus:text-ink max-[819px]:hidden"
              aria-label="what to look at"
              value={notes}
              title={notes}
              placeholder="a line on what to look at"
              onChange={(event) => dispatch(edited({ notes: event.target.value }))}
            />
            <Keeping keeper={keeper} />
            <SaveMenu />
            <MenuKey menu="commands" keyName="commands">
              Everything
            </MenuKey>
            <MenuKey menu="words" keyName="words">
              Help
            </MenuKey>
            <button type="button" className="key shrink-0 min-[820px]:hidden" onClick={() => dispatch(menuOpened("commands"))}>
              Menu
            </button>
          </InBar>
          <main className="flex h-full flex-col">
            <h1 className="sr-only">Bench: {title}</h1>
            <PathLine />
            <PatternStrip key={`pattern-${loads}`} />
            <VerdictStrip>
              <ResultLine />
            </VerdictStrip>
            <Parts />
          </main>
          <BenchMenus />
        </HazardProvider>
      </PatternProvider>
    </EngineProvider>
  );
}
