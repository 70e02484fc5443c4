/**
 * Drives the worker: every edit asks for a run; when it has answered, the reel is recorded; a run that was cut short
 * is measured; the quantifier at the caret is compared. A newer edit makes older work end in the worker.
 */
import type { DialectName, Profile, Sought, Span } from "@lamprey/core";
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState } from "react";
import { type AppDispatch, type RootState, store, useAppDispatch, useAppSelector } from "../app/store.ts";
import { shownSample } from "../draft/draftSlice.ts";
import { type Engine, startEngine } from "../engine/client.ts";
import type { Asked, TurnsAnswer } from "../engine/messages.ts";
import { arrived, asked, contrastReady, growthReady, left, matchChosen, ran, reelReady, refused, viewed, workKnown, wound } from "./benchSlice.ts";

export interface EngineControls {
  /** Winds the reel to a step; null leaves the reel and shows the result. */
  readonly wind: (step: number | null) => void;
  /** Winds by one step, or to the next event of a kind. */
  readonly windBy: (steps: number) => void;
  readonly windTo: (sought: Sought, backwards: boolean) => void;
  /** Winds to the first step of the whole reel at which something happens. */
  readonly windToFirst: (sought: Sought) => void;
  /** Winds to the first step of the reel at which the machine stands at the sample's caret. */
  readonly windToSampleCaret: () => void;
  /** Winds to the first step of the reel at which the part of the pattern at its caret acts. */
  readonly windToPatternCaret: () => void;
  readonly chooseMatch: (match: number) => void;
  readonly profile: (from: number, to: number, columns: number) => Promise<Profile | null>;
  readonly turns: (start: number) => Promise<TurnsAnswer | null>;
}

const Controls = createContext<EngineControls | null>(null);
export const EngineProvider = Controls.Provider;

export function useEngineControls(): EngineControls {
  const controls = useContext(Controls);
  if (!controls) throw new Error("The engine's controls are used outside the bench.");
  return controls;
}

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
}

function questionOf({ draft }: RootState): Question {
  const { pattern, flags, dialect } = draft.fields;
  return { id: draft.id, pattern, flags, dialect, text: shownSample(draft)?.text ?? "" };
}

export function useEngine(): EngineControls {
  const dispatch = useAppDispatch();
  const [engine, setEngine] = useState<Engine | null>(null);

  useEffect(() => {
    const handle = startEngine();
    setEngine(() => handle.engine);
    const unsubscribe = askOnChange(handle.engine, dispatch);
    return () => {
      unsubscribe();
      setEngine(null);
      handle.close();
      dispatch(left());
    };
  }, [dispatch]);

  useContrast(engine);

  // Winding: one question at a time; while it is under way only the newest wish is remembered.
  const wish = useRef<number | null>(null);
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
          if (view) dispatch(viewed(view));
        }
      } finally {
        asking.current = false;
      }
    },
    [engine, dispatch],
  );

  const finding = useRef<Promise<void>>(Promise.resolve());
  return useMemo(() => {
    const wind = (step: number | null) => {
      const { reel } = store.getState().bench;
      if (!reel) return;
      const target = step === null ? null : Math.max(0, Math.min(reel.length - 1, step));
      dispatch(wound(target));
      if (target !== null) void show(target);
    };
    const position = () => {
      const { step, reel } = store.getState().bench;
      return step ?? reel?.rest ?? 0;
    };
    const windToFirst = (sought: Sought) => {
      void engine?.find(sought, -1, false).then((step) => step !== null && wind(step));
    };
    return {
      wind,
      windBy: (steps) => wind(position() + steps),
      windTo: (sought, backwards) => {
        // One after the other: each starts from where the one before it came to.
        finding.current = finding.current.then(async () => {
          const step = await engine?.find(sought, position(), backwards);
          if (step !== null && step !== undefined) wind(step);
        });
      },
      windToFirst,
      windToSampleCaret: () => windToFirst({ what: "offset", offset: store.getState().bench.sampleCaret }),
      windToPatternCaret: () => {
        void engine?.firstStepOfPart(store.getState().bench.caret).then((step) => step !== null && wind(step));
      },
      chooseMatch: (match) => {
        dispatch(matchChosen(match));
        void engine?.matchStep(match).then((step) => {
          if (step !== null) wind(step);
        });
      },
      profile: async (from, to, columns) => (engine ? engine.profile(from, to, columns) : null),
      turns: async (start) => (engine ? engine.turns(start) : null),
    };
  }, [engine, dispatch, show]);
}

/**
 * Asks the worker whenever the draft changes, in the very turn of the event loop in which it changes: a frame later
 * would be a frame lost between a key and its lanes.
 */
function askOnChange(engine: Engine, dispatch: AppDispatch): () => void {
  let last: Question | null = null;
  const ask = () => {
    const question = questionOf(store.getState());
    const { id, pattern, flags, dialect, text } = question;
    if (id === null || (last && QUESTION_PARTS.every((part) => last?.[part] === question[part]))) return;
    const newText = last?.text !== text || last.id !== id;
    last = question;
    const generation = ++generations;
    dispatch(asked(generation));
    if (newText) void engine.setSample(text, generation);
    void answer(engine, dispatch, { pattern, flags, dialect, generation });
  };
  ask();
  return store.subscribe(ask);
}

const QUESTION_PARTS = ["id", "pattern", "flags", "dialect", "text"] as const;

/** Resolves after the next paint; a page that is not shown paints nothing, and then a timer does. */
function painted(): Promise<void> {
  return new Promise((resolve) => {
    const late = setTimeout(resolve, 100);
    requestAnimationFrame(() => {
      clearTimeout(late);
      setTimeout(resolve);
    });
  });
}

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
  const reel = await engine.record(generation);
  if (reel && current()) dispatch(reelReady(reel));
  if (!current()) return;
  const work = await engine.work(generation);
  if (!work || !current()) return;
  dispatch(workKnown(work));
  if (!work.trouble) return;
  const growth = await engine.growth(generation);
  if (growth && current()) dispatch(growthReady(growth));
}

/** The contrast follows the caret and the pattern while its panel is open, and the strip's one-line form always. */
function useContrast(engine: Engine | null): void {
  const dispatch = useAppDispatch();
  const source = useAppSelector((s) => s.bench.result?.source);
  const readable = useAppSelector((s) => s.bench.reading?.diagnostics.length === 0);
  const operator = useAppSelector((s) => quantifierAtCaret(s.bench.result?.reading.quantifiers ?? [], s.bench.caret)?.operator);
  const generation = useAppSelector((s) => s.bench.result?.generation ?? 0);
  const start = operator?.start;
  const end = operator?.end;

  useEffect(() => {
    if (!engine || !source || !readable || start === undefined || end === undefined || generation === 0) {
      dispatch(contrastReady(null));
      return;
    }
    let stale = false;
    const number = ++generations;
    void engine.contrast(source, { start, end }, number).then((result) => {
      if (!stale) dispatch(contrastReady(result));
    });
    return () => {
      stale = true;
    };
  }, [engine, source, readable, start, end, generation, dispatch]);
}
