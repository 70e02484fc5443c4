/**
 * What lies below the verdicts: sample, desk and reel, each of which folds and can be given another size; on a small
 * screen one of them at a time. The parts stay where they are in the page, so that nothing in them is lost.
 */
import { lazy, Suspense, useEffect, useRef } from "react";
import { Group, Panel, Separator, usePanelRef } from "react-resizable-panels";
import { ContrastReels } from "../contrast/ContrastReels.tsx";
import { FoldedReel } from "../reel/FoldedReel.tsx";
import { ReelPanel } from "../reel/ReelPanel.tsx";
import { usePattern } from "../run/patternHandle.ts";
import { useSmall } from "../shared/useMedia.ts";
import { panelChosen, type SidePanel } from "../state/benchSlice.ts";
import { deskFolded, deskResized, type Part, partShown, reelFolded, reelIsOpen, reelResized } from "../state/layoutSlice.ts";
import { useAppDispatch, useAppSelector } from "../state/store.ts";
import { DeskPanelShown, DeskTabs, Rail } from "./Desk.tsx";
import { DESK_GROUPS, deskPanel } from "./desk.ts";
import { SampleEditor } from "./SampleEditor.tsx";
import { SampleTabs } from "./SampleTabs.tsx";

const HazardScreen = lazy(() => import("../hazard/HazardScreen.tsx").then(({ HazardScreen: Screen }) => ({ default: Screen })));
const MachineChart = lazy(() => import("../chart/MachineChart.tsx").then(({ MachineChart: Chart }) => ({ default: Chart })));

/** The reel that is folded: its sentence and its scrubber. */
const FOLDED_REEL = 34;
/** Less than this is no reel that could be read, no desk, no sample. */
const LEAST_REEL = 150;
const LEAST_DESK = 240;
const LEAST_SAMPLE = 120;

export function Parts() {
  const pattern = usePattern();
  const small = useSmall();
  const hazard = useAppSelector((s) => s.bench.stage === "hazard");
  const part = useAppSelector((s) => s.layout.part);
  return (
    <>
      {small && <PartNames />}
      {hazard && (!small || part === "sample") && (
        <Suspense fallback={null}>
          <HazardScreen take={(edits) => pattern.current?.apply(edits)} />
        </Suspense>
      )}
      <DeskTabs className={hazard && (!small || part === "sample") ? "hidden" : "flex min-h-0 flex-1"}>
        <Panes small={small} part={part} />
        {!small && <Rail />}
      </DeskTabs>
    </>
  );
}

function Panes({ small, part }: { readonly small: boolean; readonly part: Part }) {
  const dispatch = useAppDispatch();
  const layout = useAppSelector((s) => s.layout);
  const panel = useAppSelector((s) => s.bench.panel);
  const reelOpen = reelIsOpen(layout);
  const down = useRef<HTMLDivElement>(null);
  const across = useRef<HTMLDivElement>(null);
  const reel = useFold(reelOpen, layout.reelHeight);
  const desk = useFold(layout.deskOpen, layout.deskWidths[panel] ?? deskPanel(panel).width);
  // On a small screen the part that is shown has all the room: sizes are for where there are several.
  const alone = (own: Part) => (small ? (part === own ? "alone" : "away") : "");
  return (
    <Group
      orientation="vertical"
      className={`min-w-0 flex-1 ${small ? "one-part" : ""}`}
      elementRef={down}
      onLayoutChanged={(shares, { isUserInteraction }) => {
        if (!isUserInteraction) return;
        const height = pixelsOf(shares.reel, down.current?.offsetHeight);
        dispatch(height < LEAST_REEL ? reelFolded(true) : reelResized(height));
      }}
    >
      <Panel id="upper" minSize={LEAST_SAMPLE} data-part-shown={small ? (part === "reel" ? "away" : "alone") : ""}>
        <Group
          orientation="horizontal"
          className="h-full"
          elementRef={across}
          onLayoutChanged={(shares, { isUserInteraction }) => {
            if (!isUserInteraction) return;
            const width = pixelsOf(shares.desk, across.current?.offsetWidth);
            dispatch(width < LEAST_DESK ? deskFolded(true) : deskResized({ panel, width }));
          }}
        >
          <Panel id="stage" minSize={LEAST_DESK} data-part-shown={alone("sample")}>
            <Stage />
          </Panel>
          <Separator className="split split-across" aria-label="Width of the desk" data-part-shown={small ? "away" : ""} />
          <Panel
            id="desk"
            panelRef={desk}
            collapsible
            collapsedSize={0}
            minSize={LEAST_DESK}
            defaultSize={layout.deskOpen ? (layout.deskWidths[panel] ?? deskPanel(panel).width) : 0}
            groupResizeBehavior="preserve-pixel-size"
            data-part-shown={alone("desk")}
          >
            {(layout.deskOpen || small) && <DeskPanelShown />}
          </Panel>
        </Group>
      </Panel>
      <Separator className="split split-down" aria-label="Height of the reel" data-part-shown={small ? "away" : ""} />
      <Panel
        id="reel"
        panelRef={reel}
        collapsible
        collapsedSize={FOLDED_REEL}
        minSize={LEAST_REEL}
        defaultSize={reelOpen ? layout.reelHeight : FOLDED_REEL}
        groupResizeBehavior="preserve-pixel-size"
        data-part-shown={alone("reel")}
      >
        {reelOpen || small ? <OpenReel /> : <FoldedReel />}
      </Panel>
    </Group>
  );
}

