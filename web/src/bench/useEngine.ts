/**
 * Drives the worker: every edit asks for a run; when it has answered, the reel is recorded; a run that was cut short
 * is measured; the quantifier at the caret is compared. A newer edit makes older work end in the worker.
 */
import type { Attempt, DialectName, Filter, LedgerForm, MatchMode, Profile, Sought, Span, Traffic, Values } from "@lamprey/core";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { type AppDispatch, type RootState, store, useAppDispatch, useAppSelector } from "../app/store.ts";
import { chosenOf, columnsOf, FIRST_CHOICE } from "../contrast/columns.ts";
import { sampleShown, shownSample } from "../draft/draftSlice.ts";
import { type Engine, startEngine } from "../engine/client.ts";
import type { Asked, ChartLayout, Column, SavedStateView, TurnsAnswer, VariantView, Winding } from "../engine/messages.ts";
import { readPlace, writePlace } from "../reel/address.ts";
import { controlsOf } from "../shared/controls.ts";
import { painted } from "../shared/painted.ts";
import { number } from "../shared/words.ts";
import {
  arrived,
  asked,
  askingChosen,
  contrastFurtherKnown,
  contrastReady,
  faulted,
  holdersKnown,
  left,
  matchChosen,
  missedFor,
  ran,
  reelReady,
  refused,
  stageChosen,
  stopAdded,
  stopsSet,
  workDoneKnown,
  workKnown,
  wound,
  woundTo,
} from "./benchSlice.ts";

export interface EngineControls {
  /** Winds the reel to a step; null leaves the reel and shows the result. */
  readonly wind: (step: number | null) => void;
  /** The step that the reel is wound to, or is being wound to. */
  readonly position: () => number;
  /** Winds by one step, or to the next event of a kind. */
  readonly windBy: (steps: number) => void;
  readonly windTo: (sought: readonly Sought[], backwards: boolean, missed?: string) => void;
  /** Winds to the first step of the whole reel at which something happens. */
  readonly windToFirst: (sought: Sought) => void;
  readonly windToStop: (backwards: boolean) => void;
  /** Winds to the next change of the group that is followed, or of any. */
  readonly windToCapture: (backwards: boolean) => void;
  /** Winds to the next visit of the sample's caret. */
  readonly windToSampleCaret: (backwards: boolean) => void;
  /** Winds to the next time that the part of the pattern at its caret acts. */
  readonly windToPatternCaret: (backwards: boolean) => void;
  /** Adds a stop where the caret of the pattern or of the sample stands. */
  readonly stopAtCaret: (where: "pattern" | "sample") => void;
  /** The nearest stop after a step; null where there is none. */
  readonly nextStop: (from: number) => Promise<number | null>;
  /** Chooses a match, and winds to where it was found or to where its attempt began. */
  readonly chooseMatch: (match: number, where?: "found" | "began") => void;
  /** Chooses the match so many further on; the nearest end where there is none. */
  readonly chooseNext: (by: number) => void;
  readonly profile: (from: number, to: number, columns: number) => Promise<Profile | null>;
  readonly turns: (start: number) => Promise<TurnsAnswer | null>;
  readonly attempts: (first: number, count: number) => Promise<readonly Attempt[]>;
  readonly savedStates: (step: number, count: number) => Promise<readonly SavedStateView[]>;
  /** The program as a graph with places: of the run with the generation, and how often its edges were taken. */
  readonly chart: (generation: number) => Promise<{ readonly layout: ChartLayout | null } | null>;
  readonly traffic: (generation: number) => Promise<Traffic | null>;
  readonly variantProfile: (generation: number, variant: number, from: number, to: number, columns: number) => Promise<Profile | null>;
  readonly variantView: (generation: number, variant: number, winding: Winding) => Promise<VariantView | null>;
  /** Of the result with the generation: the matches that a filter lets through, the values of a group, the whole as a file. */
  readonly select: (generation: number, filter: Filter) => Promise<Int32Array | null>;
  readonly values: (generation: number, group: number) => Promise<Values | null>;
  readonly save: (generation: number, form: LedgerForm) => Promise<Blob | null>;
}

export const [EngineProvider, useEngineControls] = controlsOf<EngineControls>("engine", "bench");

let generations = 0;

