/** The bench: pattern above, sample and its ledger in the middle, the reel along the bottom. */

import { isProblem, type Specimen } from "@lamprey/api";
import { skipToken } from "@reduxjs/toolkit/query";
import { Tabs } from "radix-ui";
import { lazy, Suspense, useEffect, useRef } from "react";
import { Link, useParams } from "react-router";
import { specimensApi } from "../api/specimens.ts";
import { InBar } from "../app/Frame.tsx";
import { ContrastPanel } from "../contrast/ContrastPanel.tsx";
import { ContrastReels } from "../contrast/ContrastReels.tsx";
import { edited } from "../draft/draftSlice.ts";
import { useUnsent } from "../draft/useUnsent.ts";
import { HazardStrip } from "../hazard/HazardStrip.tsx";
import { HazardProvider, useHazard } from "../hazard/useHazard.ts";
import { AskingControl } from "../ledger/AskingControl.tsx";
import { Ledger } from "../ledger/Ledger.tsx";
import { ReelPanel } from "../reel/ReelPanel.tsx";
import { TRANSPORT } from "../reel/transport.ts";
import { type EngineControls, EngineProvider } from "../run/controls.ts";
import type { PatternHandle } from "../run/patternHandle.ts";
import { EngineFollowers, useEngine } from "../run/useEngine.ts";
import { ASKED_AGAIN, useEvery } from "../shared/useEvery.ts";
import { panelChosen, type SidePanel } from "../state/benchSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { Keeping } from "./Keeping.tsx";
import { PatternStrip } from "./PatternStrip.tsx";
import { SampleEditor } from "./SampleEditor.tsx";
import { SampleTabs } from "./SampleTabs.tsx";
import { TakersPanel } from "./TakersPanel.tsx";
import { useDraft } from "./useDraft.ts";

const HazardScreen = lazy(() => import("../hazard/HazardScreen.tsx").then(({ HazardScreen: Screen }) => ({ default: Screen })));
const MachineChart = lazy(() => import("../chart/MachineChart.tsx").then(({ MachineChart: Chart }) => ({ default: Chart })));

export function Bench() {
  const { specimenId } = useParams();
  const { data, error, isError, refetch } = specimensApi.useReadQuery(specimenId ?? skipToken, { refetchOnMountOrArgChange: true });
  // The bench is made anew for each specimen: nothing of one leaks into the next.
  if (data && data.id === specimenId) return <OpenBench key={data.id} specimen={data} />;
  if (isError && specimenId) {
    const body = error && "data" in error ? error.data : undefined;
    return <CannotOpen specimen={specimenId} why={isProblem(body) ? body.detail : null} again={() => void refetch()} />;
  }
  return <p className="p-10 text-ink-2">The specimen is being fetched …</p>;
}

