/** Asks the hazard's worker whenever the pattern changes, and keeps what the drift is measured from. */
import { type Attack, type HazardMode, hazardModeOf, type Source } from "@lamprey/core";
import { useMemo } from "react";
import { type HazardEngine, startHazardEngine } from "../engine/hazard/client.ts";
import type { Outlook, OutlookAsked, Sample } from "../engine/hazard/messages.ts";
import type { HazardSession } from "../engine/hazard/session.ts";
import { controlsOf } from "../shared/controls.ts";
import { painted } from "../shared/painted.ts";
import { useWorker, type WorkerUse } from "../shared/useWorker.ts";
import { driftKnown, hazardAsked, hazardFaulted, hazardLeft, repairsKnown, verdictKnown } from "../state/hazardSlice.ts";
import { type AppDispatch, type RootState, store, useAppDispatch } from "../state/store.ts";

export interface HazardControls {
  readonly outlook: (asked: OutlookAsked) => Promise<Outlook | null>;
  /** The exact steps of an attack; null where they cannot be counted. */
  readonly steps: (generation: number, attack: Attack, pumps: number) => Promise<Sample | null>;
  /** Looks for repairs of the pattern with the generation; they come to the store. */
  readonly repair: (generation: number) => void;
}

export const [HazardProvider, useHazardControls] = controlsOf<HazardControls>("hazard", "bench");

/** A pattern that has stood this long is what the next edit is compared with. */
const RESTED = 2000;
/** Milliseconds without a key before the drift is worked out. */
const DRIFT_PAUSE = 150;

let generations = 0;

interface Question {
  readonly id: string | null;
  readonly source: Source;
  readonly mode: HazardMode;
  readonly from: (Source & { readonly name: string }) | null;
}

function questionOf({ draft, bench, hazard }: RootState): Question {
  const { pattern, flags, dialect } = draft.fields;
  const mode = hazardModeOf({ dialect, flags }, bench.asking);
  return { id: draft.id, source: { pattern, flags, dialect }, mode, from: hazard.driftFrom };
}

const keyOf = ({ id, source, mode, from }: Question): string => JSON.stringify([id, source, mode, from]);

export function useHazard(): HazardControls {
  const dispatch = useAppDispatch();
  const use = useMemo(
    (): WorkerUse<HazardSession> => ({
      start: startHazardEngine,
      faulted: (fault) => dispatch(hazardFaulted(fault)),
      ask: (engine, again) => askOnChange(engine, dispatch, again),
      left: () => dispatch(hazardLeft()),
    }),
    [dispatch],
  );
  const engine = useWorker(use);
  return useMemo(
    () => ({
      outlook: async (asked) => (engine ? engine.outlook(asked) : null),
      steps: async (generation, attack, pumps) => (engine ? engine.steps(generation, attack, pumps) : null),
      repair: (generation) => {
        void engine?.repairs(generation).then((found) => found && store.getState().hazard.asked === generation && dispatch(repairsKnown(found)));
      },
    }),
    [engine, dispatch],
  );
}

function askOnChange(engine: HazardEngine, dispatch: AppDispatch, again: boolean): () => void {
  // What made a worker stop is not asked of the next one: only another pattern is.
  let last: Question | null = again ? questionOf(store.getState()) : null;
  /** What the pattern was when it last stood still; and what it is while it does not. */
  let rested: Source | null = null;
  let settle: ReturnType<typeof setTimeout> | undefined;
  const ask = () => {
    const question = questionOf(store.getState());
    if (question.id === null || (last && keyOf(last) === keyOf(question))) return;
    if (last?.id !== question.id) rested = question.source;
    const edited = last !== null && JSON.stringify(last.source) !== JSON.stringify(question.source);
    last = question;
    const generation = ++generations;
    dispatch(hazardAsked(generation));
    const before = question.from ?? rested;
    if (edited) {
      clearTimeout(settle);
      settle = setTimeout(() => {
        rested = question.source;
      }, RESTED);
    }
    // The lanes come first: the analysis begins when they have had a frame, and only for the newest pattern.
    void painted().then(() => {
      if (store.getState().hazard.asked === generation) void answer(engine, dispatch, question, before, generation);
    });
  };
  ask();
  const unsubscribe = store.subscribe(ask);
  return () => {
    clearTimeout(settle);
    unsubscribe();
  };
}

async function answer(engine: HazardEngine, dispatch: AppDispatch, { source, mode }: Question, before: Source | null, generation: number): Promise<void> {
  const current = () => store.getState().hazard.asked === generation;
  const verdict = await engine.assess(source, mode, generation);
  if (!current()) return;
  dispatch(verdictKnown(verdict));
  if (!verdict || !before) return;
  const same = JSON.stringify(before) === JSON.stringify(source);
  // What an edit did is read when the typing rests.
  await new Promise((resolve) => setTimeout(resolve, DRIFT_PAUSE));
  if (!current()) return;
  const drift = same ? null : await engine.drift(before, source, generation);
  if (current()) dispatch(driftKnown(drift));
}