/** A share of a length, in percent, as pixels. */
const pixelsOf = (share: number | undefined, length: number | undefined): number => Math.round(((share ?? 0) / 100) * (length ?? 0));

/** Folds a panel and opens it, to its size, as the layout says. */
function useFold(open: boolean, size: number) {
  const panel = usePanelRef();
  useEffect(() => {
    const own = panel.current;
    if (!own) return;
    if (!open) own.collapse();
    else if (own.isCollapsed() || Math.abs(own.getSize().inPixels - size) > 1) own.resize(size);
  }, [panel, open, size]);
  return panel;
}

function Stage() {
  const machine = useAppSelector((s) => s.bench.stage === "machine");
  return (
    <div className="flex h-full min-w-0 flex-col">
      <SampleTabs />
      {machine ? (
        <Suspense fallback={null}>
          <MachineChart />
        </Suspense>
      ) : (
        <SampleEditor />
      )}
    </div>
  );
}

function OpenReel() {
  const contrast = useAppSelector((s) => s.bench.panel === "contrast");
  const further = useAppSelector((s) => s.bench.contrastFurther);
  return contrast && further && further.reels.length > 1 ? <ContrastReels further={further} /> : <ReelPanel />;
}

/** On a small screen: which part is shown. */
function PartNames() {
  const dispatch = useAppDispatch();
  const part = useAppSelector((s) => s.layout.part);
  const panel = useAppSelector((s) => s.bench.panel);
  const name = (own: Part) => `part-name border-b-2 px-1 text-[15px] ${part === own ? "border-tide text-ink" : "border-transparent text-ink-2"}`;
  return (
    <nav className="flex h-[30px] shrink-0 items-end gap-3 border-b border-rule bg-sheet px-4" aria-label="Parts of the bench">
      <button type="button" className={name("sample")} aria-current={part === "sample"} onClick={() => dispatch(partShown("sample"))}>
        Sample
      </button>
      <button type="button" className={name("reel")} aria-current={part === "reel"} onClick={() => dispatch(partShown("reel"))}>
        Reel
      </button>
      <select
        className={`${name("desk")} bg-transparent`}
        aria-label="Panel of the desk"
        value={panel}
        onPointerDown={() => dispatch(partShown("desk"))}
        onFocus={() => dispatch(partShown("desk"))}
        onChange={({ target: { value } }) => {
          dispatch(panelChosen(value as SidePanel));
          dispatch(partShown("desk"));
        }}
      >
        {DESK_GROUPS.map(({ group, panels }) =>
          panels.length === 1 ? (
            panels.map(({ panel: own }) => (
              <option key={own} value={own}>
                {group}
              </option>
            ))
          ) : (
            <optgroup key={group} label={group}>
              {panels.map(({ panel: own, name: its }) => (
                <option key={own} value={own}>
                  {group}: {its}
                </option>
              ))}
            </optgroup>
          ),
        )}
      </select>
    </nav>
  );
}