/** @param why what the server says; null where it does not answer */
function CannotOpen({ specimen, why, again }: { readonly specimen: string; readonly why: string | null; readonly again: () => void }) {
  const held = useUnsent()?.some((entry) => entry.specimen === specimen) === true;
  useEvery(ASKED_AGAIN, why === null, again);
  return (
    <main className="p-10">
      <h1 className="part-name text-2xl">This specimen cannot be opened</h1>
      <p className="mt-2">{why ?? "The server does not answer; it is asked again."}</p>
      {held && <p className="mt-2">What was typed and not kept yet is held in this browser. It is sent, and shown here, when the server answers.</p>}
      <p className="mt-3 flex gap-3">
        <button type="button" className="key" onClick={again}>
          Try again
        </button>
        <Link to="/" className="key">
          To the shelf
        </Link>
      </p>
    </main>
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
  const loads = useAppSelector((s) => s.draft.loads);
  const panel = useAppSelector((s) => s.bench.panel);
  const stage = useAppSelector((s) => s.bench.stage);
  const further = useAppSelector((s) => s.bench.contrastFurther);
  useTransportKeys(controls);

  useEffect(() => {
    document.title = title ? `${title} · Lamprey` : "Lamprey";
  }, [title]);

  if (!open) return <p className="p-10 text-ink-2">The specimen is being opened …</p>;
  return (
    <EngineProvider value={controls}>
      <EngineFollowers engine={engine} />
      <InBar>
        <Link to="/" className="text-ink-2 hover:text-tide">
          Shelf
        </Link>
        <span className="text-ink-2">/</span>
        <input
          className="part-name field-sizing-content min-w-20 max-w-[460px] rounded-sm bg-transparent px-1 text-[16px] hover:bg-sheet"
          aria-label="Title of the specimen"
          value={title}
          onChange={(event) => dispatch(edited({ title: event.target.value }))}
        />
        <Keeping keeper={keeper} />
      </InBar>
      <main className="flex h-full flex-col">
        <h1 className="sr-only">Bench: {title}</h1>
        <PatternStrip key={`pattern-${loads}`} pattern={pattern} />
        <HazardProvider value={hazard}>
          <HazardStrip />
          {stage === "hazard" && (
            <Suspense fallback={null}>
              <HazardScreen take={(edits) => pattern.current?.apply(edits)} />
            </Suspense>
          )}
        </HazardProvider>
        <div className={stage === "hazard" ? "hidden" : "flex min-h-0 flex-1"}>
          <div className="flex min-w-0 flex-1 flex-col">
            <SampleTabs />
            {stage === "machine" ? (
              <Suspense fallback={null}>
                <MachineChart />
              </Suspense>
            ) : (
              <SampleEditor />
            )}
          </div>
          <Tabs.Root
            value={panel}
            onValueChange={(value) => dispatch(panelChosen(value as SidePanel))}
            className={`flex shrink-0 flex-col border-l border-rule bg-sheet [contain:layout_paint_style] ${panel === "contrast" ? "w-[480px]" : "w-[318px]"}`}
          >
            <div className="flex items-baseline gap-3 border-b border-rule px-4 pt-2">
              <Tabs.List className="flex items-baseline gap-3" aria-label="Side panel">
                {SIDE_PANELS.map(({ value, name }) => (
                  <Tabs.Trigger
                    key={value}
                    value={value}
                    className="part-name border-b-2 border-transparent pb-1 text-[15px] text-ink-2 data-[state=active]:border-tide data-[state=active]:text-ink"
                  >
                    {name}
                  </Tabs.Trigger>
                ))}
              </Tabs.List>
              <AskingControl pattern={pattern} />
            </div>
            <Tabs.Content value="ledger" className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
              <Ledger />
            </Tabs.Content>
            <Tabs.Content value="takers" className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
              <TakersPanel />
            </Tabs.Content>
            <Tabs.Content value="contrast" className="flex min-h-0 flex-1 flex-col" tabIndex={-1}>
              <ContrastPanel take={(edits) => pattern.current?.apply(edits)} />
            </Tabs.Content>
          </Tabs.Root>
        </div>
        {stage !== "hazard" && (panel === "contrast" && further && further.reels.length > 1 ? <ContrastReels further={further} /> : <ReelPanel />)}
      </main>
    </EngineProvider>
  );
}

const SIDE_PANELS: readonly { readonly value: SidePanel; readonly name: string }[] = [
  { value: "ledger", name: "Ledger" },
  { value: "takers", name: "Takers" },
  { value: "contrast", name: "Contrast" },
];

/** What takes plain keys itself: there the reel is wound with Alt. */
const TAKES_KEYS =
  ".cm-editor, input, select, textarea, [role=listbox], [role=grid], [role=region], [role=tablist], [role=menu], [role=dialog], [data-own-keys]";

/** Winding by keyboard: with Alt anywhere, and without it wherever no text is being edited. */
function useTransportKeys(controls: EngineControls): void {
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey) return;
      const target = event.target instanceof Element ? event.target : null;
      const takesKeys = target?.closest(TAKES_KEYS);
      if (!event.altKey && takesKeys) return;
      const keys = `${event.shiftKey ? "Shift+" : ""}${event.key}`;
      const wind = keys === "Backspace" ? () => controls.wind(null) : TRANSPORT.flatMap((t) => t.windings).find((w) => w.keys === keys)?.wind;
      if (!wind) return;
      event.preventDefault();
      event.stopPropagation();
      wind(controls);
    };
    window.addEventListener("keydown", press, { capture: true });
    return () => window.removeEventListener("keydown", press, { capture: true });
  }, [controls]);
}