/** The quantifier that the caret means: the one whose sign it touches, else the innermost around it. */
export function quantifierAtCaret<Q extends Span & { readonly operator: Span }>(quantifiers: readonly Q[], caret: number): Q | undefined {
  const touched = quantifiers.find((q) => caret >= q.operator.start && caret <= q.operator.end);
  if (touched) return touched;
  const around = quantifiers.filter((q) => caret >= q.start && caret <= q.end);
  return around.sort((a, b) => a.end - a.start - (b.end - b.start))[0];
}

/** What a run depends on. */
interface Question {
  readonly id: string | null;
  readonly pattern: string;
  readonly flags: string;
  readonly dialect: DialectName;
  readonly text: string;
  readonly asking: MatchMode | null;
}

function questionOf({ draft, bench }: RootState): Question {
  const { pattern, flags, dialect } = draft.fields;
  return { id: draft.id, pattern, flags, dialect, text: shownSample(draft)?.text ?? "", asking: bench.asking };
}

/** What follows the reel's steps and the carets; a component of its own, so that the bench itself is not rendered with each of them. */
export function EngineFollowers({ engine }: { readonly engine: Engine | null }): null {
  useContrast(engine);
  useReelViews(engine);
  useAddress(engine);
  return null;
}

export function useEngine(): { readonly controls: EngineControls; readonly engine: Engine | null } {
  const dispatch = useAppDispatch();
  const [engine, setEngine] = useState<Engine | null>(null);

  /** Goes up when the worker has stopped and another one is started. */
  const [life, setLife] = useState(0);

  useEffect(() => {
    const handle = startEngine({
      say: (fault) => dispatch(faulted(fault)),
      stopped: (fault) => {
        setLife((lives) => lives + 1);
        dispatch(faulted(fault));
      },
    });
    setEngine(() => handle.engine);
    const unsubscribe = askOnChange(handle.engine, dispatch, life > 0);
    return () => {
      unsubscribe();
      setEngine(null);
      handle.close();
    };
  }, [dispatch, life]);
  useEffect(() => () => void dispatch(left()), [dispatch]);

  // Winding: one question at a time; while it is under way only the newest wish is remembered. Nothing changes on the
  // screen before the answer is there: a step and its sentence are painted in one frame.
  const wish = useRef<number | null>(null);
  const pending = useRef<number | null>(null);
  const asking = useRef(false);
  const show = useCallback(
    async (step: number) => {
      wish.current = step;
      if (asking.current || !engine) return;
      asking.current = true;
      try {
        while (wish.current !== null) {
          const wanted: number = wish.current;
          wish.current = null;
          const view = await engine.view(wanted);
          if (pending.current === null) continue;
          if (pending.current === wanted) pending.current = null;
          if (view) dispatch(woundTo(view));
        }
      } finally {
        asking.current = false;
      }
    },
    [engine, dispatch],
  );

  /** Generation of the result of which a match was chosen last. */
  const shown = useRef(0);
  const finding = useRef<Promise<void>>(Promise.resolve());
  const controls = useMemo((): EngineControls => {
    const wind = (step: number | null) => {
      const { reel, missed } = store.getState().bench;
      if (!reel) return;
      // What was said of the wish before goes with the new wish, not with its answer: an answer may come after a later word.
      if (missed !== null) dispatch(missedFor(null));
      pending.current = step === null ? null : Math.max(0, Math.min(reel.length - 1, step));
      if (pending.current === null) dispatch(wound(null));
      else void show(pending.current);
    };
    const position = () => {
      const { step, reel } = store.getState().bench;
      return pending.current ?? step ?? reel?.rest ?? 0;
    };
    const windTo = (sought: readonly Sought[], backwards: boolean, missed = "nothing more of that") => {
      // One after the other: each starts from where the one before it came to.
      finding.current = finding.current.then(async () => {
        const step = await engine?.find(sought, position(), backwards);
        if (step !== null && step !== undefined) wind(step);
        else if (engine) dispatch(missedFor(`${missed} ${backwards ? "before this" : "after this"}`));
      });
    };
    const chooseMatch: EngineControls["chooseMatch"] = (match, where = "found") => {
      shown.current = store.getState().bench.result?.generation ?? 0;
      dispatch(matchChosen(match));
      void engine?.matchStep(match).then(async (step) => {
        if (step === null) return;
        const target = where === "found" ? step : ((await engine.find([{ what: "attempt" }], step, true)) ?? step);
        wind(target);
      });
    };
    const partAtCaret = async () => (engine ? engine.partAt(store.getState().bench.caret) : null);
    return {
      wind,
      position,
      windBy: (steps) => wind(position() + steps),
      windTo,
      windToFirst: (sought) => {
        void engine?.find([sought], -1, false).then((step) => step !== null && wind(step));
      },
      windToStop: (backwards) => {
        const { stops } = store.getState().bench;
        if (stops.length === 0) dispatch(missedFor("no stop is set"));
        else windTo(stops, backwards, "no stop");
      },
      windToCapture: (backwards) => {
        const { followed } = store.getState().bench;
        const group = followed === null ? {} : { group: followed };
        windTo([{ what: "capture", ...group }], backwards, followed === null ? "no change of a capture" : `no change of group ${followed}`);
      },
      windToSampleCaret: (backwards) => {
        const offset = store.getState().bench.sampleCaret;
        windTo([{ what: "offset", offset }], backwards, `no visit of ${number(offset)}`);
      },
      windToPatternCaret: (backwards) => {
        void partAtCaret().then((part) => part && windTo([{ what: "part", part }], backwards, "it does not act"));
      },
      stopAtCaret: (where) => {
        if (where === "sample") dispatch(stopAdded({ what: "offset", offset: store.getState().bench.sampleCaret }));
        else void partAtCaret().then((part) => part && dispatch(stopAdded({ what: "part", part })));
      },
      nextStop: async (from) => {
        const { stops } = store.getState().bench;
        return engine && stops.length > 0 ? engine.find(stops, from, false) : null;
      },
      chooseMatch,
      chooseNext: (by) => {
        const { chosen, result } = store.getState().bench;
        const count = result ? result.matches.rows.length / (2 * (result.matches.groupCount + 1)) : 0;
        // The first winding shows the match that is chosen already.
        const next = shown.current === result?.generation || by < 0 || chosen > 0 ? chosen + by : 0;
        if (count > 0) chooseMatch(Math.max(0, Math.min(count - 1, next)));
      },
      profile: async (from, to, columns) => (engine ? engine.profile(from, to, columns) : null),
      turns: async (start) => (engine ? engine.turns(start) : null),
      attempts: async (first, count) => (engine ? engine.attempts(first, count) : []),
      chart: async (generation) => {
        const answer = engine ? await engine.chart(generation) : null;
        // What acts at the step is known only once there is a graph to know it of.
        const { view } = store.getState().bench;
        if (answer && view) wind(view.step);
        return answer;
      },
      traffic: async (generation) => (engine ? engine.traffic(generation) : null),
      variantProfile: async (generation, variant, from, to, columns) => (engine ? engine.variantProfile(generation, variant, from, to, columns) : null),
      variantView: async (generation, variant, winding) => (engine ? engine.variantView(generation, variant, winding) : null),
      select: async (generation, filter) => (engine ? engine.select(generation, filter) : null),
      values: async (generation, group) => (engine ? engine.values(generation, group) : null),
      save: async (generation, form) => (engine ? engine.save(generation, form) : null),
      savedStates: async (step, count) => (engine ? engine.savedStates(step, count) : []),
    };
  }, [engine, dispatch, show]);
  return { controls, engine };
}

