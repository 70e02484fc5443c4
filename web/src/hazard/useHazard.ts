/** Asks the hazard's worker whenever the pattern changes, and keeps what the drift is measured from. */
import { type Attack, type HazardMode, hazardModeOf, type Source } from "@lamprey/core";
import { useEffect, useMemo, useState } from "react";
import { type HazardEngine, startHazardEngine } from "../engine/hazard/client.ts";
import type { Outlook, OutlookAsked, Sample } from "../engine/hazard/messages.ts";
import type { HazardSession } from "../engine/hazard/session.ts";
import { controlsOf } from "../shared/controls.ts";
import { framed, painted } from "../shared/painted.ts";
import { RESTED } from "../shared/rest.ts";
import { useWorker, type WorkerUse } from "../shared/useWorker.ts";
import { driftKnown, hazardAsked, hazardFaulted, hazardLeft, repairsKnown, verdictKnown } from "../state/hazardSlice.ts";
import { slipsKnown, slipsLeft } from "../state/slipsSlice.ts";
import { type AppDispatch, afterPaint, hearFirst, type RootState, store, useAppDispatch } from "../state/store.ts";

export interface HazardControls {
  readonly outlook: (asked: OutlookAsked) => Promise<Outlook | null>;
  /** The exact steps of an attack; null where they cannot be counted. */
  readonly steps: (generation: number, attack: Attack, pumps: number) => Promise<Sample | null>;
  /** Looks for repairs of the pattern with the generation; they come to the store. */
  readonly repair: (generation: number) => void;
}

export const [HazardProvider, useHazardControls] = controlsOf<HazardControls>("hazard", "bench");

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

/** Whether two questions are one: looked at with every action, so by what they are and not by what they write. */
const sameQuestion = (one: Question, other: Question): boolean =>
  one.id === other.id && one.mode === other.mode && one.from === other.from && sameSource(one.source, other.source);

export function useHazard(): HazardControls {
  const dispatch = useAppDispatch();
  const [rest] = useState(() => new Rest());
  useEffect(() => {
    rest.follow();
    const unfollow = hearFirst(rest.follow);
    return () => {
      unfollow();
      rest.end();
    };
  }, [rest]);
  const use = useMemo(
    (): WorkerUse<HazardSession> => ({
      after: benchPainted,
      start: startHazardEngine,
      faulted: (fault) => dispatch(hazardFaulted(fault)),
      ask: (engine, again) => askOnChange(engine, dispatch, again, rest),
      left: () => {
        dispatch(hazardLeft());
        dispatch(slipsLeft());
      },
    }),
    [dispatch, rest],
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

/** The bench comes first: its worker has answered, or takes its time. */
async function benchPainted(): Promise<void> {
  if (store.getState().bench.answered > 0) return;
  await new Promise<void>((resolve) => {
    const late = setTimeout(done, LONGEST_WAIT);
    const unsubscribe = store.subscribe(() => store.getState().bench.answered > 0 && done());
    function done() {
      clearTimeout(late);
      unsubscribe();
      resolve();
    }
  });
  await painted();
}

/** Milliseconds after which the hazard is looked at all the same. */
const LONGEST_WAIT = 2000;

/**
 * What the pattern was when it last stood still: what the next edit is compared with. It is followed from the moment that
 * a specimen is opened, before there is a worker to ask.
 */
class Rest {
  private id: string | null = null;
  private newest: Source | null = null;
  private rested: Source | null = null;
  private settle: ReturnType<typeof setTimeout> | undefined;

  /** What the pattern as it is now is compared with; null where there was none: all that it takes is new then. */
  before(): Source | null {
    this.follow();
    return this.rested?.pattern === "" ? null : this.rested;
  }

  readonly follow = (): void => {
    const { id, fields } = store.getState().draft;
    const { pattern, flags, dialect } = fields;
    if (this.id === id && this.newest && sameSource(this.newest, fields)) return;
    const opened = this.id !== id;
    const source: Source = { pattern, flags, dialect };
    this.id = id;
    this.newest = source;
    clearTimeout(this.settle);
    if (opened) this.rested = id === null ? null : source;
    else
      this.settle = setTimeout(() => {
        this.rested = source;
      }, RESTED);
  };

  end(): void {
    clearTimeout(this.settle);
  }
}

const sameSource = (one: Source, other: Source): boolean => one.pattern === other.pattern && one.flags === other.flags && one.dialect === other.dialect;

function askOnChange(engine: HazardEngine, dispatch: AppDispatch, again: boolean, rest: Rest): () => void {
  // What made a worker stop is not asked of the next one: only another pattern is.
  let last: Question | null = again ? questionOf(store.getState()) : null;
  const ask = () => {
    const question = questionOf(store.getState());
    if (question.id === null || (last && sameQuestion(last, question))) return;
    last = question;
    const generation = ++generations;
    dispatch(afterPaint(hazardAsked(generation)));
    const before = question.from ?? rest.before();
    // The lanes come first: the analysis begins when they have had a frame, and only for the newest pattern.
    void framed().then(() => {
      if (store.getState().hazard.asked === generation) void answer(engine, dispatch, question, before, generation);
    });
  };
  ask();
  return hearFirst(ask);
}

async function answer(engine: HazardEngine, dispatch: AppDispatch, { source, mode }: Question, before: Source | null, generation: number): Promise<void> {
  const current = () => store.getState().hazard.asked === generation;
  const judging = engine.assess(source, mode, generation);
  // Slips are seen in a moment, and a verdict can take seconds: they take turns.
  void engine.slips(source, generation).then((slips) => current() && dispatch(slipsKnown(slips)));
  const verdict = await judging;
  if (!current()) return;
  dispatch(verdictKnown(verdict));
  if (!verdict) return;
  if (!before) {
    dispatch(driftKnown(null));
    return;
  }
  // What an edit did is read when the typing rests.
  await new Promise((resolve) => setTimeout(resolve, DRIFT_PAUSE));
  if (!current()) return;
  const drift = sameSource(before, source) ? null : await engine.drift(before, source, generation);
  if (current()) dispatch(driftKnown(drift));
}
