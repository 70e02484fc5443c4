/** The reel and the address of the page: each goes by the other. */
import { useEffect, useRef } from "react";
import { sampleShown } from "../draft/draftSlice.ts";
import type { Engine } from "../engine/client.ts";
import { askingChosen, panelChosen, stageChosen, stopsSet, woundTo } from "../state/benchSlice.ts";
import { touched } from "../state/layoutSlice.ts";
import { store, useAppDispatch, useAppSelector } from "../state/store.ts";
import { readPlace, writePlace } from "./address.ts";

/** Opens the reel at the place that the address names, and keeps the address at the place that it is wound to. */
export function useAddress(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const stops = useAppSelector((s) => s.bench.stops);
  const asking = useAppSelector((s) => s.bench.asking);
  const stage = useAppSelector((s) => s.bench.stage);
  const desk = useAppSelector((s) => s.bench.panel);
  const sample = useAppSelector((s) =>
    Math.max(
      0,
      s.draft.fields.samples.findIndex(({ key }) => key === s.draft.shown),
    ),
  );
  const opened = useAppSelector((s) => s.draft.id !== null);
  /** The step to open at, until the reel has come as far; undefined until the address was read. */
  const opening = useRef<number | null | undefined>(undefined);

  useEffect(() => {
    if (!opened || opening.current !== undefined) return;
    const place = readPlace(window.location.search);
    const shown = store.getState().draft.fields.samples[place.sample];
    if (shown && place.sample > 0) dispatch(sampleShown(shown.key));
    dispatch(stopsSet(place.stops));
    if (place.asking) dispatch(askingChosen(place.asking));
    dispatch(stageChosen(place.stage));
    dispatch(panelChosen(place.desk));
    if (place.step !== null) dispatch(touched());
    opening.current = place.step;
  }, [opened, dispatch]);

  useEffect(() => {
    const wanted = opening.current;
    if (!engine || !reel || wanted === null || wanted === undefined) return;
    if (wanted >= reel.length && !reel.complete) return;
    opening.current = null;
    void engine.view(Math.min(wanted, reel.length - 1)).then((view) => view && dispatch(woundTo(view)));
  }, [engine, reel, dispatch]);

  useEffect(() => {
    if (opening.current !== null) return;
    // Winding is many steps a second; the address is for when it rests.
    const later = setTimeout(() => {
      const { pathname, hash, search } = window.location;
      const place = writePlace({ step, stops, sample, asking, stage, desk });
      if (place !== search) window.history.replaceState(window.history.state, "", `${pathname}${place}${hash}`);
    }, ADDRESS_PAUSE);
    return () => clearTimeout(later);
  }, [step, stops, sample, asking, stage, desk]);
}

const ADDRESS_PAUSE = 300;