/**
 * Asks the worker whenever the draft changes, in the very turn of the event loop in which it changes: a frame later
 * would be a frame lost between a key and its lanes. `again` says that the worker takes the place of one that has stopped.
 */
function askOnChange(engine: Engine, dispatch: AppDispatch, again: boolean): () => void {
  // What made a worker stop is not asked of the next one: only another pattern or sample is.
  let last: Question | null = again ? questionOf(store.getState()) : null;
  let told = false;
  const ask = () => {
    const question = questionOf(store.getState());
    const { id, pattern, flags, dialect, text, asking } = question;
    if (id === null || (last && QUESTION_PARTS.every((part) => last?.[part] === question[part]))) return;
    const newText = !told || last?.text !== text || last.id !== id;
    told = true;
    last = question;
    const generation = ++generations;
    dispatch(asked(generation));
    if (newText) void engine.setSample(text, generation);
    void answer(engine, dispatch, { pattern, flags, dialect, asking, generation });
  };
  ask();
  return store.subscribe(ask);
}

const QUESTION_PARTS = ["id", "pattern", "flags", "dialect", "text", "asking"] as const;

async function answer(engine: Engine, dispatch: AppDispatch, question: Asked): Promise<void> {
  const { generation } = question;
  const current = () => store.getState().bench.asked === generation;
  const result = await engine.run(question);
  if (result.kind === "superseded" || !current()) return;
  if (result.kind === "refused") {
    dispatch(refused(result));
    return;
  }
  dispatch(arrived(result));
  await painted();
  if (!current()) return;
  dispatch(ran(result));
  const reel = await engine.record(generation, "first");
  if (reel && current()) dispatch(reelReady(reel));
  if (!current()) return;
  const work = await engine.work(generation);
  if (!work || !current()) return;
  dispatch(workKnown(work));
  if (reel?.complete !== false || !current()) return;
  // A hundred megabytes are for a pattern that rests, not for every key.
  await new Promise((resolve) => setTimeout(resolve, LONG_REEL_PAUSE));
  if (!current()) return;
  const whole = await engine.record(generation, "whole");
  if (whole && current()) dispatch(reelReady(whole));
}

const LONG_REEL_PAUSE = 600;

/** What is asked of the reel only while it is on show: who took what, and what the steps were spent on. */
function useReelViews(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.view?.step ?? s.bench.reel?.rest ?? null);
  const takers = useAppSelector((s) => s.bench.panel === "takers");
  const spent = useAppSelector((s) => s.bench.aside === "work");

  useEffect(() => {
    if (!engine || !reel || !takers || step === null) return;
    let stale = false;
    void engine.holders(step).then((answer) => {
      if (!stale) dispatch(holdersKnown(answer));
    });
    return () => {
      stale = true;
    };
  }, [engine, reel, takers, step, dispatch]);

  useEffect(() => {
    if (!engine || !reel || !spent) return;
    let stale = false;
    void engine.whereItWent().then((answer) => {
      if (!stale) dispatch(workDoneKnown(answer));
    });
    return () => {
      stale = true;
    };
  }, [engine, reel, spent, dispatch]);
}

/** Opens the reel at the place that the address names, and keeps the address at the place that it is wound to. */
function useAddress(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const reel = useAppSelector((s) => s.bench.reel);
  const step = useAppSelector((s) => s.bench.step);
  const stops = useAppSelector((s) => s.bench.stops);
  const asking = useAppSelector((s) => s.bench.asking);
  const hazard = useAppSelector((s) => s.bench.stage === "hazard");
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
    if (place.hazard) dispatch(stageChosen("hazard"));
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
      const place = writePlace({ step, stops, sample, asking, hazard });
      if (place !== search) window.history.replaceState(window.history.state, "", `${pathname}${place}${hash}`);
    }, ADDRESS_PAUSE);
    return () => clearTimeout(later);
  }, [step, stops, sample, asking, hazard]);
}

const ADDRESS_PAUSE = 300;

/** The contrast follows the caret, the pattern and the choice of columns; the strip's one line has it always, reels and curves only the open panel. */
function useContrast(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const source = useAppSelector((s) => s.bench.result?.source);
  const readable = useAppSelector((s) => s.bench.reading?.diagnostics.length === 0);
  const asking = useAppSelector((s) => s.bench.asking);
  const quantifiers = useAppSelector((s) => s.bench.result?.reading.quantifiers);
  const caret = useAppSelector((s) => s.bench.caret);
  const open = useAppSelector((s) => s.bench.panel === "contrast");
  const wide = useAppSelector((s) => s.bench.contrastChoice);
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const choice = open ? wide : FIRST_CHOICE;
  const chosen = useMemo(() => chosenOf(choice, quantifiers ?? [], quantifierAtCaret(quantifiers ?? [], caret)), [choice, quantifiers, caret]);
  const columns = useMemo(() => columnsOf(choice, chosen), [choice, chosen]);
  // What stays the same while the caret moves about is not asked again.
  const asked = JSON.stringify([columns, chosen.map((q) => q.operator.start)]);

  useEffect(() => {
    const [own, operators] = JSON.parse(asked) as [Column[], number[]];
    if (!engine || !source || !readable || own.length < 2 || generation === 0) {
      dispatch(contrastReady(null));
      return;
    }
    let stale = false;
    const number = ++generations;
    const compare = async () => {
      const result = await engine.compare({ generation: number, source, asking, operators, columns: own });
      if (stale) return;
      dispatch(contrastReady(result));
      const further = open && result ? await engine.compareFurther(number) : null;
      if (!stale && further) dispatch(contrastFurtherKnown(further));
    };
    void compare();
    return () => {
      stale = true;
    };
  }, [engine, source, readable, asking, asked, open, generation, dispatch]);
}
